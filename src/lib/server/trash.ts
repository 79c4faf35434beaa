import type { TrashItem, TrashKind } from '../api/schemas/backups.ts';
import type { Db } from './db/open.ts';
import { transaction } from './db/transaction.ts';
import { found, type Outcome } from './outcome.ts';

/** How long what was deleted is kept, days. */
export const TRASH_DAYS = 30;
const DAY_MS = 86_400_000;

/** What lies in the trash, by kind: id, name and when it was deleted. What went with its craft, setup or part comes back with it. */
const QUERIES: Readonly<Record<TrashKind, string>> = {
  craft: 'SELECT id, name, deleted_at FROM craft WHERE deleted_at IS NOT NULL',
  setup: `SELECT s.id, c.name || ': ' || COALESCE(json_extract(r.document, '$.name'), 'Setup') AS name, s.deleted_at
    FROM setup s JOIN setup_revision r ON r.id = s.current_revision_id JOIN craft c ON c.id = s.craft_id
    WHERE s.deleted_at IS NOT NULL AND c.deleted_at IS NULL`,
  run: `SELECT r.id, c.name || ': ' || r.title || ', ' || substr(r.held_at, 1, 10) AS name, r.deleted_at
    FROM run r JOIN setup s ON s.id = r.setup_id JOIN craft c ON c.id = s.craft_id
    WHERE r.deleted_at IS NOT NULL AND c.deleted_at IS NULL`,
  part: 'SELECT id, name, deleted_at FROM part WHERE deleted_at IS NOT NULL',
  table: `SELECT t.id, p.name || ': ' || t.title AS name, t.deleted_at
    FROM makers_table t JOIN part p ON p.id = t.part_id WHERE t.deleted_at IS NOT NULL AND p.deleted_at IS NULL`,
  record: `SELECT r.id, p.name || ', ' || substr(r.held_at, 1, 10) AS name, r.deleted_at
    FROM pack_record r JOIN part p ON p.id = r.part_id WHERE r.deleted_at IS NOT NULL AND p.deleted_at IS NULL`,
  search: `SELECT s.id, c.name || ': ' || s.name AS name, s.deleted_at
    FROM search s JOIN craft c ON c.id = s.craft_id WHERE s.deleted_at IS NOT NULL AND c.deleted_at IS NULL`
};

/** Most things that are listed, the last deleted first. */
const MOST = 500;

/** What was deleted and can be put back, the last deleted first. */
export function listTrash(db: Db): Outcome<TrashItem[]> {
  const items = (Object.keys(QUERIES) as TrashKind[]).flatMap((kind) =>
    (
      db.prepare(`${QUERIES[kind]} ORDER BY 3 DESC LIMIT ${MOST}`).all() as {
        id: number;
        name: string;
        deleted_at: string;
      }[]
    ).map(({ id, name, deleted_at: at }) => ({
      kind,
      id,
      name,
      deletedAt: at,
      goesAt: new Date(Date.parse(at) + TRASH_DAYS * DAY_MS).toISOString()
    }))
  );
  return found(items.sort((a, b) => (a.deletedAt < b.deletedAt ? 1 : -1)).slice(0, MOST));
}

/**
 * What goes for good, children before what they hang on: `gone` names rows whose time is over, or that hang on such a row.
 * A table of data.
 */
const STEPS: readonly string[] = [
  'CREATE TEMP TABLE gone_craft AS SELECT id FROM craft WHERE deleted_at < :before',
  `CREATE TEMP TABLE gone_setup AS SELECT id FROM setup WHERE craft_id IN (SELECT id FROM gone_craft)
     OR (deleted_at < :before AND NOT EXISTS (SELECT 1 FROM run WHERE run.setup_id = setup.id
       AND (run.deleted_at IS NULL OR run.deleted_at >= :before)))`,
  `CREATE TEMP TABLE gone_run AS SELECT id FROM run WHERE deleted_at < :before OR setup_id IN (SELECT id FROM gone_setup)`,
  'CREATE TEMP TABLE gone_part AS SELECT id FROM part WHERE deleted_at < :before',
  'DELETE FROM run_block WHERE run_id IN (SELECT id FROM gone_run)',
  'DELETE FROM run_overview WHERE run_id IN (SELECT id FROM gone_run)',
  'DELETE FROM run WHERE id IN (SELECT id FROM gone_run)',
  'DELETE FROM share WHERE setup_id IN (SELECT id FROM gone_setup)',
  'UPDATE setup SET changed_from_id = NULL WHERE changed_from_id IN (SELECT id FROM gone_setup)',
  'UPDATE setup SET current_revision_id = NULL WHERE id IN (SELECT id FROM gone_setup)',
  'DELETE FROM setup_revision WHERE setup_id IN (SELECT id FROM gone_setup)',
  'DELETE FROM setup WHERE id IN (SELECT id FROM gone_setup)',
  'DELETE FROM search WHERE deleted_at < :before OR craft_id IN (SELECT id FROM gone_craft)',
  'DELETE FROM craft WHERE id IN (SELECT id FROM gone_craft)',
  'DELETE FROM makers_table WHERE deleted_at < :before OR part_id IN (SELECT id FROM gone_part)',
  'DELETE FROM pack_record WHERE deleted_at < :before OR part_id IN (SELECT id FROM gone_part)',
  'DELETE FROM part WHERE id IN (SELECT id FROM gone_part)',
  'DROP TABLE gone_craft',
  'DROP TABLE gone_setup',
  'DROP TABLE gone_run',
  'DROP TABLE gone_part'
];

/** Lets go for good what was deleted longer ago than it is kept. @returns how many rows that were */
export function emptyTrash(db: Db, now = new Date()): number {
  const before = new Date(now.getTime() - TRASH_DAYS * DAY_MS).toISOString();
  const done = transaction(db, () => {
    db.pragma('defer_foreign_keys = ON');
    let rows = 0;
    for (const step of STEPS) {
      const { changes } = db.prepare(step).run(step.includes(':before') ? { before } : {});
      if (step.startsWith('DELETE')) rows += changes;
    }
    return found(rows);
  });
  return done.ok ? done.value : 0;
}
