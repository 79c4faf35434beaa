import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { Chart } from './chart.ts';
import { dischargeChart } from './discharge-chart.ts';
import { heatChart } from './heat-chart.ts';
import { payloadChart } from './payload-chart.ts';
import { speedChart } from './speed-chart.ts';
import { throttleChart } from './throttle-chart.ts';

export const CHART_IDS = ['throttle', 'speed', 'discharge', 'heat', 'payload'] as const;

const MAKE: Record<Chart['id'], (s: SetupAnalysis) => Chart | null> = {
  throttle: throttleChart,
  speed: speedChart,
  discharge: dischargeChart,
  heat: heatChart,
  payload: payloadChart
};

/** The chart that is asked for, at the situation's supply; null where it does not apply to the craft. */
export const chartOf = (id: Chart['id'], s: SetupAnalysis): Chart | null => MAKE[id](s);
