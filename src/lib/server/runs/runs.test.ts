/** Runs: kept with the exact setup they were made with, samples on disk as they arrive, ended once, taken up after a crash. */
import assert from 'node:assert/strict';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, test } from 'node:test';
import { PLANE } from '../../../../tests/helpers/setups.ts';
import { runOf } from '../../../../tests/helpers/stand-run.ts';
import { createSketched } from '../crafts.ts';
import { closeDatabase, openDatabase } from '../db/open.ts';
import { editSetup, getSetup } from '../setups.ts';
import { blockOf, samplesIn } from '../../core/testing/record/block.ts';
import { columnsOf, momentsOf } from '../../core/testing/record/sample.ts';
import { beginRun, cancelFile, stopRun, takeSamples } from './live.ts';
import { createRun, documentOf, editRun, getRun, getRunWhole, listRuns, logRun, markRun } from './runs.ts';
import { appendMoments, blocksOf, csvOf, endAbandoned, endRun, soundBlock } from './samples.ts';

const folder = mkdtempSync(join(tmpdir(), 'iskarn-runs-'));
const db = openDatabase(folder);
after(() => {
  closeDatabase(db);
  rmSync(folder, { recursive: true, force: true });
});
const made = createSketched(db, { name: 'tested', document: PLANE });
assert.ok(made.ok);
const { craftId } = made.value;
const setupId = made.value.id;
const HELD = '2026-05-01T10:00:00Z';
const reading = {
  throttle: 1,
  speedMs: 0,
  batteryVoltageV: 15,
  batteryCurrentA: 40,
  rpm: null,
  thrustN: null
};

test('a block gives back what went in, gaps and all', () => {
  const samples = [
    { seconds: 0, throttle: 0.5, batteryCurrentA: 12.25 },
    { seconds: 0.05, throttle: 0.5, rpm: 9000.5 },
    { seconds: 0.1, throttle: 1 / 3, batteryCurrentA: -0.125, escC: 41 }
  ];
  assert.deepEqual(momentsOf(samplesIn(blockOf(columnsOf(samples)))), samples);
  const bytes = blockOf(columnsOf(samples));
  assert.throws(() => samplesIn(bytes.subarray(0, 60)), RangeError);
  assert.throws(() => samplesIn(bytes.subarray(0, 4)), RangeError);
});

test('a run keeps the setup it was made with, however that is edited later', () => {
  const logged = logRun(db, setupId, { title: 'first', verdict: '', readings: [reading] }, HELD);
  assert.ok(logged.ok);
  const now = getSetup(db, setupId);
  assert.ok(now.ok);
  const edited = { ...PLANE, motor: { ...PLANE.motor, kvRpmPerVolt: 700 } };
  assert.ok(editSetup(db, setupId, edited, 'another motor', now.value.revision).ok);
  assert.equal(documentOf(db, logged.value.id)?.motor.kvRpmPerVolt, 900);
  const later = logRun(db, setupId, { title: 'second', verdict: '', readings: [reading] }, HELD);
  assert.ok(later.ok);
  assert.equal(documentOf(db, later.value.id)?.motor.kvRpmPerVolt, 700);
});

test('words and details are written anew by revision; a stale one changes nothing; a deletion is taken back', () => {
  const id = createRun(db, { setupId, heldAt: HELD, title: 'words', verdict: '', readings: [reading] });
  const edited = editRun(db, id, { details: { feel: 'warm', notes: 'by the reeds' } }, 1);
  assert.ok(edited.ok);
  assert.deepEqual(
    [edited.value.revision, edited.value.details.feel, edited.value.details.source, edited.value.title],
    [2, 'warm', 'typed', 'words']
  );
  const stale = editRun(db, id, { title: 'lost' }, 1);
  assert.ok(!stale.ok && stale.code === 'stale');
  assert.ok(!editRun(db, id, { title: 'lost' }, undefined).ok);
  assert.ok(markRun(db, id, true).ok);
  assert.ok(!getRun(db, id).ok);
  assert.ok(!listRuns(db, { craftId }).some((r) => r.id === id));
  assert.ok(markRun(db, id, false).ok);
  assert.ok(listRuns(db, { craftId }).some((r) => r.id === id));
});

test('a recorded run: samples are there before it ends; ended, it has its steady readings, peaks and curve; only once', () => {
  const id = createRun(db, {
    setupId,
    heldAt: HELD,
    title: 'recorded',
    verdict: '',
    readings: [],
    state: 'live',
    details: { source: 'serial', startCharge: 1 }
  });
  const samples = runOf({ setup: PLANE, seed: 4 }, [
    [4, 0.5],
    [4, 1]
  ]);
  for (let k = 0; k < samples.length; k += 10) assert.ok(appendMoments(db, id, samples.slice(k, k + 10)).ok);
  const live = getRun(db, id);
  assert.ok(live.ok && live.value.state === 'live' && live.value.samples === 160);
  const ended = endRun(db, id, { rule: 'stopped' });
  assert.ok(ended.ok);
  assert.equal(ended.value.readings.length, 2);
  assert.equal(ended.value.readings[1].throttle, 1);
  assert.ok((ended.value.readings[0].stateOfCharge as number) > 0.98);
  assert.equal(ended.value.details.end?.rule, 'stopped');
  assert.ok((ended.value.details.peakA as number) >= (ended.value.readings[1].batteryCurrentA as number));
  assert.equal(ended.value.details.seconds, 8);
  assert.deepEqual([...blocksOf(db, id)].flatMap(momentsOf), samples);
  const refused = appendMoments(db, id, samples.slice(0, 1));
  assert.ok(!refused.ok && refused.code === 'nothing-to-do');
  const again = endRun(db, id, { rule: 'left' });
  assert.ok(again.ok && again.value.details.end?.rule === 'stopped');
  const whole = getRunWhole(db, id);
  assert.ok(whole.ok);
  assert.equal(whole.value.overview?.seconds.length, 160);
  const csv = [...csvOf(db, id)].join('').split('\n');
  assert.equal(csv.length, 162);
  assert.match(csv[0], /^seconds,throttle,batteryVoltageV/);
  assert.equal(Number(csv[1].split(',')[0]), samples[0].seconds);
});

