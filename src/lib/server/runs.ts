import type { StoredRun } from '../core/document/stored.ts';
import type { Db } from './db/open.ts';

interface Row {
  id: number;
  setup_id: number;
  held_at: string;
  title: string;
  verdict: string;
  readings: string;
}

/** Logged runs of a craft's setups, newest first. */
export function listRuns(db: Db, craftId: number): StoredRun[] {
  const rows = db
    .prepare(
      `SELECT r.id, r.setup_id, r.held_at, r.title, r.verdict, r.readings FROM run r
       JOIN setup s ON s.id = r.setup_id WHERE s.craft_id = ? AND r.deleted_at IS NULL ORDER BY r.held_at DESC, r.id DESC`
    )
    .all(craftId) as Row[];
  return rows.map((r) => ({
    id: r.id,
    setupId: r.setup_id,
    heldAt: r.held_at,
    title: r.title,
    verdict: r.verdict,
    readings: JSON.parse(r.readings) as StoredRun['readings']
  }));
}

/** Stores a run; the demo's log. */
export function createRun(db: Db, run: Omit<StoredRun, 'id'>): void {
  db.prepare('INSERT INTO run (setup_id, held_at, title, verdict, readings) VALUES (?, ?, ?, ?, ?)').run(
    run.setupId,
    run.heldAt,
    run.title,
    run.verdict,
    JSON.stringify(run.readings)
  );
}
