import { Zip, ZipDeflate, strToU8, zipSync } from 'fflate';

/** One input that is meant to stop the server, or to make it break or believe something. */
export interface Hostile {
  name: string;
  method: string;
  path: string;
  body: string | Uint8Array;
  type?: string;
  /** Statuses that are an answer in words. */
  statuses: readonly number[];
}

const SETUP = {
  format: 'iskarn.setup/1',
  name: 'Hostile',
  craft: { kind: 'fixed-wing', massKg: 1.6, wingAreaM2: 0.38 },
  battery: { chemistry: 'lipo', series: 4, capacityAh: 2.2, continuousC: 30, cellResistanceOhm: 0.004 },
  esc: { continuousA: 60, maxSeries: 6 },
  motor: { kvRpmPerVolt: 900, resistanceOhm: 0.03, noLoadCurrentA: 1.6, massKg: 0.17 },
  propulsor: { kind: 'propeller', diameterM: 0.2794, pitchM: 0.1397 }
};

/** A zip with one member of so many zero bytes, made without holding them. */
function zipOfNuls(name: string, megabytes: number): Uint8Array {
  const chunks: Uint8Array[] = [];
  const zip = new Zip((_, chunk) => chunks.push(chunk));
  const descriptor = new ZipDeflate('datapackage.json');
  zip.add(descriptor);
  descriptor.push(strToU8('{}'), true);
  const member = new ZipDeflate(name, { level: 1 });
  zip.add(member);
  const block = new Uint8Array(1_000_000);
  for (let k = 1; k <= megabytes; k++) member.push(block, k === megabytes);
  zip.end();
  return Buffer.concat(chunks);
}

/** A zip whose directory says that a member is small, where it unpacks to much more. */
function lyingZip(): Uint8Array {
  const zip = zipSync({
    'datapackage.json': strToU8('{}'),
    'data/motor.csv': new Uint8Array(50_000_000)
  });
  const bytes = Buffer.from(zip);
  // every record of the size, in the local header and in the directory
  const size = Buffer.alloc(4);
  size.writeUInt32LE(50_000_000);
  const small = Buffer.alloc(4);
  small.writeUInt32LE(1000);
  for (let at = bytes.indexOf(size); at !== -1; at = bytes.indexOf(size, at + 4)) small.copy(bytes, at);
  return bytes;
}

const many = <T>(count: number, make: (k: number) => T): T[] =>
  Array.from({ length: count }, (_, k) => make(k));
const shelf = (parts: unknown[]): string => JSON.stringify({ format: 'iskarn.shelf/1', parts });
const nested = (depth: number): string => '['.repeat(depth) + ']'.repeat(depth);

const file = (
  name: string,
  path: string,
  body: string | Uint8Array,
  statuses = [200, 413, 422]
): Hostile => ({
  name,
  method: 'POST',
  path: `/api/v1/shelf/import?name=${path}&apply=1&good=1`,
  body,
  type: 'application/octet-stream',
  statuses
});
const json = (name: string, method: string, path: string, body: unknown, statuses: number[]): Hostile => ({
  name,
  method,
  path,
  body: typeof body === 'string' ? body : JSON.stringify(body),
  statuses
});

/** Names that mean something to a program. */
export const PROTOTYPE_KEYS = [
  '__proto__',
  'constructor',
  'toString',
  'valueOf',
  'hasOwnProperty',
  '__defineGetter__'
];

