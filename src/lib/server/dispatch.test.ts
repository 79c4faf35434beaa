/** The door of the interface in this process: real requests, a real database file, no server. */
import assert from 'node:assert/strict';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import type { RequestEvent } from '@sveltejs/kit';
import { findRoute } from '../api/find-route.ts';
import { PATHS, type RouteId } from '../api/paths.ts';
import { ROUTES } from '../api/routes.ts';
import { markOf } from '../core/document/sources.ts';
import type { StoredPart, StoredSetup } from '../core/document/stored.ts';
import { closeStore, store } from './db/store.ts';
import { dispatch } from './dispatch.ts';

let folder: string;
before(() => {
  folder = mkdtempSync(join(tmpdir(), 'iskarn-door-'));
  process.env.ISKARN_DATA = folder;
  process.env.ISKARN_DEMO = '1';
  process.env.ISKARN_COMPUTE = '/nowhere';
  store();
});
after(() => {
  closeStore();
  rmSync(folder, { recursive: true, force: true });
});

interface Answer {
  status: number;
  headers: Headers;
  value: Record<string, unknown> & { message?: string; errors?: { path: string; code?: string }[] };
}

async function ask(
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {}
): Promise<Answer> {
  const url = new URL(path, 'http://127.0.0.1');
  const request = new Request(url, {
    method,
    headers: { 'content-type': 'application/json', ...headers },
    body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body)
  });
  const response = await dispatch({ request, url, params: {} } as unknown as RequestEvent);
  const text = await response.text();
  return {
    status: response.status,
    headers: response.headers,
    value: (text.startsWith('{') || text.startsWith('[') ? JSON.parse(text) : { text }) as Answer['value']
  };
}

test('every path leads to its own route, with its parameters; a spelled-out one before a parameter', () => {
  for (const [id, [method, path]] of Object.entries(PATHS) as [RouteId, readonly [string, string]][]) {
    const found = findRoute(method, path.replace('{id}', '42').replace('{format}', 'json'));
    assert.ok(found.ok, id);
    assert.equal(found.found.id, id);
    assert.equal(found.found.route, ROUTES[id]);
    if (path.includes('{id}')) assert.equal(found.found.params.id, '42');
  }
  assert.deepEqual(findRoute('POST', '/api/v1/shelf/import').ok && 'importShelf', 'importShelf');
  assert.deepEqual(findRoute('PATCH', '/api/v1/settings'), { ok: false, allowed: ['GET', 'PUT'] });
  assert.deepEqual(findRoute('GET', '/api/v1/settings/x'), { ok: false, allowed: [] });
  assert.deepEqual(findRoute('GET', '/api/v1/setupsX'), { ok: false, allowed: [] });
});

test('an address that is none, and a method that is not done, are told in words', async () => {
  const none = await ask('GET', '/api/v1/nothing');
  assert.deepEqual(
    [none.status, none.value.message],
    [404, 'There is nothing at this address of the interface.']
  );
  const method = await ask('DELETE', '/api/v1/settings');
  assert.equal(method.status, 405);
  assert.equal(method.headers.get('allow'), 'GET, PUT');
  assert.equal((await ask('GET', '/api/v1/setups/0x1')).status, 404);
  assert.equal((await ask('GET', '/api/v1/setups/99999')).status, 404);
});

test('a body is checked by the schema of its route before anything is done', async () => {
  const cases: [string, string, unknown, string, string][] = [
    ['POST', '/api/v1/setups', { document: {} }, 'missing', 'craftId'],
    ['POST', '/api/v1/setups', { craftId: 'one', document: {} }, 'type', 'craftId'],
    ['POST', '/api/v1/setups', { craftId: 1, document: 7 }, 'type', 'document'],
    ['PUT', '/api/v1/setups/1', { label: 'x' }, 'missing', 'document'],
    ['PUT', '/api/v1/settings', { theme: 'loud' }, 'unknown-field', ''],
    ['PUT', '/api/v1/settings', { schools: { 'pack-current': '9x' } }, 'choice', 'schools.pack-current'],
    ['POST', '/api/v1/parts/1/tables', { title: 't', rows: [] }, 'length', 'rows'],
    ['DELETE', '/api/v1/shelf/import', { added: ['a'] }, 'type', 'added.0'],
    [
      'POST',
      '/api/v1/crafts',
      { name: 'x', kind: 'fixed-wing', purpose: 'sport', massKg: -1 },
      'range',
      'massKg'
    ],
    ['POST', '/api/v1/setups/1/undo', { revision: 'first' }, 'type', 'revision']
  ];
  for (const [method, path, body, code, at] of cases) {
    const { status, value } = await ask(method, path, body);
    assert.equal(status, 422, `${method} ${path}: ${value.message}`);
    assert.deepEqual([value.errors?.[0].code, value.errors?.[0].path], [code, at], value.message);
  }
  assert.equal((await ask('PUT', '/api/v1/settings', 'not json')).status, 422);
  assert.equal((await ask('PUT', '/api/v1/settings', '[]')).status, 422);
});

