import { store } from '$lib/server/db/store';
import { endpoint, fieldsOf, idOf, namedRevision } from '$lib/server/http';
import { editPart, getPart, markPart } from '$lib/server/parts';

export const GET = endpoint(({ params }) => getPart(store(), idOf(params.id)));

export const PUT = endpoint(async (event) => {
  const sent = await fieldsOf(event.request);
  return sent.ok
    ? editPart(store(), idOf(event.params.id), sent.value, namedRevision(event, sent.value))
    : sent;
});

export const DELETE = endpoint(async (event) => {
  const sent = await fieldsOf(event.request, {});
  return sent.ok ? markPart(store(), idOf(event.params.id), true, namedRevision(event, sent.value)) : sent;
});

/** Puts a deleted part back on the shelf. */
export const POST = endpoint(({ params }) => markPart(store(), idOf(params.id), false));
