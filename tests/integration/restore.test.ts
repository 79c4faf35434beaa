/** `npm run data -- restore`, where it is needed: the data is damaged, gone, or not what it should be. */
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import {
  closeSync,
  existsSync,
  openSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
  writeSync
} from 'node:fs';
import { join } from 'node:path';
import { after, test } from 'node:test';
import { dataFolder, demoFolder, endServer, launchServer, root } from '../helpers/server.ts';

const folders: string[] = [];
after(() => folders.forEach((f) => rmSync(f, { recursive: true, force: true })));

const restore = (data: string, ...words: string[]): { code: number | null; said: string } => {
  const done = spawnSync(process.execPath, [join(root, 'build', 'restore.js'), ...words], {
    env: { ...process.env, ISKARN_DATA: data },
    encoding: 'utf8'
  });
  return { code: done.status, said: done.stdout + done.stderr };
};
/** A folder with demo data and one backup of it, its server stopped. */
async function backedUp(): Promise<string> {
  const data = (await demoFolder()) ?? dataFolder();
  folders.push(data);
  const server = await launchServer(data, { env: { ISKARN_DEMO: '1' } });
  await server.up();
  assert.equal((await fetch(`${server.address}/api/v1/backups`, { method: 'POST' })).status, 201);
  const running = restore(data, 'newest', '--yes');
  assert.equal(running.code, 1);
  assert.match(running.said, /Iskarn is running on this folder/);
  await endServer(server);
  return data;
}
async function setupsOf(data: string): Promise<number> {
  const server = await launchServer(data);
  assert.equal(await server.up(), 200, server.output());
  const setups = (await (await fetch(`${server.address}/api/v1/setups`)).json()) as unknown[];
  await endServer(server);
  return setups.length;
}

/** Ways in which data is lost, each with what the server says of it. */
const HARMS: [name: string, harm: (file: string) => void, says: RegExp][] = [
  [
    'a page is overwritten',
    (file) => {
      const handle = openSync(file, 'r+');
      for (let at = 8192; at < statSync(file).size; at += 4096)
        writeSync(handle, Buffer.alloc(200, 0xee), 0, 200, at);
      closeSync(handle);
    },
    /damaged.*npm run data -- restore/s
  ],
  [
    'its head is gone',
    (file) => writeFileSync(file, Buffer.alloc(9000, 7)),
    /damaged.*npm run data -- restore/s
  ],
  ['it is empty', (file) => writeFileSync(file, ''), /empty.*npm run data -- restore/s],
  ['it was deleted', (file) => rmSync(file), /missing.*npm run data -- restore/s]
];
for (const [name, harm, says] of HARMS)
  test(`${name}: the server says what to do, the command does it, and what was there is kept`, async () => {
    const data = await backedUp();
    const file = join(data, 'iskarn.db');
    harm(file);
    const broken = await launchServer(data);
    assert.equal(await broken.up(), 503);
    assert.match(broken.output(), says);
    await endServer(broken);
    assert.match(restore(data).said, /asked for/);
    const look = restore(data, 'newest');
    assert.equal(look.code, 0, look.said);
    assert.match(look.said, /The backup is whole: 8 crafts, 17 setups/);
    assert.match(look.said, /Nothing was changed\. Add --yes/);
    const done = restore(data, 'newest', '--yes');
    assert.equal(done.code, 0, done.said);
    assert.match(done.said, /Done\./);
    if (existsSync(file) && name !== 'it was deleted')
      assert.ok(
        readdirSync(data).some((f) => f.startsWith('iskarn-damaged-')),
        readdirSync(data).join()
      );
    assert.equal(await setupsOf(data), 17);
  });

test('a name that is none, no backups, and a backup that is damaged itself are told; nothing is changed', async () => {
  const empty = dataFolder();
  folders.push(empty);
  assert.match(restore(empty).said, /there is no backup/);
  assert.equal(restore(empty).code, 1);
  const data = await backedUp();
  assert.match(restore(data, '../iskarn.db', '--yes').said, /there is no backup/);
  const [name] = readdirSync(join(data, 'backups'));
  writeFileSync(join(data, 'backups', name), 'not a backup any more');
  const refused = restore(data, name, '--yes');
  assert.equal(refused.code, 1);
  assert.ok(!/\n\s+at /.test(refused.said), 'no stack');
  assert.equal(await setupsOf(data), 17);
});

test('a backup that was made while a run was recorded: put in place the run has ended, and nothing waits for it', async () => {
  const data = (await demoFolder()) ?? dataFolder();
  folders.push(data);
  const server = await launchServer(data, { env: { ISKARN_DEMO: '1' } });
  await server.up();
  const ask = async (
    path: string,
    body?: object
  ): Promise<{ status: number; value: Record<string, unknown> }> => {
    const answer = await fetch(`${server.address}/api/v1/${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body ?? {})
    });
    return { status: answer.status, value: (await answer.json()) as Record<string, unknown> };
  };
  const begun = await ask('setups/1/live', { title: 'goes on', source: 'serial' });
  assert.equal(begun.status, 201, JSON.stringify(begun.value));
  const backup = await ask('backups');
  assert.equal(backup.status, 201, JSON.stringify(backup.value));
  const name = String(backup.value.name);
  assert.equal((await ask(`backups/${name}/restore`)).status, 409, 'not while it is recorded');
  await ask(`runs/${String(begun.value.id)}/stop`);
  assert.equal((await ask(`backups/${name}/restore`)).status, 200);
  assert.equal(
    (await ask(`backups/${name}/restore`)).status,
    200,
    'nothing is being recorded in what was restored'
  );
  await endServer(server);
});
