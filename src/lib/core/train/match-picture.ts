import { interpretSetup, supplyOf } from '../setup/interpret.ts';
import type { PredictPoint, SetupDocument } from '../setup/schema.ts';
import { validatePredict, type Issue } from '../setup/validate.ts';
import { powerPath, type PowerStage } from './power-path.ts';
import { predict, type PredictAnswer } from './predict.ts';
import { throttleSweep, type Sweep } from './sweep.ts';

/** Everything the Match screen draws of one setup at one point. */
export interface MatchPicture {
  document: SetupDocument;
  answer: PredictAnswer;
  path: { stages: PowerStage[]; usefulW: number; standing: boolean };
  sweep: Sweep | null;
}

export type MatchResult = { ok: true; picture: MatchPicture } | { ok: false; errors: Issue[] };

/**
 * Validates a document and works out the Match screen.
 * @param depth `quick`: no bands, no sweep, for the frame after an edit; `full`: everything
 */
export function matchPicture(
  document: unknown,
  point: PredictPoint,
  schools: Record<string, string>,
  depth: 'quick' | 'full'
): MatchResult {
  const request = validatePredict({ setup: document, points: [point], schools });
  if (!request.ok) {
    return { ok: false, errors: request.errors.map((e) => ({ ...e, path: e.path.replace(/^setup\./, '') })) };
  }
  const answer = predict({ ...request.value, bands: depth === 'full' });
  const i = interpretSetup(request.value.setup);
  return {
    ok: true,
    picture: {
      document: request.value.setup,
      answer,
      path: powerPath(answer.points[0]),
      sweep: depth === 'full' ? throttleSweep(i, supplyOf(i, point), point.speedMs ?? 0) : null
    }
  };
}
