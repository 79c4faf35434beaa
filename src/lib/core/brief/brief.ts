import type { Craft, Propulsor, SetupDocument } from '../document/schema.ts';

/** The three or four figures a craft's first setup is made from. */
export interface Brief {
  name: string;
  kind: Craft['kind'];
  purpose: string;
  massKg: number;
  /** Weight without motors, pack, ESCs and propellers, kg, where the all-up weight follows them. */
  airframeMassKg?: number | null;
  /** Wing area m², largest propeller m, or waterline length m; null where not known. */
  wingAreaM2?: number | null;
  largestPropM?: number | null;
  waterlineLengthM?: number | null;
  hull?: Craft['hull'];
  rotors?: number;
  coaxial?: boolean;
  targetSeconds?: number | null;
  series?: number | null;
  /** Propulsor the craft is made for: its kind and family are kept, its size is not. By purpose where not given. */
  propulsor?: Propulsor;
}

/** The brief that a craft amounts to, with so many motors, whatever drives it. */
export const briefOfCraft = (craft: Craft, name: string, motors: number): Brief => ({
  name,
  kind: craft.kind,
  purpose: craft.purpose ?? { 'fixed-wing': 'trainer', multirotor: 'hover', boat: 'speed' }[craft.kind],
  massKg: craft.massKg,
  airframeMassKg: craft.airframeMassKg,
  wingAreaM2: craft.wingAreaM2,
  largestPropM: craft.largestPropM,
  waterlineLengthM: craft.waterlineLengthM,
  hull: craft.hull,
  rotors: motors,
  coaxial: craft.rotorLayout === 'coaxial',
  targetSeconds: craft.targetSeconds
});

/** The brief that a setup's craft amounts to. */
export const briefOf = (setup: SetupDocument): Brief => ({
  ...briefOfCraft(setup.craft, setup.craft.name ?? setup.name ?? 'craft', setup.count ?? 1),
  propulsor: setup.propulsor
});

/** Motors of a brief's craft: four for a multirotor and one for the others, where nothing is said. */
export const motorsOf = (b: Brief): number => b.rotors ?? (b.kind === 'multirotor' ? 4 : 1);
