import { json } from '@sveltejs/kit';
import { answerCalibrate } from '$lib/core/calibration/answer-calibrate';
import { body } from '$lib/server/http';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ request }) => {
  const sent = await body(request);
  if (!sent.ok) return sent.response;
  const result = answerCalibrate(sent.value);
  return result.ok ? json(result.answer) : json(result.errors, { status: 422 });
};
