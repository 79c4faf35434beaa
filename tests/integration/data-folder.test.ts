import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import {
  chmodSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync
} from 'node:fs';
import { join } from 'node:path';
import { after, test } from 'node:test';
import Database from 'better-sqlite3';
import {
  dataFolder,
  demoFolder,
  endServer,
  launchServer,
  type Launched,
  type LaunchOptions
} from '../helpers/server.ts';

const folders: string[] = [];
const running: Launched[] = [];
after(async () => {
  for (const server of running) await endServer(server, 'SIGKILL');
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
});

const folder = (): string => {
  const made = dataFolder();
  folders.push(made);
  return made;
};
const fileOf = (data: string): string => join(data, 'iskarn.db');
const DEMO = { ISKARN_DEMO: '1' };

async function launch(data: string, options: LaunchOptions = {}): Promise<Launched> {
  const server = await launchServer(data, options);
  running.push(server);
  return server;
}

/** A folder with the demo's data, closed as it should be. */
async function filled(): Promise<string> {
  const copied = await demoFolder();
  if (copied) {
    folders.push(copied);
    return copied;
  }
  const data = folder();
  const server = await launch(data, { env: DEMO });
  assert.equal(await server.up(), 200);
  await endServer(server);
  return data;
}

interface Health {
  ok: boolean;
  code?: string;
  message?: string;
}

/** What a server says of data it cannot use: on the console, in health, on the page and in the interface, all the same. */
async function saidOf(server: Launched): Promise<Health & { message: string }> {
  assert.equal(await server.up(), 503, server.output());
  const health = (await (await fetch(`${server.address}/api/health`)).json()) as Health;
  assert.equal(health.ok, false);
  const message = health.message ?? '';
  assert.ok(message.length > 20, 'health says what is wrong');
  const page = await fetch(server.address);
  assert.equal(page.status, 503);
  assert.match(page.headers.get('content-type') ?? '', /text\/html/);
  const html = await page.text();
  assert.ok(html.replaceAll('&quot;', '"').includes(message), 'the page says it');
  const data = await fetch(`${server.address}/api/v1/setups`);
  assert.equal(data.status, 503);
  assert.equal(((await data.json()) as { message: string }).message, message);
  assert.ok(server.output().includes(message), `the console says it: ${server.output()}`);
  assert.doesNotMatch(server.output(), /\n\s+at /, 'no stack');
  return { ...health, message };
}

/** A folder's files, byte for byte. */
const contents = (data: string): string =>
  readdirSync(data)
    .sort()
    .map((name) => `${name}:${readFileSync(join(data, name)).toString('base64')}`)
    .join('\n');

test('a folder that is not there is made, and it is said that a new file was begun', async () => {
  const data = join(folder(), 'deep', 'er');
  const server = await launch(data);
  assert.equal(await server.up(), 200);
  assert.match(server.output(), /no data was here; a new data file was begun in .*er/);
  assert.ok(existsSync(fileOf(data)));
  await endServer(server);
});

test('an empty folder is a beginning; its file is whole by itself once the server has left', async () => {
  const data = folder();
  const server = await launch(data, { env: DEMO });
  assert.equal(await server.up(), 200);
  await endServer(server);
  assert.deepEqual(readdirSync(data).sort(), ['about-this-folder.txt', 'iskarn.db']);
  const alone = folder();
  copyFileSync(fileOf(data), fileOf(alone));
  const other = await launch(alone);
  assert.equal(await other.up(), 200);
  const crafts = (await (await fetch(`${other.address}/api/v1/crafts`)).json()) as unknown[];
  assert.ok(crafts.length >= 8, 'the copy holds everything');
  await endServer(other);
});

test('a data file that has gone is missed, not begun anew', async () => {
  const data = await filled();
  rmSync(fileOf(data));
  const server = await launch(data, { env: DEMO });
  const said = await saidOf(server);
  assert.equal(said.code, 'missing');
  assert.match(said.message, /iskarn\.db is missing.*Put the file back/);
  assert.ok(!existsSync(fileOf(data)), 'nothing was begun');
  await endServer(server);
});

test('a log without its file, and an emptied file, are told', async () => {
  const data = folder();
  writeFileSync(`${fileOf(data)}-wal`, 'x'.repeat(5000));
  assert.match((await saidOf(await launch(data))).message, /missing.*its log is still there/);
  const emptied = await filled();
  truncateSync(fileOf(emptied), 0);
  const said = await saidOf(await launch(emptied, { env: DEMO }));
  assert.equal(said.code, 'empty');
  assert.equal(statSync(fileOf(emptied)).size, 0, 'it was not filled');
});

