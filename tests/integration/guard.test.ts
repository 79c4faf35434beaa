import assert from 'node:assert/strict';
import { request } from 'node:http';
import { after, before, test } from 'node:test';
import { allowedHosts, hostName, strangeHost, strangeOrigin } from '../../src/lib/server/auth/hosts.ts';
import { dataFolder, endServer, launchServer, startServer, type RunningServer } from '../helpers/server.ts';

let server: RunningServer;
before(async () => (server = await startServer()));
after(() => server.stop());

interface Answer {
  status: number;
  headers: Record<string, string | string[] | undefined>;
  text: string;
}

/** A request with whatever headers are wanted: a browser's fetch, and Node's, choose some themselves. */
function ask(
  method: string,
  path: string,
  headers: Record<string, string> = {},
  body?: string
): Promise<Answer> {
  const { hostname, port } = new URL(server.address);
  return new Promise((resolve, reject) => {
    const sent = request({ hostname, port, method, path, headers }, (response) => {
      let text = '';
      response.on('data', (c: Buffer) => (text += c.toString()));
      response.on('end', () =>
        resolve({ status: response.statusCode ?? 0, headers: response.headers, text })
      );
    });
    sent.on('error', reject);
    sent.end(body);
  });
}

const port = (): string => new URL(server.address).port;
const setups = async (): Promise<string> => (await ask('GET', '/api/v1/setups')).text;

test('only the loopback’s names are served: pages, data and files alike', async () => {
  for (const host of [
    'evil.example',
    `evil.example:${port()}`,
    '127.0.0.1.evil.example',
    '169.254.1.1',
    'localhost@evil.example',
    '[::2]'
  ])
    for (const path of ['/', '/api/v1/setups', '/api/health', '/icon.svg']) {
      const answer = await ask('GET', path, { host });
      assert.equal(answer.status, 403, `${host}${path}: ${answer.status}`);
      assert.match(answer.text, /Iskarn is not served under (the|this)/);
    }
  for (const host of [
    'localhost',
    `localhost:${port()}`,
    `127.0.0.1:${port()}`,
    `[::1]:${port()}`,
    `LOCALHOST:${port()}`
  ])
    assert.equal((await ask('GET', '/api/health', { host })).status, 200, host);
});

test('ISKARN_HOSTS and HOST name more hosts', async () => {
  const data = dataFolder();
  const other = await launchServer(data, { env: { ISKARN_HOSTS: 'bench.local, shed.local' } });
  await other.up();
  const { port: at } = new URL(other.address);
  for (const [host, status] of [
    ['bench.local', 200],
    ['shed.local', 200],
    ['house.local', 403]
  ] as const) {
    const answered = await new Promise<number>((resolve, reject) => {
      request(
        { hostname: '127.0.0.1', port: at, path: '/api/health', headers: { host: `${host}:${at}` } },
        (r) => {
          r.resume();
          resolve(r.statusCode ?? 0);
        }
      )
        .on('error', reject)
        .end();
    });
    assert.equal(answered, status, host);
  }
  await endServer(other);
});

test('no page from elsewhere writes: neither with a body nor without, by any method', async () => {
  const before = await setups();
  for (const headers of [
    { origin: 'http://evil.example' },
    { origin: 'null' },
    { origin: `http://localhost:${Number(port()) + 1}` },
    { origin: `https://127.0.0.1:${port()}.evil.example` },
    { 'sec-fetch-site': 'cross-site' },
    { 'sec-fetch-site': 'same-site' },
    { origin: server.address, 'sec-fetch-site': 'cross-site' }
  ] as Record<string, string>[])
    for (const [method, path, body] of [
      ['POST', '/api/v1/setups/1/duplicate', undefined],
      ['POST', '/api/v1/setups/1/undo', undefined],
      ['POST', '/api/v1/setups/1/open', ''],
      ['DELETE', '/api/v1/crafts/1', undefined],
      ['PUT', '/api/v1/settings', '{"units":{"mass":"oz"}}'],
      ['POST', '/api/v1/shelf/import?name=motor.csv&apply=1', 'name,kvRpmPerVolt\nx,900'],
      ['POST', '/', 'a=1']
    ] as const) {
      const answer = await ask(method, path, { ...headers, 'content-type': 'text/plain' }, body);
      assert.equal(answer.status, 403, `${method} ${path} ${JSON.stringify(headers)}`);
      assert.match(answer.text, /takes changes from its own pages only/);
    }
  assert.equal(await setups(), before);
});

