import assert from 'node:assert/strict';
import { spawn } from 'node:child_process';
import { existsSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { after, test } from 'node:test';
import { compileEnv } from '../../scripts/ensure.mjs';
import { setPassphrase } from '../../src/lib/server/auth/passphrase.ts';
import { dataFolder, endServer, freePort, launchServer, root } from '../helpers/server.ts';

const folders: string[] = [];
after(() => folders.forEach((f) => rmSync(f, { recursive: true, force: true })));
const folder = (): string => {
  const made = dataFolder();
  folders.push(made);
  return made;
};

/** What a server says that cannot be had, and that it leaves with 2, without a stack, before it touches the data. */
async function refusal(env: Record<string, string>, passphrase = false): Promise<string> {
  const data = folder();
  if (passphrase) await setPassphrase(data, 'grebe lantern orbit walnut');
  const server = await launchServer(data, { env });
  const code = await server.gone;
  const said = server.output();
  assert.equal(code, 2, said);
  assert.doesNotMatch(said, /open http/, 'it does not say that it can be opened');
  assert.doesNotMatch(said, /\n\s+at |Error:/, said);
  assert.deepEqual(
    readdirSync(data),
    passphrase ? ['passphrase.json'] : [],
    'the data folder was not touched'
  );
  return said;
}

test('a port that is in use is a sentence with a way out', async () => {
  const port = await freePort();
  const holder = createServer();
  await new Promise<void>((resolve) => holder.listen(port, '127.0.0.1', resolve));
  try {
    assert.match(
      await refusal({ PORT: String(port) }),
      new RegExp(`port ${port} on 127\\.0\\.0\\.1 is in use.*PORT=${port + 1}`)
    );
  } finally {
    holder.close();
  }
});

for (const port of ['0', '65536', '-1', '80a', 'five', '1e3', '5190.5', ' '])
  test(`PORT "${port}" is a sentence`, async () => {
    assert.match(await refusal({ PORT: port }), /PORT is “.*”; it should be a whole number from 1 to 65535/);
  });

for (const host of ['203.0.113.7', 'no such host', '999.1.1.1'])
  test(`HOST "${host}" is a sentence`, async () => {
    assert.match(await refusal({ HOST: host }, true), /HOST is “.*”, which is no address of this machine/);
    assert.match(await refusal({ HOST: host }), /no passphrase is set/);
  });

test('“open” is said once the server listens, with the address it listens on', async () => {
  const data = folder();
  const server = await launchServer(data, { env: { ISKARN_DEMO: '1' } });
  assert.equal(await server.up(), 200);
  assert.match(server.output(), new RegExp(`open ${server.address.replaceAll('.', '\\.')} `));
  await endServer(server);
  assert.equal(await server.gone, 0, 'Ctrl+C and a stop leave with 0');
});

test('npm run demo passes a busy port on as a sentence and exit code 2', async () => {
  const port = await freePort();
  const holder = createServer();
  await new Promise<void>((resolve) => holder.listen(port, '127.0.0.1', resolve));
  const child = spawn(process.execPath, ['scripts/demo.mjs'], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, HOST: '127.0.0.1', PORT: String(port), ISKARN_DATA: folder() }
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (c: Buffer) => (said += c.toString()));
  const code = await new Promise<number | null>((resolve) => child.once('exit', resolve));
  holder.close();
  assert.equal(code, 2, said);
  assert.match(said, /is in use/);
  assert.doesNotMatch(said, /open http/);
});

test('the database driver is compiled with this Node’s own headers, and no ready-made one is looked for', () => {
  const env = compileEnv();
  assert.equal(env.npm_config_build_from_source, 'true');
  if (existsSync(join(process.execPath, '..', '..', 'include', 'node', 'node.h')))
    assert.equal(env.npm_config_nodedir, join(process.execPath, '..', '..'));
  const bare = compileEnv('/opt/node/bin/node', () => false);
  assert.equal(bare.npm_config_nodedir, undefined);
  assert.equal(compileEnv('/opt/node/bin/node', () => true).npm_config_nodedir, '/opt/node');
});
