/** Files of meters: what writes them is not known, so that everything is guessed, shown and read to the figure. */
import { FILE_CHANNELS, channel, toSi } from '../../registry/channels.ts';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { momentsOf, type Sample } from '../record/sample.ts';
import { DELIMITERS, dialectOf } from './dialect.ts';
import { encodingOf } from './encoding.ts';
import { guessMapping, recalled, roleOfTitle, signatureOf, type Mapping } from './mapping.ts';
import { numberOf } from './number-of.ts';
import { readChunks } from './read-chunks.ts';
import { RunFileReader, type RunFileState } from './read-run-file.ts';
import { timeOf } from './time-of.ts';

const CONTEXT = { series: 4, poles: 14, blades: 2, gearRatio: 1 };

function read(
  text: string,
  mapping: Mapping = guessMapping(text)
): { samples: Sample[]; state: RunFileState } {
  const samples: Sample[] = [];
  const reader = new RunFileReader(mapping, CONTEXT, (block) => samples.push(...momentsOf(block)));
  reader.push(text);
  return { samples, state: reader.end() };
}
const near = (a: number | null | undefined, b: number): void =>
  assert.ok(a != null && Math.abs(a - b) < 1e-9 * Math.max(1, Math.abs(b)), `${a} is not ${b}`);

/** The same eight rows in any hand. */
const ROWS = Array.from({ length: 8 }, (_, k) => [
  0.1 * k,
  16.25 - 0.05 * k,
  12.5 + 3.75 * k,
  4000 + 250 * k
]);
const write = (
  delimiter: string,
  decimal: '.' | ',',
  header = ['Time (s)', 'Voltage (V)', 'Current (A)', 'rpm']
) =>
  [header, ...ROWS.map((row) => row.map((v) => v.toFixed(2).replace('.', decimal)))]
    .map((row) => row.map((c) => (c.includes(delimiter) ? `"${c}"` : c)).join(delimiter))
    .join('\r\n');

for (const delimiter of DELIMITERS)
  for (const decimal of ['.', ','] as const)
    test(`parted by ${JSON.stringify(delimiter)} with decimal ${decimal}: every figure as it was written`, () => {
      // blanks part titles too: there they are one word each
      const titles = delimiter === ' ' ? ['Time(s)', 'Voltage(V)', 'Current(A)', 'rpm'] : undefined;
      const { samples, state } = read(write(delimiter, decimal, titles));
      assert.deepEqual(state.errors, []);
      assert.equal(samples.length, 8);
      samples.forEach((s, k) => {
        near(s.seconds, Number(ROWS[k][0].toFixed(2)));
        near(s.batteryVoltageV, Number(ROWS[k][1].toFixed(2)));
        near(s.batteryCurrentA, Number(ROWS[k][2].toFixed(2)));
        near(s.rpm, Number(ROWS[k][3].toFixed(2)));
      });
    });

test('runs of blanks, blanks behind commas, and what a meter writes before its table', () => {
  const columns = read('t     U      I\n0.0   16.1   10.5\n0.5   16.0   11.0\n1.0   15.9   11.5\n');
  assert.deepEqual(
    columns.samples.map((s) => [s.seconds, s.batteryVoltageV, s.batteryCurrentA]),
    [
      [0, 16.1, 10.5],
      [0.5, 16, 11],
      [1, 15.9, 11.5]
    ]
  );
  const preamble = `Log of a meter, firmware 3
serial: 0042
recorded 2026-05-01

time, volts, amps
s, V, A
0.00, 12.6, 0.1
0.10, 12.1, 20.4
0.20, 12.0, 21.7
`;
  const { samples, state } = read(preamble);
  assert.deepEqual(state.errors, []);
  assert.deepEqual(
    samples.map((s) => s.batteryCurrentA),
    [0.1, 20.4, 21.7]
  );
  assert.deepEqual([guessMapping(preamble).headerLine, guessMapping(preamble).firstLine], [5, 7]);
});

