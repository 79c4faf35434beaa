import type { RailPart } from './schema.ts';

const WORDS: Readonly<Record<RailPart['kind'], string>> = {
  'flight-controller': 'flight controller',
  camera: 'camera',
  video: 'video sender',
  lights: 'lights',
  supply: 'supply',
  capacitor: 'capacitor',
  pump: 'pump',
  other: 'another part'
};

/** What a part on the pack's volts is called: by its name, or by its kind. */
export const partTitleOnRail = ({ name, kind }: Pick<RailPart, 'name' | 'kind'>): string =>
  name?.trim() ? name : WORDS[kind];
