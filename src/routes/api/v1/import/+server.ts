import { compute } from '$lib/server/compute/pool';
import { importCraft, undoCraftImport } from '$lib/server/craft-exchange';
import { store } from '$lib/server/db/store';
import { endpoint, fieldsOf, FILE_BYTES, idIn, respond, textOf } from '$lib/server/http';
import { found, invalid } from '$lib/server/outcome';

/** Plans (or with `apply=1` does) the import of a craft or a setup sent as the body. */
export const POST = endpoint(async ({ request, url }) => {
  const text = await textOf(request, FILE_BYTES);
  if (!text.ok) return text;
  const read = await compute('readCraft', text.value);
  if (!read.ok) return invalid(read.errors);
  const apply = url.searchParams.get('apply') === '1';
  const done = importCraft(store(), read.value, apply);
  return done.ok ? found(respond(done, apply ? 201 : 200)) : done;
});

/** Takes an import back. */
export const DELETE = endpoint(async ({ request }) => {
  const sent = await fieldsOf(request);
  if (!sent.ok) return sent;
  const { craftId, setupIds } = sent.value;
  return undoCraftImport(
    store(),
    typeof craftId === 'number' ? craftId : null,
    Array.isArray(setupIds) ? setupIds.map(idIn) : []
  );
});
