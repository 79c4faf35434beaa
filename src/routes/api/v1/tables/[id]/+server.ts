import { store } from '$lib/server/db/store';
import { endpoint, fieldsOf, idOf, namedRevision } from '$lib/server/http';
import { editMakersTable, getMakersTable, markMakersTable } from '$lib/server/makers-tables';

export const GET = endpoint(({ params }) => getMakersTable(store(), idOf(params.id)));

export const PUT = endpoint(async (event) => {
  const sent = await fieldsOf(event.request);
  return sent.ok
    ? editMakersTable(store(), idOf(event.params.id), sent.value, namedRevision(event, sent.value))
    : sent;
});

export const DELETE = endpoint(async (event) => {
  const sent = await fieldsOf(event.request, {});
  return sent.ok
    ? markMakersTable(store(), idOf(event.params.id), true, namedRevision(event, sent.value))
    : sent;
});

/** Puts a deleted table back. */
export const POST = endpoint(({ params }) => markMakersTable(store(), idOf(params.id), false));
