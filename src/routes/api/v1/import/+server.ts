import { importCraft, undoCraftImport } from '$lib/server/craft-exchange';
import { store } from '$lib/server/db/store';
import { body, respond } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** Plans (or with `apply=1` does) the import of a craft or a setup sent as the body. */
export const POST: RequestHandler = async ({ request, url }) => {
  const sent = await body(request);
  if (!sent.ok) return sent.response;
  const apply = url.searchParams.get('apply') === '1';
  return respond(importCraft(store(), sent.value, apply), apply ? 201 : 200);
};

/** Takes an import back. */
export const DELETE: RequestHandler = async ({ request }) => {
  const sent = await body(request);
  if (!sent.ok) return sent.response;
  const made = (sent.value ?? {}) as { craftId?: unknown; setupIds?: unknown };
  return respond(
    undoCraftImport(
      store(),
      typeof made.craftId === 'number' ? made.craftId : null,
      Array.isArray(made.setupIds) ? made.setupIds.map(Number) : []
    )
  );
};
