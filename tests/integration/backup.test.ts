/** Backups, what they would put back, updates of data from every earlier version, the archive, and the trash. */
import assert from 'node:assert/strict';
import Database from 'better-sqlite3';
import {
  chmodSync,
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
  writeSync
} from 'node:fs';
import { join } from 'node:path';
import { after, test } from 'node:test';
import { gunzipSync } from 'node:zlib';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { predict } from '../../src/lib/core/predict/predict.ts';
import { validateSetup } from '../../src/lib/core/document/validate.ts';
import { columnsOf } from '../../src/lib/core/testing/record/sample.ts';
import { exportArchive, importArchive } from '../../src/lib/server/backup/archive.ts';
import {
  backupFile,
  copyNow,
  listBackups,
  makeBackup,
  putInPlace,
  verify,
  whatWouldChange
} from '../../src/lib/server/backup/backups.ts';
import { countsOf } from '../../src/lib/server/backup/row-counts.ts';
import { backUpNow } from '../../src/lib/server/backup/keep-backups.ts';
import { nameAt, readName, type BackupName } from '../../src/lib/server/backup/names.ts';
import { outdated } from '../../src/lib/server/backup/rotation.ts';
import { markCraft } from '../../src/lib/server/crafts.ts';
import { DataFault } from '../../src/lib/server/db/data-fault.ts';
import {
  closeDatabase,
  openData,
  openDatabase,
  SCHEMA_VERSION,
  type Db
} from '../../src/lib/server/db/open.ts';
import { seedDemo } from '../../src/lib/server/demo/seed.ts';
import { listParts, markPart } from '../../src/lib/server/parts.ts';
import { appendSamples, csvOf, endRun } from '../../src/lib/server/runs/samples.ts';
import { markRun } from '../../src/lib/server/runs/runs.ts';
import { putSettings } from '../../src/lib/server/settings.ts';
import { deleteSetup, editSetup, listSetups, restoreSetup } from '../../src/lib/server/setups.ts';
import { emptyTrash, listTrash, TRASH_DAYS } from '../../src/lib/server/trash.ts';
import { dataFolder } from '../helpers/server.ts';

const folders: string[] = [];
const open: Db[] = [];
function folder(): string {
  const made = dataFolder();
  folders.push(made);
  return made;
}
function demo(at = folder()): { db: Db; at: string } {
  const db = openDatabase(at);
  open.push(db);
  seedDemo(db);
  return { db, at };
}
after(() => {
  for (const db of open) if (db.open) db.close();
  for (const path of folders) rmSync(path, { recursive: true, force: true });
});
const value = <T>(outcome: { ok: true; value: T } | { ok: false }): T => {
  assert.ok(outcome.ok, JSON.stringify(outcome));
  return outcome.value;
};
const DAY_MS = 86_400_000;
const QUICK = { points: [{ throttle: 1, speedMs: 0 }], bands: false, remedies: false };

test('three years of hourly backups: the newest of an hour, a day, a week, a month are kept, some eighty in all', () => {
  let kept: BackupName[] = [];
  const start = Date.parse('2026-01-01T00:00:00Z');
  let most = 0;
  for (let hour = 0; hour < 3 * 365 * 24; hour += 1) {
    const now = new Date(start + hour * 3_600_000);
    const made = readName(nameAt(now, 'daily')) as BackupName;
    kept.push(made);
    // a server lets go of what is old after each of them; here once a day
    if (hour % 24 === 0) {
      const gone = new Set(outdated(kept, now).map((b) => b.name));
      assert.ok(!gone.has(made.name), 'the newest is never let go');
      kept = kept.filter((b) => !gone.has(b.name));
      most = Math.max(most, kept.length);
    }
  }
  const ages = kept.map((b) => (start + 3 * 365 * DAY_MS - Date.parse(b.at)) / DAY_MS);
  assert.ok(most < 90, `${most}`);
  assert.ok(
    ages.some((age) => age > 600),
    'one of nearly two years ago'
  );
  assert.ok(ages.every((age) => age < 735));
  for (let day = 1; day < 14; day++)
    assert.ok(
      ages.some((age) => age > day - 1 && age <= day + 1),
      `of day ${day}`
    );
});

