import type { SetupDocument } from '../../src/lib/core/document/schema.ts';
import { DEMO_CRAFTS, setupDocument } from '../../src/lib/server/demo/crafts.ts';
import { madeShelf, SEARCH_BRIEFS } from '../../tests/helpers/search-shelves.ts';

/** Everything the benchmark runs on: the same inputs for every contestant. */
export const setup: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1.2 },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2, cellResistanceOhm: 0.006 },
  wiring: { resistanceOhm: 0.002 },
  esc: { resistanceOhm: 0.004 },
  motor: { kvRpmPerVolt: 1000, resistanceOhm: 0.07, noLoadCurrentA: 0.9, noLoadVoltageV: 10 },
  propulsor: { kind: 'propeller', diameterM: 0.254, pitchM: 0.127, blades: 2, family: 'thin-electric' }
};

/** Parts of a made shelf: 125 motors × 40 propellers × 20 packs × 10 ESCs, a million combinations. */
export const MILLION = { motor: 125, propulsor: 40, battery: 20, esc: 10 } as const;

/** A made shelf and what it is searched for. */
export function searched() {
  const { receiverSupply: _none, ...parts } = madeShelf(5, 'aeroplane', MILLION);
  return { brief: SEARCH_BRIEFS.aeroplane, parts };
}

/** Every setup of the demo. */
export const demoSetups = (): SetupDocument[] =>
  DEMO_CRAFTS.flatMap((craft) => craft.setups.map((s) => setupDocument(craft, s)));
