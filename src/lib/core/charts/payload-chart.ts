import { discharge } from '../powertrain/discharge.ts';
import { hover, hoverThrustN } from '../powertrain/craft/hover.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { cutoffOf, usableShareOf } from '../powertrain/pack-limits.ts';
import type { Chart } from './chart.ts';

const STEPS = 16;

/** Hover time and hover throttle against added payload, up to where full throttle no longer lifts it. Multirotors. */
export function payloadChart(s: SetupAnalysis): Chart | null {
  const { craft } = s.setup;
  const { supply } = s;
  if (craft.kind !== 'multirotor') return null;
  const at = (massKg: number) => hover(s.powertrain, massKg, supply);
  if (!at(craft.massKg)) return null;
  let most = 0;
  while (most < 4 * craft.massKg && at(craft.massKg + most + 0.05 * craft.massKg))
    most += 0.05 * craft.massKg;
  const loads = Array.from({ length: STEPS + 1 }, (_, k) => (most * k) / STEPS);
  const seconds = loads.map(
    (load) =>
      discharge(
        s.powertrain,
        s.model.packInUse,
        { kind: 'thrust', thrustN: hoverThrustN(craft.massKg + load), speedMs: 0 },
        supply.stateOfCharge ?? 1,
        1 - usableShareOf(s.model),
        cutoffOf(s.model)
      ).seconds
  );
  const reserve = loads.find((load) => (at(craft.massKg + load)?.throttle ?? 1) > 0.6);
  return {
    id: 'payload',
    title: 'Payload',
    abscissa: { title: 'added payload', quantity: 'craftMass', values: loads },
    panels: [
      [{ id: 'hoverTime', title: 'hover time', quantity: 'minutes', values: seconds, bands: null }],
      [
        {
          id: 'hoverThrottle',
          title: 'hover throttle',
          quantity: 'share',
          values: loads.map((load) => at(craft.massKg + load)?.throttle ?? 1),
          bands: null
        }
      ]
    ],
    marks: reserve === undefined ? [] : [{ title: 'hover above 60 %', at: reserve }]
  };
}
