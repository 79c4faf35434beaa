import { hoverThrustN } from '../craft/multirotor/hover.ts';
import { levelDragN, wingOf } from '../craft/fixed-wing/polar.ts';
import type { Interpreted, PointSupply } from '../setup/interpret.ts';
import type { Demand } from '../train/demand.ts';
import { discharge } from '../train/discharge.ts';
import type { PredictAnswer } from '../train/answer.ts';
import { cutoffOf, usableShareOf } from '../train/pack-limits.ts';
import type { Chart } from './chart.ts';

/** Loaded and resting volts per cell and current over time: hovering or cruising where that can be, else full throttle. */
export function dischargeChart(i: Interpreted, supply: PointSupply, answer: PredictAnswer): Chart {
  const { craft } = i.setup;
  let demand: Demand = { kind: 'throttle', throttle: 1, speedMs: answer.boat?.topSpeedMs ?? 0 };
  let title = 'at full throttle';
  const wing = wingOf(craft);
  if (answer.hover) {
    demand = { kind: 'thrust', thrustN: hoverThrustN(craft.massKg), speedMs: 0 };
    title = 'hovering';
  } else if (answer.level?.cruiseSpeedMs != null && wing) {
    const speedMs = answer.level.cruiseSpeedMs;
    demand = { kind: 'thrust', thrustN: levelDragN(wing, i.fluid.densityKgM3, speedMs), speedMs };
    title = 'cruising';
  }
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
    title: `Discharge, ${title}`,
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
