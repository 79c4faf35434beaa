import { store } from '$lib/server/db/store';
import { body, idOf, respond } from '$lib/server/http';
import { deleteSetup, editSetup, getSetup } from '$lib/server/setups';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => respond(getSetup(store(), idOf(params.id)));

export const PUT: RequestHandler = async ({ params, request }) => {
  const sent = await body(request);
  if (!sent.ok) return sent.response;
  const input = (sent.value ?? {}) as { document?: unknown; label?: unknown };
  const label = typeof input.label === 'string' ? input.label : 'edited';
  return respond(editSetup(store(), idOf(params.id), input.document, label));
};

export const DELETE: RequestHandler = ({ params }) => respond(deleteSetup(store(), idOf(params.id)));
