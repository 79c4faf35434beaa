import { store } from '$lib/server/db/store';
import { body, respond } from '$lib/server/http';
import { found } from '$lib/server/outcome';
import { createPart, listParts, type PartInput } from '$lib/server/parts';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = () => respond(found(listParts(store())));

export const POST: RequestHandler = async ({ request }) => {
  const sent = await body(request);
  if (!sent.ok) return sent.response;
  return respond(createPart(store(), (sent.value ?? {}) as PartInput), 201);
};
