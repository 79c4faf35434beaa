/**
 * Who gets in, shown item by item of the OWASP Application Security Verification Standard 4.0.3: each test is named after
 * the item it shows. The table of them stands in SECURITY.md.
 */
import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { request as httpRequest } from 'node:http';
import { request as httpsRequest } from 'node:https';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { Attempts } from '../../src/lib/server/auth/rate-limit.ts';
import {
  isPassphrase,
  passphraseSetAt,
  setPassphrase,
  weakness
} from '../../src/lib/server/auth/passphrase.ts';
import { newSecret } from '../../src/lib/server/auth/secrets.ts';
import { beginSession, isSession, SESSION_MS } from '../../src/lib/server/auth/sessions.ts';
import { closeDatabase, openDatabase } from '../../src/lib/server/db/open.ts';
import { dataFolder, demoFolder, endServer, launchServer, root, type Launched } from '../helpers/server.ts';

const PASSPHRASE = 'grebe lantern orbit walnut';
let data = '';
let server: Launched;
before(async () => {
  data = (await demoFolder()) ?? dataFolder();
  await setPassphrase(data, PASSPHRASE);
  server = await launchServer(data, { env: { ISKARN_DEMO: '1' } });
  await server.up();
});
after(async () => {
  await endServer(server);
  rmSync(data, { recursive: true, force: true });
});

interface Answer {
  status: number;
  headers: Record<string, string | string[] | undefined>;
  text: string;
}
interface Asked {
  headers?: Record<string, string>;
  body?: unknown;
  at?: string;
}

function ask(
  method: string,
  path: string,
  { headers = {}, body, at = server.address }: Asked = {}
): Promise<Answer> {
  const url = new URL(at);
  const text = body === undefined ? undefined : JSON.stringify(body);
  const send = url.protocol === 'https:' ? httpsRequest : httpRequest;
  return new Promise((resolve, reject) => {
    const sent = send(
      {
        protocol: url.protocol,
        hostname: url.hostname,
        port: url.port,
        // as it is written: nothing makes it tidy on the way
        path,
        method,
        agent: false,
        rejectUnauthorized: false,
        headers: {
          ...(text === undefined
            ? {}
            : { 'content-type': 'application/json', 'content-length': String(Buffer.byteLength(text)) }),
          ...headers
        }
      },
      (response) => {
        let said = '';
        response.on('data', (c: Buffer) => (said += c.toString()));
        response.on('end', () =>
          resolve({ status: response.statusCode ?? 0, headers: response.headers, text: said })
        );
      }
    );
    sent.on('error', reject);
    sent.end(text);
  });
}

const setCookie = (answer: Answer): string => String(answer.headers['set-cookie']?.[0] ?? '');
const cookieOf = (answer: Answer): string => setCookie(answer).split(';')[0];
const logIn = (passphrase = PASSPHRASE, more: Asked = {}): Promise<Answer> =>
  ask('POST', '/api/v1/session', { ...more, body: { passphrase } });
async function session(): Promise<{ headers: { cookie: string } }> {
  const answer = await logIn();
  assert.equal(answer.status, 201, answer.text);
  return { headers: { cookie: cookieOf(answer) } };
}

test('2.1.1 a passphrase has at least 12 characters', async () => {
  assert.match(weakness('short words') ?? '', /11 characters/);
  await assert.rejects(setPassphrase(data, 'short words'));
  assert.equal(weakness('twelve chars'), null);
});

test('2.1.2 64 characters are taken, more than 128 are not', () => {
  const long = (n: number): string =>
    Array.from({ length: n }, (_, k) => 'grebe lantern orbit walnut '[k % 27]).join('');
  assert.equal(weakness(long(64)), null);
  assert.equal(weakness(long(128)), null);
  assert.match(weakness(long(129)) ?? '', /at most 128/);
});

test('2.1.3 2.1.4 2.1.9 nothing is cut off, any character is taken, none is asked for; however it was composed', async () => {
  const folder = dataFolder();
  const given = 'café wörter 鴨 🛩 jolie';
  await setPassphrase(folder, given);
  assert.ok(await isPassphrase(folder, given.normalize('NFD')));
  assert.ok(!(await isPassphrase(folder, given.slice(0, -1))));
  assert.ok(!(await isPassphrase(folder, `${given} `)));
  const long = `${'walnut lantern '.repeat(8)}x`;
  await setPassphrase(folder, long);
  assert.ok(!(await isPassphrase(folder, long.slice(0, -1))));
  rmSync(folder, { recursive: true });
});

