import { json } from '@sveltejs/kit';
import { answerPredict } from '$lib/core/train/answer-predict';
import { body } from '$lib/server/http';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ request }) => {
  const sent = await body(request);
  if (!sent.ok) return sent.response;
  const result = answerPredict(sent.value);
  return result.ok ? json(result.answer) : json(result.errors, { status: 422 });
};