test('what a killed server left behind is a run: its samples, and that it was broken off', () => {
  const id = createRun(db, { setupId, heldAt: HELD, title: 'cut', verdict: '', readings: [], state: 'live' });
  appendMoments(db, id, runOf({ setup: PLANE, seed: 4 }, [[3, 1]]));
  assert.equal(endAbandoned(db), 1);
  const run = getRun(db, id);
  assert.ok(run.ok);
  assert.deepEqual(
    [run.value.state, run.value.details.end?.rule, run.value.readings.length],
    ['ended', 'broken-off', 1]
  );
  assert.equal(endAbandoned(db), 0);
});

test('a live run of nothing, of a setup that is none, or of changes that cannot be is refused', async () => {
  const begun = { title: 'x', source: 'stand' } as const;
  assert.ok(!beginRun(db, 99999, begun, HELD).ok);
  const odd = beginRun(db, setupId, { ...begun, changes: [{ path: 'battery.series', value: 4000 }] }, HELD);
  assert.ok(!odd.ok && odd.code === 'invalid');
  const run = beginRun(db, setupId, { ...begun, stand: { seed: 3, fault: 'weak-cell' } }, HELD);
  assert.ok(run.ok);
  assert.deepEqual(run.value.details.stand, { seed: 3, fault: 'weak-cell' });
  const stopped = await stopRun(db, run.value.id);
  assert.ok(stopped.ok && stopped.value.state === 'ended');
  assert.ok(!(await stopRun(db, 99999)).ok);
});

test('a file is no run until it is whole: not listed, thrown away when given up or left behind, then as it was read', async () => {
  const begin = (): number => {
    const run = beginRun(
      db,
      setupId,
      {
        title: 'from a file',
        source: 'file',
        heldAt: '2026-04-01T09:00:00Z',
        details: { heldThrottle: 0.8 }
      },
      HELD
    );
    assert.ok(run.ok);
    return run.value.id;
  };
  const blocks = (id: number): number =>
    db.prepare('SELECT COUNT(*) FROM run_block WHERE run_id = ?').pluck().get(id) as number;
  const piece = columnsOf(
    Array.from({ length: 400 }, (_, k) => ({ seconds: k / 10, batteryCurrentA: 30, batteryVoltageV: 14 }))
  );
  const given = begin();
  assert.ok(takeSamples(db, given, piece).ok);
  assert.ok(!listRuns(db, { setupId }).some((r) => r.id === given));
  assert.ok(cancelFile(db, given)?.ok);
  assert.equal(blocks(given), 0);
  assert.ok(!takeSamples(db, given, piece).ok);
  assert.equal(cancelFile(db, given), null);

  const left = begin();
  takeSamples(db, left, piece);
  // the server was killed meanwhile
  endAbandoned(db);
  assert.ok(!getRun(db, left).ok && blocks(left) === 0);

  const whole = begin();
  takeSamples(db, whole, piece);
  const back = takeSamples(db, whole, piece);
  assert.ok(!back.ok && /goes back/.test(JSON.stringify(back)), 'time goes back from block to block');
  const ended = await stopRun(db, whole);
  assert.ok(ended.ok);
  assert.deepEqual(
    [ended.value.state, ended.value.samples, ended.value.heldAt, ended.value.readings.length],
    ['ended', 400, '2026-04-01T09:00:00.000Z', 1]
  );
  assert.equal(ended.value.readings[0].throttle, 0.8);
  assert.ok(listRuns(db, { setupId }).some((r) => r.id === whole));
  const odd = beginRun(db, setupId, { title: 'x', source: 'file', heldAt: 'yesterday' }, HELD);
  assert.ok(!odd.ok && odd.code === 'invalid');
});

test('a block that is sent is whole, in order and possible, or refused in words', () => {
  const sound = columnsOf([{ seconds: 0, rpm: 100 }, { seconds: 1 }]);
  assert.ok(soundBlock(blockOf(sound)).ok);
  const bad: [Uint8Array, RegExp][] = [
    [new Uint8Array(3), /no block/],
    [blockOf(sound).subarray(0, 20), /no block/],
    [blockOf(columnsOf([])), /at least 1/],
    [blockOf(columnsOf(Array.from({ length: 5001 }, (_, k) => ({ seconds: k })))), /at most 5000/],
    [blockOf(columnsOf([{ seconds: 1 }, { seconds: 0 }])), /goes back/],
    [blockOf(columnsOf([{ seconds: NaN }])), /no time/],
    [blockOf(columnsOf([{ seconds: 0, batteryCurrentA: 1e9 }])), /-5000/],
    [blockOf(columnsOf([{ seconds: 0, rpm: Infinity }])), /rpm/]
  ];
  for (const [bytes, words] of bad) {
    const read = soundBlock(bytes);
    assert.ok(!read.ok);
    assert.match(JSON.stringify(read), words);
  }
});