test('titles in several languages and units in brackets, behind strokes or below are known', () => {
  const titles: [string, string, string][] = [
    ['Zeit [ms]', 'seconds', 'ms'],
    ['Spannung (mV)', 'batteryVoltageV', 'mV'],
    ['Strom_A', 'batteryCurrentA', 'A'],
    ['Drehzahl [1/min]', 'rpm', 'rpm'],
    ['eRPM', 'rpm', 'erpm'],
    ['Thrust (kgf)', 'thrustN', 'kg'],
    ['Throttle us', 'throttle', 'pulse'],
    ['ESC Temp (°F)', 'escC', '°F'],
    ['motorTemp °C', 'motorC', '°C'],
    ['GPS speed km/h', 'speedMs', 'km/h'],
    ['Power (W)', 'electricalPowerW', 'W'],
    ['Courant (A)', 'batteryCurrentA', 'A']
  ];
  for (const [title, role, unit] of titles) {
    const text = `${title};x\n1;2\n2;3\n`;
    const [column] = guessMapping(text).columns;
    assert.deepEqual([column.role, column.unit], [role, unit], title);
  }
  assert.equal(roleOfTitle('remark'), null);
  assert.equal(roleOfTitle('V'), 'batteryVoltageV');
  assert.equal(roleOfTitle('(A)'), 'batteryCurrentA');
});

test('where no unit is named the figures tell it: pulses, parts of one, millivolts, milliseconds', () => {
  const unit = (title: string, figures: number[]): string =>
    guessMapping(`${title},x\n${figures.map((v) => `${v},1`).join('\n')}\n`).columns[0].unit;
  assert.equal(unit('throttle', [0, 0.5, 1]), '0–1');
  assert.equal(unit('throttle', [0, 50, 100]), '%');
  assert.equal(unit('throttle', [1000, 1500, 2000]), 'pulse');
  assert.equal(unit('throttle', [0, 128, 255]), 'byte');
  assert.equal(unit('voltage', [16000, 15800, 15700]), 'mV');
  assert.equal(unit('voltage', [16, 15.8, 15.7]), 'V');
  assert.equal(unit('time', [0, 100, 200, 300]), 'ms');
  assert.equal(unit('time', [0, 0.1, 0.2]), 's');
  assert.equal(unit('time', [1777626000000, 1777626000100]), 'ms');
  assert.equal(unit('thrust', [0.5, 8, 12]), 'N');
  assert.equal(unit('thrust', [5, 800, 1250]), 'g');
});

test('every unit is exact: the figure that is one of it in SI', () => {
  // conversion factors: NIST SP 811, appendix B.8
  const exact: [string, string, number, number][] = [
    ['speedMs', 'kn', 1, 1852 / 3600],
    ['speedMs', 'mph', 1, 0.44704],
    ['speedMs', 'km/h', 36, 10],
    ['speedMs', 'ft/s', 1, 0.3048],
    ['thrustN', 'lb', 1, 4.4482216152605],
    ['thrustN', 'oz', 16, 4.4482216152605],
    ['thrustN', 'kg', 1, 9.80665],
    ['motorC', '°F', 212, 100],
    ['motorC', 'K', 273.15, 0],
    ['throttle', 'pulse', 1500, 0.5],
    ['rpm', 'erpm', 70_000, 10_000],
    ['rpm', 'blades/s', 300, 9000],
    ['batteryVoltageV', 'V/cell', 3.7, 14.8]
  ];
  for (const [role, unit, figure, si] of exact) {
    const { factor, from } = toSi(role as (typeof FILE_CHANNELS)[number], unit, CONTEXT);
    near((figure - from) * factor, si);
  }
  for (const role of FILE_CHANNELS)
    assert.equal(new Set(channel(role).units.map((u) => u.id)).size, channel(role).units.length, role);
});

test('a figure in a cell: thousands, units behind it, nothing read, nonsense', () => {
  const cases: [string, '.' | ',', number | null][] = [
    ['12.5', '.', 12.5],
    [' 12,5 ', ',', 12.5],
    ['1,234.5', '.', 1234.5],
    ['1.234,5', ',', 1234.5],
    ['10.000', ',', 10000],
    ["12'000", '.', 12000],
    ['1 200', '.', 1200],
    ['16.2 V', '.', 16.2],
    ['-3e2', '.', -300],
    ['', '.', null],
    ['--', '.', null],
    ['NaN', '.', null],
    ['n/a', ',', null]
  ];
  for (const [cell, decimal, value] of cases) assert.equal(numberOf(cell, decimal), value, cell);
  for (const cell of ['1.2.3', '0x10', 'abc', '12 apples', '1,2,3.4', '1.5,2'])
    assert.ok(Number.isNaN(numberOf(cell, '.')), cell);
});