for (const [what, damage, code] of [
  [
    'cut in half',
    (file: string) => truncateSync(file, Math.floor(statSync(file).size / 8192) * 4096),
    'corrupt'
  ],
  ['cut inside a page', (file: string) => truncateSync(file, statSync(file).size - 1500), 'corrupt'],
  [
    'with a page of noise',
    (file: string) => {
      const bytes = readFileSync(file);
      for (let at = 4096; at < 5 * 4096; at++) bytes[at] = (at * 7919) % 251;
      writeFileSync(file, bytes);
    },
    'corrupt'
  ],
  [
    'with its head gone',
    (file: string) =>
      writeFileSync(file, Buffer.concat([Buffer.alloc(100, 7), readFileSync(file).subarray(100)])),
    'corrupt'
  ],
  [
    'that is a text',
    (file: string) => writeFileSync(file, 'Dear diary, today the floatplane did not leave the water.'),
    'corrupt'
  ]
] as [string, (file: string) => void, string][])
  test(`a data file ${what} is told and left as it is`, async () => {
    const data = await filled();
    damage(fileOf(data));
    const before = contents(data);
    const server = await launch(data, { env: DEMO });
    const said = await saidOf(server);
    assert.equal(said.code, code, said.message);
    await endServer(server);
    assert.equal(contents(data), before, 'nothing was changed');
  });

test('another program’s file, and a later version’s, are told and left as they are', async () => {
  const strange = folder();
  const db = new Database(fileOf(strange));
  db.exec('CREATE TABLE recipe (id INTEGER PRIMARY KEY, name TEXT)');
  db.close();
  const text = folder();
  writeFileSync(fileOf(text), 'not a database at all, and long enough to be looked at '.repeat(20));
  const newer = await filled();
  const later = new Database(fileOf(newer));
  later.pragma('user_version = 999');
  later.close();
  for (const [data, code, words] of [
    [strange, 'foreign', /another program/],
    [text, 'foreign', /no data file of Iskarn/],
    [newer, 'newer', /version 999.*Update the program/]
  ] as const) {
    const before = contents(data);
    const said = await saidOf(await launch(data, { env: DEMO }));
    assert.equal(said.code, code);
    assert.match(said.message, words);
    assert.equal(contents(data), before);
  }
});

test('a folder in the file’s place, and a file in the folder’s, are told', async () => {
  const data = folder();
  mkdirSync(fileOf(data));
  assert.match((await saidOf(await launch(data))).message, /is no file/);
  const blocked = join(folder(), 'data');
  writeFileSync(blocked, 'x');
  assert.match((await saidOf(await launch(blocked))).message, /cannot be used/);
});

/** A user without rights, where the tests run as root. */
const NOBODY = process.getuid?.() === 0 ? 65534 : undefined;

test('a file that may not be written is told; a folder that may not be written too', async () => {
  const data = await filled();
  chmodSync(data, 0o555);
  chmodSync(fileOf(data), 0o444);
  try {
    const before = contents(data);
    const said = await saidOf(await launch(data, { uid: NOBODY }));
    assert.equal(said.code, 'read-only');
    assert.match(said.message, /cannot be written.*The data is untouched/);
    assert.equal(contents(data), before);
    const empty = folder();
    chmodSync(empty, 0o555);
    assert.equal((await saidOf(await launch(empty, { uid: NOBODY }))).code, 'read-only');
  } finally {
    chmodSync(data, 0o755);
    chmodSync(fileOf(data), 0o644);
  }
});

test('a file copied without its log while the server ran does not pass for the whole', async () => {
  const data = folder();
  const server = await launch(data, { env: DEMO });
  assert.equal(await server.up(), 200);
  const copy = folder();
  copyFileSync(fileOf(data), fileOf(copy));
  const said = await saidOf(await launch(copy));
  assert.equal(said.code, 'no-log');
  assert.match(said.message, /its log iskarn\.db-wal is not beside it/);
  // with its log it is whole; and on purpose it may be used as it stands
  const whole = folder();
  copyFileSync(fileOf(data), fileOf(whole));
  copyFileSync(`${fileOf(data)}-wal`, `${fileOf(whole)}-wal`);
  const other = await launch(whole);
  assert.equal(await other.up(), 200);
  assert.ok(((await (await fetch(`${other.address}/api/v1/crafts`)).json()) as unknown[]).length >= 8);
  await endServer(server, 'SIGKILL');
  rmSync(`${fileOf(data)}-wal`);
  assert.equal((await saidOf(await launch(data))).code, 'no-log');
  const accepted = await launch(data, { env: { ISKARN_WITHOUT_LOG: '1' } });
  assert.equal(await accepted.up(), 200);
});