test('what was asked for, or made before a change, is kept a month whatever the rest; three are kept for ever', () => {
  const now = new Date('2026-06-01T12:00:00Z');
  const at = (daysAgo: number, reason: 'asked' | 'daily' | 'before-restore'): BackupName =>
    readName(nameAt(new Date(now.getTime() - daysAgo * DAY_MS), reason)) as BackupName;
  const list = [at(29, 'asked'), at(29.01, 'before-restore'), at(29.02, 'asked'), at(29.03, 'daily')];
  assert.deepEqual(outdated([...list, at(0, 'daily'), at(0.1, 'daily'), at(0.2, 'daily')], now), [list[3]]);
  assert.deepEqual(outdated([at(2000, 'daily'), at(2001, 'daily'), at(2002, 'daily')], now), []);
});

test('a name that is no backup’s leads nowhere', () => {
  for (const name of [
    '../iskarn.db',
    'iskarn.db',
    '2026-13-45T99-00-00-000Z.daily.db',
    '2026-01-01T00-00-00-000Z.other.db',
    '',
    '.',
    '2026-01-01T00-00-00-000Z.daily.db/../../x'
  ])
    assert.equal(readName(name), null, name);
  assert.equal(backupFile(folder(), '../iskarn.db'), null);
});

test('a backup of data in use holds it all, is looked through, and is its owner’s alone', async () => {
  const { db, at } = demo();
  const before = countsOf(db);
  const made = await makeBackup(db, at, 'asked');
  assert.deepEqual(made.counts, before);
  assert.ok(before.setups === 17 && before.crafts === 8 && before.parts > 70);
  const file = backupFile(at, made.name);
  assert.ok(file);
  assert.equal(statSync(file).mode & 0o777, 0o600);
  assert.equal(statSync(join(at, 'backups')).mode & 0o777, 0o700);
  assert.deepEqual(verify(file), before);
  assert.deepEqual(
    listBackups(at).map((b) => b.name),
    [made.name]
  );
  assert.deepEqual(readdirSync(join(at, 'backups')), [made.name], 'no log and no half of it is left');
});

test('whoever asks for a backup while one is being made shares it; who asks later gets his own', async () => {
  const { db, at } = demo();
  const was = process.env.ISKARN_DATA;
  process.env.ISKARN_DATA = at;
  try {
    const names = (await Promise.all([backUpNow(db), backUpNow(db), backUpNow(db)])).map((made) => {
      assert.ok(made.ok, JSON.stringify(made));
      return made.value.name;
    });
    assert.deepEqual(new Set(names).size, 1);
    const later = await backUpNow(db);
    assert.ok(later.ok && later.value.name !== names[0]);
  } finally {
    if (was === undefined) delete process.env.ISKARN_DATA;
    else process.env.ISKARN_DATA = was;
  }
});

