import { store } from '$lib/server/db/store';
import { bodyOf, endpoint, idOf } from '$lib/server/http';
import { createMakersTable, listMakersTables } from '$lib/server/makers-tables';
import { found } from '$lib/server/outcome';

export const GET = endpoint(({ params }) => found(listMakersTables(store(), idOf(params.id))));

export const POST = endpoint(async ({ params, request }) => {
  const sent = await bodyOf(request);
  return sent.ok ? createMakersTable(store(), idOf(params.id), sent.value) : sent;
}, 201);
