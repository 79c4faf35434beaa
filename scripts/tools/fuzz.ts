import { group } from 'd3-array';
import fc from 'fast-check';
import { withChanges } from '../../src/lib/core/document/change.ts';
import { PATHS as PATHS_OF_ROUTES } from '../../src/lib/api/paths.ts';
import { validateSetup } from '../../src/lib/core/document/validate.ts';
import { checkPart } from '../../src/lib/core/shelf/checked-part.ts';
import { PROTOTYPE_KEYS } from './hostile.ts';
import { randomSetups } from '../../tests/helpers/random-setup.ts';

/** One request that no page would send. */
export interface FuzzedRequest {
  method: string;
  path: string;
  body: string | Uint8Array | undefined;
  headers: Record<string, string>;
}

/** Every page; `*` for an id or a word. */
const PAGES: readonly string[] = [
  '/',
  '/shelf',
  '/settings',
  '/settings/backups',
  '/login',
  '/shared/*',
  '/match/*',
  '/find/*',
  '/change/*',
  '/test/*',
  '/test/*/log',
  '/test/*/series',
  '/sheet/*',
  '/help/*/watts',
  '/help/*/*',
  '/help/*/from/*'
];

/** Every route of the interface, by the table that makes it, and every page: methods that are known there, and the path. */
const ROUTES: readonly (readonly [methods: readonly string[], path: string])[] = [
  ...Array.from(
    group(Object.values(PATHS_OF_ROUTES), ([, path]) => path.replace(/\{\w+\}/g, '*')),
    ([path, routes]) => [routes.map(([method]) => method), path] as const
  ),
  ...PAGES.map((path) => [['GET'], path] as const)
];

const METHODS = ['GET', 'POST', 'PUT', 'DELETE', 'PATCH', 'HEAD', 'OPTIONS'];
const WORDS = [
  ...PROTOTYPE_KEYS,
  'undo',
  'json',
  'zip',
  'motor.csv',
  '2026-01-01T00-00-00-000Z.asked.db',
  'setup',
  'shelf',
  '%00',
  '..',
  '-1',
  '1e9'
];

const id = fc.oneof(
  { weight: 6, arbitrary: fc.integer({ min: 1, max: 40 }).map(String) },
  { weight: 2, arbitrary: fc.constantFrom(...WORDS) },
  { weight: 1, arbitrary: fc.string({ maxLength: 20 }).map((s) => encodeURIComponent(s) || 'x') },
  { weight: 1, arbitrary: fc.bigInt().map(String) }
);

/** A value that does not belong where it is put. */
const odd = fc.oneof(
  fc.jsonValue(),
  fc.constantFrom(null, 0, -1, 1e308, -1e308, 5e-324, '', 'NaN', [], {}, true, ...PROTOTYPE_KEYS),
  fc.double({ noNaN: true, noDefaultInfinity: true })
);

const PATHS = [
  'craft.massKg',
  'craft.kind',
  'craft.purpose',
  'craft.wingAreaM2',
  'craft.hull',
  'craft.airframeMassKg',
  'battery.series',
  'battery.capacityAh',
  'battery.chemistry',
  'battery.continuousC',
  'battery.usableShare',
  'battery.cutoffCellV',
  'battery.parallel',
  'esc.continuousA',
  'esc.burstA',
  'esc',
  'motor.kvRpmPerVolt',
  'motor.resistanceOhm',
  'motor.noLoadCurrentA',
  'motor.noLoadVoltageV',
  'motor.poles',
  'motor',
  'propulsor.kind',
  'propulsor.diameterM',
  'propulsor.pitchM',
  'propulsor.coefficients',
  'propulsor.family',
  'gearRatio',
  'count',
  'environment.altitudeM',
  'environment.fluidDensityKgM3',
  'schools',
  'sources',
  'calibration',
  'fixed',
  'receiverSupply'
];

/** A setup that is right but for up to three figures. */
const nearSetup = fc
  .tuple(
    fc.integer({ min: 1, max: 500 }),
    fc.array(fc.tuple(fc.constantFrom(...PATHS), odd), { maxLength: 3 })
  )
  .map(([seed, wrong]) =>
    wrong.reduce((setup, [path, value]) => {
      try {
        return withChanges(setup, [{ path, value: value as number }]);
      } catch {
        return setup;
      }
    }, randomSetups(seed)())
  );

const point = fc.record(
  { throttle: odd, speedMs: odd, stateOfCharge: odd, restingCellV: odd, batteryVoltageV: odd },
  { requiredKeys: [] }
);

/** Mostly a figure as it should be, now and then an odd one. */
const mostly = <T>(arbitrary: fc.Arbitrary<T>): fc.Arbitrary<unknown> =>
  fc.oneof({ weight: 5, arbitrary }, { weight: 1, arbitrary: odd });
const whole = (max: number): fc.Arbitrary<unknown> => mostly(fc.integer({ min: 1, max }));
const figure = (min: number, max: number): fc.Arbitrary<unknown> =>
  mostly(fc.double({ min, max, noNaN: true }));