/** Inputs that cost much: in bytes unpacked, rows, depth, or work. */
export const heavyInputs = (): Hostile[] => [
  file('a zip of 300 MB of zero bytes', 'bomb.zip', zipOfNuls('data/motor.csv', 300)),
  file('a small zip with a huge foreign member', 'foreign.zip', zipOfNuls('holiday.bin', 300)),
  file('a zip that lies about its sizes', 'lying.zip', lyingZip()),
  file('60 kB of [ in a header', 'motor.csv', `${'['.repeat(60_000)}\n1`),
  file('60 kB of blanks and [ in a header', 'motor.csv', `name,${' ['.repeat(30_000)}x\n1,2`),
  file('a header of nothing but commas', 'motor.csv', ','.repeat(5_000_000)),
  file('a million rows', 'motor.csv', `name,kvRpmPerVolt\n${'a,900\n'.repeat(1_000_000)}`),
  file('one line of 15 MB', 'motor.csv', 'x'.repeat(15_000_000)),
  file('one quote that never closes', 'motor.csv', `name,kvRpmPerVolt\n"${'a,900\n'.repeat(200_000)}`),
  file('100 000 bad parts', 'shelf.json', shelf(many(100_000, () => ({ kind: 'motor' })))),
  file(
    '5 000 bad parts',
    'shelf.json',
    shelf(many(5000, (k) => ({ kind: 'motor', name: `bad ${k}`, document: {} })))
  ),
  file('200 000 nested lists as a shelf', 'shelf.json', nested(200_000)),
  file('no part at all in a shelf', 'shelf.json', '{"format":"iskarn.shelf/1","parts":[null,7,[],"x",true]}'),
  file('parts without a format', 'shelf.json', '{"parts":[null]}'),
  json('a million values', 'POST', '/api/v1/import', `[${'1,'.repeat(1_500_000)}1]`, [422]),
  json(
    '5 000 setups in a craft',
    'POST',
    '/api/v1/import?apply=1',
    {
      format: 'iskarn.craft/1',
      name: 'Many',
      kind: 'fixed-wing',
      setups: many(5000, () => ({ document: SETUP }))
    },
    [413, 422]
  ),
  json(
    '300 000 unknown fields',
    'POST',
    '/api/v1/predict',
    {
      setup: { ...SETUP, ...Object.fromEntries(many(300_000, (k) => [`x${k}`, k])) }
    },
    [413, 422]
  ),
  json(
    '30 000 unknown fields',
    'POST',
    '/api/v1/predict',
    {
      setup: { ...SETUP, ...Object.fromEntries(many(30_000, (k) => [`x${k}`, k])) }
    },
    [413, 422]
  ),
  json('200 000 nested lists', 'POST', '/api/v1/predict', nested(200_000), [422]),
  json(
    '200 000 nested lists in a setup',
    'PUT',
    '/api/v1/setups/1',
    `{"revision":1,"document":${nested(200_000)}}`,
    [422]
  ),
  json(
    '200 000 nested objects',
    'PUT',
    '/api/v1/settings',
    `${'{"a":'.repeat(150_000)}1${'}'.repeat(150_000)}`,
    [413, 422]
  ),
  json(
    'a mission of 200 days',
    'POST',
    '/api/v1/predict',
    {
      setup: SETUP,
      bands: false,
      mission: many(200, () => ({ seconds: 86_400, throttle: 0 }))
    },
    [200, 422]
  ),
  json(
    'a mission of 200 days just moving',
    'POST',
    '/api/v1/predict',
    {
      setup: { ...SETUP, battery: { ...SETUP.battery, capacityAh: 1000, continuousC: 1 } },
      bands: false,
      mission: many(200, () => ({ seconds: 86_400, throttle: 0.01 }))
    },
    [200, 422]
  ),
  json('a body that is too large', 'POST', '/api/v1/parts', `"${'x'.repeat(2_000_000)}"`, [413]),
  json(
    'many wrong rows in a maker’s table',
    'POST',
    '/api/v1/parts/1/tables',
    {
      title: 'x',
      rows: many(5000, () => ({ propText: '['.repeat(50) }))
    },
    [413, 422]
  )
];

