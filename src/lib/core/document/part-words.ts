import type { Propulsor } from './schema.ts';

/** Parts of the power path as they are called, in the order power flows. */
const WORDS = { battery: 'pack', wiring: 'wiring', esc: 'ESC', motor: 'motor', craft: 'craft' } as const;
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
export const partWord = (part: keyof typeof WORDS | 'propulsor', kind: Propulsor['kind']): string =>
  part === 'propulsor' ? PROPULSORS[kind] : WORDS[part];
