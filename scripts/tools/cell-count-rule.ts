import { interpretSetup, supplyOf } from '../../src/lib/core/model/interpret.ts';
import type { SetupDocument } from '../../src/lib/core/document/schema.ts';
import { operatingPoint, solveOperatingPoint } from '../../src/lib/core/powertrain/operating-point.ts';

/** How current grows with cells in one setup, against the rule of thumb and against theory. */
export interface CellCountRow {
  name: string;
  cells: number;
  /** I R/V with the pack's, leads', ESC's and motor's resistance. */
  x: number;
  ratio: number;
  exponent: number;
  /** 2/(1 + x). */
  theory: number;
}

/** Current for one cell more, same propeller, over twenty-one setups from weak to stiff. */
export function cellCountRule(): CellCountRow[] {
  const inch = 0.0254;
  const props = [
    [5, 4.3, 2100],
    [8, 6, 1400],
    [9, 6, 1100],
    [10, 5, 1000],
    [11, 5.5, 900],
    [12, 6, 750],
    [14, 7, 500]
  ];
  const rows: CellCountRow[] = [];
  for (const [d, p, kv] of props) {
    for (const [label, motorOhm, cellOhm] of [
      ['stiff', 0.02, 0.002],
      ['usual', 0.06, 0.005],
      ['weak', 0.16, 0.012]
    ] as const) {
      const setup = (series: number): SetupDocument => ({
        format: 'iskarn.setup/1',
        craft: { kind: 'fixed-wing', massKg: 1 },
        battery: { chemistry: 'lipo', series, capacityAh: 2.2, cellResistanceOhm: cellOhm },
        wiring: { resistanceOhm: 0.003 },
        esc: { resistanceOhm: 0.003 },
        motor: {
          kvRpmPerVolt: kv,
          resistanceOhm: motorOhm,
          loadedResistanceFactor: 1,
          noLoadCurrentA: 1,
          noLoadVoltageV: 10
        },
        propulsor: {
          kind: 'propeller',
          diameterM: d * inch,
          pitchM: p * inch,
          blades: 2,
          family: 'thin-electric'
        }
      });
      const solve = (series: number) => {
        const i = interpretSetup(setup(series));
        const s = supplyOf(i, { restingCellV: 3.87 });
        const point = operatingPoint();
        solveOperatingPoint(i.model, s, 1, 0, point);
        return {
          amps: point.batteryCurrentA,
          volts: s.openCircuitV,
          ohm: s.packOhm + 0.006 + i.model.windingResistanceOhm
        };
      };
      const three = solve(3);
      const four = solve(4);
      const x = 0.5 * ((three.amps * three.ohm) / three.volts + (four.amps * four.ohm) / four.volts);
      const ratio = four.amps / three.amps;
      rows.push({
        name: `${d} × ${p}, ${kv} KV, ${label}`,
        cells: 3,
        x,
        ratio,
        exponent: Math.log(ratio) / Math.log(four.volts / three.volts),
        theory: 2 / (1 + x)
      });
    }
  }
  return rows;
}