const anchor = fc.oneof(
  { weight: 6, arbitrary: fc.constant(null) },
  {
    weight: 2,
    arbitrary: fc.record({
      throttle: fc.constant(1),
      batteryCurrentA: figure(0.1, 400),
      rpm: figure(100, 60000)
    })
  },
  { weight: 1, arbitrary: odd }
);

/** A change of some kind with odd figures. */
export const nearChange = fc.oneof(
  fc.record({ kind: fc.constant('cells'), series: whole(60), anchor }),
  fc.record(
    {
      kind: fc.constant('output-limit'),
      series: whole(14),
      wantedKvRpmPerVolt: figure(1, 3000),
      limit: odd
    },
    { requiredKeys: ['kind', 'wantedKvRpmPerVolt'] }
  ),
  fc.record({ kind: fc.constant('repower'), series: whole(60), motorDiameterMm: figure(10, 200) }),
  fc.record({
    kind: fc.constant('engine'),
    displacementCc: figure(0.1, 500),
    engine: mostly(fc.constant('petrol'))
  }),
  fc.record({ kind: fc.constant('count'), count: whole(8) }),
  fc.record({ kind: fc.constant('motor'), motor: fc.record({ kvRpmPerVolt: figure(5, 90000) }) }),
  fc.record({
    kind: fc.constant('pack'),
    battery: fc.record({
      chemistry: mostly(fc.constantFrom('lipo', 'nimh', 'liion')),
      series: whole(60),
      capacityAh: figure(0.05, 100)
    })
  }),
  fc.record({
    kind: fc.constant('propulsor'),
    propulsor: fc.record({
      kind: mostly(fc.constantFrom('propeller', 'ducted-fan', 'submerged-screw', 'surface-drive')),
      diameterM: figure(0.01, 1),
      pitchM: figure(0.01, 1)
    })
  }),
  fc.record({ kind: odd })
);

/** Documents near those that each route wants. */
const nearDocument = fc.oneof(
  nearSetup,
  nearSetup.map((setup) => ({ setup })),
  fc.record({
    setup: nearSetup,
    change: nearChange,
    mends: fc.constant(false),
    remedies: fc.constant(false)
  }),
  fc.record({
    setup: nearSetup,
    temperatureSchool: mostly(fc.constantFrom('5s', 'thermometer')),
    log: fc.array(
      fc.record({
        stage: mostly(fc.constantFrom('without', 'run-1', 'throttle-100', 'time')),
        feel: mostly(fc.constantFrom('cold', 'warm', 'hot', 'too-hot')),
        batteryCurrentA: figure(0, 500),
        motorC: figure(-40, 400),
        seconds: figure(0, 9000),
        restedCellV: figure(0.5, 5)
      }),
      { maxLength: 4 }
    )
  }),
  fc.record({
    title: fc.string({ minLength: 1, maxLength: 9 }),
    source: mostly(fc.constantFrom('stand', 'serial')),
    longestS: fc.constant(1),
    changes: fc.array(
      fc.record({
        path: mostly(fc.constantFrom('battery.series', 'propulsor.diameterM', 'motor.toString')),
        value: fc.oneof(fc.double(), odd)
      }),
      { maxLength: 2 }
    ),
    startCharge: figure(0, 1),
    stand: fc.record({ seed: whole(9), fault: mostly(fc.constantFrom('weak-cell', 'loose-lead')) })
  }),
  fc.record({
    details: fc.record({ feel: odd, notes: odd, changes: odd }),
    revision: fc.integer({ min: 1, max: 5 })
  }),
  fc.record({ throttle: figure(0, 1) }),
  fc.record({ title: odd, readings: fc.array(fc.oneof(point, odd), { maxLength: 3 }) }),
  fc.record({ setup: nearSetup, points: fc.array(fc.oneof(point, odd), { maxLength: 3 }) }),
  fc.record({ setup: nearSetup, measurements: fc.array(fc.oneof(point, odd), { maxLength: 3 }) }),
  fc.record({ document: nearSetup, label: odd, revision: odd, craftId: odd }),
  fc.record({ document: nearSetup, revision: fc.integer({ min: 1, max: 9 }) }),
  fc.record({ revision: odd, added: odd, setupIds: odd, craftId: odd }),
  fc.record({
    kind: fc.constantFrom('motor', 'esc', 'battery', 'propulsor', 'wing'),
    name: odd,
    document: odd,
    measured: odd,
    revision: odd
  }),
  fc.record({
    kind: fc.constant('motor'),
    name: fc.string(),
    document: fc.record({ kvRpmPerVolt: odd }),
    revision: odd
  }),
  fc.record({ title: odd, rows: fc.array(odd, { maxLength: 3 }), revision: odd }),
  fc.record({ units: odd, schools: odd }),
  fc
    .record(
      {
        name: fc.string(),
        kind: fc.constantFrom('fixed-wing', 'multirotor', 'boat'),
        purpose: odd,
        massKg: fc.oneof(odd, fc.double({ min: 1e-6, max: 1000, noNaN: true })),
        wingAreaM2: odd,
        rotors: odd,
        series: odd
      },
      { requiredKeys: ['name', 'kind', 'massKg', 'purpose'] }
    )
    .map((b) => ({ ...b, purpose: typeof b.purpose === 'string' ? b.purpose : 'sport' })),
  fc.record({
    format: fc.constantFrom('iskarn.shelf/1', 'iskarn.craft/1', 'iskarn.setup/1'),
    name: odd,
    kind: odd,
    parts: fc.array(odd, { maxLength: 3 }),
    setups: fc.array(odd, { maxLength: 3 })
  }),
  fc.jsonValue()
);

