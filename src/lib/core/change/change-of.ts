import { DRIVE_PARTS, type DrivePart } from '../registry/parts.ts';
import type { CheckResult } from '../checks/finding.ts';
import { runChecks } from '../checks/run-checks.ts';
import type { Measurement } from '../calibration/schema.ts';
import { firstGears, outputLimits } from '../checks/candidates.ts';
import type { PredictPoint, SetupDocument } from '../document/schema.ts';
import { partWord } from '../document/part-words.ts';
import { validateSetup } from '../document/validate.ts';
import { BASE } from '../alternatives/drive-options.ts';
import type { Cannot } from '../alternatives/cannot.ts';
import { mendingOf, type Aim, type PutRight } from '../alternatives/put-right.ts';
import type { PredictAnswer } from '../predict/answer.ts';
import { answerOf } from '../predict/predict.ts';
import { analysisOf, type SetupAnalysis } from '../analysis/setup-analysis.ts';
import { planIfTestable } from '../testing/plan/plan.ts';
import type { Plan } from '../testing/plan/stage.ts';
import type { Issue } from '../text/issues.ts';
import type { ChosenBy, Step } from './apply-change.ts';
import type { Anchored } from './baseline-reading.ts';
import { withMeasuredHeat } from './measured-heat.ts';
import { waysBack, type BackTo } from '../alternatives/ways-back.ts';
import { balanceOf, type Balance } from './balance.ts';
import { careOf, type Care } from './handling-notes.ts';
import { cellsPlaceOf, type CellsPlace } from './cell-range.ts';
import { choicesOf, type Choice } from './choices.ts';
import type { Claim } from './judge-claims.ts';
import { differencesOf, type FigureChange } from './differences.ts';
import { kindOf, type SetupChange } from './kinds/all-kinds.ts';
import type { Report } from './kinds/change-kind.ts';
import type { Profile } from './profiles.ts';
import { railOf, type OnRail } from './pack-voltage-loads.ts';
import { rulesOf } from './rules/all-rules.ts';
import type { RuleShown } from './rules/rule.ts';
import { trapOf, type Trap } from './cell-count-curve.ts';

/** How a change is looked at. */
interface ChangeLook extends ChosenBy {
  /** What may not be taken back beside the change itself: what earlier steps were made for. */
  readonly keeps?: readonly string[];
  /** What the setup was read to do, which it was calibrated by; null where nothing was read. */
  readonly anchor: Measurement | null;
  readonly point?: PredictPoint;
  readonly windingC?: number;
  readonly bands: boolean;
}

/** A change made: both ends as situations, and what the core has to say of the way between. */
export interface Changed {
  readonly change: SetupChange;
  readonly sentence: string;
  /** "same motor, same propeller": what was not touched. */
  readonly same: string;
  /** The setup after the change. */
  readonly setup: SetupDocument;
  readonly before: SetupAnalysis;
  readonly after: SetupAnalysis;
  /** The setup as it is, before every step: what breaks, what sees other volts and how it is tested compare with it. */
  readonly origin: SetupAnalysis;
  readonly said: readonly string[];
  readonly steps: readonly Step[];
  readonly anchor: Measurement | null;
  /** Paths that nothing may take back. */
  readonly keeps: readonly string[];
}

/** A part's figures without its name. */
const figures = (setup: SetupDocument, part: DrivePart): string => {
  const { name: _name, ...rest } = (setup[part] ?? {}) as { name?: string };
  return JSON.stringify(rest);
};

function sameWords(before: SetupDocument, after: SetupDocument): string {
  const same = DRIVE_PARTS.filter((part) => figures(before, part) === figures(after, part)).map(
    (part) => `same ${partWord(part, after.propulsor.kind)}`
  );
  return same.join(', ');
}

/**
 * Makes a change of a valid setup and looks at both ends.
 * @returns what is wrong with the changed document where it would be refused
 */
export function changed(
  base: SetupDocument,
  change: SetupChange,
  look: ChangeLook
): { ok: true; value: Changed } | { ok: false; errors: Issue[] } {
  const kind = kindOf(change);
  const { setup, said, steps = [] } = kind.alter(base, change, look);
  const checked = validateSetup(setup);
  if (!checked.ok) return { ok: false, errors: checked.errors };
  const at = (document: SetupDocument): SetupAnalysis =>
    analysisOf(document, {
      point: look.point,
      windingC: look.windingC,
      schools: look.schools as Record<string, string> | undefined,
      bands: look.bands
    });
  const before = at(base);
  return {
    ok: true,
    value: {
      change,
      sentence: kind.sentence(base, change, setup),
      same: sameWords(base, setup),
      setup,
      before,
      after: at(setup),
      origin: before,
      said,
      steps,
      anchor: look.anchor,
      keeps: [...kind.keeps, ...(look.keeps ?? [])]
    }
  };
}

/** What makes a changed setup safe, or as safe as it was. */
export interface Mends {
  /** The fewest steps that leave nothing over, the change itself left as it is. */
  readonly mends: readonly PutRight[];
  /** Where there are none: the fewest steps after which nothing is over that was not over before, nor by more. */
  readonly restores: readonly PutRight[];
  /** What nothing mends, and what would have to give. */
  readonly cannot: readonly Cannot[];
}

