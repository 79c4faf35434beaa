import { air } from '../src/lib/core/medium/air.ts';
import { openCircuitCellV } from '../src/lib/core/parts/pack/open-circuit.ts';
import { estimateCellResistanceOhm } from '../src/lib/core/parts/pack/cell-resistance.ts';
import { estimateNoLoadCurrentA, estimateWindingOhm } from '../src/lib/core/parts/motor/estimate.ts';
import { resolveFamily } from '../src/lib/core/parts/propulsor/propeller/blade-shape.ts';
import { propellerTable } from '../src/lib/core/parts/propulsor/propeller/table.ts';
import { TIP_SPEEDS_MS } from '../src/lib/core/parts/propulsor/performance.ts';
import type { SearchMotor, SearchPack, SearchPropulsor } from '../src/lib/core/search/search-grid.ts';
import { interpretSetup } from '../src/lib/core/model/interpret.ts';
import type { SetupDocument } from '../src/lib/core/document/schema.ts';

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

/** 200 motors × 50 packs × 100 propellers: a million combinations. */
export function grid(motorsFrom: number, motorsTo: number) {
  const motors: SearchMotor[] = [];
  for (let k = motorsFrom; k < motorsTo; k++) {
    const massKg = 0.02 * Math.pow(1.02, k);
    const kv = 400 + ((k * 137) % 2200);
    const i0 = estimateNoLoadCurrentA(kv, massKg);
    const k0 = 60 / (2 * Math.PI * kv);
    motors.push({
      motorConstant: k0,
      windingResistanceOhm: estimateWindingOhm(kv, massKg),
      noLoadCurrentA: i0,
      rippleS: 0,
      restShare: 1,
      noLoadRadS: 9 / k0,
      noLoadSpeedShare: 0.5,
      maxCurrentA: 350 * massKg
    });
  }
  const packs: SearchPack[] = Array.from({ length: 50 }, (_, k) => {
    const series = 2 + (k % 5);
    const ah = 0.8 + 0.1 * k;
    return {
      series,
      openCircuitV: series * openCircuitCellV('lipo', 1),
      packResistanceOhm: series * estimateCellResistanceOhm('lipo', ah, 30),
      limitA: 30 * ah
    };
  });
  const fluid = air(0, 15);
  const propulsors: SearchPropulsor[] = Array.from({ length: 100 }, (_, k) => {
    const diameterM = (5 + 0.1 * k) * 0.0254;
    const pitchM = diameterM * (0.4 + 0.04 * (k % 10));
    return {
      diameterM,
      pitchM,
      performance: propellerTable(
        { diameterM, pitchM, blades: 2, family: resolveFamily('thin-electric', diameterM) },
        fluid
      )
    };
  });
  for (const p of propulsors)
    if (p.performance.kind === 'table') for (let r = 0; r < TIP_SPEEDS_MS.length; r++) p.performance.row(r);
  return { base: interpretSetup(setup).model, motors, packs, propulsors };
}
