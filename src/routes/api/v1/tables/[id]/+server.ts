import { store } from '$lib/server/db/store';
import { body, idOf, respond } from '$lib/server/http';
import { editMakersTable, markMakersTable } from '$lib/server/makers-tables';
import type { RequestHandler } from './$types';

export const PUT: RequestHandler = async ({ params, request }) => {
  const sent = await body(request);
  return sent.ok ? respond(editMakersTable(store(), idOf(params.id), sent.value)) : sent.response;
};

export const DELETE: RequestHandler = ({ params }) =>
  respond(markMakersTable(store(), idOf(params.id), true));

/** Puts a deleted table back. */
export const POST: RequestHandler = ({ params }) => respond(markMakersTable(store(), idOf(params.id), false));