const body = fc.oneof(
  { weight: 8, arbitrary: nearDocument.map((d) => JSON.stringify(d)) },
  { weight: 1, arbitrary: fc.string({ maxLength: 200 }) },
  { weight: 1, arbitrary: fc.uint8Array({ maxLength: 300 }) },
  { weight: 1, arbitrary: fc.integer({ min: 10, max: 3000 }).map((n) => '['.repeat(n)) }
);

const query = fc.oneof(
  { weight: 4, arbitrary: fc.constant('') },
  {
    weight: 3,
    arbitrary: fc.constantFrom(
      '?name=shelf.json',
      '?name=motor.csv&apply=1',
      '?name=x.zip&apply=1&good=1',
      '?name=shelf.json&apply=1&good=1',
      '?apply=1',
      '?craft=1',
      '?craft=x',
      '?revision=1',
      '?revision=x'
    )
  },
  { weight: 1, arbitrary: fc.webQueryParameters().map((q) => `?${q}`) }
);

const headers = fc.oneof(
  { weight: 6, arbitrary: fc.constant({ 'content-type': 'application/json' }) },
  {
    weight: 1,
    arbitrary: fc.constantFrom<Record<string, string>>(
      {},
      { 'content-type': 'text/csv' },
      { 'content-type': 'application/x-www-form-urlencoded' },
      { 'content-type': 'multipart/form-data' },
      { 'if-match': '"1"' },
      { 'if-match': 'W/"x"' },
      { accept: 'text/html' },
      { origin: 'http://elsewhere.example' },
      { 'sec-fetch-site': 'cross-site' }
    )
  }
);

/** Requests over every route: ids, bodies, queries and headers that are nearly right, or not at all. */
export const fuzzedRequest: fc.Arbitrary<FuzzedRequest> = fc
  .record({
    route: fc.constantFrom(...ROUTES),
    any: fc.integer({ min: 0, max: 99 }),
    method: fc.constantFrom(...METHODS),
    ids: fc.array(id, { minLength: 2, maxLength: 2 }),
    body,
    query,
    headers
  })
  .map(({ route: [methods, path], any, method, ids, body, query, headers }) => {
    const verb = any < 8 ? method : methods[any % methods.length];
    let k = 0;
    return {
      method: verb,
      path: path.replaceAll('*', () => ids[k++ % 2]) + query,
      body: verb === 'GET' || verb === 'HEAD' ? undefined : body,
      headers
    };
  });

/** Sends so many fuzzed requests, some at a time; tells each that was answered by a 5xx, not at all, or not in JSON. */
export async function fuzz(
  address: string,
  count: number,
  seed: number,
  report: (request: FuzzedRequest, what: string) => void
): Promise<Map<number, number>> {
  const requests = fc.sample(fuzzedRequest, { numRuns: count, seed });
  const statuses = new Map<number, number>();
  let next = 0;
  const lane = async (): Promise<void> => {
    while (next < requests.length) {
      const request = requests[next++];
      try {
        const response = await fetch(address + request.path, {
          method: request.method,
          headers: request.headers,
          body: request.body as BodyInit | undefined,
          redirect: 'manual'
        });
        const text = await response.text();
        statuses.set(response.status, (statuses.get(response.status) ?? 0) + 1);
        if (response.status >= 500) report(request, `${response.status} ${text.slice(0, 200)}`);
        const kind = response.headers.get('content-type') ?? '';
        if (request.path.startsWith('/api/v1/') && response.status === 422 && !kind.includes('json'))
          report(request, `422 as ${kind}`);
      } catch (error) {
        report(request, `no answer: ${(error as Error).message}`);
      }
    }
  };
  await Promise.all(Array.from({ length: 6 }, lane));
  return statuses;
}

/** What is stored and should not be, after whatever was sent: documents of setups and parts that are not sound. */
export async function unsound(address: string): Promise<string[]> {
  const list = async (path: string): Promise<unknown[]> =>
    (await (await fetch(address + path)).json()) as unknown[];
  const setups = (await list('/api/v1/setups')) as { id: number; document: unknown }[];
  const parts = (await list('/api/v1/parts')) as { id: number }[];
  return [
    ...setups.flatMap(({ id, document }) => (validateSetup(document).ok ? [] : [`setup ${id}`])),
    ...parts.flatMap((part) => (checkPart(part).ok ? [] : [`part ${part.id}`]))
  ];
}
