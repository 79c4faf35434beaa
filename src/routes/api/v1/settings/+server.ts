import { store } from '$lib/server/db/store';
import { body, respond } from '$lib/server/http';
import { found } from '$lib/server/outcome';
import { getSettings, putSettings } from '$lib/server/settings';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = () => respond(found(getSettings(store())));

export const PUT: RequestHandler = async ({ request }) => {
  const sent = await body(request);
  return sent.ok ? respond(putSettings(store(), sent.value)) : sent.response;
};
