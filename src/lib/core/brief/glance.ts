import type { SetupDocument } from '../setup/schema.ts';
import type { PredictAnswer } from '../train/answer.ts';
import type { Finding } from '../checks/check.ts';
import type { QuantityName } from '../units/quantity.ts';

/** A craft at a glance: its yardstick, its time, and what it is waiting for. */
export interface Glance {
  yardstick: { title: string; quantity: QuantityName; value: number };
  seconds: number | null;
  doing: string;
  amps: number;
  finding: Finding;
  waiting: string;
}

/** What each failing check makes a craft wait for. */
const WAITING: Record<string, string> = {
  'esc-current': 'a larger ESC or a smaller prop',
  'esc-cells': 'an ESC for these cells',
  'esc-voltage': 'an ESC for these volts',
  'pack-current': 'a pack that can give the current',
  'credible-current': 'a pack that can give the current',
  'cell-voltage': 'a pack that sags less',
  'motor-current': 'a lighter load on the motor',
  'motor-power': 'a lighter load on the motor',
  'motor-temperature': 'a cooler motor',
  'watts-per-gram': 'a lighter load on the motor',
  'thrust-to-weight': 'more thrust',
  'hover-throttle': 'more thrust or less weight',
  time: 'more time in the air',
  'boat-rpm': 'an rpm inside its window',
  'boat-planing': 'power to get on the plane',
  'propulsor-rpm': 'a prop that stands the rpm',
  clearance: 'a prop that fits',
  'wiring-current': 'thicker leads',
  'connector-current': 'a larger connector'
};

const ORDER = ['thrust-to-weight', 'hover-throttle', 'boat-planing', 'esc-current', 'pack-current', 'time'];

/** The craft's own yardstick: thrust for weight, hover throttle, or loaded rpm. */
export function glance(setup: SetupDocument, a: PredictAnswer): Glance {
  const { craft } = setup;
  const wanted = { 'fixed-wing': 'cruise', multirotor: 'hover', boat: 'full' } as const;
  const time = a.endurance.find((e) => e.at === wanted[craft.kind]) ?? a.endurance[0];
  const weight = a.checks.find((c) => c.id === 'thrust-to-weight')?.value ?? 0;
  const yardstick: Glance['yardstick'] =
    craft.kind === 'multirotor'
      ? { title: 'hover throttle', quantity: 'share', value: a.hover?.throttle ?? 1 }
      : craft.kind === 'boat' && a.boat
        ? { title: 'loaded rpm', quantity: 'rpm', value: a.boat.loadedRpm }
        : { title: 'thrust / weight', quantity: 'ratio', value: weight };
  const over = a.checks.filter((c) => c.finding === 'over');
  const tight = a.checks.filter((c) => c.finding === 'tight');
  const first = [...over].sort(
    (x, y) => (ORDER.indexOf(x.id) + 1 || 99) - (ORDER.indexOf(y.id) + 1 || 99)
  )[0];
  return {
    yardstick,
    seconds: time?.seconds ?? null,
    doing: time ? { full: 'at full throttle', hover: 'hovering', cruise: 'cruising' }[time.at] : '',
    amps: a.points[0].batteryCurrentA,
    finding: over.length > 0 ? 'over' : tight.length > 0 ? 'tight' : 'holds',
    waiting: first
      ? `waits for ${WAITING[first.id] ?? first.title}`
      : tight.length > 0
        ? `waits for a run on the stand: ${tight[0].title} is tight`
        : 'ready for its first run'
  };
}
