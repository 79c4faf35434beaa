import { discharge } from '../train/discharge.ts';
import { hover } from '../craft/multirotor/hover.ts';
import type { Interpreted, PointSupply } from '../setup/interpret.ts';
import { cutoffOf, usableShareOf } from '../train/pack-limits.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import type { Chart } from './chart.ts';

const STEPS = 16;

/** Hover time and hover throttle against added payload, up to where full throttle no longer lifts it. Multirotors. */
export function payloadChart(i: Interpreted, supply: PointSupply): Chart | null {
  const { craft, battery } = i.setup;
  if (craft.kind !== 'multirotor') return null;
  const at = (massKg: number) => hover(i.model, massKg, supply.openCircuitV, supply.packOhm);
  if (!at(craft.massKg)) return null;
  let most = 0;
  while (most < 4 * craft.massKg && at(craft.massKg + most + 0.05 * craft.massKg))
    most += 0.05 * craft.massKg;
  const loads = Array.from({ length: STEPS + 1 }, (_, k) => (most * k) / STEPS);
  const seconds = loads.map(
    (load) =>
      discharge(
        i.model,
        battery.chemistry,
        i.capacityAh,
        { kind: 'thrust', thrustN: (craft.massKg + load) * GRAVITY_MS2, speedMs: 0 },
        supply.stateOfCharge ?? 1,
        1 - usableShareOf(i),
        cutoffOf(i)
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
