import assert from 'node:assert/strict';
import { afterEach, test } from 'node:test';
import { call, mayYetSucceed } from './client.ts';

const real = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = real;
});

/** Answers the next call, and keeps what was asked. */
function answering(status: number, body: string | null) {
  const asked: { url: string; init: RequestInit }[] = [];
  globalThis.fetch = (async (url: string, init: RequestInit) => {
    asked.push({ url, init });
    if (body === null) throw new TypeError('refused');
    return new Response(body, { status });
  }) as typeof fetch;
  return asked;
}

test('a call knows its method and path, and sends what it is given as JSON', async () => {
  const asked = answering(200, '{"id":7}');
  const done = await call('undoSetup', { id: 7, query: { by: 'a b' }, body: { revision: 3 } as never });
  assert.deepEqual(done, { ok: true, value: { id: 7 } });
  assert.match(asked[0].url, /\/setups\/7\/undo\?by=a\+b$/);
  assert.equal(asked[0].init.method, 'POST');
  assert.equal(asked[0].init.body, '{"revision":3}');
  assert.deepEqual(asked[0].init.headers, { 'content-type': 'application/json' });
});

test('a file goes as it is; nothing has no kind', async () => {
  const asked = answering(200, '{}');
  await call('importShelf', { body: 'a,b' as never });
  await call('openSetup', { id: 1 });
  assert.deepEqual(
    asked.map(({ init }) => [init.body, init.headers]),
    [
      ['a,b', { 'content-type': 'application/octet-stream' }],
      [undefined, {}]
    ]
  );
});

test('every failure is an answer: what was refused with its places, what is no JSON, what does not answer', async () => {
  answering(422, '{"message":"no","errors":[{"path":"name","message":"empty"}]}');
  const refused = await call('openSetup', { id: 1 });
  assert.deepEqual(refused, {
    ok: false,
    status: 422,
    message: 'no',
    errors: [{ path: 'name', message: 'empty' }],
    current: undefined
  });
  answering(409, '{"message":"stale","errors":[],"current":{"revision":9}}');
  const stale = await call('openSetup', { id: 1 });
  assert.deepEqual(!stale.ok && stale.current, { revision: 9 });
  answering(502, '<html>');
  const broken = await call('openSetup', { id: 1 });
  assert.equal(!broken.ok && broken.message, 'The server answered 502.');
  answering(0, null);
  const silent = await call('openSetup', { id: 1 });
  assert.ok(!silent.ok && silent.status === 0 && /does not answer/.test(silent.message));
  for (const status of [0, 408, 429, 502, 503, 504, 507])
    assert.ok(mayYetSucceed({ status }), String(status));
  for (const status of [400, 403, 404, 409, 413, 422, 500])
    assert.ok(!mayYetSucceed({ status }), String(status));
});
