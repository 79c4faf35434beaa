import type { RunEnd } from '../../core/document/run-schema.ts';
import { channel, RECORDED_CHANNELS } from '../../core/registry/channels.ts';
import type { StoredRun } from '../../core/document/stored.ts';
import { blockOf, MOST_IN_BLOCK, samplesIn } from '../../core/testing/record/block.ts';
import { RunDigest } from '../../core/testing/record/run-readings.ts';
import { columnsOf, momentsOf, type Sample, type Samples } from '../../core/testing/record/sample.ts';
import { Thinning } from '../../core/testing/record/thin.ts';
import { issue } from '../../core/text/issues.ts';
import type { Db } from '../db/open.ts';
import { transaction } from '../db/transaction.ts';
import { found, invalid, refused, type Outcome } from '../outcome.ts';
import { documentOf, getRun } from './runs.ts';

/** Buckets of a run on the screen. */
const BUCKETS = 600;
/** Most samples of one run: a hundred hours at ten a second. */
const MOST_SAMPLES = 5_000_000;

/** Appends samples to a live run; they are on the disk when this returns. */
export function appendSamples(db: Db, runId: number, samples: Samples): Outcome<{ stored: number }> {
  const count = samples.seconds.length;
  if (count === 0) return found({ stored: 0 });
  return transaction(db, () => {
    const run = getRun(db, runId);
    if (!run.ok) return run;
    if (run.value.state !== 'live')
      return refused('nothing-to-do', 'This run has ended; nothing was stored.');
    if (run.value.samples + count > MOST_SAMPLES)
      return refused(
        'too-large',
        `A run has at most ${MOST_SAMPLES / 1e6} million samples; cut the file in parts.`
      );
    const last = db
      .prepare('SELECT seq, last_s FROM run_block WHERE run_id = ? ORDER BY seq DESC LIMIT 1')
      .get(runId) as { seq: number; last_s: number } | undefined;
    const first = samples.seconds[0];
    if (last && first < last.last_s)
      return invalid([issue('seconds', 'time-back', { from: last.last_s, to: first })]);
    db.prepare('INSERT INTO run_block (run_id, seq, count, last_s, block) VALUES (?, ?, ?, ?, ?)').run(
      runId,
      (last?.seq ?? -1) + 1,
      count,
      samples.seconds[count - 1],
      blockOf(samples)
    );
    db.prepare('UPDATE run SET samples = samples + ? WHERE id = ?').run(count, runId);
    return found({ stored: count });
  });
}

/**
 * A block of samples that was sent: whole, in time's order, every value one that can be.
 */
export function soundBlock(bytes: Uint8Array): Outcome<Samples> {
  let samples: Samples;
  try {
    samples = samplesIn(bytes);
  } catch {
    return invalid([issue('', 'no-block', {})]);
  }
  const { seconds, channels } = samples;
  if (seconds.length === 0 || seconds.length > MOST_IN_BLOCK)
    return invalid([issue('', 'block-size', { most: MOST_IN_BLOCK, count: seconds.length })]);
  for (let k = 0; k < seconds.length; k++) {
    if (!Number.isFinite(seconds[k]) || seconds[k] < 0)
      return invalid([issue('seconds', 'no-time', { row: k + 1 })]);
    if (k > 0 && seconds[k] < seconds[k - 1])
      return invalid([issue('seconds', 'time-back', { from: seconds[k - 1], to: seconds[k] })]);
  }
  for (const c of RECORDED_CHANNELS) {
    const [low, high] = channel(c).bounds;
    const bad = channels[c]?.find((v) => !Number.isNaN(v) && !(v >= low && v <= high));
    if (bad !== undefined) return invalid([issue(c, 'range', { name: c, value: bad, low, high })]);
  }
  return found(samples);
}

/**
 * Samples of a run, block by block, as they arrived. Each block is asked for by itself: a query that is open holds up every
 * other, and whoever reads may take his time.
 */
export function* blocksOf(db: Db, runId: number): Generator<Samples> {
  const next = db.prepare(
    'SELECT seq, block FROM run_block WHERE run_id = ? AND seq > ? ORDER BY seq LIMIT 1'
  );
  let last = -1;
  for (;;) {
    const row = next.get(runId, last) as { seq: number; block: Buffer } | undefined;
    if (!row) return;
    last = row.seq;
    yield samplesIn(row.block);
  }
}

/** Blocks after which others get their turn, while a long run is summed up. */
const TURN = 20;