/** Inputs that are cheap and mean something else to a program. */
export const cunningInputs = (): Hostile[] =>
  PROTOTYPE_KEYS.flatMap((key) => {
    const own = (inner: string): string => `{"${key}":${inner}}`;
    const setup = JSON.stringify(SETUP).slice(0, -1);
    return [
      json(`settings: unit ${key}`, 'PUT', '/api/v1/settings', `{"units":${own('"kg"')}}`, [422]),
      json(`settings: unit of mass ${key}`, 'PUT', '/api/v1/settings', { units: { mass: key } }, [422]),
      json(`settings: school ${key}`, 'PUT', '/api/v1/settings', `{"schools":${own('"1x"')}}`, [422]),
      json(
        `settings: school called ${key}`,
        'PUT',
        '/api/v1/settings',
        { schools: { 'esc-current': key } },
        [422]
      ),
      json(`settings: ${key}`, 'PUT', '/api/v1/settings', own('{}'), [422]),
      json(
        `brief: purpose ${key}`,
        'POST',
        '/api/v1/predict',
        { setup: { ...SETUP, craft: { ...SETUP.craft, purpose: key } } },
        [200]
      ),
      json(
        `setup: school ${key}`,
        'POST',
        '/api/v1/predict',
        `{"setup":${setup},"schools":${own('"x"')}}}`,
        [422]
      ),
      json(
        `setup: school called ${key}`,
        'POST',
        '/api/v1/predict',
        {
          setup: { ...SETUP, schools: { 'usable-capacity': key, 'esc-current': key } }
        },
        [200]
      ),
      json(
        `setup: source ${key}`,
        'POST',
        '/api/v1/predict',
        `{"setup":${setup},"sources":${own('"label"')}}}`,
        [422]
      ),
      json(
        `setup: source called ${key}`,
        'POST',
        '/api/v1/predict',
        { setup: { ...SETUP, sources: { 'motor.kvRpmPerVolt': key } } },
        [422]
      ),
      json(
        `setup: calibration ${key}`,
        'POST',
        '/api/v1/predict',
        `{"setup":${setup},"calibration":{"factors":{},"relativeSd":${own('0.1')}}}}`,
        [422]
      ),
      json(`part: kind ${key}`, 'POST', '/api/v1/parts', { kind: key, name: 'x', document: {} }, [422]),
      json(
        `part: measured ${key}`,
        'POST',
        '/api/v1/parts',
        `{"kind":"motor","name":"x","document":{"kvRpmPerVolt":900},"measured":${own('1')}}`,
        [422]
      ),
      json(
        `part: field ${key}`,
        'POST',
        '/api/v1/parts',
        `{"kind":"motor","name":"x","document":{"kvRpmPerVolt":900,"${key}":{"x":1}}}`,
        [422]
      ),
      json(
        `part: chemistry ${key}`,
        'POST',
        '/api/v1/parts',
        { kind: 'battery', name: 'x', document: { chemistry: key, series: 3, capacityAh: 1 } },
        [422]
      ),
      json(
        `table: row ${key}`,
        'POST',
        '/api/v1/parts/1/tables',
        `{"title":"x","rows":[${own('1')}]}`,
        [422]
      ),
      json(
        `propulsor: kind ${key}`,
        'POST',
        '/api/v1/predict',
        { setup: { ...SETUP, propulsor: { kind: key, diameterM: 0.2 } } },
        [422]
      ),
      json(
        `craft: kind ${key}`,
        'POST',
        '/api/v1/crafts',
        { name: 'x', kind: key, purpose: key, massKg: 1 },
        [422]
      ),
      json(`action ${key}`, 'POST', `/api/v1/setups/1/${key}`, {}, [404]),
      json(`schema ${key}`, 'GET', `/api/v1/schema/${key}`, '', [404]),
      json(`shelf as ${key}`, 'GET', `/api/v1/shelf/${key}`, '', [404]),
      file(
        `shelf file with ${key}`,
        'shelf.json',
        `{"format":"iskarn.shelf/1","parts":[{"kind":"motor","name":"x","document":{"kvRpmPerVolt":900},"measured":${own('1')}}]}`,
        [200]
      ),
      file(`header ${key}`, 'motor.csv', `name,${key},kvRpmPerVolt\n,1,2`, [200])
    ];
  });
