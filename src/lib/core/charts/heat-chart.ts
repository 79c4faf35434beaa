import { CASE_LIMIT_C, WINDING_LIMIT_C } from '../motor/heat.ts';
import type { Interpreted, PointSupply } from '../setup/interpret.ts';
import { fullThrottle, heatMassKg, heatRun } from '../train/heat-run.ts';
import type { PredictAnswer } from '../train/answer.ts';
import type { Chart } from './chart.ts';

/** Longest time looked at, s. */
const LONGEST_S = 600;

/** Winding and case temperature over a full-throttle run; null without the motor's mass. */
export function heatChart(i: Interpreted, supply: PointSupply, answer: PredictAnswer): Chart | null {
  const mass = heatMassKg(i);
  if (mass === null) return null;
  const full = answer.endurance.find((e) => e.at === 'full')?.seconds ?? 0;
  const seconds = Math.min(Math.max(full, 60), LONGEST_S);
  const run = heatRun(
    i,
    i.model,
    mass,
    supply.openCircuitV,
    supply.packOhm,
    [fullThrottle(seconds, answer.boat?.topSpeedMs ?? 0)],
    60
  );
  const marks: { title: string; at: number }[] = [];
  if (run.secondsToWindingLimit !== null)
    marks.push({ title: `winding ${WINDING_LIMIT_C} °C`, at: run.secondsToWindingLimit });
  if (run.secondsToCaseLimit !== null)
    marks.push({ title: `case ${CASE_LIMIT_C} °C`, at: run.secondsToCaseLimit });
  const planned = i.setup.craft.runSeconds;
  if (planned != null && planned <= seconds) marks.push({ title: 'planned run', at: planned });
  return {
    id: 'heat',
    title: 'Heat of one motor at full throttle',
    abscissa: { title: 'time', quantity: 'minutes', values: run.steps.map((s) => s.seconds) },
    panels: [
      [
        {
          id: 'windingC',
          title: 'winding',
          quantity: 'temperature',
          values: run.steps.map((s) => s.windingC),
          bands: null
        },
        {
          id: 'caseC',
          title: 'case',
          quantity: 'temperature',
          values: run.steps.map((s) => s.caseC),
          bands: null
        }
      ],
      [
        {
          id: 'motorCurrentA',
          title: 'motor current',
          quantity: 'current',
          values: run.steps.map((s) => s.motorCurrentA),
          bands: null
        }
      ]
    ],
    marks
  };
}
