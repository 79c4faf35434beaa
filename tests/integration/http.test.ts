import assert from 'node:assert/strict';
import { execFile } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { get } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { Validator } from '@seriousme/openapi-schema-validator';
import { Ajv } from 'ajv';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { answerPredict } from '../../src/lib/core/predict/answer-predict.ts';
import { root, startServer, type RunningServer } from '../helpers/server.ts';
import { randomSetups } from '../helpers/random-setup.ts';
import { shelves } from '../helpers/search-shelves.ts';
import { BOAT as SETUP_OF_A_BOAT } from '../helpers/setups.ts';
import { answerChange } from '../../src/lib/core/change/answer-change.ts';
import { answerPlan } from '../../src/lib/core/change/answer-plan.ts';
import { answerSearch } from '../../src/lib/core/search/answer-search.ts';

/** The setup document exactly as the interface's own description gives it. */
const REEDLING = {
  format: 'iskarn.setup/1',
  name: 'Reedling, first motor',
  craft: {
    kind: 'fixed-wing',
    massKg: 1.6,
    wingAreaM2: 0.38,
    wingSpanM: 2.1,
    zeroLiftDragCoefficient: 0.035,
    maxLiftCoefficient: 1.15
  },
  environment: { altitudeM: 0, airTemperatureC: 15, water: 'fresh' },
  battery: {
    chemistry: 'lipo',
    series: 4,
    parallel: 1,
    capacityAh: 2.2,
    continuousC: 30,
    burstC: 60,
    cellResistanceOhm: 0.004,
    massKg: 0.24
  },
  wiring: { resistanceOhm: 0.003 },
  esc: { continuousA: 60, burstA: 80, minSeries: 2, maxSeries: 6, resistanceOhm: 0.002 },
  motor: {
    kvRpmPerVolt: 900,
    resistanceOhm: 0.03,
    noLoadCurrentA: 1.6,
    noLoadVoltageV: 10,
    maxCurrentA: 48,
    maxPowerW: 700,
    massKg: 0.17,
    poles: 14
  },
  gearRatio: 1,
  count: 1,
  propulsor: { kind: 'propeller', diameterM: 0.2794, pitchM: 0.1397, blades: 2, family: 'thin-electric' }
};

/** Runs a program to its end without holding up the test's own connections. */
function runProgram(
  program: string,
  args: string[],
  input?: string
): Promise<{ status: number; stdout: string; stderr: string }> {
  return new Promise((resolve) => {
    const child = execFile(program, args, { cwd: root, maxBuffer: 1 << 26 }, (error, stdout, stderr) =>
      resolve({ status: error ? Number(error.code) : 0, stdout, stderr })
    );
    child.stdin?.end(input);
  });
}

let server: RunningServer;
before(async () => (server = await startServer()));
after(() => server.stop());

const post = (path: string, body: unknown): Promise<Response> =>
  fetch(server.address + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: typeof body === 'string' ? body : JSON.stringify(body)
  });

test('health answers with the version', async () => {
  assert.deepEqual(await (await fetch(`${server.address}/api/health`)).json(), {
    ok: true,
    version: '0.1.0'
  });
});

test('the OpenAPI document is valid 3.1, and the real answers satisfy it', async () => {
  const document = (await (await fetch(`${server.address}/api/openapi.json`)).json()) as {
    openapi: string;
    components: { schemas: Record<string, object> };
  };
  assert.match(document.openapi, /^3\.1/);
  const result = await new Validator().validate(structuredClone(document));
  assert.ok(result.valid, JSON.stringify(result.errors));
  const ajv = new Ajv2020({ strict: false });
  ajv.addSchema({ $id: 'api', ...document });
  const check = (name: string, value: unknown): void => {
    const ok = ajv.validate({ $ref: `api#/components/schemas/${name}` }, value);
    assert.ok(ok, `${name}: ${ajv.errorsText()}`);
  };
  for (const setup of [REEDLING, randomSetups(5)(), randomSetups(6)(), randomSetups(8)()]) {
    const request = { setup };
    check('PredictRequest', request);
    const answer = await post('/api/v1/predict', request);
    assert.equal(answer.status, 200);
    check('PredictAnswer', await answer.json());
  }
  const fit = {
    setup: REEDLING,
    measurements: [
      { throttle: 1, speedMs: 0, batteryVoltageV: 15.2, batteryCurrentA: 44, rpm: null, thrustN: 29 }
    ]
  };
  check('CalibrateRequest', fit);
  const fitted = await post('/api/v1/calibrate', fit);
  assert.equal(fitted.status, 200);
  check('CalibrateAnswer', await fitted.json());
  const bad = await post('/api/v1/predict', { setup: 1 });
  assert.equal(bad.status, 422);
  check('Errors', await bad.json());
});

