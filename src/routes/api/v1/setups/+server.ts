import { store } from '$lib/server/db/store';
import { body, respond } from '$lib/server/http';
import { found } from '$lib/server/outcome';
import { createSetup, listSetups } from '$lib/server/setups';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ url }) => {
  const craft = url.searchParams.get('craft');
  return respond(found(listSetups(store(), craft === null ? undefined : Number(craft))));
};

export const POST: RequestHandler = async ({ request }) => {
  const sent = await body(request);
  if (!sent.ok) return sent.response;
  const input = (sent.value ?? {}) as { craftId?: unknown; document?: unknown };
  return respond(createSetup(store(), Number(input.craftId), input.document), 201);
};
