import { store } from '$lib/server/db/store';
import { idOf, respond } from '$lib/server/http';
import { notFound } from '$lib/server/outcome';
import { duplicateSetup, pinSetup, redoSetup, restoreSetup, undoSetup, useSetup } from '$lib/server/setups';
import type { RequestHandler } from './$types';

const ACTIONS: Record<string, typeof undoSetup> = {
  undo: undoSetup,
  redo: redoSetup,
  duplicate: duplicateSetup,
  restore: restoreSetup,
  use: useSetup,
  pin: (db, id) => pinSetup(db, id, true),
  unpin: (db, id) => pinSetup(db, id, false)
};

export const POST: RequestHandler = ({ params }) => {
  const action = ACTIONS[params.action];
  return respond(action ? action(store(), idOf(params.id)) : notFound('action'));
};