test('a backup whose bytes were changed, cut off, emptied or exchanged is refused in words, wherever it was hit', async () => {
  const { db, at } = demo();
  const { name } = await makeBackup(db, at, 'asked');
  const file = backupFile(at, name) as string;
  const whole = readFileSync(file);
  const refusedAfter = (harm: () => void): void => {
    writeFileSync(file, whole);
    harm();
    assert.throws(
      () => verify(file),
      (error) => error instanceof DataFault && error.message.length > 20
    );
  };
  refusedAfter(() => truncateSync(file, whole.length / 2));
  refusedAfter(() => writeFileSync(file, ''));
  refusedAfter(() => writeFileSync(file, 'no database at all, but long enough to be looked at'));
  let found = 0;
  const pages = whole.length / 4096;
  for (let page = 1; page < pages; page++) {
    writeFileSync(file, whole);
    const handle = openSync(file, 'r+');
    // the head of a page says what it is
    writeSync(handle, Buffer.alloc(64, 0xa5), 0, 64, page * 4096);
    closeSync(handle);
    try {
      verify(file);
    } catch (error) {
      assert.ok(error instanceof DataFault, String(error));
      found++;
    }
  }
  // a page that holds nothing yet, or the middle of a long text, has no head that could be wrong
  assert.ok(found > 0.8 * (pages - 1), `${found} of ${pages - 1}`);
  writeFileSync(file, whole);
  const copy = new Database(file);
  copy.pragma('foreign_keys = OFF');
  copy.prepare('DELETE FROM craft WHERE id = 1').run();
  copy.close();
  assert.throws(() => verify(file), /rows belong to nothing/);
});

test('what a backup would change is told by name; put in place it is as it was, to the last figure', async () => {
  const { db, at } = demo();
  const { name } = await makeBackup(db, at, 'asked');
  const file = backupFile(at, name) as string;
  assert.deepEqual(whatWouldChange(db, file), []);
  const documents = listSetups(db).map((s) => s.document);
  const first = listSetups(db)[0];
  value(editSetup(db, first.id, { ...first.document, name: 'Changed' }, 'a name', first.revision));
  value(deleteSetup(db, 2));
  value(markPart(db, listParts(db)[0].id, true));
  value(putSettings(db, { units: { mass: 'oz' } }));
  const changes = new Map(whatWouldChange(db, file).map((d) => [d.kind, d]));
  assert.deepEqual(changes.get('setups')?.comes, ['Dunlin: Wide']);
  assert.deepEqual(changes.get('setups')?.changes, ['Dunlin: Last season']);
  assert.equal(changes.get('parts')?.came, 1);
  assert.deepEqual(changes.get('settings')?.goes, ['units']);
  closeDatabase(db);
  putInPlace(at, file);
  const again = openDatabase(at);
  open.push(again);
  assert.deepEqual(
    listSetups(again).map((s) => s.document),
    documents
  );
  assert.deepEqual(whatWouldChange(again, file), []);
});

test('a backup that cannot be written is none, and says why; the data goes on', async () => {
  const { db, at } = demo();
  // a file where the folder of backups should be
  writeFileSync(join(at, 'backups'), 'in the way');
  await assert.rejects(makeBackup(db, at, 'asked'), /backups|folder/);
  assert.throws(() => copyNow(db, at, 'before-restore'));
  assert.equal(listSetups(db).length, 17);
});

const FIXTURES = join(import.meta.dirname, 'fixtures');
/** Data as an earlier version left it: written by that version's own program with its own demo, and one edit. */
function earlier(version: number): string {
  const at = folder();
  mkdirSync(at, { recursive: true });
  const db = new Database(join(at, 'iskarn.db'));
  db.exec(gunzipSync(readFileSync(join(FIXTURES, `schema-${version}.sql.gz`))).toString());
  db.close();
  return at;
}

test('there is data of every version before this one', () => {
  assert.deepEqual(
    readdirSync(FIXTURES).sort(),
    Array.from({ length: SCHEMA_VERSION - 1 }, (_, k) => `schema-${k + 1}.sql.gz`)
  );
});

