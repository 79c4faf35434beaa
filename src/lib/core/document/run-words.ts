import type { Damage, RunSource } from './run-schema.ts';

/** What a part looked like that broke, as it is chosen. */
export const DAMAGE_WORDS: Readonly<Record<Damage, string>> = {
  'burnt-winding': 'winding burnt',
  demagnetised: 'magnets weakened by heat',
  'magnet-loose': 'a magnet came loose',
  'puffed-pack': 'pack puffed',
  'esc-shut-down': 'ESC shut down or burnt',
  'propulsor-broke': 'propeller or screw broke',
  other: 'something else'
};
/** Where the readings of a run are from, in a word. */
export const SOURCE_WORDS: Readonly<Record<RunSource, string>> = {
  typed: 'typed',
  file: 'file',
  serial: 'meter',
  stand: 'simulated'
};