test('times of day, dates and both; past midnight a clock goes on; a file tells when it was', () => {
  assert.deepEqual(timeOf('01:02:03.5'), { seconds: 3723.5, dated: false });
  assert.deepEqual(timeOf('02:03'), { seconds: 123, dated: false });
  const may = Date.UTC(2026, 4, 1, 14, 30) / 1000;
  for (const text of ['2026-05-01T14:30:00Z', '2026/05/01 14:30:00', '01.05.2026 14:30:00'])
    assert.deepEqual(timeOf(text), { seconds: may, dated: true }, text);
  for (const text of ['', 'noon', '2026-13-01', '31.02.2026']) assert.equal(timeOf(text), null, text);
  const night = read('time,amps\n23:59:59.0,1\n23:59:59.5,2\n00:00:00.0,3\n00:00:00.5,4\n');
  assert.deepEqual(
    night.samples.map((s) => s.seconds),
    [0, 0.5, 1, 1.5]
  );
  const dated = read('date,amps\n2026-05-01 14:30:00,1\n2026-05-01 14:30:01,2\n');
  assert.equal(dated.state.heldAt, '2026-05-01T14:30:00.000Z');
  const epoch = read(`timestamp,amps\n${1000 * may},1\n${1000 * may + 50},2\n`);
  assert.equal(epoch.state.heldAt, '2026-05-01T14:30:00.000Z');
  near(epoch.samples[1].seconds, 0.05);
});

test('what cannot be read is told by its line and left out; the others are as they were', () => {
  const text = [
    'time,volts,amps,throttle',
    '0.0,16.0,1,0',
    '0.1,sixteen,2,10',
    '0.2,15.9,3,20',
    '0.15,15.9,3,20',
    '0.3,15.8',
    '0.4,15.8,99999,40',
    '0.5,,5,50',
    '0.6,15.7,6,105',
    '0.7,15.6,7,90,extra',
    '0.8,15.'
  ].join('\n');
  const { samples, state } = read(text);
  assert.deepEqual(
    state.errors.map((e) => [e.line, e.code]),
    [
      [3, 'no-number'],
      [5, 'time-back'],
      [6, 'short-row'],
      [7, 'beyond'],
      [11, 'short-row']
    ]
  );
  assert.deepEqual(
    samples.map((s) => s.seconds),
    [0, 0.2, 0.5, 0.6, 0.7]
  );
  assert.equal(samples[2].batteryVoltageV, undefined);
  assert.equal(samples[3].throttle, 1);
  for (const e of state.errors) assert.match(e.message, /[.?]$/);
});

test('hostile files end in a sentence: no text, no rows, endless lines, nothing that tells of a powertrain, faults without end', () => {
  const long = read(`time,amps\n0,1\n${'9'.repeat(50_000)}`);
  assert.deepEqual(
    long.state.errors.map((e) => e.code),
    ['long-line']
  );
  const endless = read('time,amps\n0,1\n1e999,2\n2,1e999\n3,4\n');
  assert.deepEqual(
    endless.state.errors.map((e) => [e.line, e.code]),
    [
      [3, 'no-number'],
      [4, 'beyond']
    ]
  );
  assert.equal(endless.samples.length, 2);
  const wide = guessMapping(
    `${Array.from({ length: 5000 }, (_, k) => `c${k}`).join(',')}\n${'1,'.repeat(4999)}1\n`
  );
  assert.equal(wide.columns.length, 120);
  assert.equal(read('time,amps\n').state.errors[0].code, 'no-rows');
  assert.equal(read('').state.errors[0].code, 'no-rows');
  assert.equal(read('time,humidity\n0,1\n1,2\n').state.errors[0].code, 'tells-nothing');
  assert.equal(read('time,amps\n0,1\n1,\0\n').state.errors[0].code, 'zero-bytes');
  const many = read(`time,amps\n${'x,y\n'.repeat(3000)}`, guessMapping('time,amps\n0,1\n1,2\n'));
  assert.equal(many.state.faults, 3000);
  assert.equal(many.state.errors.length, 50);
  assert.equal(encodingOf(Uint8Array.from({ length: 4000 }, (_, k) => (k * 7919) % 251)), null);
});

