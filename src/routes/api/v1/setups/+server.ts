import { store } from '$lib/server/db/store';
import { endpoint, fieldsOf, idIn, idOf } from '$lib/server/http';
import { found } from '$lib/server/outcome';
import { createSetup, listSetups } from '$lib/server/setups';

export const GET = endpoint(({ url }) => {
  const craft = url.searchParams.get('craft');
  return found(listSetups(store(), craft === null ? undefined : idOf(craft)));
});

export const POST = endpoint(async ({ request }) => {
  const sent = await fieldsOf(request);
  return sent.ok ? createSetup(store(), idIn(sent.value.craftId), sent.value.document) : sent;
}, 201);
