import type { RunEnd, StoredRun } from '../../core/document/stored.ts';
import { columnsOf, CHANNELS, type Sample } from '../../core/testing/record/sample.ts';
import { summaryOfRun } from '../../core/testing/record/run-readings.ts';
import { thinned } from '../../core/testing/record/thin.ts';
import type { Db } from '../db/open.ts';
import { transaction } from '../db/transaction.ts';
import { found, refused, type Outcome } from '../outcome.ts';
import { blockOf, samplesOf } from './block.ts';
import { documentOf, getRun } from './runs.ts';

/** Buckets of a run on the screen. */
const BUCKETS = 600;

/** Appends samples to a live run; they are on the disk when this returns. */
export function appendSamples(
  db: Db,
  runId: number,
  samples: readonly Sample[]
): Outcome<{ stored: number }> {
  if (samples.length === 0) return found({ stored: 0 });
  return transaction(db, () => {
    const run = getRun(db, runId);
    if (!run.ok) return run;
    if (run.value.state !== 'live')
      return refused('nothing-to-do', 'This run has ended; nothing was stored.');
    const seq = db
      .prepare('SELECT COALESCE(MAX(seq), -1) + 1 FROM run_block WHERE run_id = ?')
      .pluck()
      .get(runId);
    db.prepare('INSERT INTO run_block (run_id, seq, count, block) VALUES (?, ?, ?, ?)').run(
      runId,
      seq,
      samples.length,
      blockOf(samples)
    );
    return found({ stored: samples.length });
  });
}

/**
 * Samples of a run, block by block, as they arrived. Each block is asked for by itself: a query that is open holds up every
 * other, and whoever reads may take his time.
 */
export function* blocksOf(db: Db, runId: number): Generator<Sample[]> {
  const next = db.prepare(
    'SELECT seq, block FROM run_block WHERE run_id = ? AND seq > ? ORDER BY seq LIMIT 1'
  );
  let last = -1;
  for (;;) {
    const row = next.get(runId, last) as { seq: number; block: Buffer } | undefined;
    if (!row) return;
    last = row.seq;
    yield samplesOf(row.block);
  }
}

/** Ends a live run: what it read in short, its curve for the screen, and why it ended. Ending twice changes nothing. */
export function endRun(db: Db, runId: number, end: RunEnd): Outcome<StoredRun> {
  return transaction(db, () => {
    const run = getRun(db, runId);
    if (!run.ok || run.value.state === 'ended') return run;
    const samples = [...blocksOf(db, runId)].flat();
    const { details } = run.value;
    const capacityAh = documentOf(db, runId)?.battery.capacityAh ?? null;
    const { readings, ...rest } = summaryOfRun(samples, details.startCharge ?? null, capacityAh);
    db.prepare(
      "UPDATE run SET state = 'ended', readings = ?, details = ?, revision = revision + 1 WHERE id = ?"
    ).run(JSON.stringify(readings), JSON.stringify({ ...details, ...rest, end }), runId);
    db.prepare('INSERT OR REPLACE INTO run_overview (run_id, document) VALUES (?, ?)').run(
      runId,
      JSON.stringify(thinned(columnsOf(samples), BUCKETS))
    );
    return getRun(db, runId);
  });
}

/** Ends what a server left behind that was ended by force: what was on the disk is the run. @returns how many */
export function endAbandoned(db: Db): number {
  const ids = db.prepare("SELECT id FROM run WHERE state = 'live'").pluck().all() as number[];
  for (const id of ids) endRun(db, id, { rule: 'broken-off' });
  return ids.length;
}

/** A run's samples as CSV, row by row. */
export function* csvOf(db: Db, runId: number): Generator<string> {
  yield `seconds,${CHANNELS.join(',')}\n`;
  for (const samples of blocksOf(db, runId))
    yield samples.map((s) => `${[s.seconds, ...CHANNELS.map((c) => s[c] ?? '')].join(',')}\n`).join('');
}
