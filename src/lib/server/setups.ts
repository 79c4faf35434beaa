import type { SetupDocument } from '../core/document/schema.ts';
import type { Revision, StoredSetup } from '../core/document/stored.ts';
import { withGivenWeight } from '../core/document/sources.ts';
import { validateSetup } from '../core/document/validate.ts';
import type { Marked } from '../api/schemas/setups.ts';
import { withoutKnown } from '../core/model/known.ts';
import { documentKnown, withKnowledge } from './knowledge.ts';
import { markDeleted } from './db/mark-deleted.ts';
import type { Db } from './db/open.ts';
import { transaction } from './db/transaction.ts';
import { readDocument } from './stored-document.ts';
import { found, invalid, notFound, refused, staleness, type Outcome } from './outcome.ts';

interface Row {
  id: number;
  revision: number;
  craft_id: number;
  document: string;
  in_use: number;
  pinned: number;
  revision_id: number;
  parent_id: number | null;
  label: string;
  redo_label: string | null;
  changed_from_id: number | null;
}

const SELECT = /* sql */ `
  SELECT s.id, s.revision, s.craft_id, s.in_use, s.pinned, s.changed_from_id, r.document, r.id AS revision_id, r.parent_id, r.label,
    (SELECT c.label FROM setup_revision c WHERE c.parent_id = r.id ORDER BY c.id DESC LIMIT 1) AS redo_label
  FROM setup s JOIN setup_revision r ON r.id = s.current_revision_id
  WHERE s.deleted_at IS NULL`;

const fromRow = (row: Row): StoredSetup => ({
  id: row.id,
  revision: row.revision,
  craftId: row.craft_id,
  document: readDocument(row.document),
  inUse: row.in_use === 1,
  pinned: row.pinned === 1,
  canUndo: row.parent_id !== null,
  canRedo: row.redo_label !== null,
  undoLabel: row.parent_id === null ? null : row.label,
  redoLabel: row.redo_label,
  changedFrom: row.changed_from_id
});

/** All setups, or those of one craft, oldest first. */
export function listSetups(db: Db, craftId?: number): StoredSetup[] {
  const rows =
    craftId === undefined
      ? db.prepare(`${SELECT} ORDER BY s.id`).all()
      : db.prepare(`${SELECT} AND s.craft_id = ? ORDER BY s.id`).all(craftId);
  return (rows as Row[]).map((row) => withKnowledge(db, fromRow(row)));
}

/** Most crafts whose setup in use is read at once. */
const MOST_IN_USE = 200;

/** The setup in use of every craft, with the craft's name. */
export const listInUse = (db: Db): { name: string; document: SetupDocument }[] =>
  (
    db
      .prepare(
        `SELECT c.name, r.document FROM setup s
         JOIN setup_revision r ON r.id = s.current_revision_id
         JOIN craft c ON c.id = s.craft_id
         WHERE s.deleted_at IS NULL AND c.deleted_at IS NULL AND s.in_use = 1 ORDER BY c.id LIMIT ?`
      )
      .all(MOST_IN_USE) as { name: string; document: string }[]
  ).map(({ name, document }) => ({
    name,
    document: documentKnown(db, readDocument(document))
  }));

/** One setup. */
export function getSetup(db: Db, id: number): Outcome<StoredSetup> {
  const row = rowOf(db, id);
  return row ? found(withKnowledge(db, fromRow(row))) : notFound('setup');
}

function appendRevision(
  db: Db,
  setupId: number,
  parent: number | null,
  label: string,
  document: SetupDocument
): void {
  const { lastInsertRowid } = db
    .prepare('INSERT INTO setup_revision (setup_id, parent_id, label, document) VALUES (?, ?, ?, ?)')
    .run(setupId, parent, label, JSON.stringify(withoutKnown(document)));
  db.prepare('UPDATE setup SET current_revision_id = ? WHERE id = ?').run(lastInsertRowid, setupId);
}

/** Stores a new setup of a craft. The first of a craft is in use. */
export function createSetup(
  db: Db,
  craftId: number,
  document: unknown,
  label = 'created',
  changedFrom: number | null = null
): Outcome<StoredSetup> {
  const checked = validateSetup(document);
  if (!checked.ok) return invalid(checked.errors);
  return transaction(db, () => {
    const craft = db.prepare('SELECT id FROM craft WHERE id = ? AND deleted_at IS NULL').get(craftId);
    if (!craft) return notFound('craft');
    if (changedFrom !== null && !getSetup(db, changedFrom).ok) return notFound('setup');
    const first = db.prepare('SELECT 1 FROM setup WHERE craft_id = ? AND deleted_at IS NULL').get(craftId)
      ? 0
      : 1;
    const { lastInsertRowid } = db
      .prepare('INSERT INTO setup (craft_id, in_use, changed_from_id) VALUES (?, ?, ?)')
      .run(craftId, first, changedFrom);
    appendRevision(db, Number(lastInsertRowid), null, label, checked.value);
    return getSetup(db, Number(lastInsertRowid));
  });
}

/**
 * Stores an edit as a new revision. The document that stands already is no edit, whatever revision is named: a write whose
 * answer was lost may be sent again.
 * @param revision the one the edit was made from; a stale one is refused with what stands
 */
