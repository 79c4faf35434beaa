import type { Interpreted, PointSupply } from '../setup/interpret.ts';
import { discharge } from '../train/discharge.ts';
import type { PredictAnswer } from '../train/answer.ts';
import { mixedDemand, mixedUseOf } from '../train/mixed-use.ts';
import { cutoffOf, usableShareOf } from '../train/pack-limits.ts';
import type { Chart } from './chart.ts';

/**
 * Loaded and resting volts per cell and average current over time in ordinary use, as the time shown first has it. Loaded
 * volts are the lowest: those of its spells of full throttle.
 */
export function dischargeChart(i: Interpreted, supply: PointSupply, answer: PredictAnswer): Chart {
  const { craft } = i.setup;
  const demand = mixedDemand(craft, answer.level?.cruiseSpeedMs ?? answer.boat?.topSpeedMs ?? 0);
  const run = discharge(
    i.model,
    i.packInUse,
    demand,
    supply.stateOfCharge ?? 1,
    1 - usableShareOf(i),
    cutoffOf(i)
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
    title: `Discharge in ordinary use: ${mixedUseOf(craft).title}`,
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
