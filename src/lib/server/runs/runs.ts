import type { RunDetails, RunEdited, RunLogged } from '../../core/document/run-schema.ts';
import type { Marked } from '../../api/schemas/setups.ts';
import type { RunWhole } from '../../api/schemas/runs.ts';
import type { StoredRun } from '../../core/document/stored.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import type { Thinned } from '../../core/testing/record/thin.ts';
import { markDeleted } from '../db/mark-deleted.ts';
import type { Db } from '../db/open.ts';
import { transaction } from '../db/transaction.ts';
import { found, notFound, staleness, type Outcome } from '../outcome.ts';
import { getSetup } from '../setups.ts';
import { madeBy } from './made-by.ts';
import { readDocument } from '../stored-document.ts';

interface Row {
  id: number;
  revision: number;
  setup_id: number;
  held_at: string;
  title: string;
  verdict: string;
  readings: string;
  details: string;
  state: StoredRun['state'];
  samples: number;
}

const SELECT = /* sql */ `
  SELECT r.id, r.revision, r.setup_id, r.held_at, r.title, r.verdict, r.readings, r.details, r.state, r.samples
  FROM run r`;

const fromRow = (r: Row): StoredRun => ({
  id: r.id,
  revision: r.revision,
  setupId: r.setup_id,
  heldAt: r.held_at,
  title: r.title,
  verdict: r.verdict,
  readings: JSON.parse(r.readings) as StoredRun['readings'],
  details: JSON.parse(r.details) as RunDetails,
  state: r.state,
  samples: r.samples
});

/** Most runs that are listed at once. */
export const MOST_LISTED_RUNS = 200;
/** A file that is still being read is no run yet. */
const WHOLE = "NOT (r.state = 'live' AND COALESCE(json_extract(r.details, '$.source'), '') = 'file')";

/** Which runs are listed: of a craft's setups or of one setup, from the newest on. */
interface RunsAsked {
  readonly craftId?: number;
  readonly setupId?: number;
  readonly most?: number;
  readonly skip?: number;
}

const whereOf = ({ craftId, setupId }: RunsAsked): [string, number[]] =>
  setupId !== undefined
    ? ['r.setup_id = ?', [setupId]]
    : ['r.setup_id IN (SELECT id FROM setup WHERE craft_id = ?)', [craftId ?? -1]];

/** Logged runs, newest first. */
export function listRuns(db: Db, asked: RunsAsked): StoredRun[] {
  const [where, ids] = whereOf(asked);
  const rows = db
    .prepare(
      `${SELECT} WHERE ${where} AND r.deleted_at IS NULL AND ${WHOLE}
       ORDER BY r.held_at DESC, r.id DESC LIMIT ? OFFSET ?`
    )
    .all(...ids, Math.min(asked.most ?? MOST_LISTED_RUNS, MOST_LISTED_RUNS), asked.skip ?? 0) as Row[];
  return rows.map(fromRow);
}

/** How many runs there are to list. */
export function countRuns(db: Db, asked: RunsAsked): number {
  const [where, ids] = whereOf(asked);
  return db
    .prepare(`SELECT COUNT(*) FROM run r WHERE ${where} AND r.deleted_at IS NULL AND ${WHOLE}`)
    .pluck()
    .get(...ids) as number;
}

/** One run. */
export function getRun(db: Db, id: number): Outcome<StoredRun> {
  const row = db.prepare(`${SELECT} WHERE r.id = ? AND r.deleted_at IS NULL`).get(id) as Row | undefined;
  return row ? found(fromRow(row)) : notFound('run');
}

/** One run whole. */
export function getRunWhole(db: Db, id: number): Outcome<RunWhole> {
  const run = getRun(db, id);
  if (!run.ok) return run;
  const document = documentOf(db, id);
  if (!document) return notFound('setup');
  const overview = db.prepare('SELECT document FROM run_overview WHERE run_id = ?').pluck().get(id) as
    string | undefined;
  return found({
    run: run.value,
    document,
    overview: overview === undefined ? null : (JSON.parse(overview) as Thinned)
  });
}

/** The setup exactly as a run was made with it; as it is now for a run that was logged before that was kept. */
export function documentOf(db: Db, runId: number): SetupDocument | null {
  const text = db
    .prepare(
      `SELECT v.document FROM run r JOIN setup s ON s.id = r.setup_id
       JOIN setup_revision v ON v.id = COALESCE(r.setup_revision_id, s.current_revision_id) WHERE r.id = ?`
    )
    .pluck()
    .get(runId) as string | undefined;
  return text === undefined ? null : readDocument(text);
}

/** Logs a run of a setup as it is now. @param heldAt when it was, ISO 8601 */
export function logRun(db: Db, setupId: number, run: RunLogged, heldAt: string): Outcome<{ id: number }> {
  return transaction(db, () => {
    const setup = getSetup(db, setupId);
    if (!setup.ok) return setup;
    const made = madeBy(setup.value.document, run.details?.changes);
    if (!made.ok) return made;
    return found({ id: createRun(db, { ...run, verdict: run.verdict ?? '', setupId, heldAt }) });
  });
}

/** What a run begins with. */
export type NewRun = Pick<StoredRun, 'setupId' | 'heldAt' | 'title' | 'verdict' | 'readings'> &
  Partial<Pick<StoredRun, 'details' | 'state'>>;

/** Stores a run with the revision of its setup that stands. @returns its id */
export function createRun(db: Db, run: NewRun): number {
  const { lastInsertRowid } = db
    .prepare(
      `INSERT INTO run (setup_id, setup_revision_id, held_at, title, verdict, readings, details, state)
       VALUES (@setupId, (SELECT current_revision_id FROM setup WHERE id = @setupId), @heldAt, @title, @verdict,
         @readings, @details, @state)`
    )
    .run({
      setupId: run.setupId,
      heldAt: run.heldAt,
      title: run.title,
      verdict: run.verdict,
      readings: JSON.stringify(run.readings),
      details: JSON.stringify(run.details ?? { source: 'typed' }),
      state: run.state ?? 'ended'
    });
  return Number(lastInsertRowid);
}

/** Writes words and details of a run anew; what is not named stays. */
export function editRun(db: Db, id: number, edited: RunEdited, revision: unknown): Outcome<StoredRun> {
  return transaction(db, () => {
    const run = getRun(db, id);
    if (!run.ok) return run;
    const stale = staleness(revision, run.value, 'run', true);
    if (stale) return stale;
    const document = documentOf(db, id);
    const made = document && madeBy(document, edited.details?.changes);
    if (made && !made.ok) return made;
    const { title = run.value.title, verdict = run.value.verdict } = edited;
    const details = { ...run.value.details, ...edited.details };
    db.prepare(
      'UPDATE run SET title = ?, verdict = ?, details = ?, revision = revision + 1 WHERE id = ?'
    ).run(title, verdict, JSON.stringify(details), id);
    return getRun(db, id);
  });
}

/** Takes a run out of the log, or puts it back. */
export const markRun = (db: Db, id: number, deleted: boolean, revision?: unknown): Outcome<Marked> =>
  markDeleted(db, 'run', id, deleted, revision);