type Operation = {
  operationId: string;
  parameters?: { name: string; in: string; schema: { enum?: string[] } }[];
  requestBody?: { required: boolean };
  responses: Record<string, { content?: Record<string, { schema: object }> }>;
};

test('the description is true of every route: each answers as it says, and does nothing that it does not say', async () => {
  const document = (await (await fetch(`${server.address}/api/openapi.json`)).json()) as {
    paths: Record<string, Record<string, Operation>>;
  };
  const ajv = new Ajv2020({ strict: false });
  ajv.addSchema({ $id: 'api', ...document });
  const setups = (await (await fetch(`${server.address}/api/v1/setups`)).json()) as { id: number }[];
  const crafts = (await (await fetch(`${server.address}/api/v1/crafts`)).json()) as { id: number }[];
  const parts = (await (await fetch(`${server.address}/api/v1/parts`)).json()) as {
    id: number;
    kind: string;
  }[];
  const motor = parts.find((p) => p.kind === 'motor') as { id: number };
  const tables = (await (
    await fetch(`${server.address}/api/v1/parts/${motor.id}/tables`)
  ).json()) as object[];
  assert.ok(setups.length > 10 && crafts.length > 5 && Array.isArray(tables), 'the demo is there');
  const ids: Record<string, number> = {
    crafts: crafts[0].id,
    setups: setups[0].id,
    parts: motor.id,
    tables: 1
  };
  let checked = 0;
  for (const [path, operations] of Object.entries(document.paths)) {
    const kind = path.split('/')[3];
    const real = path.replace('{id}', String(ids[kind] ?? 1));
    const methods = Object.keys(operations).map((m) => m.toUpperCase());
    for (const method of ['GET', 'POST', 'PUT', 'DELETE', 'PATCH'])
      if (!methods.includes(method) && path !== '/api/openapi.json') {
        const response = await fetch(server.address + real.replace('{format}', 'json'), { method });
        assert.equal(response.status, 405, `${method} ${path}`);
        assert.deepEqual(response.headers.get('allow')?.split(', ').sort(), methods.sort(), path);
      }
    for (const [method, operation] of Object.entries(operations)) {
      const format = operation.parameters?.find((p) => p.name === 'format')?.schema.enum ?? [''];
      for (const choice of format) {
        // a write is sent nothing that could be right: what refuses it must be described too
        const sent = method === 'get' ? undefined : operation.requestBody?.required ? '{"never":1}' : '{}';
        const at = method === 'get' ? real : path.replace('{id}', '999999');
        const response = await fetch(server.address + at.replace('{format}', choice), {
          method: method.toUpperCase(),
          body: sent,
          headers: sent === undefined ? {} : { 'content-type': 'application/json' }
        });
        const what = `${method.toUpperCase()} ${at} (${choice}): ${response.status}`;
        const described = operation.responses[String(response.status)];
        assert.ok(described, `${what} is not described`);
        const schema = described.content?.['application/json']?.schema;
        if (!schema) {
          assert.ok((await response.arrayBuffer()).byteLength > 0, what);
          continue;
        }
        const value: unknown = await response.json();
        const reference = JSON.parse(JSON.stringify(schema).replaceAll('"#/', '"api#/')) as object;
        assert.ok(ajv.validate(reference, value), `${what}: ${ajv.errorsText()}`);
        checked++;
      }
    }
  }
  assert.ok(checked >= 40, `${checked} answers were checked`);
});

/** A page as a browser asks for it: to look at it, or beforehand. The whole text, with what is sent after the page. */
const pageAsked = (path: string, mode: 'navigate' | 'cors'): Promise<string> =>
  new Promise((resolve, reject) => {
    get(server.address + path, { headers: { 'sec-fetch-mode': mode } }, (response) => {
      let text = '';
      response.setEncoding('utf8');
      response.on('data', (chunk: string) => (text += chunk)).on('end', () => resolve(text));
    }).on('error', reject);
  });

test('what puts a setup right comes with its page, in it the second time, and is what the interface says of it', async () => {
  const { document } = (await (await fetch(`${server.address}/api/v1/setups/4`)).json()) as {
    document: object;
  };
  const { putRight } = (await (
    await post('/api/v1/predict', { setup: document, putRight: true })
  ).json()) as {
    putRight: { outcome: string[] }[];
  };
  assert.ok(putRight.length > 0);
  // fetched beforehand it is not worked out
  assert.ok(!(await pageAsked('/match/4', 'cors')).includes(putRight[0].outcome[1]));
  assert.ok(
    (await pageAsked('/match/4', 'navigate')).includes(putRight[0].outcome[1]),
    'sent after the page'
  );
  const again = await pageAsked('/match/4', 'navigate');
  assert.match(again, /data-testid="put-right-0"/);
  for (const said of putRight[0].outcome) assert.ok(again.includes(said), said);
});

