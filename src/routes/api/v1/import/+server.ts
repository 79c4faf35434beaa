import { store } from '$lib/server/db/store';
import { importDocument } from '$lib/server/exchange';
import { body, respond } from '$lib/server/http';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ request, url }) => {
  const sent = await body(request);
  if (!sent.ok) return sent.response;
  const craft = url.searchParams.get('craft');
  return respond(importDocument(store(), sent.value, craft === null ? null : Number(craft)), 201);
};
