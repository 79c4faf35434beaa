import { store } from '$lib/server/db/store';
import { bodyOf, endpoint } from '$lib/server/http';
import { found } from '$lib/server/outcome';
import { createPart, listParts } from '$lib/server/parts';

export const GET = endpoint(() => found(listParts(store())));

export const POST = endpoint(async ({ request }) => {
  const sent = await bodyOf(request);
  return sent.ok ? createPart(store(), sent.value) : sent;
}, 201);