test('predict over HTTP, by the command line and by the core give the same answer', async () => {
  const request = {
    setup: REEDLING,
    points: [{ throttle: 0.7, speedMs: 12, stateOfCharge: 0.6 }],
    windingC: 60
  };
  const direct = answerPredict(structuredClone(request));
  assert.ok(direct.ok);
  const core = JSON.parse(JSON.stringify(direct.answer)) as unknown;
  assert.deepEqual(await (await post('/api/v1/predict', request)).json(), core);
  const folder = mkdtempSync(join(tmpdir(), 'iskarn-cli-'));
  const file = join(folder, 'request.json');
  writeFileSync(file, JSON.stringify(request));
  const command = await runProgram('npm', ['run', '--silent', 'predict', '--', file]);
  assert.equal(command.status, 0, command.stderr);
  assert.deepEqual(JSON.parse(command.stdout), core);
});

test('the command line: a bare document, standard input, bad input, a file of lines', async () => {
  const run = (args: string[], input?: string) =>
    runProgram(process.execPath, ['scripts/command.mjs', 'predict', ...args], input);
  const bare = await run(['-'], JSON.stringify(REEDLING));
  assert.equal(bare.status, 0, bare.stderr);
  const answer = JSON.parse(bare.stdout) as {
    points: { throttle: number }[];
    checks: { id: string; finding: string }[];
  };
  assert.equal(answer.points[0].throttle, 1);
  for (const id of [
    'esc-current',
    'esc-burst',
    'esc-cells',
    'esc-voltage',
    'pack-current',
    'motor-current',
    'motor-power',
    'cell-voltage',
    'thrust-to-weight',
    'pitch-speed',
    'time'
  ])
    assert.ok(
      answer.checks.some((c) => c.id === id),
      id
    );
  const bad = await run(['-'], JSON.stringify({ ...REEDLING, gearRatio: -1 }));
  assert.equal(bad.status, 2);
  assert.equal(bad.stdout, '');
  assert.match((JSON.parse(bad.stderr) as { message: string }).message, /gear ratio is -1/);
  assert.equal((await run(['-'], 'not json')).status, 2);
  assert.equal((await run(['/nowhere.json'])).status, 2);
  const folder = mkdtempSync(join(tmpdir(), 'iskarn-lines-'));
  const file = join(folder, 'lines.ndjson');
  writeFileSync(
    file,
    [JSON.stringify(REEDLING), '{"setup":{}}', JSON.stringify({ setup: REEDLING })].join('\n')
  );
  const lines = await run([file]);
  assert.equal(lines.status, 2);
  const rows = lines.stdout
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as { points?: object[]; errors?: object[] });
  assert.equal(rows.length, 3);
  assert.ok(rows[0].points && rows[1].errors && rows[2].points);
});

test('calibrate by the command line gives what HTTP gives, and prediction then uses it', async () => {
  const request = {
    setup: REEDLING,
    measurements: [{ throttle: 1, speedMs: 0, batteryVoltageV: 15.2, batteryCurrentA: 44, thrustN: 29 }]
  };
  const folder = mkdtempSync(join(tmpdir(), 'iskarn-fit-'));
  const file = join(folder, 'fit.json');
  writeFileSync(file, JSON.stringify(request));
  const command = await runProgram(process.execPath, ['scripts/command.mjs', 'calibrate', file]);
  assert.equal(command.status, 0, command.stderr);
  const answer = JSON.parse(command.stdout) as { setup: object };
  assert.deepEqual(answer, await (await post('/api/v1/calibrate', request)).json());
  const held = { points: [{ throttle: 1, speedMs: 0, batteryVoltageV: 15.2 }] };
  const predicted = (await (await post('/api/v1/predict', { setup: answer.setup, ...held })).json()) as {
    points: { batteryCurrentA: number; band: { batteryCurrentA: [number, number] } }[];
  };
  const [low, high] = predicted.points[0].band.batteryCurrentA;
  assert.ok(
    Math.abs(predicted.points[0].batteryCurrentA - 44) < 1.5,
    `${predicted.points[0].batteryCurrentA} A`
  );
  assert.ok(high - low < 4, `${low} to ${high} A`);
});

/** A shelf with nothing on it: parts are chosen of what is on sale. */
const EMPTY_SHELF = { battery: [], esc: [], motor: [], propulsor: [] };

/** A search of a made shelf, as a request. */
const searchRequest = (name: string): object => {
  const searched = shelves().find((s) => s.name === name) as ReturnType<typeof shelves>[number];
  const plain = (list: readonly { owned: boolean; document: object }[]): object[] =>
    list.map(({ owned, document }) => ({ ...document, owned }));
  const { battery, esc, motor, propulsor } = searched.parts;
  return {
    brief: searched.brief,
    limits: searched.limits,
    shelf: { battery: plain(battery), esc: plain(esc), motor: plain(motor), propulsor: plain(propulsor) },
    rank: 'time',
    top: 10
  };
};