/** Looks for what makes a changed setup safe. @param results findings after the change */
export function mendsOf(c: Changed, results: readonly CheckResult[]): Mends {
  const volts = c.origin.setup.battery.series / c.after.setup.battery.series;
  const matched = volts < 1 ? [Math.floor(100 * volts + 1e-9) / 100] : [];
  const aim: Aim = {
    keeps: c.keeps,
    also: (s) => [
      { ladder: outputLimits(s, matched), cost: BASE.output },
      { ladder: firstGears(s), cost: BASE.gear }
    ],
    fewest: true
  };
  const found = mendingOf(c.after, results, aim);
  const mends = found.putRight.filter((m) => m.stillOver.length === 0);
  if (mends.length > 0) return { mends, restores: [], cannot: [] };
  const wasOver = runChecks(c.origin).filter((r) => r.finding === 'over' && r.value !== null);
  if (wasOver.length === 0) return { mends, restores: [], cannot: found.cannot };
  const excused = new Map(wasOver.map((r) => [r.id, r.value as number]));
  const { putRight } = mendingOf(c.after, results, { ...aim, excused });
  return { mends, restores: putRight.filter((m) => m.stillOver.length === 0), cannot: found.cannot };
}

/** Everything that is told of a change beside its two ends. */
export interface ChangeReport {
  readonly differences: readonly FigureChange[];
  readonly rules: readonly RuleShown[];
  readonly claims: readonly Claim[];
  readonly breaks: readonly CheckResult[];
  /** Over before the change and after it. */
  readonly stays: readonly CheckResult[];
  /** What held before the change and has used up its margin after it. */
  readonly closer: readonly CheckResult[];
  readonly rail: readonly OnRail[];
  readonly profiles: readonly Profile[] | null;
  /** How an output limit is set and checked, as plain text. */
  readonly text: string | null;
  readonly trap: Trap | null;
  readonly waysBack: readonly BackTo[];
  readonly choices: readonly Choice[] | null;
  readonly care: readonly Care[];
  readonly balance: Balance | null;
  readonly cellsPlace: CellsPlace | null;
}

/**
 * Tells of a change all but what mends it and how it is tested.
 * @param results findings after it; @param quick whether what takes longest is left out: for the frame after an edit
 */
export function toldOf(c: Changed, results: readonly CheckResult[], quick = false): ChangeReport {
  const { before, after, change } = c;
  const was = runChecks(c.origin);
  const wasOver = new Set(was.filter((r) => r.finding === 'over').map((r) => r.id));
  const wasTight = new Set(was.filter((r) => r.finding === 'tight').map((r) => r.id));
  const over = results.filter((r) => r.finding === 'over');
  const kind = kindOf(change);
  const limits = kind.limits?.(before.document, change) ?? null;
  const reports = (report: Report): boolean => kind.reports?.includes(report) ?? false;
  const series = after.setup.battery.series;
  return {
    differences: withMeasuredHeat(differencesOf(before, after, quick), c.anchor, before, after),
    rules: rulesOf({ before, after, change }, kind.rules ?? []),
    claims: (kind.claims ?? []).flatMap((claim) => claim({ before, after }) ?? []),
    breaks: over.filter((r) => !wasOver.has(r.id)),
    stays: over.filter((r) => wasOver.has(r.id)),
    closer: results.filter((r) => r.finding === 'tight' && !wasTight.has(r.id) && !wasOver.has(r.id)),
    rail: railOf(c.origin.document, after.document),
    profiles: limits && limits.profiles,
    text: limits && limits.text,
    trap: reports('cell-curve') ? trapOf(before, series, limits && after.worst.batteryCurrentA) : null,
    waysBack: !quick && reports('ways-back') ? waysBack(before, after) : [],
    choices: !quick && reports('choices') ? choicesOf(before) : null,
    care: reports('care') ? careOf(c.origin.document, after.document) : [],
    balance: balanceOf(before.document, after.document),
    cellsPlace: reports('cells-place') ? cellsPlaceOf(before.document, after.document) : null
  };
}

/** The answer of the contract. */
export interface ChangeAnswer extends ChangeReport, Mends {
  readonly sentence: string;
  readonly same: string;
  readonly before: PredictAnswer;
  readonly after: PredictAnswer;
  readonly setup: SetupDocument;
  readonly said: readonly string[];
  readonly steps: readonly Step[];
  readonly anchored: Omit<Anchored, 'setup'> | null;
  /** How it is tested, step by step; null while something is over that would break. */
  readonly plan: Plan | null;
}

/** The whole answer for a change. @param fit what its reading told, null without one; @param asked points of both ends; whether what makes it safe is looked for */
export function changeAnswerOf(
  c: Changed,
  fit: Anchored | null,
  asked: {
    readonly points?: PredictPoint[];
    readonly remedies?: boolean;
    readonly mends?: boolean;
    readonly owned?: readonly number[] | null;
  } = {}
): ChangeAnswer {
  const before = answerOf(c.before, { points: asked.points, remedies: asked.remedies });
  const after = answerOf(c.after, { points: asked.points, remedies: asked.remedies });
  const mended = (asked.mends ?? true) ? mendsOf(c, after.checks) : { mends: [], restores: [], cannot: [] };
  return {
    sentence: c.sentence,
    same: c.same,
    before,
    after,
    setup: c.setup,
    said: c.said,
    steps: c.steps,
    anchored: fit && { residuals: fit.residuals, unresolved: fit.unresolved, notes: fit.notes },
    ...toldOf(c, after.checks),
    ...mended,
    plan: planIfTestable(after.checks, c.origin.document, c.after, [], undefined, asked.owned)
  };
}
