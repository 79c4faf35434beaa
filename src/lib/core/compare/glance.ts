import { checkOf, type CheckId } from '../checks/all-checks.ts';
import type { CheckResult, Finding } from '../checks/finding.ts';
import { unsettledOf } from '../checks/unsettled.ts';
import { runChecks } from '../checks/run-checks.ts';
import type { SetupDocument } from '../document/schema.ts';
import { analysisOf, type SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { EnduranceKind } from '../powertrain/predicted.ts';
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

/** One setup in short: what a list shows of it, and what it takes to say what its craft waits for. */
export interface SetupSummary extends Omit<Glance, 'waiting'> {
  /** How many checks are over their limit. */
  readonly over: number;
  /** Title of the first check whose margin is used up; null where none is. */
  readonly tight: string | null;
  /** What decides and is not known; null where everything that decides is. */
  readonly unknown: string | null;
  /** What the most urgent failing check wishes; null where none fails. */
  readonly wish: string | null;
  /** Whether another pack could mend that check; then whether an owned one of as many cells does. */
  readonly noPackHolds: string | null;
}

/** Whether any of the owned packs of this cell count makes the checks of the pack hold. */
function somePackHolds(s: SetupAnalysis, packs: Around['packs']): boolean {
  return packs
    .filter((pack) => pack.series === s.setup.battery.series)
    .some((battery) =>
      runChecks(analysisOf({ ...s.document, battery }, { ...s.look, bands: false })).every(
        (c) => c.finding !== 'over' || !checkOf(c.id)?.byPack
      )
    );
}

/** The craft's own yardstick: thrust for weight, hover throttle, or loaded rpm. */
function yardstickOf(s: SetupAnalysis, checks: readonly CheckResult[]): Glance['yardstick'] {
  if (s.kind === 'multirotor')
    return { title: 'hover throttle', quantity: 'share', value: s.hover?.throttle ?? 1 };
  if (s.boat) return { title: 'loaded rpm', quantity: 'rpm', value: s.boat.loadedRpm };
  const weight = checks.find((c) => c.id === THRUST)?.value ?? 0;
  return { title: 'thrust for the weight', quantity: 'ratio', value: weight };
}

/** A setup in short. @param packs owned packs, tried where another pack could mend the most urgent failing check */
export function summaryOf(s: SetupAnalysis, packs: Around['packs'] = []): SetupSummary {
  const checks = runChecks(s);
  const time = s.lasting('mixed') ?? s.lasting('full');
  const over = checks.filter((c) => c.finding === 'over');
  const [unknown] = unsettledOf(checks);
  const tight = checks.find((c) => c.finding === 'tight');
  const urgency = (c: CheckResult): number => checkOf(c.id)?.urgency ?? Infinity;
  const first = over.length === 0 ? null : over.reduce((a, b) => (urgency(b) < urgency(a) ? b : a));
  const check = first && checkOf(first.id);
  const wish = check?.wish ?? first?.title ?? null;
  return {
    yardstick: yardstickOf(s, checks),
    seconds: time?.seconds ?? null,
    doing: time ? DOING[time.at] : '',
    amps: s.worst.batteryCurrentA,
    finding: over.length > 0 ? 'over' : unknown ? 'unknown' : tight ? 'tight' : 'holds',
    over: over.length,
    tight: tight?.title ?? null,
    unknown: unknown?.what ?? null,
    wish: typeof wish === 'function' ? wish(s) : wish,
    noPackHolds:
      check?.byPack && !somePackHolds(s, packs)
        ? `no ${s.setup.battery.series}-cell pack on the shelf holds`
        : null
  };
}

/** What a craft waits for: a test of a better setup, a pack, or what its first failing check wants. */
function waitingFor(s: SetupSummary, others: Around['others'], tested: boolean): string {
  if (s.over === 0 && s.unknown !== null) return `not known yet: ${s.unknown}`;
  if (s.over === 0)
    return s.tight === null
      ? tested
        ? 'tested, and nothing over its limits'
        : 'ready for its first run'
      : `${tested ? 'tested' : 'waits for a run on the stand'}: ${s.tight} is tight`;
  const better = others.filter((o) => !o.tested && o.over < s.over).sort((x, y) => x.over - y.over)[0];
  if (better)
    return `“${better.name}” to test: ${better.over === 0 ? 'nothing' : better.over} over instead of ${s.over}`;
  return s.noPackHolds ?? `waits for ${s.wish}`;
}

/** A craft at a glance, from its setups in short. @param tested whether a run of the used one is logged */
export function glanceOf(used: SetupSummary, others: Around['others'], tested = false): Glance {
  const { yardstick, seconds, doing, amps, finding } = used;
  return { yardstick, seconds, doing, amps, finding, waiting: waitingFor(used, others, tested) };
}
