import type { PartName } from '../../core/checks/finding.ts';
import { partWord } from '../../core/document/part-words.ts';
import type { Propulsor } from '../../core/document/schema.ts';

/** Parts in the order power flows. */
export const PARTS: readonly PartName[] = ['battery', 'wiring', 'esc', 'motor', 'propulsor', 'craft'];

/** A part as the title of its column, the propulsor by what it is: "Propeller". */
export const partTitle = (part: PartName, kind: Propulsor['kind']): string => {
  const word = partWord(part, kind);
  return word[0].toUpperCase() + word.slice(1);
};
