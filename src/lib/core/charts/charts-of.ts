import type { Interpreted, PointSupply } from '../setup/interpret.ts';
import type { PredictAnswer } from '../train/answer.ts';
import type { Chart } from './chart.ts';
import { dischargeChart } from './discharge-chart.ts';
import { heatChart } from './heat-chart.ts';
import { payloadChart } from './payload-chart.ts';
import { speedChart } from './speed-chart.ts';
import { throttleChart } from './throttle-chart.ts';

export const CHART_IDS = ['throttle', 'speed', 'discharge', 'heat', 'payload'] as const;

/** The chart that is asked for; null where it does not apply to the craft. */
export function chartOf(
  id: Chart['id'],
  i: Interpreted,
  supply: PointSupply,
  answer: PredictAnswer,
  speedMs: number
): Chart | null {
  switch (id) {
    case 'throttle':
      return throttleChart(i, supply, speedMs);
    case 'speed':
      return speedChart(i, supply, answer);
    case 'discharge':
      return dischargeChart(i, supply, answer);
    case 'heat':
      return heatChart(i, supply, answer);
    case 'payload':
      return payloadChart(i, supply);
  }
}