for (let version = 1; version < SCHEMA_VERSION; version++)
  test(`data of version ${version} is brought up to date, and kept as it was first`, () => {
    const at = earlier(version);
    const was = new Database(join(at, 'iskarn.db'));
    const rows = (db: Db): unknown[] =>
      db.prepare('SELECT id, document FROM setup_revision ORDER BY id').all();
    const before = rows(was);
    was.close();
    const { db } = openData(at, (old) => void copyNow(old, at, 'before-update'));
    open.push(db);
    assert.equal(db.pragma('user_version', { simple: true }), SCHEMA_VERSION);
    assert.deepEqual(rows(db), before, 'no document was touched');
    const counts = countsOf(db);
    assert.equal(counts.setups, 17);
    assert.equal(counts.crafts, 8);
    assert.ok(counts.parts >= 72 && counts.runs > 0, JSON.stringify(counts));
    const setups = listSetups(db);
    assert.equal(setups[0].document.name, 'Edited of old');
    assert.ok(setups[0].canUndo);
    for (const { document } of setups) {
      assert.ok(validateSetup(document).ok, document.name);
      assert.ok(predict({ setup: document, ...QUICK }).points[0].batteryCurrentA > 0);
    }
    assert.deepEqual(db.pragma('foreign_key_check'), []);
    const [kept] = listBackups(at);
    assert.equal(kept.reason, 'before-update');
    const old = new Database(join(at, 'backups', kept.name), { readonly: true });
    assert.equal(old.pragma('user_version', { simple: true }), version);
    assert.deepEqual(rows(old), before);
    old.close();
    // it can be gone back to with this version: brought up to date in turn
    assert.deepEqual(whatWouldChange(db, join(at, 'backups', kept.name)), []);
  });

/** A run with samples, as a meter sends them. */
function record(db: Db, setupId: number): number {
  const { lastInsertRowid } = db
    .prepare(
      `INSERT INTO run (setup_id, setup_revision_id, held_at, title, readings, state)
       SELECT id, current_revision_id, '2026-05-01T10:00:00.000Z', 'recorded', '[]', 'live' FROM setup WHERE id = ?`
    )
    .run(setupId);
  const run = { id: Number(lastInsertRowid) };
  for (let block = 0; block < 3; block++)
    value(
      appendSamples(
        db,
        run.id,
        columnsOf(
          Array.from({ length: 400 }, (_, k) => ({
            seconds: (400 * block + k) / 20,
            batteryVoltageV: 15 + Math.sin(k / 7) / 3,
            batteryCurrentA: k % 3 === 0 ? null : 30 + k / 17
          }))
        )
      )
    );
  value(endRun(db, run.id, null));
  return run.id;
}

const archiveOf = async (db: Db): Promise<Uint8Array> =>
  new Uint8Array(await exportArchive(db, 'test').arrayBuffer());

test('everything goes out as one file of open formats, and comes into an empty installation with the same predictions', async () => {
  const { db } = demo();
  const run = record(db, 1);
  value(putSettings(db, { units: { mass: 'oz' }, currency: 'kr' }));
  value(deleteSetup(db, 3));
  const zip = await archiveOf(db);
  const files = unzipSync(zip);
  assert.ok(Object.keys(files).includes('archive.json'));
  assert.equal(strFromU8(files[`samples/run-${run}.csv`]), [...csvOf(db, run)].join(''));
  const at = folder();
  const empty = openDatabase(at);
  open.push(empty);
  const would = value(importArchive(empty, zip, false));
  assert.equal(would.applied, false);
  assert.equal(countsOf(empty).crafts, 0, 'nothing was done yet');
  const done = value(importArchive(empty, zip, true));
  assert.deepEqual(done.holds, countsOf(db));
  assert.deepEqual(would.holds, done.holds);
  assert.deepEqual(listSetups(empty), listSetups(db));
  assert.deepEqual(listParts(empty), listParts(db));
  assert.deepEqual([...csvOf(empty, run)].join(''), [...csvOf(db, run)].join(''));
  for (const [k, { document }] of listSetups(empty).entries())
    assert.deepEqual(
      predict({ setup: document, ...QUICK }),
      predict({ setup: listSetups(db)[k].document, ...QUICK })
    );
  // the trash and the history come along
  assert.deepEqual(listTrash(empty), listTrash(db));
  value(restoreSetup(empty, 3));
  // what goes out again is the same, file for file
  value(deleteSetup(empty, 3));
  const again = unzipSync(await archiveOf(empty));
  for (const name of Object.keys(files))
    if (!['archive.json', 'tables/setup.jsonl'].includes(name))
      assert.deepEqual(strFromU8(again[name]), strFromU8(files[name]), name);
  // a second time it is refused: there is something here
  const twice = importArchive(empty, zip, true);
  assert.ok(!twice.ok && /empty installation/.test(twice.message));
});

