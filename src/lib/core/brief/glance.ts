import type { SetupDocument } from '../setup/schema.ts';
import { predict } from '../train/predict.ts';
import type { PredictAnswer } from '../train/answer.ts';
import type { Finding } from '../checks/finding.ts';
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

/** What else there is for a craft: its other setups, and the packs that are owned. */
export interface Around {
  /** Other setups of the craft, with what they leave over their limits and whether a run of them is logged. */
  readonly others: readonly { name: string; over: number; tested: boolean }[];
  /** Packs on the shelf that are owned. */
  readonly packs: readonly SetupDocument['battery'][];
}

/** Checks that another pack could mend. */
const OF_THE_PACK = ['pack-current', 'credible-current', 'cell-voltage'];

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
  'boat-rpm': 'an rpm inside its window',
  'boat-planing': 'power to get on the plane',
  'propulsor-rpm': 'a prop that stands the rpm',
  clearance: 'a prop that fits',
  'wiring-current': 'thicker leads',
  'connector-current': 'a larger connector'
};

const ORDER = ['thrust-to-weight', 'hover-throttle', 'boat-planing', 'esc-current', 'pack-current', 'time'];

/** Whether any of the owned packs of this cell count makes the checks of the pack hold. */
function somePackHolds(setup: SetupDocument, packs: Around['packs']): boolean {
  return packs
    .filter((pack) => pack.series === setup.battery.series)
    .some((battery) =>
      predict({ setup: { ...setup, battery }, bands: false, remedies: false }).checks.every(
        (c) => !OF_THE_PACK.includes(c.id) || c.finding !== 'over'
      )
    );
}

/** What a craft waits for: a test of a better setup, a pack, or what its first failing check wants. */
function waitingFor(setup: SetupDocument, a: PredictAnswer, around: Around): string {
  const over = a.checks.filter((c) => c.finding === 'over');
  const tight = a.checks.filter((c) => c.finding === 'tight');
  if (over.length === 0)
    return tight.length > 0
      ? `waits for a run on the stand: ${tight[0].title} is tight`
      : 'ready for its first run';
  const better = around.others
    .filter((o) => !o.tested && o.over < over.length)
    .sort((x, y) => x.over - y.over)[0];
  if (better)
    return `“${better.name}” to test: ${better.over === 0 ? 'nothing' : better.over} over instead of ${over.length}`;
  const first = [...over].sort(
    (x, y) => (ORDER.indexOf(x.id) + 1 || 99) - (ORDER.indexOf(y.id) + 1 || 99)
  )[0];
  if (OF_THE_PACK.includes(first.id) && !somePackHolds(setup, around.packs))
    return `no ${setup.battery.series}-cell pack on the shelf holds`;
  return `waits for ${wishOf(first.id, setup) ?? first.title}`;
}

/** The wish behind a failing check, in the words of the craft's kind. */
function wishOf(id: string, setup: SetupDocument): string | undefined {
  if (id === 'esc-current' && setup.propulsor.kind !== 'propeller')
    return `a larger ESC or a smaller ${setup.propulsor.kind === 'ducted-fan' ? 'fan' : 'screw'}`;
  if (id === 'time') return setup.craft.kind === 'boat' ? 'more time on the water' : 'more time in the air';
  return WAITING[id];
}

/** The craft's own yardstick: thrust for weight, hover throttle, or loaded rpm; and what it waits for. */
export function glance(
  setup: SetupDocument,
  a: PredictAnswer,
  around: Around = { others: [], packs: [] }
): Glance {
  const { craft } = setup;
  const time = a.endurance.find((e) => e.at === 'mixed') ?? a.endurance[0];
  const weight = a.checks.find((c) => c.id === 'thrust-to-weight')?.value ?? 0;
  const yardstick: Glance['yardstick'] =
    craft.kind === 'multirotor'
      ? { title: 'hover throttle', quantity: 'share', value: a.hover?.throttle ?? 1 }
      : craft.kind === 'boat' && a.boat
        ? { title: 'loaded rpm', quantity: 'rpm', value: a.boat.loadedRpm }
        : { title: 'thrust / weight', quantity: 'ratio', value: weight };
  const over = a.checks.filter((c) => c.finding === 'over');
  const tight = a.checks.filter((c) => c.finding === 'tight');
  return {
    yardstick,
    seconds: time?.seconds ?? null,
    doing: time
      ? { mixed: 'in ordinary use', full: 'at full throttle', hover: 'hovering', cruise: 'at best range' }[
          time.at
        ]
      : '',
    amps: a.points[0].batteryCurrentA,
    finding: over.length > 0 ? 'over' : tight.length > 0 ? 'tight' : 'holds',
    waiting: waitingFor(setup, a, around)
  };
}
