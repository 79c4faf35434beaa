import type { SetupDocument } from '../../src/lib/core/document/schema.ts';
import { INCH_M } from '../../src/lib/core/units/convert.ts';

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

/** An everyday aeroplane of 1.2 kg on two cells: what draws some 29 A at 7.64 V. Figures a label would give. */
export const TWO_CELLS: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1.2 },
  battery: { chemistry: 'lipo', series: 2, capacityAh: 2.2, continuousC: 30, massKg: 0.12 },
  esc: { continuousA: 60, maxSeries: 4 },
  motor: { kvRpmPerVolt: 1250, massKg: 0.12, poles: 14 },
  propulsor: {
    kind: 'propeller',
    diameterM: 11 * INCH_M,
    pitchM: 5.5 * INCH_M,
    blades: 2,
    family: 'thin-electric'
  }
};
/** A pusher with three blades of 5 × 5 that drew 17.4 A, as its label alone predicts with this KV; 6 × 4.5 of two blades drew 22 to 24 A. Common practice, no source. */
export const SMALL_PUSHER: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 0.8 },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 1.5, continuousC: 40 },
  esc: { continuousA: 30, maxSeries: 4 },
  motor: { kvRpmPerVolt: 2000, massKg: 0.04, poles: 14 },
  propulsor: {
    kind: 'propeller',
    diameterM: 5 * INCH_M,
    pitchM: 5 * INCH_M,
    blades: 3,
    family: 'multirotor',
    placement: 'pusher'
  }
};