test('a setup whose figures have no sources is read alike by every room: its weight is what the user gave', async () => {
  const { document } = (await ask('GET', '/api/v1/setups/3')).value as unknown as StoredSetup;
  const { sources: _none, ...bare } = document;
  const made = await ask('POST', '/api/v1/setups', { craftId: 1, document: bare });
  const { id, revision } = made.value as unknown as StoredSetup;
  const read = (await ask('GET', `/api/v1/setups/${id}`)).value as unknown as StoredSetup;
  assert.equal(markOf(read.document, 'craft.massKg'), 'typed');
  // what is sent back as it came is no edit
  const again = await ask('PUT', `/api/v1/setups/${id}`, { document: bare, label: 'nothing', revision });
  assert.equal((again.value as unknown as StoredSetup).revision, revision);
  await ask('DELETE', `/api/v1/setups/${id}?revision=${revision}`);
});

test('a setup is read, edited, undone; a stale write gets what stands', async () => {
  const one = (await ask('GET', '/api/v1/setups/1')).value as unknown as StoredSetup;
  const document = { ...one.document, name: 'Edited at the door' };
  const put = await ask('PUT', '/api/v1/setups/1', { document, label: 'name', revision: one.revision });
  assert.equal(put.status, 200);
  const edited = put.value as unknown as StoredSetup;
  assert.deepEqual(
    [edited.revision, edited.undoLabel, edited.document.name],
    [one.revision + 1, 'name', 'Edited at the door']
  );
  const stale = await ask('PUT', '/api/v1/setups/1', { document: one.document, revision: one.revision });
  assert.equal(stale.status, 409);
  assert.equal((stale.value.current as StoredSetup).revision, edited.revision);
  const unnamed = await ask('PUT', '/api/v1/setups/1', { document: one.document });
  assert.deepEqual([unnamed.status, unnamed.value.errors?.[0].code], [422, 'revision-missing']);
  // the revision may stand in the query, or in If-Match as a program sends it
  const undone = await ask('POST', `/api/v1/setups/1/undo?revision=${edited.revision}`);
  assert.equal((undone.value as unknown as StoredSetup).document.name, one.document.name);
  const redone = await ask('POST', '/api/v1/setups/1/redo', undefined, {
    'if-match': `"${edited.revision + 1}"`
  });
  assert.equal((redone.value as unknown as StoredSetup).document.name, 'Edited at the door');
  const none = await ask('POST', '/api/v1/setups/1/redo', { revision: edited.revision + 2 });
  assert.deepEqual([none.status, none.value.message], [409, 'There is nothing to redo.']);
  const emptyLabel = await ask('PUT', '/api/v1/setups/1', {
    document: one.document,
    label: '',
    revision: edited.revision + 2
  });
  assert.equal((emptyLabel.value as unknown as StoredSetup).undoLabel, 'edited');
});

test('use, pin, duplicate, delete and restore do what they say', async () => {
  const list = (await ask('GET', '/api/v1/setups?craft=1')).value as unknown as StoredSetup[];
  assert.ok(list.length >= 2);
  const other = list.find((s) => !s.inUse) as StoredSetup;
  await ask('POST', `/api/v1/setups/${other.id}/use`);
  const after = (await ask('GET', '/api/v1/setups?craft=1')).value as unknown as StoredSetup[];
  assert.deepEqual(
    after.filter((s) => s.inUse).map((s) => s.id),
    [other.id]
  );
  assert.equal(
    ((await ask('POST', `/api/v1/setups/${other.id}/unpin`)).value as unknown as StoredSetup).pinned,
    false
  );
  assert.equal(
    ((await ask('POST', `/api/v1/setups/${other.id}/pin`)).value as unknown as StoredSetup).pinned,
    true
  );
  const copy = (await ask('POST', `/api/v1/setups/${other.id}/duplicate`)).value as unknown as StoredSetup;
  assert.match(copy.document.name as string, /, copy$/);
  assert.equal((await ask('DELETE', `/api/v1/setups/${copy.id}`)).status, 200);
  assert.equal((await ask('GET', `/api/v1/setups/${copy.id}`)).status, 404);
  assert.equal((await ask('POST', `/api/v1/setups/${copy.id}/restore`)).status, 200);
  assert.equal((await ask('GET', `/api/v1/setups/${copy.id}`)).status, 200);
  assert.deepEqual((await ask('POST', `/api/v1/setups/${copy.id}/open`)).value, { id: copy.id });
});

