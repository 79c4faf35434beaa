import { store } from '$lib/server/db/store';
import { body, idOf, respond } from '$lib/server/http';
import { editPart, markPart, type PartInput } from '$lib/server/parts';
import type { RequestHandler } from './$types';

export const PUT: RequestHandler = async ({ params, request }) => {
  const sent = await body(request);
  if (!sent.ok) return sent.response;
  return respond(editPart(store(), idOf(params.id), (sent.value ?? {}) as PartInput));
};

export const DELETE: RequestHandler = ({ params }) => respond(markPart(store(), idOf(params.id), true));

/** Puts a deleted part back on the shelf. */
export const POST: RequestHandler = ({ params }) => respond(markPart(store(), idOf(params.id), false));
