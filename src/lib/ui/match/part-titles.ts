import type { PartName } from '../../core/registry/parts.ts';
import { partWord } from '../../core/document/part-words.ts';
import type { Propulsor } from '../../core/document/schema.ts';

/** A part as the title of its column, the propulsor by what it is: "Propeller". */
export const partTitle = (part: PartName, kind: Propulsor['kind']): string => {
  const word = partWord(part, kind);
  return word[0].toUpperCase() + word.slice(1);
};