/** What a run read in short and its curve for the screen, block by block; yields now and then so that it may be put off. */
function* digested(
  db: Db,
  run: StoredRun
): Generator<void, { details: object; readings: object; curve: object }> {
  const { details } = run;
  const digest = new RunDigest(
    details.startCharge ?? null,
    documentOf(db, run.id)?.battery.capacityAh ?? null,
    details.heldThrottle ?? 1
  );
  const lastBlock = db
    .prepare('SELECT block FROM run_block WHERE run_id = ? ORDER BY seq DESC LIMIT 1')
    .pluck()
    .get(run.id) as Buffer | undefined;
  const lastS = lastBlock ? (samplesIn(lastBlock).seconds.at(-1) ?? 0) : 0;
  let thinning: Thinning | null = null;
  let at = 0;
  for (const samples of blocksOf(db, run.id)) {
    thinning ??= new Thinning(samples.seconds[0], lastS, Math.max(Math.min(BUCKETS, run.samples), 1));
    thinning.push(samples);
    digest.push(momentsOf(samples));
    if (++at % TURN === 0) yield;
  }
  const { readings, ...rest } = digest.summary();
  return { readings, details: rest, curve: thinning?.result() ?? { seconds: [], channels: {} } };
}

function storeEnd(
  db: Db,
  run: StoredRun,
  end: RunEnd | null,
  { readings, details, curve }: { details: object; readings: object; curve: object }
): Outcome<StoredRun> {
  return transaction(db, () => {
    db.prepare(
      "UPDATE run SET state = 'ended', readings = ?, details = ?, revision = revision + 1 WHERE id = ?"
    ).run(JSON.stringify(readings), JSON.stringify({ ...run.details, ...details, end }), run.id);
    db.prepare('INSERT OR REPLACE INTO run_overview (run_id, document) VALUES (?, ?)').run(
      run.id,
      JSON.stringify(curve)
    );
    return getRun(db, run.id);
  });
}

/** Ends a live run: what it read in short, its curve for the screen, and why it ended. Ending twice changes nothing. */
export function endRun(db: Db, runId: number, end: RunEnd | null): Outcome<StoredRun> {
  const run = getRun(db, runId);
  if (!run.ok || run.value.state === 'ended') return run;
  const work = digested(db, run.value);
  for (;;) {
    const step = work.next();
    if (step.done) return storeEnd(db, run.value, end, step.value);
  }
}

/** Ends a run of any length without holding up others meanwhile. */
export async function endLongRun(db: Db, runId: number): Promise<Outcome<StoredRun>> {
  const run = getRun(db, runId);
  if (!run.ok || run.value.state === 'ended') return run;
  const work = digested(db, run.value);
  for (;;) {
    const step = work.next();
    if (step.done) return storeEnd(db, run.value, null, step.value);
    await new Promise((turn) => setImmediate(turn));
  }
}

/** Throws away a run that was never whole, with every sample of it. */
export function dropRun(db: Db, runId: number): void {
  transaction(db, () => {
    for (const table of ['run_block', 'run_overview'])
      db.prepare(`DELETE FROM ${table} WHERE run_id = ?`).run(runId);
    db.prepare('DELETE FROM run WHERE id = ?').run(runId);
    return found(null);
  });
}

/**
 * Ends what a server left behind that was ended by force: what was on the disk is the run; a file that was read half is
 * thrown away. @returns how many
 */
export function endAbandoned(db: Db): number {
  const runs = db
    .prepare("SELECT id, json_extract(details, '$.source') AS source FROM run WHERE state = 'live'")
    .all() as { id: number; source: string | null }[];
  for (const { id, source } of runs)
    if (source === 'file') dropRun(db, id);
    else endRun(db, id, { rule: 'broken-off' });
  return runs.length;
}

/** Appends moments, as a stand or a meter gives them. */
export const appendMoments = (
  db: Db,
  runId: number,
  samples: readonly Sample[]
): Outcome<{ stored: number }> => appendSamples(db, runId, columnsOf(samples));

/** A run's samples as CSV, row by row. */
export function* csvOf(db: Db, runId: number): Generator<string> {
  yield `seconds,${RECORDED_CHANNELS.join(',')}\n`;
  for (const samples of blocksOf(db, runId))
    yield momentsOf(samples)
      .map((s) => `${[s.seconds, ...RECORDED_CHANNELS.map((c) => s[c] ?? '')].join(',')}\n`)
      .join('');
}
