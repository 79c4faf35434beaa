import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { bandsOf, type Band } from '../powertrain/bands.ts';
import { operatingPoint, solveOperatingPoint } from '../powertrain/operating-point.ts';
import type { Chart } from './chart.ts';

const STEPS = 40;
const SAMPLES = 96;

/** Amps, watts and thrust over throttle (2.5 to 100 %) at one speed and supply, with bands. */
export function throttleChart(s: SetupAnalysis): Chart {
  const { model: i, supply } = s;
  const { speedMs } = s.point;
  const throttles = Array.from({ length: STEPS }, (_, k) => (k + 1) / STEPS);
  const point = operatingPoint();
  const write = (model: typeof i.model, packOhm: number, out: Float64Array): void => {
    for (let k = 0; k < STEPS; k++) {
      solveOperatingPoint(
        model,
        { openCircuitV: supply.openCircuitV, packOhm },
        throttles[k],
        speedMs,
        point
      );
      out[k] = point.batteryCurrentA;
      out[STEPS + k] = point.electricalPowerW;
      out[2 * STEPS + k] = point.thrustN;
    }
  };
  const nominal = new Float64Array(3 * STEPS);
  write(i.model, supply.packOhm, nominal);
  const bands = bandsOf(
    i,
    nominal.length,
    (model, pack, _z, out) => write(model, supply.packOhm * pack, out),
    SAMPLES
  ) as Band[];
  const line = (at: number, id: string, title: string, quantity: 'current' | 'power' | 'thrust') => [
    {
      id,
      title,
      quantity,
      values: Array.from(nominal.subarray(at * STEPS, (at + 1) * STEPS)),
      bands: bands.slice(at * STEPS, (at + 1) * STEPS)
    }
  ];
  return {
    id: 'throttle',
    title: 'Throttle',
    abscissa: { title: 'throttle', quantity: 'share', values: throttles },
    panels: [
      line(0, 'batteryCurrentA', 'current', 'current'),
      line(1, 'electricalPowerW', 'power', 'power'),
      line(2, 'thrustN', 'thrust', 'thrust')
    ],
    marks: []
  };
}