test('a strange, damaged, newer or poisoned archive is refused whole, with file and line', async () => {
  const { db } = demo();
  const files = unzipSync(await archiveOf(db));
  const empty = openDatabase(folder());
  open.push(empty);
  const attempt = (change: Record<string, string | null>): string => {
    const changed: Record<string, Uint8Array> = { ...files };
    for (const [name, text] of Object.entries(change))
      if (text === null) delete changed[name];
      else changed[name] = strToU8(text);
    const outcome = importArchive(empty, zipSync(changed), true);
    assert.ok(!outcome.ok, Object.keys(change).join());
    assert.deepEqual(
      Object.values(countsOf(empty)).filter((n) => n > 0),
      [],
      'nothing was stored'
    );
    return (
      outcome.message + (outcome.code === 'invalid' ? outcome.errors.map((e) => e.message).join(' ') : '')
    );
  };
  const text = (name: string): string => strFromU8(files[name]);
  const about = JSON.parse(text('archive.json')) as object;
  assert.match(attempt({ 'archive.json': null }), /no archive\.json/);
  assert.match(attempt({ 'archive.json': '{"format":"other/1"}' }), /does not say/);
  assert.match(
    attempt({ 'archive.json': JSON.stringify({ ...about, schema: SCHEMA_VERSION + 1 }) }),
    /Update the program/
  );
  assert.match(attempt({ 'tables/craft.jsonl': null }), /belongs to a craft that is not in the archive/);
  const revisions = text('tables/setup_revision.jsonl');
  assert.match(
    attempt({ 'tables/setup_revision.jsonl': revisions.replace('"series":4', '"series":4000') }),
    /setup_revision\.jsonl, line \d+: .*cells/
  );
  assert.match(
    attempt({
      'tables/part.jsonl': text('tables/part.jsonl').replace('"name":', '"__proto__":{"x":1},"name":')
    }),
    /line 1/
  );
  assert.match(
    attempt({
      'tables/part.jsonl': text('tables/part.jsonl').replace('"name":', '"name; DROP TABLE part":1,"name":')
    }),
    /there is no column/
  );
  assert.match(attempt({ 'tables/part.jsonl': `${text('tables/part.jsonl')}[1,2]\n` }), /it is no object/);
  assert.match(
    attempt({
      'tables/run.jsonl': text('tables/run.jsonl').replace('"state":"ended"', '"state":"flying"')
    }),
    /line \d+/
  );
  assert.match(attempt({ 'samples/run-999.csv': 'seconds,rpm\n1,2\n' }), /no such run/);
  assert.match(attempt({ 'samples/run-1.csv': 'seconds,rpm\n5,2\n1,2\n' }), /time goes back|back/i);
  assert.match(attempt({ 'samples/run-1.csv': 'seconds,rpm\n5,1e99\n' }), /run-1\.csv/);
  for (const bytes of [new Uint8Array(0), strToU8('PK not really'), zipSync({}).slice(0, 10)])
    assert.ok(!importArchive(empty, bytes, true).ok);
});

