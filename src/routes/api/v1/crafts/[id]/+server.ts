import { exportCraft } from '$lib/server/craft-exchange';
import { markCraft } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { endpoint, fieldsOf, idOf, namedRevision } from '$lib/server/http';

export const GET = endpoint(({ params }) => exportCraft(store(), idOf(params.id)));

export const DELETE = endpoint(async (event) => {
  const sent = await fieldsOf(event.request, {});
  return sent.ok ? markCraft(store(), idOf(event.params.id), true, namedRevision(event, sent.value)) : sent;
});

/** Puts a deleted craft back. */
export const POST = endpoint(({ params }) => markCraft(store(), idOf(params.id), false));