test('2.1.7 those that everybody tries first are refused', () => {
  for (const common of [
    'Password1234',
    'passwordpassword',
    'aaaaaaaaaaaa',
    'abcdefghijkl',
    '123456789012',
    'correct horse battery staple',
    'abababababab'
  ])
    assert.match(weakness(common) ?? '', /first that are tried|characters/, common);
});

test('2.2.1 guesses are slowed down by address: five are free, then each waits twice as long as the one before', () => {
  let now = 0;
  const attempts = new Attempts(() => now);
  for (let k = 0; k < 5; k++) {
    assert.equal(attempts.waitS('a'), 0);
    attempts.wrong('a');
  }
  assert.equal(attempts.waitS('a'), 30);
  assert.equal(attempts.waitS('b'), 0, 'another address does not wait for it');
  now += 31_000;
  assert.equal(attempts.waitS('a'), 0);
  attempts.wrong('a');
  assert.equal(attempts.waitS('a'), 60);
  for (let k = 0; k < 20; k++) attempts.wrong('a');
  assert.equal(attempts.waitS('a'), 900);
  // in a year, at most this many guesses
  assert.ok((365 * 86_400) / 900 < 36_000);
  attempts.right('a');
  assert.equal(attempts.waitS('a'), 0);
  // a flood of addresses is not remembered for ever
  for (let k = 0; k < 20_000; k++) attempts.wrong(`address ${k}`);
  assert.equal(attempts.waitS('address 1'), 0);
});

test('2.4.1 2.4.3 only a salted scrypt digest is stored, of the cost that OWASP names', async () => {
  const folder = dataFolder();
  await setPassphrase(folder, PASSPHRASE);
  const stored = JSON.parse(readFileSync(join(folder, 'passphrase.json'), 'utf8')) as Record<string, unknown>;
  assert.deepEqual([stored.N, stored.r, stored.p], [131072, 8, 1]);
  assert.ok(!JSON.stringify(stored).includes('walnut'));
  assert.equal(Buffer.from(String(stored.salt), 'base64').length, 16);
  const before = stored.salt;
  await setPassphrase(folder, PASSPHRASE);
  assert.notEqual(
    (JSON.parse(readFileSync(join(folder, 'passphrase.json'), 'utf8')) as { salt: string }).salt,
    before
  );
  writeFileSync(join(folder, 'passphrase.json'), '{"format":"none"}');
  assert.ok(
    passphraseSetAt(folder) !== null && !(await isPassphrase(folder, PASSPHRASE)),
    'a damaged file opens to nobody'
  );
  rmSync(folder, { recursive: true });
});

test('4.1.1 4.1.3 without a session nothing of the data is served or changed, whatever the path', async () => {
  for (const path of [
    '/',
    '/shelf',
    '/match/1',
    '/sheet/1',
    '/settings',
    '/settings/backups',
    '/help/1/kv',
    '/test/1/log'
  ]) {
    const answer = await ask('GET', path);
    assert.equal(answer.status, 303, path);
    assert.match(String(answer.headers.location), /^\/login/);
    assert.ok(!answer.text.includes('Dunlin'));
  }
  for (const path of [
    '/api/v1/setups',
    '/api/v1/archive',
    '/api/v1/backups',
    '/api/v1/parts',
    '/api/v1/settings',
    '/match/1/__data.json',
    '/api/v1/setups/1/sheet.md'
  ])
    for (const spelt of [path, path.replace('/', '//'), `${path}?x=/login`, path.replace('api', '%61pi')]) {
      const answer = await ask('GET', spelt);
      const sentAway = answer.status === 200 && /"type":"redirect","location":"\/login/.test(answer.text);
      assert.ok(sentAway || [303, 401, 404, 308].includes(answer.status), `${spelt}: ${answer.status}`);
      assert.ok(!/Dunlin|Weir/.test(answer.text), spelt);
    }
  for (const [method, path] of [
    ['DELETE', '/api/v1/setups/1'],
    ['POST', '/api/v1/backups'],
    ['POST', '/api/v1/crafts'],
    ['PUT', '/api/v1/settings']
  ]) {
    const answer = await ask(method, path, { body: {} });
    assert.equal(answer.status, 401, path);
  }
  // what is no data answers: health, the door, and the files of the pages
  assert.equal((await ask('GET', '/api/health')).status, 200);
  const login = await ask('GET', '/login');
  assert.equal(login.status, 200);
  assert.ok(!/Dunlin|Bittern/.test(login.text));
});

