import { checkOf, type CheckId } from '../checks/all-checks.ts';
import type { CheckResult, Finding } from '../checks/finding.ts';
import { runChecks } from '../checks/ledger.ts';
import type { SetupDocument } from '../document/schema.ts';
import { situationOf, type Situation } from '../situation/situation.ts';
import type { EnduranceKind } from '../train/predicted.ts';
import type { QuantityName } from '../units/quantity.ts';

const THRUST: CheckId = 'thrust-to-weight';
const DOING: Record<EnduranceKind, string> = {
  mixed: 'in ordinary use',
  full: 'at full throttle',
  hover: 'hovering',
  cruise: 'at best range'
};

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

/** Whether any of the owned packs of this cell count makes the checks of the pack hold. */
function somePackHolds(s: Situation, packs: Around['packs']): boolean {
  return packs
    .filter((pack) => pack.series === s.setup.battery.series)
    .some((battery) =>
      runChecks(situationOf({ ...s.document, battery }, { ...s.look, bands: false })).every(
        (c) => c.finding !== 'over' || !checkOf(c.id)?.byPack
      )
    );
}

/** What a craft waits for: a test of a better setup, a pack, or what its first failing check wants. */
function waitingFor(
  s: Situation,
  over: readonly CheckResult[],
  tight: readonly CheckResult[],
  around: Around
): string {
  if (over.length === 0)
    return tight.length > 0
      ? `waits for a run on the stand: ${tight[0].title} is tight`
      : 'ready for its first run';
  const better = around.others
    .filter((o) => !o.tested && o.over < over.length)
    .sort((x, y) => x.over - y.over)[0];
  if (better)
    return `“${better.name}” to test: ${better.over === 0 ? 'nothing' : better.over} over instead of ${over.length}`;
  const urgency = (c: CheckResult): number => checkOf(c.id)?.urgency ?? Infinity;
  const first = over.reduce((a, b) => (urgency(b) < urgency(a) ? b : a));
  const check = checkOf(first.id);
  if (check?.byPack && !somePackHolds(s, around.packs))
    return `no ${s.setup.battery.series}-cell pack on the shelf holds`;
  const wish = check?.wish ?? first.title;
  return `waits for ${typeof wish === 'string' ? wish : wish(s)}`;
}

/** The craft's own yardstick: thrust for weight, hover throttle, or loaded rpm; and what it waits for. */
export function glance(s: Situation, around: Around = { others: [], packs: [] }): Glance {
  const checks = runChecks(s);
  const time = s.lasting('mixed') ?? s.lasting('full');
  const yardstick: Glance['yardstick'] =
    s.kind === 'multirotor'
      ? { title: 'hover throttle', quantity: 'share', value: s.hover?.throttle ?? 1 }
      : s.boat
        ? { title: 'loaded rpm', quantity: 'rpm', value: s.boat.loadedRpm }
        : {
            title: 'thrust / weight',
            quantity: 'ratio',
            value: checks.find((c) => c.id === THRUST)?.value ?? 0
          };
  const over = checks.filter((c) => c.finding === 'over');
  const tight = checks.filter((c) => c.finding === 'tight');
  return {
    yardstick,
    seconds: time?.seconds ?? null,
    doing: time ? DOING[time.at] : '',
    amps: s.worst.batteryCurrentA,
    finding: over.length > 0 ? 'over' : tight.length > 0 ? 'tight' : 'holds',
    waiting: waitingFor(s, over, tight, around)
  };
}

/** How many checks of a situation are over their limit. */
export const overOf = (s: Situation): number => runChecks(s).filter((c) => c.finding === 'over').length;