test('an archive whose table of contents lies about a file’s size, far too large or too small, is refused and stores nothing', async () => {
  const { db } = demo();
  const whole = await archiveOf(db);
  const empty = openDatabase(folder());
  open.push(empty);
  /** The archive with another unpacked size of one file in its table of contents (APPNOTE.TXT 4.3.12: at 24 of its entry). */
  const lying = (name: string, bytes: number): Uint8Array => {
    const copy = Buffer.from(whole);
    for (
      let at = copy.indexOf('PK\x01\x02', 0, 'latin1');
      at >= 0;
      at = copy.indexOf('PK\x01\x02', at + 1, 'latin1')
    )
      if (copy.subarray(at + 46, at + 46 + name.length).toString() === name)
        copy.writeUInt32LE(bytes, at + 24);
    assert.notDeepEqual(copy, Buffer.from(whole), name);
    return copy;
  };
  const refused = (bytes: Uint8Array): string => {
    const outcome = importArchive(empty, bytes, true);
    assert.ok(!outcome.ok);
    assert.deepEqual(
      Object.values(countsOf(empty)).filter((n) => n > 0),
      []
    );
    return (
      outcome.message + (outcome.code === 'invalid' ? outcome.errors.map((e) => e.message).join(' ') : '')
    );
  };
  assert.match(
    refused(lying('tables/part.jsonl', 4_000_000_000)),
    /part\.jsonl would unpack to more than \d+ MB/
  );
  assert.match(refused(lying('archive.json', 4_000_000_000)), /archive\.json would unpack to more than/);
  for (const name of ['tables/part.jsonl', 'archive.json', 'tables/setup_revision.jsonl'])
    for (const bytes of [0, 10]) refused(lying(name, bytes));
});

test('what was deleted lies in the trash for thirty days with its name, comes back, and then goes for good', () => {
  const { db } = demo();
  const run = record(db, 2);
  const [part] = listParts(db);
  value(deleteSetup(db, 2));
  value(markPart(db, part.id, true));
  value(markCraft(db, 8, true));
  const trash = value(listTrash(db));
  assert.deepEqual(
    new Set(trash.map((t) => `${t.kind} ${t.name}`)),
    new Set(['setup Dunlin: Wide', `part ${part.name}`, 'craft Teal'])
  );
  for (const t of trash) assert.equal(Date.parse(t.goesAt) - Date.parse(t.deletedAt), TRASH_DAYS * DAY_MS);
  const soon = new Date(Date.now() + (TRASH_DAYS - 0.1) * DAY_MS);
  assert.equal(emptyTrash(db, soon), 0);
  value(restoreSetup(db, 2));
  value(deleteSetup(db, 2));
  const later = new Date(Date.now() + (TRASH_DAYS + 0.1) * DAY_MS);
  assert.ok(emptyTrash(db, later) > 0);
  // the setup stays while a run of it is in the log; the craft and the part are gone with what hung on them
  assert.deepEqual(
    value(listTrash(db)).map((t) => t.name),
    ['Dunlin: Wide']
  );
  assert.equal(db.prepare('SELECT count(*) FROM craft WHERE id = 8').pluck().get(), 0);
  assert.equal(db.prepare('SELECT count(*) FROM setup WHERE craft_id = 8').pluck().get(), 0);
  const runs = db.prepare('SELECT id FROM run WHERE setup_id = 2').pluck().all() as number[];
  assert.ok(runs.includes(run));
  for (const id of runs) value(markRun(db, id, true));
  emptyTrash(db, later);
  assert.deepEqual(
    value(listTrash(db))
      .map((t) => t.kind)
      .sort(),
    []
  );
  assert.equal(db.prepare('SELECT count(*) FROM run_block WHERE run_id = ?').pluck().get(run), 0);
  assert.deepEqual(db.pragma('foreign_key_check'), []);
  assert.equal(db.pragma('integrity_check', { simple: true }), 'ok');
  assert.ok(existsSync(join(folders[0])));
});

test('data that an earlier version left readable for others is its owner’s alone once it is opened', () => {
  const { db, at } = demo();
  closeDatabase(db);
  chmodSync(at, 0o755);
  chmodSync(join(at, 'iskarn.db'), 0o644);
  const again = openDatabase(at);
  open.push(again);
  assert.equal(statSync(at).mode & 0o777, 0o700);
  assert.equal(statSync(join(at, 'iskarn.db')).mode & 0o777, 0o600);
});
