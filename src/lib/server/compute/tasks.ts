/** What the server's threads do: the heavy work, on plain values. Nothing here touches the database. */
import { sketchChecked } from '../../core/alternatives/sketch-checked.ts';
import { compareSetups, type Comparison } from '../../core/compare/compare.ts';
import { summaryOf, type SetupSummary } from '../../core/compare/glance.ts';
import { validateSetup } from '../../core/document/validate.ts';
import { analysisOf, type SetupAnalysis } from '../../core/analysis/setup-analysis.ts';
import { answerChange } from '../../core/change/answer-change.ts';
import { changePicture, type ChangePicture } from '../../core/change/change-picture.ts';
import { answerPlan } from '../../core/change/answer-plan.ts';
import type { Plan } from '../../core/testing/plan/stage.ts';
import { planned } from '../../core/testing/planned.ts';
import { firstChange } from '../../core/change/kinds/all-kinds.ts';
import type { ChangeAnswer } from '../../core/change/change-of.ts';
import type { CalibrateAnswer } from '../../core/calibration/calibrate.ts';
import type { PredictAnswer } from '../../core/predict/answer.ts';
import { calibrationOfTable } from '../../core/calibration/fit-makers-table.ts';
import { answerCalibrate } from '../../core/calibration/answer-calibrate.ts';
import { issue } from '../../core/text/issues.ts';
import { parseJson } from '../../core/text/json.ts';
import { badRequest, answerPredict, type BadRequest } from '../../core/predict/answer-predict.ts';
import { matchPicture, mendsFor, type MatchResult } from '../../core/match/match-picture.ts';
import type { MatchMends } from '../../core/match/mends.ts';
import { checkSearch, type SearchJob } from '../../core/search/answer-search.ts';
import { spaceOf, type SearchParts } from '../../core/search/space.ts';
import { helpView, type HelpView } from '../../core/help/help.ts';
import { answerSheet } from '../../core/sheet/answer-sheet.ts';
import type { SheetMore } from '../../core/sheet/sheet.ts';
import { sheetMarkdown } from '../../core/sheet/sheet-markdown.ts';
import type { UnitChoice } from '../../core/units/quantity.ts';
import type { Battery, SetupDocument } from '../../core/document/schema.ts';

export { readCraft } from '../../core/formats/read-craft.ts';
export { readShelf } from '../../core/formats/read-shelf.ts';

type Answered<T> = { ok: true; answer: T } | { ok: false; errors: BadRequest };

const withJson = <T>(text: string, answer: (value: unknown) => Answered<T>): Answered<T> => {
  const parsed = parseJson(text);
  return parsed.ok
    ? answer(parsed.value)
    : { ok: false, errors: badRequest([issue('', 'not-json', { why: parsed.message })]) };
};

/** Answers the text of a predict request. */
export const predict = (text: string): Answered<PredictAnswer> => withJson(text, answerPredict);

/** Answers the text of a calibrate request. */
export const calibrate = (text: string): Answered<CalibrateAnswer> => withJson(text, answerCalibrate);

/** Answers the text of a change request; parts are chosen from the stored shelf where it brings none. */
export const change = (
  text: string,
  stored: SearchParts,
  schools: Record<string, string>
): Answered<ChangeAnswer> => withJson(text, (value) => answerChange(value, stored, schools));

/** Answers the text of a plan request; parts are chosen from the stored shelf where it brings none. */
export const plan = (text: string, stored: SearchParts, schools: Record<string, string>): Answered<Plan> =>
  withJson(text, (value) => answerPlan(value, stored, schools));

export { answerOfSearch, searchShare } from '../../core/search/answer-search.ts';

/** Checks the text of a search request; the job, and how many combinations it is. */
export function checkedSearch(
  text: string,
  stored: SearchParts,
  schools: Record<string, string>
): { ok: true; job: SearchJob; size: number } | { ok: false; errors: BadRequest } {
  const parsed = parseJson(text);
  if (!parsed.ok) return { ok: false, errors: badRequest([issue('', 'not-json', { why: parsed.message })]) };
  const checked = checkSearch(parsed.value, stored, schools);
  if (!checked.ok) return checked;
  const job = checked.value;
  return { ok: true, job, size: spaceOf(job.brief, job.parts, job.limits).size };
}

/** What a motor's maker's tables teach of it. */
export const tableCalibration = calibrationOfTable;

/** A first setup for a brief. */
export const sketch = sketchChecked;

type Schools = Record<string, string>;

/** A stored document that can be worked out today; null where it cannot. */
const soundly = (document: SetupDocument, schools: Schools): SetupAnalysis | null =>
  validateSetup(document).ok ? analysisOf(document, { schools }) : null;

/** Each setup in short; null where it cannot be worked out. */
export const summaries = (
  documents: SetupDocument[],
  packs: Battery[],
  schools: Schools
): (SetupSummary | null)[] =>
  documents.map((document) => {
    const s = soundly(document, schools);
    return s && summaryOf(s, packs);
  });

const FULL = { throttle: 1, speedMs: 0, stateOfCharge: 1 };

/** What the Match page shows before its own workers answer: the open setup, and the compared ones side by side. */
export function matchPage(
  document: SetupDocument,
  compared: SetupDocument[],
  schools: Schools
): { drawn: MatchResult; comparison: Comparison; shown: number[] } {
  const sides = compared.map((d) => soundly(d, schools));
  return {
    // what puts failing checks right takes longer and follows by itself
    drawn: matchPicture(document, { point: FULL, schools }, 'banded'),
    shown: sides.flatMap((s, at) => (s ? [at] : [])),
    comparison: compareSetups(sides.flatMap((s) => s ?? []))
  };
}

/** What puts a setup right at full throttle, where the Match page begins; null where it cannot be worked out. */
export const matchMends = (document: SetupDocument, schools: Schools): MatchMends | null =>
  mendsFor(document, { point: FULL, schools });

/** What the Change page shows before its own workers answer: the first change that is offered; null where it cannot be made. */
export function changePage(
  document: SetupDocument,
  schools: Schools,
  shelf: Pick<SearchParts, 'motor' | 'esc' | 'battery'>
): ChangePicture | null {
  if (!validateSetup(document).ok) return null;
  const view = {
    base: document,
    anchor: null,
    changes: [firstChange('cells', document)],
    schools,
    shelf,
    against: 'step'
  } as const;
  const drawn = changePicture(view, false);
  return drawn.ok ? drawn.picture : null;
}

/** A page of help with the figures of a setup, as it stands. */
export const help = (id: string, document: SetupDocument, schools: Schools): HelpView | null =>
  helpView(id, document, null, schools);

/** A build sheet; the errors of a stored document that cannot be worked out today. */
export const sheet = answerSheet;

/** A build sheet as Markdown, in the user's units. */
export function sheetText(
  value: unknown,
  more: SheetMore,
  choice: UnitChoice
): { ok: true; answer: string } | { ok: false; errors: BadRequest } {
  const made = answerSheet(value, more);
  return made.ok ? { ok: true, answer: sheetMarkdown(made.answer, choice) } : made;
}

/** What the Test page shows before its own workers answer: the plan by what was logged. */
export const testPage = planned;

/** Rounds after which the compiler has seen what matters. */
const WARM_ROUNDS = 4;

/** Does a little of everything once, so that the first who asks does not wait for a cold start. */
export function warm(): void {
  const sketched = sketchChecked({ name: 'warm', kind: 'fixed-wing', purpose: 'sport', massKg: 1 });
  if (!sketched.ok) return;
  const { document } = sketched.value;
  for (let k = 0; k < WARM_ROUNDS; k++) matchPage(document, [document], {});
}
