import { CASE_LIMIT_C, WINDING_LIMIT_C } from '../parts/motor/heat.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { fullThrottle, heatRun } from '../powertrain/heat-run.ts';
import type { Chart } from './chart.ts';

/** Longest time looked at, s. */
const LONGEST_S = 600;

/** Winding and case temperature over a full-throttle run; null without the motor's mass. */
export function heatChart(s: SetupAnalysis): Chart | null {
  const mass = s.motorMassKg;
  if (mass === null) return null;
  const seconds = Math.min(Math.max(s.lasting('full')?.seconds ?? 0, 60), LONGEST_S);
  const phases = [fullThrottle(seconds, s.boat?.topSpeedMs ?? 0)];
  const run = heatRun(s.model, s.powertrain, mass, s.supply, phases, 60);
  const marks: { title: string; at: number }[] = [];
  if (run.secondsToWindingLimit !== null)
    marks.push({ title: `winding ${WINDING_LIMIT_C} °C`, at: run.secondsToWindingLimit });
  if (run.secondsToCaseLimit !== null)
    marks.push({ title: `case ${CASE_LIMIT_C} °C`, at: run.secondsToCaseLimit });
  if (run.secondsToBurn !== null) marks.push({ title: 'burns', at: run.secondsToBurn });
  const planned = s.setup.craft.runSeconds;
  if (planned != null && planned <= (run.secondsToBurn ?? seconds))
    marks.push({ title: 'planned run', at: planned });
  return {
    id: 'heat',
    title: 'Heat of one motor at full throttle',
    abscissa: { title: 'time', quantity: 'minutes', values: run.steps.map((step) => step.seconds) },
    panels: [
      [
        {
          id: 'windingC',
          title: 'winding',
          quantity: 'temperature',
          values: run.steps.map((step) => step.windingC),
          bands: null
        },
        {
          id: 'caseC',
          title: 'case',
          quantity: 'temperature',
          values: run.steps.map((step) => step.caseC),
          bands: null
        }
      ],
      [
        {
          id: 'motorCurrentA',
          title: 'motor current',
          quantity: 'current',
          values: run.steps.map((step) => step.motorCurrentA),
          bands: null
        }
      ]
    ],
    marks
  };
}
