import { pageFrom } from '../help/help.ts';
import type { Chart } from '../charts/chart.ts';
import { chartOf } from '../charts/charts-of.ts';
import type { Remedy } from '../checks/finding.ts';
import { runChecks } from '../checks/run-checks.ts';
import type { PredictPoint, SetupDocument } from '../document/schema.ts';
import { validatePredict, type Issue } from '../document/validate.ts';
import type { PredictAnswer } from '../predict/answer.ts';
import { answerOf } from '../predict/predict.ts';
import { fittingsOf, type Fittings, type ShelfPart } from '../alternatives/fittings.ts';
import { shoppingLines, type ShoppingLine } from '../alternatives/shopping.ts';
import { mendingOf } from '../alternatives/put-right.ts';
import { remediesOf } from '../alternatives/remedies.ts';
import { analysisOf, type SetupAnalysis } from '../analysis/setup-analysis.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { whyOf } from '../derivations/derive.ts';
import type { Derivation } from '../derivations/derivation.ts';
import type { MatchMends } from './mends.ts';
import { powerPath, type PowerStage } from './power-path.ts';

/** Everything the Match screen draws of one setup at one point. */
export interface MatchPicture {
  document: SetupDocument;
  answer: PredictAnswer;
  path: { stages: PowerStage[]; usefulW: number; standing: boolean };
  /** Weight of the craft, N; and its pack's current in the worst case: full throttle, standing, full pack, A. */
  weightN: number;
  worstA: number;
  chart: Chart | null;
}

/** `quick`: no bands, no chart, for the frame after an edit; `banded`: both; `full`: and what puts the whole setup right. */
export type Depth = 'quick' | 'banded' | 'full';

/** What the Match screen looks at. */
export interface MatchLook {
  readonly point: PredictPoint;
  readonly schools: Readonly<Record<string, string>>;
}

export type MatchResult = { ok: true; picture: MatchPicture } | { ok: false; errors: Issue[] };

/** What is bought and fitted goes by: the worst case, whatever the screen looks at. */
const FULL_THROTTLE: PredictPoint = { throttle: 1, speedMs: 0, stateOfCharge: 1 };

/** A document checked and looked at, or what is wrong with it. */
function looked(
  document: unknown,
  { point, schools }: MatchLook,
  bands: boolean
): { ok: true; s: SetupAnalysis } | { ok: false; errors: Issue[] } {
  const request = validatePredict({ setup: document, points: [point], schools });
  return request.ok
    ? { ok: true, s: analysisOf(request.value.setup, { point, schools, bands }) }
    : { ok: false, errors: request.errors.map((e) => ({ ...e, path: e.path.replace(/^setup\./, '') })) };
}

/**
 * Validates a document and works out the Match screen.
 * @param depth how much is worked out
 */
export function matchPicture(
  document: unknown,
  look: MatchLook,
  depth: Depth,
  chart: Chart['id'] = 'throttle'
): MatchResult {
  const found = looked(document, look, depth !== 'quick');
  if (!found.ok) return found;
  const { s } = found;
  const answer = answerOf(s, { remedies: false, putRight: depth === 'full' });
  return {
    ok: true,
    picture: {
      document: document as SetupDocument,
      answer,
      path: powerPath(answer.points[0]),
      weightN: s.setup.craft.massKg * GRAVITY_MS2,
      worstA: s.worst.batteryCurrentA,
      chart: depth === 'quick' ? null : chartOf(chart, s)
    }
  };
}

/** What puts the whole setup of the screen right, as a full picture has it; null where the document is not sound. */
export function mendsFor(document: unknown, look: MatchLook): MatchMends | null {
  const found = looked(document, look, true);
  return found.ok ? mendingOf(found.s, runChecks(found.s)) : null;
}

/** What puts one check of the screen right; nothing where the document is not sound. */
export function remediesFor(document: unknown, look: MatchLook, id: string): Remedy[] {
  const found = looked(document, look, true);
  return found.ok ? remediesOf(id, runChecks(found.s), found.s) : [];
}

/** What to buy for the shown setup; nothing where the document is not sound. */
export function shoppingFor(document: unknown, look: MatchLook): ShoppingLine[] {
  const found = looked(document, { ...look, point: FULL_THROTTLE }, true);
  return found.ok ? shoppingLines(found.s) : [];
}

/** The best ways to fit what is free in the shown setup; null where the document is not sound. */
export function fittingsFor(
  document: unknown,
  look: MatchLook,
  shelf: readonly ShelfPart[]
): Fittings | null {
  const found = looked(document, { ...look, point: FULL_THROTTLE }, true);
  return found.ok ? fittingsOf(found.s, shelf) : null;
}

/** The derivation of one figure on the screen; null where none is known by that id, or the document is not sound. */
export function whyFigure(document: unknown, look: MatchLook, id: string): Derivation | null {
  const found = looked(document, look, id.startsWith('unknown-'));
  const why = found.ok ? whyOf(found.s, id) : null;
  return why && { ...why, learn: pageFrom(id) };
}
