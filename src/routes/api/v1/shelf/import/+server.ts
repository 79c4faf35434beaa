import { compute } from '$lib/server/compute/pool';
import { store } from '$lib/server/db/store';
import { bytesOf, endpoint, fieldsOf, idIn } from '$lib/server/http';
import { importShelf, undoImport } from '$lib/server/shelf-exchange';

/** Plans (or with `apply=1` does) the import of a file sent as the body; `good=1` takes the good rows only. */
export const POST = endpoint(async ({ request, url }) => {
  const bytes = await bytesOf(request);
  if (!bytes.ok) return bytes;
  const q = url.searchParams;
  const read = await compute('readShelf', q.get('name') ?? '', bytes.value);
  return importShelf(store(), read, q.get('apply') === '1', q.get('good') === '1');
});

/** Takes an import back. */
export const DELETE = endpoint(async ({ request }) => {
  const sent = await fieldsOf(request);
  if (!sent.ok) return sent;
  const { added } = sent.value;
  return undoImport(store(), Array.isArray(added) ? added.map(idIn) : []);
});
