import { store } from '$lib/server/db/store';
import { endpoint, fieldsOf, idOf, namedRevision } from '$lib/server/http';
import { deleteSetup, editSetup, getSetup } from '$lib/server/setups';

export const GET = endpoint(({ params }) => getSetup(store(), idOf(params.id)));

export const PUT = endpoint(async (event) => {
  const sent = await fieldsOf(event.request);
  if (!sent.ok) return sent;
  const { document, label } = sent.value;
  return editSetup(
    store(),
    idOf(event.params.id),
    document,
    typeof label === 'string' && label !== '' ? label : 'edited',
    namedRevision(event, sent.value)
  );
});

export const DELETE = endpoint(async (event) => {
  const sent = await fieldsOf(event.request, {});
  return sent.ok ? deleteSetup(store(), idOf(event.params.id), namedRevision(event, sent.value)) : sent;
});