test('letters are told by the mark, by zero bytes, by being sound; and lines of every ending', async () => {
  const text = 'Zeit;Strömung;Strom [A]\n0;1;10,5\n1;2;11,5\n';
  const utf16 = (mark: boolean, big: boolean): Uint8Array => {
    const bytes = Buffer.from((mark ? '\ufeff' : '') + text, 'utf16le');
    return big ? bytes.swap16() : bytes;
  };
  const files: [Uint8Array, string][] = [
    [Buffer.from(text), 'utf-8'],
    [Buffer.from(`\ufeff${text}`), 'utf-8'],
    [Buffer.from(text, 'latin1'), 'windows-1252'],
    [utf16(true, false), 'utf-16le'],
    [utf16(true, true), 'utf-16be'],
    [utf16(false, false), 'utf-16le'],
    [utf16(false, true), 'utf-16be']
  ];
  for (const [bytes, name] of files) {
    const encoding = encodingOf(bytes);
    assert.equal(encoding, name);
    for (const size of [1, 3, 1000]) {
      const chunks = (async function* () {
        for (let at = 0; at < bytes.length; at += size) yield bytes.subarray(at, at + size);
      })();
      const samples: Sample[] = [];
      const decoded = new TextDecoder(encoding).decode(bytes);
      await readChunks(chunks, encoding, guessMapping(decoded), CONTEXT, (block) => {
        samples.push(...momentsOf(block));
      });
      assert.deepEqual(
        samples.map((s) => [s.seconds, s.batteryCurrentA]),
        [
          [0, 10.5],
          [1, 11.5]
        ],
        `${name} by ${size}`
      );
    }
  }
  for (const ending of ['\n', '\r\n', '\r'])
    assert.equal(read(text.replaceAll('\n', ending)).samples.length, 2, JSON.stringify(ending));
});

test('watts stand in for amps that were not read; rows without a time come so many a second', () => {
  const { samples } = read('time,volts,watts\n0,10,250\n1,10,300\n');
  assert.deepEqual(
    samples.map((s) => s.batteryCurrentA),
    [25, 30]
  );
  const mapping = { ...guessMapping('volts,amps\n10,20\n10,21\n'), rateHz: 4 };
  assert.deepEqual(
    read('volts,amps\n10,20\n10,21\n', mapping).samples.map((s) => s.seconds),
    [0, 0.25]
  );
});

test('a mapping that was chosen is known again by the names of the columns, however the next file is written', () => {
  const guess = guessMapping('time,a1,a2\n0,1,2\n1,2,3\n');
  const chosen = guess.columns.map((c, k) => (k === 1 ? { ...c, role: 'batteryCurrentA', unit: 'mA' } : c));
  const next = guessMapping('Time;A1;A2\n0,0;1,5;2\n1,0;2,5;3\n');
  assert.equal(signatureOf(guess.columns), signatureOf(next.columns));
  const again = recalled(next, chosen);
  assert.deepEqual([again.columns[1].role, again.columns[1].unit], ['batteryCurrentA', 'mA']);
  assert.deepEqual([again.delimiter, again.decimal], [';', ',']);
  // what is not known today, or of another table, changes nothing
  assert.equal(recalled(next, [{ role: 'x' }]), next);
  assert.equal(recalled(next, null), next);
  assert.equal(recalled(next, [{ role: 'magic', unit: 'A' }, {}, {}]).columns[0].role, null);
});

test('a table without titles keeps its columns unnamed until they are said', () => {
  const text = '0.0 16.1 10\n0.1 16.0 11\n0.2 15.9 12\n';
  assert.equal(dialectOf(text).headerLine, 0);
  const mapping = guessMapping(text);
  assert.deepEqual(
    mapping.columns.map((c) => c.title),
    ['column 1', 'column 2', 'column 3']
  );
  assert.equal(read(text).state.errors[0].code, 'tells-nothing');
});