/** Answers of HTTP and command line to a request; both are told apart by nothing, and the served description holds for them. */
async function everywhere(
  name: 'change' | 'plan' | 'search',
  schemas: readonly [request: string, answer: string],
  request: object
): Promise<unknown> {
  const http = await post(`/api/v1/${name}`, request);
  assert.equal(http.status, 200);
  const answer: unknown = await http.json();
  const document = (await (await fetch(`${server.address}/api/openapi.json`)).json()) as object;
  const ajv = new Ajv2020({ strict: false });
  ajv.addSchema({ $id: 'api', ...document });
  const [wanted, given] = schemas;
  assert.ok(ajv.validate({ $ref: `api#/components/schemas/${wanted}` }, request), ajv.errorsText());
  assert.ok(ajv.validate({ $ref: `api#/components/schemas/${given}` }, answer), ajv.errorsText());
  const file = join(mkdtempSync(join(tmpdir(), `iskarn-${name}-`)), 'request.json');
  writeFileSync(file, JSON.stringify(request));
  const command = await runProgram('npm', ['run', '--silent', name, '--', file]);
  assert.equal(command.status, 0, command.stderr);
  assert.deepEqual(JSON.parse(command.stdout), answer);
  return answer;
}

test('search over HTTP, by the command line and by the core give the same answer; the user’s own shelf where none is sent', async () => {
  const request = searchRequest('jets');
  const own = answerSearch(request);
  assert.ok(own.ok);
  const plain = JSON.parse(JSON.stringify(own.answer)) as typeof own.answer;
  assert.deepEqual(await everywhere('search', ['SearchRequest', 'SearchAnswer'], request), plain);
  // the user's shelf: hundreds of combinations, divided among the threads
  const { brief } = request as { brief: object };
  const limits = { ownedOnly: true, propulsorKinds: ['ducted-fan'] };
  const stored = await post('/api/v1/search', { brief, limits, top: 5 });
  assert.equal(stored.status, 200);
  const found = (await stored.json()) as typeof own.answer;
  assert.ok(found.examined > 300, `${found.examined} combinations`);
  const settled = Object.values(found.rejected).reduce((sum, n) => sum + n, 0);
  assert.equal(settled + found.workable, found.examined);
  const bad = await post('/api/v1/search', { ...request, rank: 'price' });
  assert.equal(bad.status, 422);
  const refused = (await bad.json()) as { errors: { path: string; message: string }[] };
  assert.equal(refused.errors[0].path, 'rank');
  const broken = await runProgram('npm', ['run', '--silent', 'search', '--', '-'], '{"brief": 3}');
  assert.equal(broken.status, 2);
  assert.match(broken.stderr, /"path": "brief"/);
});

test('a change over HTTP, by the command line and by the core gives the same answer, as it is described', async () => {
  const setup = SETUP_OF_A_BOAT;
  const request = { setup, change: { kind: 'repower', series: 12, motorDiameterMm: 56 }, remedies: false };
  const own = answerChange({ ...request, shelf: EMPTY_SHELF });
  assert.ok(own.ok);
  const plain = JSON.parse(JSON.stringify(own.answer)) as typeof own.answer;
  const whole = { ...request, shelf: EMPTY_SHELF };
  assert.deepEqual(await everywhere('change', ['ChangeRequest', 'ChangeAnswer'], whole), plain);
  // the stored shelf is asked where none is sent
  const stored = (await (await post('/api/v1/change', request)).json()) as typeof own.answer;
  assert.match(stored.steps.map((s) => s.working).join(), /Sluice 4082-600 is on the shelf/);
  assert.doesNotMatch(plain.steps.map((s) => s.working).join(), / is on the shelf/);
  for (const [change, path] of [
    [{ kind: 'cells', series: 4000 }, 'change.series'],
    [{ kind: 'engine' }, 'change.displacementCc'],
    [{ kind: 'output-limit', wantedKvRpmPerVolt: 99999 }, 'change.wantedKvRpmPerVolt']
  ] as const) {
    const bad = await post('/api/v1/change', { setup, change });
    assert.equal(bad.status, 422);
    const refused = (await bad.json()) as { errors: { path: string; message: string }[] };
    assert.equal(refused.errors[0].path, path);
  }
  const broken = await runProgram('npm', ['run', '--silent', 'change', '--', '-'], '{"change": 3}');
  assert.equal(broken.status, 2);
  assert.match(broken.stderr, /"path": "setup|"path": "change|lacks/);
});