test('3.1.1 3.4.1 3.4.2 3.4.3 the token is in a cookie that no script reads and no other page sends, never in an address', async () => {
  const answer = await logIn();
  const cookie = setCookie(answer);
  assert.match(cookie, /^iskarn=[\w-]{32}; /);
  assert.match(cookie, /HttpOnly/i);
  assert.match(cookie, /SameSite=Strict/i);
  assert.match(cookie, /Path=\//i);
  assert.ok(!answer.text.includes(cookie.slice(7, 39)), 'not in the answer either');
  const page = await ask('GET', '/shelf', { headers: { cookie: cookieOf(answer) } });
  assert.equal(page.status, 200);
  assert.ok(!page.text.includes(cookie.slice(7, 39)));
});

test('3.2.1 3.2.2 each log-in is a new token of 192 bits; the one before ends', async () => {
  const first = await session();
  const again = await ask('POST', '/api/v1/session', {
    body: { passphrase: PASSPHRASE },
    headers: first.headers
  });
  assert.notEqual(cookieOf(again), first.headers.cookie);
  assert.equal((await ask('GET', '/api/v1/settings', first)).status, 401);
  assert.equal((await ask('GET', '/api/v1/settings', { headers: { cookie: cookieOf(again) } })).status, 200);
  const many = new Set(Array.from({ length: 10_000 }, newSecret));
  assert.equal(many.size, 10_000);
  assert.ok([...many].every((s) => Buffer.from(s, 'base64url').length === 24));
  for (const made of ['iskarn=', 'iskarn=x', `iskarn=${newSecret()}`, 'iskarn=' + 'a'.repeat(5000)])
    assert.equal((await ask('GET', '/api/v1/settings', { headers: { cookie: made } })).status, 401);
});

test('3.3.1 after logging out the token is worth nothing', async () => {
  const own = await session();
  const out = await ask('DELETE', '/api/v1/session', own);
  assert.equal(out.status, 200);
  assert.match(setCookie(out), /Max-Age=0|Expires=Thu, 01 Jan 1970/i);
  assert.equal((await ask('GET', '/api/v1/settings', own)).status, 401);
});

test('3.3.2 a session ends after thirty days, and after seven that it was not used', () => {
  const folder = dataFolder();
  const db = openDatabase(folder);
  const start = Date.parse('2026-01-01T00:00:00Z');
  const at = (ms: number): Date => new Date(start + ms);
  const idle = beginSession(db, '127.0.0.1', 'a browser', at(0));
  assert.ok(isSession(db, idle, 0, at(SESSION_MS.idle - 1000)));
  const left = beginSession(db, '127.0.0.1', 'a browser', at(0));
  assert.ok(!isSession(db, left, 0, at(SESSION_MS.idle + 1000)));
  let used = start;
  for (; used < start + SESSION_MS.used - 86_400_000; used += 86_400_000)
    assert.ok(isSession(db, idle, 0, new Date(used)));
  assert.ok(!isSession(db, idle, 0, at(SESSION_MS.used + 1000)));
  assert.equal(db.prepare('SELECT count(*) FROM session').pluck().get(), 0, 'what is over is not kept');
  closeDatabase(db);
  rmSync(folder, { recursive: true });
});

test('3.3.3 a new passphrase ends every session of the old one', async () => {
  const own = await session();
  await new Promise((r) => setTimeout(r, 20));
  await setPassphrase(data, PASSPHRASE);
  assert.equal((await ask('GET', '/api/v1/settings', own)).status, 401);
});

test('3.3.4 all devices are logged out at once', async () => {
  const [one, other] = [await session(), await session()];
  assert.equal((await ask('GET', '/api/v1/settings', one)).status, 200);
  await ask('DELETE', '/api/v1/sessions', other);
  for (const s of [one, other]) assert.equal((await ask('GET', '/api/v1/settings', s)).status, 401);
  // and nobody does that who is not logged in
  const third = await session();
  assert.equal((await ask('DELETE', '/api/v1/sessions')).status, 401);
  assert.equal((await ask('GET', '/api/v1/settings', third)).status, 200);
});

test('4.2.1 a shared link opens one sheet to be read and nothing else, until it is taken away', async () => {
  const own = await session();
  const made = JSON.parse((await ask('POST', '/api/v1/setups/1/shares', { ...own, body: {} })).text) as {
    id: number;
    path: string;
  };
  assert.match(made.path, /^\/shared\/[\w-]{32}$/);
  const read = await ask('GET', made.path);
  assert.equal(read.status, 200);
  assert.match(read.text, /Dunlin/);
  assert.match(String(read.headers['x-robots-tag']), /noindex/);
  assert.ok(
    !/Bittern|Teal|owned|to buy<|\/match\//.test(read.text.replace(/<script[\s\S]*?<\/script>/g, '')),
    'no other craft, no shelf, no way on'
  );
  const stored =
    readFileSync(join(data, 'iskarn.db')).toString('latin1') +
    (existsSync(join(data, 'iskarn.db-wal'))
      ? readFileSync(join(data, 'iskarn.db-wal')).toString('latin1')
      : '');
  assert.ok(!stored.includes(made.path.split('/')[2]), 'its name is not stored');
  const list = (await ask('GET', '/api/v1/setups/1/shares', own)).text;
  assert.ok(!list.includes(made.path.split('/')[2]));
  for (const path of [`${made.path}x`, `/shared/${newSecret()}`, '/shared/', `${made.path}/../../match/1`])
    assert.notEqual((await ask('GET', path)).status, 200, path);
  assert.equal((await ask('POST', made.path, { body: {} })).status >= 400, true);
  assert.equal((await ask('DELETE', `/api/v1/shares/${made.id}`)).status, 401);
  assert.equal((await ask('DELETE', `/api/v1/shares/${made.id}`, own)).status, 200);
  assert.equal((await ask('GET', made.path)).status, 404);
});

test('4.2.2 14.5.3 a write from another page is refused, with or without a session', async () => {
  const own = await session();
  const strange: Record<string, string>[] = [
    { origin: 'http://evil.example' },
    { 'sec-fetch-site': 'cross-site' },
    { origin: 'null' }
  ];
  for (const headers of strange) {
    const answer = await ask('DELETE', '/api/v1/setups/1', {
      body: {},
      headers: { ...own.headers, ...headers }
    });
    assert.equal(answer.status, 403, JSON.stringify(headers));
  }
  assert.equal((await logIn(PASSPHRASE, { headers: { origin: 'http://evil.example' } })).status, 403);
});

test('5.1.5 the door leads back to pages of this host only', async () => {
  const { headers } = await session();
  const door = async (to: string): Promise<string> =>
    (await ask('GET', `/login?to=${encodeURIComponent(to)}`)).text;
  for (const to of [
    'https://evil.example',
    '//evil.example',
    '/\\evil.example',
    'javascript:alert(1)',
    '/x\r\nset-cookie:y'
  ])
    assert.ok(
      !/evil|alert|set-cookie:y/.test(
        (await door(to))
          .replaceAll(/<!--.*?-->/g, '')
          .split('<main')[1]
          .split('</main')[0]
      ),
      to
    );
  const inside = await ask('GET', '/login', { headers });
  assert.equal(inside.status, 303);
  assert.equal(inside.headers.location, '/');
});

test('7.4.1 a wrong passphrase says only that; nothing tells what is stored where', async () => {
  const answer = await logIn('grebe lantern orbit walnuts');
  assert.equal(answer.status, 422);
  assert.match(answer.text, /This is not the passphrase/);
  assert.ok(!answer.text.includes(data) && !/stack|scrypt|node:/.test(answer.text));
  await session();
});

test('8.2.1 14.4.3 14.4.4 14.4.6 14.4.7 nothing is kept by caches; the headers that protect are there', async () => {
  const own = await session();
  for (const path of ['/shelf', '/api/v1/setups', '/login']) {
    const { headers } = await ask('GET', path, own);
    assert.equal(headers['cache-control'], 'no-store', path);
    assert.equal(headers['x-content-type-options'], 'nosniff');
    assert.equal(headers['referrer-policy'], 'no-referrer');
    assert.equal(headers['x-frame-options'], 'DENY');
    if (path === '/shelf') assert.match(String(headers['content-security-policy']), /frame-ancestors 'none'/);
  }
});

test('2.2.1 over HTTP: after five wrong answers the sixth is told to wait, the right one too', async () => {
  const own = dataFolder();
  await setPassphrase(own, PASSPHRASE);
  const other = await launchServer(own);
  await other.up();
  for (let k = 0; k < 5; k++)
    assert.equal((await logIn('not the passphrase', { at: other.address })).status, 422);
  const sixth = await logIn(PASSPHRASE, { at: other.address });
  assert.equal(sixth.status, 429);
  assert.ok(Number(sixth.headers['retry-after']) > 20);
  assert.match(sixth.text, /Too many wrong answers/);
  await endServer(other);
  rmSync(own, { recursive: true });
});

test('9.1.1 beyond this machine it starts with a passphrase only, and says so where it is not encrypted', async () => {
  const own = dataFolder();
  const open = await launchServer(own, { env: { HOST: '0.0.0.0' } });
  assert.equal(await open.gone, 2);
  assert.match(open.output(), /no passphrase is set.*npm run data -- passphrase/s);
  assert.ok(!existsSync(join(own, 'iskarn.db')), 'the data was not touched');
  await setPassphrase(own, PASSPHRASE);
  const shut = await launchServer(own, { env: { HOST: '0.0.0.0' } });
  await shut.up();
  for (let wait = 0; wait < 100 && !/open http/.test(shut.output()); wait++)
    await new Promise((r) => setTimeout(r, 50));
  assert.match(shut.output(), /without HTTPS: whoever is on the same network can read along/);
  await endServer(shut);
  rmSync(own, { recursive: true });
});

test('9.1.2 3.4.1 3.4.4 with a certificate it speaks TLS 1.2 and up, and the cookie is for encrypted connections to this host alone', async () => {
  const own = dataFolder();
  await setPassphrase(own, PASSPHRASE);
  const [key, cert] = [join(own, 'key.pem'), join(own, 'cert.pem')];
  execFileSync(
    'openssl',
    [
      'req',
      '-x509',
      '-newkey',
      'ec',
      '-pkeyopt',
      'ec_paramgen_curve:prime256v1',
      '-nodes',
      '-days',
      '2',
      '-subj',
      '/CN=localhost',
      '-keyout',
      key,
      '-out',
      cert
    ],
    { stdio: 'ignore' }
  );
  const env = { ISKARN_TLS_CERT: cert, ISKARN_TLS_KEY: key };
  const half = await launchServer(own, { env: { ISKARN_TLS_CERT: cert } });
  assert.equal(await half.gone, 2);
  assert.match(half.output(), /belong together/);
  const swapped = await launchServer(own, { env: { ISKARN_TLS_CERT: key, ISKARN_TLS_KEY: cert } });
  assert.equal(await swapped.gone, 2);
  assert.match(swapped.output(), /cannot be used/);
  const secured = await launchServer(own, { env });
  const at = secured.address.replace('http:', 'https:');
  let answer: Answer | null = null;
  for (let wait = 0; wait < 200 && answer === null; wait++) {
    answer = await ask('GET', '/api/health', { at }).catch(() => null);
    await new Promise((r) => setTimeout(r, 50));
  }
  assert.equal(answer?.status, 200);
  const cookie = setCookie(await logIn(PASSPHRASE, { at }));
  assert.match(cookie, /^__Host-iskarn=/);
  assert.match(cookie, /; Secure/i);
  assert.ok(!/Domain=/i.test(cookie));
  assert.throws(() =>
    execFileSync('openssl', ['s_client', '-connect', new URL(at).host, '-tls1_1'], {
      input: '',
      stdio: ['pipe', 'ignore', 'ignore']
    })
  );
  await endServer(secured);
  rmSync(own, { recursive: true });
});

test('14.1 what is kept is readable by its owner alone: folder 0700, files 0600', async () => {
  const own = join(dataFolder(), 'inner');
  const one = await launchServer(own, { env: { ISKARN_DEMO: '1' } });
  await one.up();
  await fetch(`${one.address}/api/v1/backups`, { method: 'POST' });
  const look = (folder: string): void => {
    assert.equal(statSync(folder).mode & 0o777, 0o700, folder);
    for (const name of readdirSync(folder)) {
      const path = join(folder, name);
      if (statSync(path).isDirectory()) look(path);
      else assert.equal(statSync(path).mode & 0o777, 0o600, path);
    }
  };
  look(own);
  await endServer(one);
  look(own);
  rmSync(own, { recursive: true });
});

test('14.2 the table in SECURITY.md names every item that is shown here, and no other', () => {
  const source = readFileSync(import.meta.filename, 'utf8');
  const shown = new Set(
    [...source.matchAll(/^test\('((?:\d+\.\d+(?:\.\d+)? )+)/gm)].flatMap((m) => m[1].trim().split(' '))
  );
  const table = readFileSync(join(root, 'SECURITY.md'), 'utf8');
  const named = new Set([...table.matchAll(/^\| (\d+\.\d+(?:\.\d+)?)\s+\|/gm)].map((m) => m[1]));
  assert.deepEqual([...named].sort(), [...shown].sort());
});
