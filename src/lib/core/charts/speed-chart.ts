import { NINETIETH } from '../numeric/ninetieth.ts';
import { hullResistanceN } from '../craft/boat/resistance.ts';
import { hullOf } from '../model/hull.ts';
import { levelThrustN } from '../craft/fixed-wing/polar.ts';
import { DRAG_SD } from '../model/tolerance.ts';
import { installedWing } from '../model/wing.ts';
import { bodyDragAreaM2 } from '../powertrain/craft/forward-flight.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { bandsOf, type Band } from '../powertrain/bands.ts';
import { operatingPoint, solveOperatingPoint } from '../powertrain/operating-point.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import type { Chart } from './chart.ts';

const STEPS = 40;
const SAMPLES = 64;

/**
 * Thrust at full throttle and thrust needed over speed, with stall, cruise and top speed marked. Longer than 80 lines as the
 * samples of both curves are drawn together: their bands share one set of errors.
 */
export function speedChart(s: SetupAnalysis): Chart {
  const { model: i, supply } = s;
  const { craft } = i.setup;
  const point = operatingPoint();
  const wing = craft.kind === 'fixed-wing' && !i.inWater ? installedWing(craft, i) : null;
  const hull = craft.kind === 'boat' ? hullOf(craft) : null;
  const fluid = i.hullWater;
  const bodyDrag = craft.dragAreaM2 ?? bodyDragAreaM2(craft.massKg);
  const weight = craft.massKg * GRAVITY_MS2;
  const density = i.fluid.densityKgM3;
  const top = s.level?.topSpeedMs ?? s.boat?.topSpeedMs ?? s.forward?.topSpeedMs ?? 0;
  const fastest = Math.max(1.25 * top, 1.15 * s.point.pitchSpeedMs, 2);
  const slowest = wing ? 0.8 * (s.level?.stallSpeedMs ?? 0) : 0;
  const speeds = Array.from({ length: STEPS + 1 }, (_, k) => (fastest * k) / STEPS);
  const need = (v: number): number => {
    if (wing) return v < slowest || v === 0 ? Number.NaN : levelThrustN(wing, density, v);
    if (hull) return hullResistanceN(hull, fluid, v) / (1 - i.thrustDeduction);
    if (craft.kind === 'multirotor') return Math.hypot(weight, 0.5 * density * bodyDrag * v * v);
    return Number.NaN;
  };
  const write = (model: typeof i.model, packOhm: number, out: Float64Array): void => {
    for (let k = 0; k <= STEPS; k++) {
      const v = speeds[k];
      let through = v;
      if (craft.kind === 'multirotor') {
        const drag = 0.5 * density * bodyDrag * v * v;
        through = (v * drag) / Math.hypot(weight, drag);
      }
      solveOperatingPoint(model, { openCircuitV: supply.openCircuitV, packOhm }, 1, through, point);
      out[k] = point.thrustN;
      out[STEPS + 1 + k] = point.batteryCurrentA;
    }
  };
  const nominal = new Float64Array(2 * (STEPS + 1));
  write(i.model, supply.packOhm, nominal);
  const bands = bandsOf(
    i,
    nominal.length,
    (model, pack, _z, out) => write(model, supply.packOhm * pack, out),
    SAMPLES
  ) as Band[];
  const needed = speeds.map(need);
  const sd = hull?.relativeSd ?? wing?.dragSd ?? DRAG_SD;
  const spread = Math.exp(NINETIETH * sd);
  const hasNeed = needed.some((v) => Number.isFinite(v));
  const marks: { title: string; at: number }[] = [];
  const mark = (title: string, at: number | null | undefined): void => {
    if (at != null && at > 0 && at <= fastest) marks.push({ title, at });
  };
  mark('stall', s.level?.stallSpeedMs);
  mark('cruise', s.level?.cruiseSpeedMs);
  mark('best climb', s.level?.climbSpeedMs);
  mark('top', top);
  return {
    id: 'speed',
    title: 'Speed',
    abscissa: { title: 'speed', quantity: 'speed', values: speeds },
    panels: [
      [
        {
          id: 'available',
          title: 'thrust available',
          quantity: 'thrust',
          values: Array.from(nominal.subarray(0, STEPS + 1)),
          bands: bands.slice(0, STEPS + 1)
        },
        ...(hasNeed
          ? [
              {
                id: 'needed',
                title: 'thrust needed',
                quantity: 'thrust' as const,
                values: needed,
                bands: needed.map((v): Band => [v / spread, v * spread])
              }
            ]
          : [])
      ],
      [
        {
          id: 'batteryCurrentA',
          title: 'current at full throttle',
          quantity: 'current',
          values: Array.from(nominal.subarray(STEPS + 1)),
          bands: bands.slice(STEPS + 1)
        }
      ]
    ],
    marks
  };
}