test('what is made answers 201, what is planned 200', async () => {
  const craft = await ask('POST', '/api/v1/crafts', {
    name: ' Plover ',
    kind: 'fixed-wing',
    purpose: 'trainer',
    massKg: 0.9
  });
  assert.equal(craft.status, 201);
  const made = craft.value as unknown as StoredSetup;
  assert.equal(made.document.craft.name, 'Plover');
  const file = await ask('GET', `/api/v1/crafts/${made.craftId}`);
  assert.equal(file.value.format, 'iskarn.craft/1');
  const planned = await ask('POST', '/api/v1/import', file.value);
  assert.equal(planned.status, 200);
  assert.equal(planned.value.craftId, null);
  const imported = await ask('POST', '/api/v1/import?apply=1', file.value);
  assert.equal(imported.status, 201);
  const undone = await ask('DELETE', '/api/v1/import', {
    craftId: imported.value.craftId,
    setupIds: imported.value.setupIds
  });
  assert.equal(undone.value.removed, 2);
  assert.equal((await ask('DELETE', `/api/v1/crafts/${made.craftId}`)).status, 200);
  assert.equal((await ask('GET', `/api/v1/crafts/${made.craftId}`)).status, 404);
  assert.equal((await ask('POST', `/api/v1/crafts/${made.craftId}`)).status, 200);
});

test('parts and tables: made, edited by revision, taken away and back', async () => {
  const part = {
    kind: 'motor',
    name: 'Door motor',
    document: { kvRpmPerVolt: 900 },
    measured: {},
    owned: true,
    note: ''
  };
  const made = await ask('POST', '/api/v1/parts', part);
  assert.equal(made.status, 201);
  const { id, revision } = made.value as unknown as StoredPart;
  const edited = await ask('PUT', `/api/v1/parts/${id}`, { ...part, name: 'Door motor 2', revision });
  assert.equal((edited.value as unknown as StoredPart).name, 'Door motor 2');
  assert.equal((await ask('PUT', `/api/v1/parts/${id}`, { ...part, revision })).status, 409);
  const rows = [
    {
      line: 2,
      volts: 11,
      propText: '10x5',
      diameterM: 0.254,
      pitchM: 0.127,
      blades: 2,
      throttle: 1,
      amps: 20,
      watts: null,
      thrustN: 11,
      rpm: null
    }
  ];
  const table = await ask('POST', `/api/v1/parts/${id}/tables`, { title: 'printed', rows });
  assert.equal(table.status, 201);
  const at = `/api/v1/tables/${String(table.value.id)}`;
  assert.equal(
    (await ask('PUT', at, { title: 'mine', rows, revision: table.value.revision })).value.title,
    'mine'
  );
  assert.equal(((await ask('GET', `/api/v1/parts/${id}/tables`)).value as unknown as object[]).length, 1);
  await ask('DELETE', at);
  assert.equal((await ask('GET', at)).status, 404);
  await ask('POST', at);
  assert.equal((await ask('GET', at)).status, 200);
  assert.equal((await ask('DELETE', `/api/v1/parts/${id}`)).status, 200);
  assert.equal((await ask('POST', `/api/v1/parts/${id}`)).status, 200);
  const kinds = ((await ask('GET', '/api/v1/parts')).value as unknown as StoredPart[]).map((p) => p.kind);
  assert.equal(new Set(kinds).size, 5);
});