test('a plan over HTTP, by the command line and by the core is the same; a stage that it lacks is named', async () => {
  const request = {
    setup: {
      ...SETUP_OF_A_BOAT,
      battery: { ...SETUP_OF_A_BOAT.battery, capacityAh: 5, continuousC: 60 },
      esc: { continuousA: 150, maxSeries: 8 },
      motor: { kvRpmPerVolt: 1000, massKg: 0.35, cooling: 'water' }
    },
    change: { kind: 'cells', series: 5 },
    temperatureSchool: '5s',
    log: [
      { stage: 'without', feel: 'cold' },
      { stage: 'run-1', feel: 'warm', batteryCurrentA: 30, throttle: 1 }
    ]
  };
  const own = answerPlan({ ...request, shelf: EMPTY_SHELF });
  assert.ok(own.ok);
  const whole = { ...request, shelf: EMPTY_SHELF };
  const answer = await everywhere('plan', ['PlanRequest', 'Plan'], whole);
  assert.deepEqual(answer, JSON.parse(JSON.stringify(own.answer)));
  for (const [wrong, path] of [
    [{ log: [{ stage: 'run-9' }] }, 'log.0.stage'],
    [{ log: [{ stage: 'run-1', feel: 'lukewarm' }] }, 'log.0.feel'],
    [{ temperatureSchool: 'elbow' }, 'temperatureSchool']
  ] as const) {
    const bad = await post('/api/v1/plan', { ...request, ...wrong });
    assert.equal(bad.status, 422);
    const refused = (await bad.json()) as { errors: { path: string; message: string }[] };
    assert.equal(refused.errors[0].path, path);
  }
});

test('a run is logged with its setup, and one of another shape is refused in words', async () => {
  const readings = [{ throttle: 1, speedMs: 0, batteryCurrentA: 41.5, batteryVoltageV: 15.1 }];
  const made = await post('/api/v1/setups/1/runs', { title: 'after the change', readings });
  assert.equal(made.status, 201);
  assert.ok(((await made.json()) as { id: number }).id > 0);
  assert.equal((await post('/api/v1/setups/99999/runs', { title: 'x', readings })).status, 404);
  for (const path of ['motor.toString', 'battery.series', 'x'.repeat(99)]) {
    const details = { changes: [{ path, value: -3 }] };
    assert.equal((await post('/api/v1/setups/1/runs', { title: 'x', readings, details })).status, 422, path);
  }
  const { id } = (await (await post('/api/v1/setups/1/runs', { title: 'of a kind', readings })).json()) as {
    id: number;
  };
  const document = (await (await fetch(`${server.address}/api/openapi.json`)).json()) as object;
  const ajv = new Ajv2020({ strict: false });
  ajv.addSchema({ $id: 'api', ...document });
  const whole: unknown = await (await fetch(`${server.address}/api/v1/runs/${id}`)).json();
  assert.ok(ajv.validate({ $ref: 'api#/components/schemas/RunWhole' }, whole), ajv.errorsText());
  assert.equal((await fetch(`${server.address}/api/v1/runs/${id}/live`)).status, 404);
  const listed = (await (await fetch(`${server.address}/api/v1/crafts/1/runs`)).json()) as {
    title: string;
  }[];
  assert.ok(listed.some((run) => run.title === 'of a kind'));
  const bad = await post('/api/v1/setups/1/runs', { title: 'x', readings: [{ throttle: 7, speedMs: 0 }] });
  assert.equal(bad.status, 422);
  assert.equal(((await bad.json()) as { errors: { path: string }[] }).errors[0].path, 'readings.0.throttle');
});

