import type { SetupDocument } from '../../src/lib/core/document/schema.ts';

/** Everyday setups that tests start from, one of each kind of craft; a test that needs more adds it to its own copy. Invented. */
export const PLANE: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1.6, wingAreaM2: 0.38, wingSpanM: 2, purpose: 'sport' },
  battery: { chemistry: 'lipo', series: 4, capacityAh: 2.2, continuousC: 30, cellResistanceOhm: 0.004 },
  wiring: { resistanceOhm: 0.003 },
  esc: { continuousA: 60, resistanceOhm: 0.002 },
  motor: { kvRpmPerVolt: 900, resistanceOhm: 0.03, noLoadCurrentA: 1.6, noLoadVoltageV: 10, massKg: 0.17 },
  propulsor: { kind: 'propeller', diameterM: 0.2794, pitchM: 0.1397, blades: 2 }
};

export const JET: SetupDocument = {
  ...PLANE,
  craft: { kind: 'fixed-wing', massKg: 0.95, wingAreaM2: 0.14, purpose: 'jet' },
  motor: { kvRpmPerVolt: 3150, massKg: 0.1 },
  propulsor: { kind: 'ducted-fan', diameterM: 0.064, blades: 11, pitchM: null }
};

export const QUAD: SetupDocument = {
  ...PLANE,
  craft: { kind: 'multirotor', massKg: 1.4 },
  count: 4,
  motor: { kvRpmPerVolt: 920, resistanceOhm: 0.1, noLoadCurrentA: 0.6, massKg: 0.056 },
  propulsor: { kind: 'propeller', diameterM: 0.24, pitchM: 0.11, blades: 2, family: 'multirotor' }
};

export const BOAT: SetupDocument = {
  ...PLANE,
  craft: { kind: 'boat', massKg: 3, hull: 'planing-mono', waterlineLengthM: 0.7 },
  motor: { kvRpmPerVolt: 1900, massKg: 0.19, cooling: 'water' },
  propulsor: { kind: 'surface-drive', diameterM: 0.042, pitchM: 0.059, blades: 2, immersion: 0.5 }
};
