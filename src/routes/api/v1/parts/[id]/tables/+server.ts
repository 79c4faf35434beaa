import { store } from '$lib/server/db/store';
import { body, idOf, respond } from '$lib/server/http';
import { createMakersTable, listMakersTables } from '$lib/server/makers-tables';
import { found } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => respond(found(listMakersTables(store(), idOf(params.id))));

export const POST: RequestHandler = async ({ params, request }) => {
  const sent = await body(request);
  return sent.ok ? respond(createMakersTable(store(), idOf(params.id), sent.value), 201) : sent.response;
};