test('searches are kept with their craft: written, read, changed by revision, taken away and back', async () => {
  const path = '/api/v1/crafts/1/searches';
  const search = {
    name: 'long flights',
    document: {
      limits: { leastSeconds: 600, ownedOnly: true },
      yardstick: { time: 1 },
      axes: ['mass', 'time']
    }
  };
  const made = await post(path, search);
  assert.equal(made.status, 201);
  const stored = (await made.json()) as { id: number; revision: number; name: string };
  const list = (await (await fetch(server.address + path)).json()) as object[];
  assert.ok(list.some((s) => (s as { id: number }).id === stored.id));
  const at = `${server.address}/api/v1/searches/${stored.id}`;
  const put = (body: object): Promise<Response> =>
    fetch(at, { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
  const edited = await put({ ...search, name: 'longer flights', revision: stored.revision });
  assert.equal(edited.status, 200);
  assert.equal((await put({ ...search, revision: stored.revision })).status, 409);
  const wrong = await put({ ...search, name: ' ', revision: stored.revision + 1 });
  assert.equal(wrong.status, 422);
  const axes = await put({
    name: 'x',
    document: { ...search.document, axes: ['price', 'time'] },
    revision: 2
  });
  assert.equal(axes.status, 422);
  assert.equal((await fetch(at, { method: 'DELETE' })).status, 200);
  assert.equal((await fetch(at)).status, 404);
  assert.equal((await fetch(at, { method: 'POST' })).status, 200);
  assert.equal(((await (await fetch(at)).json()) as { name: string }).name, 'longer flights');
  assert.equal((await post('/api/v1/crafts/9999/searches', search)).status, 404);
});

test('bad requests: always 422 with sentences, never 500, nothing stored', async () => {
  const setups = async () =>
    (await (await fetch(`${server.address}/api/v1/setups`)).json()) as { id: number; document: object }[];
  const before = await setups();
  for (const body of [
    '{',
    'null',
    '[]',
    '"x"',
    JSON.stringify({ setup: { ...REEDLING, craft: { kind: 'boat', massKg: 0 } } }),
    JSON.stringify({ setup: REEDLING, points: [] }),
    JSON.stringify({ setup: REEDLING, points: [{ throttle: 2 }] }),
    JSON.stringify({ setup: REEDLING, points: [{ stateOfCharge: 1, restingCellV: 4 }] })
  ]) {
    const response = await post('/api/v1/predict', body);
    assert.equal(response.status, 422, body);
    const said = (await response.json()) as { message: string; errors: { path: string; message: string }[] };
    assert.ok(said.message.length > 5 && said.errors.length > 0, body);
  }
  for (const body of [{}, { document: null }, { document: { ...REEDLING, motor: {} } }]) {
    const response = await fetch(`${server.address}/api/v1/setups/${before[0].id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body)
    });
    assert.equal(response.status, 422);
  }
  assert.equal((await fetch(`${server.address}/api/v1/setups/999999`)).status, 404);
  assert.equal((await post('/api/v1/setups/abc/undo', {})).status, 404);
  assert.deepEqual(await setups(), before);
});

test('a setup that cannot run is an answer, not an error', async () => {
  const stalled = { ...REEDLING, motor: { ...REEDLING.motor, noLoadCurrentA: 60 } };
  for (const request of [
    { setup: stalled, points: [{ throttle: 0.02, speedMs: 0, stateOfCharge: 1 }] },
    { setup: REEDLING, points: [{ throttle: 1, speedMs: 0, stateOfCharge: 0 }] },
    { setup: REEDLING, points: [{ throttle: 0.01, speedMs: 150, stateOfCharge: 0.5 }] },
    { setup: REEDLING, points: [{ throttle: 0, speedMs: 0, stateOfCharge: 0.5 }] }
  ]) {
    const response = await post('/api/v1/predict', request);
    assert.equal(response.status, 200);
  }
  const answer = (await (
    await post('/api/v1/predict', {
      setup: stalled,
      points: [{ throttle: 0.02, speedMs: 0, stateOfCharge: 1 }]
    })
  ).json()) as { points: { state: string; rpm: number }[] };
  assert.equal(answer.points[0].state, 'stalled');
  assert.equal(answer.points[0].rpm, 0);
});

test('maker’s tables over HTTP: kept, read, changed, taken away and back; nonsense is 422, strangers 404', async () => {
  const send = (method: string, path: string, body?: unknown) =>
    fetch(server.address + path, {
      method,
      headers: { 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body)
    });
  const parts = (await (await fetch(`${server.address}/api/v1/parts`)).json()) as {
    id: number;
    kind: string;
  }[];
  const motor = parts.find((p) => p.kind === 'motor');
  assert.ok(motor, 'a motor');
  const row = {
    line: 2,
    volts: 11.1,
    propText: '10x5',
    throttle: 1,
    amps: 15,
    watts: 166,
    thrustN: 9,
    rpm: 8600
  };
  const made = await send('POST', `/api/v1/parts/${motor.id}/tables`, { title: 'card', rows: [row] });
  assert.equal(made.status, 201);
  const { id } = (await made.json()) as { id: number };
  const list = (await (await fetch(`${server.address}/api/v1/parts/${motor.id}/tables`)).json()) as {
    id: number;
  }[];
  assert.ok(
    list.some((t) => t.id === id),
    'it is in the list'
  );
  const changed = await send('PUT', `/api/v1/tables/${id}`, { title: 'card 2', rows: [row], revision: 1 });
  assert.equal(changed.status, 200);
  assert.equal(((await changed.json()) as { revision: number }).revision, 2);
  const stale = await send('PUT', `/api/v1/tables/${id}`, { title: 'card 3', rows: [row], revision: 1 });
  assert.equal(stale.status, 409);
  assert.equal(((await stale.json()) as { current: { title: string } }).current.title, 'card 2');
  assert.equal((await send('PUT', `/api/v1/tables/${id}`, { title: 'card 4', rows: [row] })).status, 422);
  for (const bad of [{}, { title: 'x' }, { title: 'x', rows: [{ ...row, volts: -4 }] }, 7, null])
    assert.equal((await send('PUT', `/api/v1/tables/${id}`, bad)).status, 422, JSON.stringify(bad));
  assert.equal((await send('DELETE', `/api/v1/tables/${id}`)).status, 200);
  assert.equal((await send('DELETE', `/api/v1/tables/${id}`)).status, 404);
  assert.equal((await send('POST', `/api/v1/tables/${id}`)).status, 200);
  assert.equal((await send('POST', '/api/v1/parts/999999/tables', { title: 'x', rows: [row] })).status, 404);
  assert.equal((await send('GET', '/api/v1/parts/nothing/tables')).status, 200);
});

test('a craft’s import over HTTP is a plan until it is applied', async () => {
  const crafts = async () =>
    ((await (await fetch(`${server.address}/api/v1/crafts`)).json()) as { id: number }[]).length;
  const before = await crafts();
  const setup = { ...REEDLING, craft: { ...REEDLING.craft, name: 'Sanderling' } };
  const plan = await post('/api/v1/import', setup);
  assert.equal(plan.status, 200);
  assert.equal(await crafts(), before);
  const done = await post('/api/v1/import?apply=1', setup);
  assert.equal(done.status, 201);
  assert.equal(await crafts(), before + 1);
  const made = (await done.json()) as { craftId: number; setupIds: number[] };
  const undone = await fetch(`${server.address}/api/v1/import`, {
    method: 'DELETE',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(made)
  });
  assert.equal(undone.status, 200);
  assert.equal(await crafts(), before);
  for (const bad of ['nonsense', { format: 'iskarn.setup/1' }, { format: 'iskarn.craft/1', setups: 3 }])
    assert.equal((await post('/api/v1/import', bad)).status, 422, JSON.stringify(bad));
});

test('what is exported satisfies the schema that is served for it, and a changed file does not', async () => {
  const get = async (path: string): Promise<Record<string, unknown>> =>
    (await (await fetch(server.address + path)).json()) as Record<string, unknown>;
  // the strictest validator there is takes them: standard keywords only, every type said
  const ajv = new Ajv({ strict: true });
  const setups = (await get('/api/v1/setups')) as unknown as { document: Record<string, unknown> }[];
  const files: [format: string, file: Record<string, unknown>, broken: Record<string, unknown>][] = [
    ['setup', setups[0].document, { ...setups[0].document, battery: { series: 3 } }],
    ['craft', await get('/api/v1/crafts/1'), { ...(await get('/api/v1/crafts/1')), kind: 'submarine' }],
    [
      'shelf',
      await get('/api/v1/shelf/json'),
      { format: 'iskarn.shelf/1', parts: [{ kind: 'motor', name: 'x', document: {} }] }
    ]
  ];
  for (const [format, file, broken] of files) {
    const check = ajv.compile(await get(`/api/v1/schema/${format}`));
    assert.ok(check(file), `${format}: ${ajv.errorsText(check.errors)}`);
    assert.ok(!check(broken), `${format}: a broken file passes`);
  }
  assert.equal((await fetch(`${server.address}/api/v1/schema/nothing`)).status, 404);
});

test('what is imported is judged by the schemas that are served: both say the same of every broken file', async () => {
  const get = async (path: string): Promise<Record<string, unknown>> =>
    (await (await fetch(server.address + path)).json()) as Record<string, unknown>;
  const ajv = new Ajv({ strict: true });
  const shelfSchema = ajv.compile(await get('/api/v1/schema/shelf'));
  const craftSchema = ajv.compile(await get('/api/v1/schema/craft'));
  const part = { kind: 'motor', name: 'Test', document: { kvRpmPerVolt: 900 } };
  for (const broken of [
    null,
    7,
    [],
    { ...part, kind: 'wing' },
    { ...part, name: '' },
    { ...part, document: null },
    { ...part, document: { kvRpmPerVolt: -1 } },
    { ...part, document: { kvRpmPerVolt: '900' } },
    { ...part, document: { kvRpmPerVolt: 900, poles: 3.5 } },
    { ...part, kind: 'propulsor', document: { kind: 'paddle', diameterM: 0.2, pitchM: 0.1 } },
    { ...part, kind: 'propulsor', document: { kind: 'propeller', diameterM: 0.2 } },
    { ...part, measured: { kvRpmPerVolt: 'many' } },
    { ...part, tables: [{ title: 'x', rows: [null] }] }
  ]) {
    const file = { format: 'iskarn.shelf/1', parts: [part, broken] };
    assert.equal(shelfSchema(file), false, `the schema takes ${JSON.stringify(broken)}`);
    const plan = await fetch(`${server.address}/api/v1/shelf/import?name=shelf.json`, {
      method: 'POST',
      body: JSON.stringify(file)
    });
    assert.equal(plan.status, 200);
    const { errors } = (await plan.json()) as { errors: { line: number; message: string }[] };
    assert.equal(errors[0]?.line, 2, `the import takes ${JSON.stringify(broken)}`);
    assert.ok(errors[0].message.length > 10);
  }
  assert.equal(shelfSchema({ format: 'iskarn.shelf/1', parts: [part] }), true);
  const craft = await get('/api/v1/crafts/1');
  for (const broken of [
    { ...craft, setups: [] },
    { ...craft, setups: [null] },
    { ...craft, setups: [{ document: { ...REEDLING, motor: {} } }] },
    { ...craft, kind: 'submarine' },
    { ...craft, name: 7 },
    { ...craft, story: [] }
  ]) {
    assert.equal(craftSchema(broken), false, JSON.stringify(broken).slice(0, 80));
    assert.equal((await post('/api/v1/import', broken)).status, 422, JSON.stringify(broken).slice(0, 80));
  }
});

test('setups and parts carry a revision; a write that names a stale one gets 409 with what stands', async () => {
  const send = async (method: string, path: string, body: unknown, headers: Record<string, string> = {}) => {
    const answer = await fetch(server.address + path, {
      method,
      headers: { 'content-type': 'application/json', ...headers },
      body: JSON.stringify(body)
    });
    return {
      status: answer.status,
      value: (await answer.json()) as {
        revision: number;
        message: string;
        document: { name: string };
        current?: { revision: number; document: { name: string } };
      }
    };
  };
  const made = await send('POST', '/api/v1/setups', { craftId: 1, document: REEDLING });
  const { id, revision } = made.value as unknown as { id: number; revision: number };
  const path = `/api/v1/setups/${id}`;
  const edit = (name: string, named?: unknown) =>
    send('PUT', path, {
      document: { ...REEDLING, name },
      label: name,
      ...(named === undefined ? {} : { revision: named })
    });
  const one = await edit('one', revision);
  assert.deepEqual([one.status, one.value.revision], [200, revision + 1]);
  const late = await edit('late', revision);
  assert.equal(late.status, 409);
  assert.match(late.value.message, /changed elsewhere/);
  assert.equal(late.value.current?.document.name, 'one');
  assert.equal(late.value.current?.revision, revision + 1);
  const nameless = await edit('nameless');
  assert.equal(nameless.status, 422);
  assert.match(nameless.value.message, /name the revision/);
  for (const odd of ['x', 1.5, -1, null, {}])
    assert.ok([409, 422].includes((await edit('odd', odd)).status), String(odd));
  // by a query or by If-Match, for those who have no body
  assert.equal((await send('POST', `${path}/undo?revision=${revision}`, {})).status, 409);
  assert.equal((await send('POST', `${path}/undo`, {}, { 'if-match': `"${revision + 1}"` })).status, 200);
  assert.equal((await send('POST', `${path}/redo`, { revision: revision + 2 })).value.document.name, 'one');
  assert.equal((await send('DELETE', path, { revision })).status, 409);
  assert.equal((await send('DELETE', path, { revision: revision + 3 })).status, 200);
  const [part] = (await (await fetch(`${server.address}/api/v1/parts`)).json()) as {
    id: number;
    revision: number;
  }[];
  const changed = await send('PUT', `/api/v1/parts/${part.id}`, { ...part, note: 'bent' });
  assert.deepEqual([changed.status, changed.value.revision], [200, part.revision + 1]);
  assert.equal((await send('PUT', `/api/v1/parts/${part.id}`, { ...part, note: 'straight' })).status, 409);
  for (const kind of ['crafts/1', 'parts/1', 'setups/1']) {
    const read = (await (await fetch(`${server.address}/api/v1/${kind}`)).json()) as { revision: number };
    assert.equal(typeof read.revision, 'number', kind);
  }
});

test('the command line tells everything in words: binary, nested, marked, empty, on a full disk', async () => {
  const run = (input: string | Buffer, shell = '') =>
    new Promise<{ code: number; out: string; err: string }>((resolve) => {
      const child = execFile(
        'bash',
        ['-c', `"${process.execPath}" scripts/command.mjs predict - ${shell}`],
        { cwd: root, maxBuffer: 1 << 26 },
        (error, out, err) => resolve({ code: error ? Number(error.code) : 0, out, err })
      );
      child.stdin?.end(input);
    });
  for (const [input, words] of [
    ['['.repeat(200_000), /nested more than/],
    [Buffer.from([0xff, 0xfe, 0x00, 0x80, 0x99]), /no text in UTF-8/],
    ['', /empty/],
    ['a\0b', /zero bytes/],
    ['{"setup":{"__proto__":{"x":1}}}', /may not be the name of a field/]
  ] as const) {
    const done = await run(input as string);
    assert.equal(done.code, 2, done.err);
    assert.match(done.err, words);
    assert.doesNotMatch(done.err, /\n\s+at /, 'no stack');
    assert.equal(done.out, '');
  }
  assert.equal((await run(`\ufeff${JSON.stringify(REEDLING)}`)).code, 0, 'a byte order mark is skipped');
  const full = await run(JSON.stringify(REEDLING), '> /dev/full');
  assert.equal(full.code, 2);
  assert.match(full.err, /cannot be written: the disk is full/);
  assert.doesNotMatch(full.err, /\n\s+at /);
});