test('its own pages write, and programs that are no browser', async () => {
  for (const headers of [
    {},
    { origin: server.address },
    { origin: server.address, 'sec-fetch-site': 'same-origin' },
    { 'sec-fetch-site': 'none' },
    { origin: `http://localhost:${port()}`, host: `localhost:${port()}` }
  ] as Record<string, string>[])
    assert.equal((await ask('POST', '/api/v1/setups/1/open', headers)).status, 200, JSON.stringify(headers));
});

test('a page may not be framed, guessed at, referred from or kept by a cache; data neither', async () => {
  for (const path of ['/', '/match/1', '/api/v1/setups', '/api/v1/setups/999', '/nowhere']) {
    const { headers } = await ask('GET', path);
    assert.equal(headers['x-content-type-options'], 'nosniff', path);
    assert.equal(headers['referrer-policy'], 'no-referrer', path);
    assert.equal(headers['x-frame-options'], 'DENY', path);
    assert.equal(headers['cache-control'], 'no-store', path);
    const policy = String(headers['content-security-policy']);
    assert.match(policy, /frame-ancestors 'none'/, path);
    assert.match(policy, /form-action '(self|none)'/, path);
    assert.match(policy, /default-src '(self|none)'/, path);
  }
  const { headers } = await ask('GET', '/icon.svg');
  assert.equal(headers['x-content-type-options'], 'nosniff');
});

test('reading writes nothing: no page and no GET changes a byte of the data', async () => {
  const { default: Database } = await import('better-sqlite3');
  const db = new Database(`${server.data}/iskarn.db`, { readonly: true });
  // SQLite's own counter of changes by others
  const version = (): number => db.pragma('data_version', { simple: true }) as number;
  const before = version();
  for (const path of [
    '/',
    '/match/1',
    '/match/2',
    '/shelf',
    '/settings',
    '/api/v1/setups',
    '/api/v1/setups/2',
    '/api/v1/parts',
    '/api/v1/crafts/1',
    '/api/v1/shelf/zip',
    '/match/2/__data.json'
  ])
    assert.equal((await ask('GET', path)).status, 200, path);
  assert.equal(version(), before, 'a read wrote');
  assert.equal((await ask('POST', '/api/v1/setups/2/open')).status, 200);
  assert.notEqual(version(), before, 'the counter counts');
  db.close();
});

test('names of hosts are read to the letter', () => {
  assert.equal(hostName('[::1]:5190'), '[::1]');
  assert.equal(hostName('LocalHost:1'), 'localhost');
  for (const bad of ['', 'a b', 'a:b', 'http://a', 'a/b', '[::1', undefined])
    assert.equal(hostName(bad), null, String(bad));
  const hosts = allowedHosts({ HOST: 'fe80::1', ISKARN_HOSTS: 'One.example,, two.example ' });
  assert.ok(['[fe80::1]', 'one.example', 'two.example', 'localhost'].every((h) => hosts.has(h)));
  assert.equal(strangeHost('two.example:80', hosts), null);
  const headers = (given: Record<string, string>) => ({ get: (name: string) => given[name] ?? null });
  assert.equal(
    strangeOrigin('GET', headers({ origin: 'http://evil.example' }), hosts),
    null,
    'reading is not writing'
  );
  assert.ok(strangeOrigin('POST', headers({ origin: 'ftp://localhost', host: 'localhost' }), hosts));
});
