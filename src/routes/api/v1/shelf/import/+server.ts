import { store } from '$lib/server/db/store';
import { importShelf, undoImport } from '$lib/server/shelf-exchange';
import { body, respond } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** Plans (or with `apply=1` does) the import of a file sent as the body; `good=1` takes the good rows only. */
export const POST: RequestHandler = async ({ request, url }) => {
  const bytes = new Uint8Array(await request.arrayBuffer());
  const q = url.searchParams;
  return respond(
    importShelf(store(), q.get('name') ?? '', bytes, q.get('apply') === '1', q.get('good') === '1')
  );
};

/** Takes an import back. */
export const DELETE: RequestHandler = async ({ request }) => {
  const sent = await body(request);
  if (!sent.ok) return sent.response;
  const ids = (sent.value as { added?: unknown } | null)?.added;
  return respond(undoImport(store(), Array.isArray(ids) ? ids.map(Number) : []));
};
