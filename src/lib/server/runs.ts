import type { RunLogged } from '../core/document/run-schema.ts';
import type { StoredRun } from '../core/document/stored.ts';
import type { Db } from './db/open.ts';
import { found, type Outcome } from './outcome.ts';
import { getSetup } from './setups.ts';

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

/** Logs a run of a setup as it is now. @param heldAt when it was, ISO 8601 */
export function logRun(db: Db, setupId: number, run: RunLogged, heldAt: string): Outcome<{ id: number }> {
  const setup = getSetup(db, setupId);
  if (!setup.ok) return setup;
  return found({ id: createRun(db, { ...run, setupId, heldAt }) });
}

/** Stores a run. @returns its id */
export function createRun(db: Db, run: Omit<StoredRun, 'id'>): number {
  const { lastInsertRowid } = db
    .prepare('INSERT INTO run (setup_id, held_at, title, verdict, readings) VALUES (?, ?, ?, ?, ?)')
    .run(run.setupId, run.heldAt, run.title, run.verdict, JSON.stringify(run.readings));
  return Number(lastInsertRowid);
}
