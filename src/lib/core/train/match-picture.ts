import type { Chart } from '../charts/chart.ts';
import { chartOf } from '../charts/charts-of.ts';
import { interpretSetup, supplyOf } from '../setup/interpret.ts';
import type { PredictPoint, SetupDocument } from '../setup/schema.ts';
import { validatePredict, type Issue } from '../setup/validate.ts';
import { powerPath, type PowerStage } from './power-path.ts';
import type { PredictAnswer } from './answer.ts';
import { predict } from './predict.ts';
import { whyAll } from '../why/why-all.ts';
import type { Why } from '../why/why.ts';

/** Everything the Match screen draws of one setup at one point. */
export interface MatchPicture {
  document: SetupDocument;
  answer: PredictAnswer;
  path: { stages: PowerStage[]; usefulW: number; standing: boolean };
  why: Record<string, Why>;
  chart: Chart | null;
}

/** `quick`: no bands, no chart, for the frame after an edit; `banded`: both; `full`: and what puts failing checks right. */
export type Depth = 'quick' | 'banded' | 'full';

export type MatchResult = { ok: true; picture: MatchPicture } | { ok: false; errors: Issue[] };

/**
 * Validates a document and works out the Match screen.
 * @param depth how much is worked out
 */
export function matchPicture(
  document: unknown,
  point: PredictPoint,
  schools: Record<string, string>,
  depth: Depth,
  chart: Chart['id'] = 'throttle'
): MatchResult {
  const request = validatePredict({ setup: document, points: [point], schools });
  if (!request.ok) {
    return { ok: false, errors: request.errors.map((e) => ({ ...e, path: e.path.replace(/^setup\./, '') })) };
  }
  const answer = predict({ ...request.value, bands: depth !== 'quick', remedies: depth === 'full' });
  const i = interpretSetup(request.value.setup);
  const supply = supplyOf(i, point);
  return {
    ok: true,
    picture: {
      document: request.value.setup,
      answer,
      path: powerPath(answer.points[0]),
      why: whyAll(i, answer),
      chart: depth !== 'quick' ? chartOf(chart, i, supply, answer, point.speedMs ?? 0) : null
    }
  };
}
