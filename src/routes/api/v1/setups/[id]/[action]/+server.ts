import { store } from '$lib/server/db/store';
import type { Db } from '$lib/server/db/open';
import { endpoint, fieldsOf, idOf, namedRevision } from '$lib/server/http';
import { notFound, type Outcome } from '$lib/server/outcome';
import {
  duplicateSetup,
  openSetup,
  pinSetup,
  redoSetup,
  restoreSetup,
  undoSetup,
  useSetup
} from '$lib/server/setups';

type Action = (db: Db, id: number, revision: unknown) => Outcome<unknown>;

/** What may be done with a setup; undo and redo name the revision they leave. */
const ACTIONS: ReadonlyMap<string, Action> = new Map<string, Action>([
  ['undo', undoSetup],
  ['redo', redoSetup],
  ['duplicate', (db, id) => duplicateSetup(db, id)],
  ['restore', (db, id) => restoreSetup(db, id)],
  ['open', (db, id) => openSetup(db, id)],
  ['use', useSetup],
  ['pin', (db, id, revision) => pinSetup(db, id, true, revision)],
  ['unpin', (db, id, revision) => pinSetup(db, id, false, revision)]
]);

export const POST = endpoint(async (event) => {
  const sent = await fieldsOf(event.request, {});
  if (!sent.ok) return sent;
  const action = ACTIONS.get(event.params.action ?? '');
  return action
    ? action(store(), idOf(event.params.id), namedRevision(event, sent.value))
    : notFound('action');
});
