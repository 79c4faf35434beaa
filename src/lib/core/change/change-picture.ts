import type { CheckResult } from '../checks/finding.ts';
import { runChecks } from '../checks/run-checks.ts';
import type { SetupDocument } from '../document/schema.ts';
import { validateSetup } from '../document/validate.ts';
import { powerPath, type PowerStage } from '../match/power-path.ts';
import type { SearchParts } from '../search/space.ts';
import { cellsOwned } from '../testing/plan/owned-cells.ts';
import { planIfTestable } from '../testing/plan/plan.ts';
import type { Plan } from '../testing/plan/stage.ts';
import type { Issue } from '../text/issues.ts';
import type { Derivation } from '../derivations/derivation.ts';
import type { Measurement } from '../calibration/schema.ts';
import { faultsOf } from './validate-change.ts';
import type { Step } from './apply-change.ts';
import { whyFigureOf } from './differences.ts';
import { changed, mendsOf, toldOf, type Changed, type Mends, type ChangeReport } from './change-of.ts';
import { kindOf, type SetupChange } from './kinds/all-kinds.ts';

/** What the Change screen looks at: a setup, the changes one after the other, and how. */
export interface ChangeView {
  readonly base: SetupDocument;
  /** What the base was read to do, once it was calibrated by it; null where nothing was read. */
  readonly anchor: Measurement | null;
  /** At least one; the last is the one that is looked at. */
  readonly changes: readonly SetupChange[];
  readonly schools: Readonly<Record<string, string>>;
  readonly shelf: Pick<SearchParts, 'motor' | 'esc' | 'battery'> | null;
  /** Against what it is held: the setup before the last change, or the one that all began with. */
  readonly against: 'step' | 'start';
}

/** One power path in watts. */
interface Path {
  readonly stages: PowerStage[];
  readonly usefulW: number;
  readonly standing: boolean;
}

/** Everything the Change screen draws. */
export interface ChangePicture extends ChangeReport {
  readonly sentence: string;
  readonly same: string;
  readonly said: readonly string[];
  readonly steps: readonly Step[];
  /** The setups at both ends. */
  readonly before: SetupDocument;
  readonly setup: SetupDocument;
  /** Sentences of all the steps. */
  readonly trail: readonly string[];
  readonly paths: readonly [Path, Path];
  /** Findings after the change. */
  readonly checks: readonly CheckResult[];
}

type ChangeResult = { ok: true; picture: ChangePicture } | { ok: false; errors: Issue[] };

/** What makes a change safe, and how it is tested: what takes longest. */
export interface ChangeAdvice {
  readonly mends: Mends;
  /** Null while something is over that would break. */
  readonly plan: Plan | null;
}

/** The last change of a view made on what the earlier ones made, and the sentences of all. */
function made(
  view: ChangeView,
  bands: boolean
): { ok: true; value: Changed; trail: string[] } | { ok: false; errors: Issue[] } {
  const whole = validateSetup(view.base);
  if (!whole.ok) return whole;
  const by = { schools: view.schools, shelf: view.shelf };
  const trail: string[] = [];
  const keeps: string[] = [];
  let from = view.base;
  const last = view.changes[view.changes.length - 1];
  for (const change of view.changes) {
    const faults = faultsOf(from, change);
    if (faults.length > 0) return { ok: false, errors: faults };
    if (change === last) break;
    const kind = kindOf(change);
    const { setup } = kind.alter(from, change, by);
    trail.push(kind.sentence(from, change, setup));
    keeps.push(...kind.keeps);
    from = setup;
  }
  // temperatures were read of the base: they say nothing of a step between
  const isRead = view.changes.length === 1 || view.against === 'start';
  const anchor = isRead ? view.anchor : null;
  const result = changed(from, last, { ...by, anchor, bands, keeps });
  if (!result.ok) return result;
  return { ok: true, value: held(result.value, view), trail: [...trail, result.value.sentence] };
}

/**
 * Works out the Change screen but for what mends; what is wrong with the change, where it cannot be made.
 * @param quick without bands and without the figures that take a run to follow: for the frame after an edit
 */
export function changePicture(view: ChangeView, quick: boolean): ChangeResult {
  const result = made(view, !quick);
  if (!result.ok) return result;
  const { value: c, trail } = result;
  const checks = runChecks(c.after);
  return {
    ok: true,
    picture: {
      ...toldOf(c, checks, quick),
      sentence: c.sentence,
      same: c.same,
      said: c.said,
      steps: c.steps,
      before: c.before.document,
      setup: c.setup,
      trail,
      paths: [powerPath(c.before.point), powerPath(c.after.point)],
      checks
    }
  };
}

/** How one figure came about at both ends of the change of a view; nulls where nothing is told of it. */
export function whyChange(
  view: ChangeView,
  id: string
): readonly [before: Derivation | null, after: Derivation | null] {
  const result = made(view, false);
  if (!result.ok) return [null, null];
  const { before, after } = result.value;
  return [whyFigureOf(before, id), whyFigureOf(after, id)];
}

/** What makes the change of a view safe, and its test; null where the change cannot be made. */
export function changeAdvice(view: ChangeView): ChangeAdvice | null {
  const result = made(view, true);
  if (!result.ok) return null;
  const { value: c } = result;
  const checks = runChecks(c.after);
  return {
    mends: mendsOf(c, checks),
    plan: planIfTestable(checks, c.origin.document, c.after, [], undefined, cellsOwned(view.shelf?.battery))
  };
}

/**
 * The change held against what the view says, the step before or the start of all; what breaks is held against the start
 * whatever is looked at.
 */
function held(c: Changed, view: ChangeView): Changed {
  if (view.changes.length === 1) return c;
  const whole = changed(
    view.base,
    { kind: 'figures', title: c.sentence, changes: [] },
    { schools: view.schools, shelf: view.shelf, anchor: null, bands: c.before.bands }
  );
  if (!whole.ok) return c;
  const origin = whole.value.before;
  return view.against === 'step' ? { ...c, origin } : { ...c, origin, before: origin };
}
