import { PART_TABLE, type PartName } from '../registry/parts.ts';
import type { Propulsor } from './schema.ts';

/** What a propulsor is called by its kind. */
const PROPULSORS: Readonly<Record<Propulsor['kind'], string>> = {
  propeller: 'propeller',
  'ducted-fan': 'fan',
  'submerged-screw': 'screw',
  'surface-drive': 'screw'
};

/** Kinds of craft as they are called. */
export const CRAFT_WORDS = { 'fixed-wing': 'aeroplane', multirotor: 'multirotor', boat: 'boat' } as const;

/** A part in a word, the propulsor by what it is: "propeller", "fan", "screw". */
export const partWord = (part: PartName, kind: Propulsor['kind']): string =>
  part === 'propulsor' ? PROPULSORS[kind] : PART_TABLE[part].word;
