import { createFromBrief, listCrafts } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { body, respond } from '$lib/server/http';
import { found } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = () => respond(found(listCrafts(store())));

export const POST: RequestHandler = async ({ request }) => {
  const sent = await body(request);
  return sent.ok ? respond(createFromBrief(store(), sent.value), 201) : sent.response;
};