export function editSetup(
  db: Db,
  id: number,
  document: unknown,
  label: string,
  revision: unknown
): Outcome<StoredSetup> {
  const checked = validateSetup(document);
  if (!checked.ok) return invalid(checked.errors);
  return transaction(db, () => {
    const row = rowOf(db, id);
    if (!row) return notFound('setup');
    if (
      JSON.stringify(readDocument(row.document)) ===
      JSON.stringify(withGivenWeight(withoutKnown(checked.value)))
    )
      return found(withKnowledge(db, fromRow(row)));
    const stale = staleness(revision, withKnowledge(db, fromRow(row)), 'setup', true);
    if (stale) return stale;
    appendRevision(db, id, row.revision_id, label.slice(0, 200), checked.value);
    db.prepare('UPDATE setup SET revision = revision + 1 WHERE id = ?').run(id);
    return getSetup(db, id);
  });
}

const rowOf = (db: Db, id: number): Row | undefined =>
  db.prepare(`${SELECT} AND s.id = ?`).get(id) as Row | undefined;

/** Goes back to the revision this one was made from. */
export function undoSetup(db: Db, id: number, revision: unknown): Outcome<StoredSetup> {
  return move(db, id, 'undo', revision);
}

/** Goes forward to the newest revision made from this one. */
export function redoSetup(db: Db, id: number, revision: unknown): Outcome<StoredSetup> {
  return move(db, id, 'redo', revision);
}

function move(db: Db, id: number, direction: 'undo' | 'redo', revision: unknown): Outcome<StoredSetup> {
  return transaction(db, () => {
    const row = rowOf(db, id);
    if (!row) return notFound('setup');
    const stale = staleness(revision, withKnowledge(db, fromRow(row)), 'setup', true);
    if (stale) return stale;
    const target =
      direction === 'undo'
        ? row.parent_id
        : (
            db
              .prepare('SELECT id FROM setup_revision WHERE parent_id = ? ORDER BY id DESC LIMIT 1')
              .get(row.revision_id) as { id: number } | undefined
          )?.id;
    if (target == null) return refused('nothing-to-do', `There is nothing to ${direction}.`);
    db.prepare('UPDATE setup SET current_revision_id = ?, revision = revision + 1 WHERE id = ?').run(
      target,
      id
    );
    return getSetup(db, id);
  });
}

/** A copy of a setup with its own history. */
export function duplicateSetup(db: Db, id: number): Outcome<StoredSetup> {
  const source = getSetup(db, id);
  if (!source.ok) return source;
  const { document, craftId } = source.value;
  return createSetup(db, craftId, { ...document, name: `${document.name ?? 'Setup'}, copy` }, 'duplicated');
}

/** Marks a setup deleted; `restoreSetup` takes it back. */
export function deleteSetup(db: Db, id: number, revision?: unknown): Outcome<Marked> {
  return markDeleted(db, 'setup', id, true, revision);
}

/** Takes a deletion back. */
export function restoreSetup(db: Db, id: number): Outcome<StoredSetup> {
  const done = markDeleted(db, 'setup', id, false);
  return done.ok ? getSetup(db, id) : done;
}

/** Makes a setup the one in use for its craft. */
export const useSetup = (db: Db, id: number, revision?: unknown): Outcome<StoredSetup> =>
  touch(db, id, revision, (craftId) =>
    db.prepare('UPDATE setup SET in_use = (id = ?) WHERE craft_id = ?').run(id, craftId)
  );

/** Pins a setup beside the others of its craft, or takes it off. */
export const pinSetup = (db: Db, id: number, pinned: boolean, revision?: unknown): Outcome<StoredSetup> =>
  touch(db, id, revision, () =>
    db.prepare('UPDATE setup SET pinned = ? WHERE id = ?').run(pinned ? 1 : 0, id)
  );

/** Notes that a setup was opened; the start page goes back to it. */
export const openSetup = (db: Db, id: number): Outcome<{ id: number }> => {
  const noted = touch(db, id, undefined, () =>
    db.prepare("UPDATE setup SET opened_at = strftime('%Y-%m-%dT%H:%M:%fZ', 'now') WHERE id = ?").run(id)
  );
  return noted.ok ? found({ id }) : noted;
};

/** Changes what stands beside a setup's document: its place among the others, not its revision. */
function touch(
  db: Db,
  id: number,
  revision: unknown,
  change: (craftId: number) => void
): Outcome<StoredSetup> {
  return transaction(db, () => {
    const row = rowOf(db, id);
    if (!row) return notFound('setup');
    const stale = staleness(revision, fromRow(row), 'setup', false);
    if (stale) return stale;
    change(row.craft_id);
    return getSetup(db, id);
  });
}

/** History of a setup, newest first, with the revision that stands now. */
export function listRevisions(db: Db, id: number): Revision[] {
  const rows = db
    .prepare(
      `SELECT r.id, r.label, r.created_at, r.id = s.current_revision_id AS current
       FROM setup_revision r JOIN setup s ON s.id = r.setup_id WHERE r.setup_id = ? ORDER BY r.id DESC LIMIT 200`
    )
    .all(id) as { id: number; label: string; created_at: string; current: number }[];
  return rows.map((r) => ({ id: r.id, label: r.label, createdAt: r.created_at, current: r.current === 1 }));
}

/** The setup that was opened last, or the first there is, with its craft's name. */
export function lastOpened(db: Db): { name: string; setupId: number } | null {
  const row = db
    .prepare(
      `SELECT s.id AS setupId, c.name FROM setup s JOIN craft c ON c.id = s.craft_id
       WHERE s.deleted_at IS NULL AND c.deleted_at IS NULL ORDER BY s.opened_at DESC, s.id LIMIT 1`
    )
    .get() as { name: string; setupId: number } | undefined;
  return row ?? null;
}