test('what was put right is found by the next look, without a new start', async () => {
  const data = await filled();
  const kept = join(folder(), 'kept.db');
  copyFileSync(fileOf(data), kept);
  rmSync(fileOf(data));
  const server = await launch(data);
  await saidOf(server);
  copyFileSync(kept, fileOf(data));
  for (let k = 0; k < 100; k++) {
    if ((await fetch(`${server.address}/api/health`)).status === 200) break;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  assert.equal((await fetch(server.address)).status, 200);
  assert.match(server.output(), /can be used again/);
});

test('a file that vanishes while the server runs is missed, and what it held is kept beside it', async () => {
  const data = folder();
  const server = await launch(data, { env: DEMO });
  assert.equal(await server.up(), 200);
  rmSync(fileOf(data));
  let status = 200;
  for (let k = 0; k < 100 && status === 200; k++) {
    status = (await fetch(`${server.address}/api/health`)).status;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  const said = await saidOf(server);
  assert.equal(said.code, 'missing');
  const rescued = readdirSync(data).find((name) => name.startsWith('iskarn-rescued-'));
  assert.ok(rescued, readdirSync(data).join());
  const db = new Database(join(data, rescued), { readonly: true });
  assert.ok((db.prepare('SELECT count(*) FROM craft').pluck().get() as number) >= 8);
  db.close();
});

interface Stored {
  revision: number;
  document: { name?: string };
}

async function rename(address: string, name: string): Promise<{ status: number; message?: string }> {
  const setup = (await (await fetch(`${address}/api/v1/setups/1`)).json()) as Stored;
  const answer = await fetch(`${address}/api/v1/setups/1`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ document: { ...setup.document, name }, label: name, revision: setup.revision })
  });
  return { status: answer.status, ...((await answer.json()) as { message?: string }) };
}

const nameNow = async (address: string): Promise<string | undefined> =>
  ((await (await fetch(`${address}/api/v1/setups/1`)).json()) as Stored).document.name;

/** Fills a disk to the last byte. */
function ballast(disk: string): string {
  const file = join(disk, 'ballast');
  spawnSync('dd', ['if=/dev/zero', `of=${file}`, 'bs=1024']);
  return file;
}

const small = join(dataFolder(), 'disk');
mkdirSync(small);
const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=3m,mode=777', 'tmpfs', small]).status === 0;
after(() => {
  if (mounted) spawnSync('umount', [small]);
});

test(
  'a full disk: refused in words, nothing lost, and goes on when there is room',
  { skip: !mounted && 'no disk can be mounted here' },
  async () => {
    const data = join(small, 'data');
    const server = await launch(data, { env: DEMO });
    assert.equal(await server.up(), 200);
    assert.equal((await rename(server.address, 'with room')).status, 200);
    const file = ballast(small);
    let refused: { status: number; message?: string } | null = null;
    let kept = 'with room';
    for (let k = 0; k < 500 && !refused; k++) {
      const done = await rename(server.address, `edit ${k} ${'x'.repeat(150)}`);
      if (done.status === 200) kept = `edit ${k} ${'x'.repeat(150)}`;
      else refused = done;
    }
    assert.equal(refused?.status, 507, JSON.stringify(refused));
    assert.match(refused?.message ?? '', /disk.*full/i);
    assert.equal(await nameNow(server.address), kept, 'what was acknowledged stands');
    assert.equal((await fetch(server.address)).status, 200, 'pages still open');
    rmSync(file);
    assert.equal((await rename(server.address, 'room again')).status, 200);
    await endServer(server);
    // a start on a full disk
    ballast(small);
    const again = await launch(data);
    const said = await saidOf(again);
    assert.equal(said.code, 'full');
    rmSync(join(small, 'ballast'));
    await endServer(again);
    const last = await launch(data);
    assert.equal(await last.up(), 200);
    assert.equal(await nameNow(last.address), 'room again');
    await endServer(last);
  }
);

test('a file that may not grow: refused in words, what was acknowledged stands', async () => {
  const data = await filled();
  const blocks = Math.ceil(statSync(fileOf(data)).size / 1024);
  const server = await launch(data, { before: `trap '' XFSZ; ulimit -f ${blocks}` });
  assert.equal(await server.up(), 200);
  let refused: { status: number; message?: string } | null = null;
  let kept = await nameNow(server.address);
  for (let k = 0; k < 2000 && !refused; k++) {
    const done = await rename(server.address, `edit ${k} ${'y'.repeat(150)}`);
    if (done.status === 200) kept = `edit ${k} ${'y'.repeat(150)}`;
    else refused = done;
  }
  assert.equal(refused?.status, 507, JSON.stringify(refused));
  assert.equal(await nameNow(server.address), kept);
  await endServer(server, 'SIGKILL');
  const again = await launch(data);
  assert.equal(await again.up(), 200);
  assert.equal(await nameNow(again.address), kept);
});

test('two servers that begin on one new folder at once both come up, on one set of data', async () => {
  for (let round = 0; round < 2; round++) {
    const data = folder();
    const pair = await Promise.all([launch(data, { env: DEMO }), launch(data, { env: DEMO })]);
    for (const server of pair) assert.equal(await server.up(), 200, server.output());
    const names = async (s: Launched): Promise<string> =>
      JSON.stringify(await (await fetch(`${s.address}/api/v1/crafts`)).json());
    const [one, other] = await Promise.all(pair.map(names));
    assert.equal(one, other);
    assert.equal((JSON.parse(one) as unknown[]).length, 8, 'the demo is there once');
    assert.equal((await rename(pair[0].address, `round ${round}`)).status, 200);
    assert.equal(await nameNow(pair[1].address), `round ${round}`);
    // one after the other: of two that leave in one moment, each may take the other for there
    for (const server of pair) await endServer(server);
    assert.ok(!existsSync(`${fileOf(data)}-wal`), 'the last to leave makes the file whole');
  }
});
