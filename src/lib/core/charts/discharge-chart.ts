import { discharge } from '../powertrain/discharge.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { cutoffOf, usableShareOf } from '../powertrain/pack-limits.ts';
import type { Chart } from './chart.ts';

/**
 * Loaded and resting volts per cell and average current over time in ordinary use, as the time shown first has it. Loaded
 * volts are the lowest: those of its spells of full throttle.
 */
export function dischargeChart(s: SetupAnalysis): Chart {
  const run = discharge(
    s.powertrain,
    s.model.packInUse,
    s.ordinary,
    s.supply.stateOfCharge ?? 1,
    1 - usableShareOf(s.model),
    cutoffOf(s.model)
  );
  const line = (id: string, name: string, quantity: 'voltage' | 'current', values: number[]) => ({
    id,
    title: name,
    quantity,
    values,
    bands: null
  });
  return {
    id: 'discharge',
    title: `Discharge in ordinary use: ${s.use.title}`,
    abscissa: { title: 'time', quantity: 'minutes', values: run.steps.map((s) => s.seconds) },
    panels: [
      [
        line(
          'resting',
          'resting, per cell',
          'voltage',
          run.steps.map((s) => s.restingCellV)
        ),
        line(
          'loaded',
          'loaded, per cell',
          'voltage',
          run.steps.map((s) => s.loadedCellV)
        )
      ],
      [
        line(
          'batteryCurrentA',
          'current',
          'current',
          run.steps.map((s) => s.currentA)
        )
      ]
    ],
    marks:
      run.steps.length > 1
        ? [{ title: run.endedBy === 'cut-off' ? 'cut-off' : 'usable share spent', at: run.seconds }]
        : []
  };
}