test('the shelf goes out as JSON, as a package, and as the table of one kind; other names are none', async () => {
  const json = await ask('GET', '/api/v1/shelf/json');
  const parts = json.value.parts as { kind: string; name: string }[];
  assert.ok(parts.length > 50);
  for (const kind of ['motor', 'esc', 'battery', 'propulsor', 'receiver-supply']) {
    const csv = await ask('GET', `/api/v1/shelf/${kind}.csv`);
    assert.equal(csv.headers.get('content-type'), 'text/csv');
    assert.match(csv.headers.get('content-disposition') ?? '', new RegExp(`filename="${kind}.csv"`));
    const names = parts.filter((p) => p.kind === kind).map((p) => p.name);
    const text = csv.value.text as string;
    assert.equal(text.trim().split('\n').length, names.length + 1, kind);
    for (const name of names) assert.ok(text.includes(name.replaceAll('"', '""')), name);
  }
  assert.equal((await ask('GET', '/api/v1/shelf/zip')).headers.get('content-type'), 'application/zip');
  assert.equal((await ask('GET', '/api/v1/shelf/sails.csv')).status, 404);
});

test('an import of the shelf is planned, done, and taken back; bad rows hold it up unless only the good are wanted', async () => {
  const file = 'name,kvRpmPerVolt [rpm/V]\nGood,900\nBad,fast\n';
  const names = async (): Promise<string[]> =>
    ((await ask('GET', '/api/v1/parts')).value as unknown as StoredPart[]).map((p) => p.name);
  const plan = await ask('POST', '/api/v1/shelf/import?name=motor.csv', file);
  assert.equal(plan.status, 200, plan.value.message);
  assert.deepEqual([plan.value.added, (plan.value.errors as object[]).length], [[], 1]);
  await ask('POST', '/api/v1/shelf/import?name=motor.csv&apply=1', file);
  assert.ok(!(await names()).includes('Good'), 'nothing is stored while a row is wrong');
  const done = await ask('POST', '/api/v1/shelf/import?name=motor.csv&apply=1&good=1', file);
  assert.equal((done.value.added as number[]).length, 1);
  assert.ok((await names()).includes('Good') && !(await names()).includes('Bad'));
  const again = await ask('POST', '/api/v1/shelf/import?name=motor.csv&apply=1&good=1', file);
  assert.deepEqual(
    [again.value.added, (again.value.parts as { action: string }[])[0].action],
    [[], 'already there']
  );
  assert.equal((await ask('DELETE', '/api/v1/shelf/import', { added: done.value.added })).value.removed, 1);
  assert.ok(!(await names()).includes('Good'));
});

test('settings: what is not named stays; health and schemas answer', async () => {
  await ask('PUT', '/api/v1/settings', { units: { mass: 'oz' }, schools: { 'pack-current': '2x' } });
  const { value } = await ask('PUT', '/api/v1/settings', { schools: { 'esc-current': '+5A' } });
  const acknowledged = { 'props-off': true };
  await ask('PUT', '/api/v1/settings', { acknowledged: { ...acknowledged, eyes: true } });
  // shown again: no longer read
  await ask('PUT', '/api/v1/settings', { acknowledged: { eyes: false } });
  assert.deepEqual(value, {
    units: { mass: 'oz' },
    schools: { 'pack-current': '2x', 'esc-current': '+5A' },
    acknowledged: {},
    currency: ''
  });
  assert.deepEqual((await ask('GET', '/api/v1/settings')).value.acknowledged, acknowledged);
  assert.equal((await ask('GET', '/api/health')).value.ok, true);
  for (const format of ['setup', 'craft', 'shelf'])
    assert.match((await ask('GET', `/api/v1/schema/${format}`)).value.$id as string, /^iskarn\./);
  assert.equal((await ask('GET', '/api/v1/schema/toString')).status, 404);
});

test('predict and calibrate answer, and refuse in words', async () => {
  const { document } = (await ask('GET', '/api/v1/setups/2')).value as unknown as StoredSetup;
  const predicted = await ask('POST', '/api/v1/predict', { setup: document, bands: false, remedies: false });
  assert.equal(predicted.status, 200);
  assert.ok((predicted.value.points as object[]).length === 1);
  const bad = await ask('POST', '/api/v1/predict', { setup: { ...document, gearRatio: -1 } });
  assert.deepEqual([bad.status, bad.value.errors?.[0].path], [422, 'setup.gearRatio']);
  const empty = await ask('POST', '/api/v1/calibrate', { setup: document, measurements: [{ throttle: 1 }] });
  assert.deepEqual([empty.status, empty.value.errors?.[0].code], [422, 'no-reading']);
});
