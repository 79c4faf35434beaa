/** Files in ten hands that are easily misread: each is read right, or asked about; none is silently wrong. Invented. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PLANE } from '../../../../../tests/helpers/setups.ts';
import type { SetupDocument } from '../../document/schema.ts';
import { momentsOf, type Sample } from '../record/sample.ts';
import { columnFigures, doubtsOf } from './doubts.ts';
import { expectedFigures } from './expected-figures.ts';
import { guessMapping, recalled, type Mapping } from './mapping.ts';
import { RunFileReader, type RunFileState } from './read-run-file.ts';
import { unitContextOf } from './unit-context.ts';

const SETUP: SetupDocument = { ...PLANE, motor: { ...PLANE.motor, poles: 14 } };
const NO_POLES: SetupDocument = { ...PLANE, motor: { ...PLANE.motor, poles: null } };
const POINT = expectedFigures(SETUP);
assert.ok(POINT);
const WORST = POINT;

/** A run of twenty seconds up to full throttle and back: what really happened, SI. */
const TRUTH = Array.from({ length: 81 }, (_, k) => {
  const t = 0.25 * k;
  const up = Math.min(1, Math.max(0, (t - 1) / 8), Math.max(0, (20 - t) / 4));
  return {
    seconds: t,
    throttle: up,
    volts: 16.6 - 1.4 * up - 0.02 * t,
    amps: 0.1 + 0.93 * WORST.amps * up ** 2.6,
    rpm: 0.97 * WORST.rpm * up,
    thrustN: 0.95 * (WORST.thrustN as number) * up ** 2
  };
});
type Moment = (typeof TRUTH)[number];
const GRAM = 9.80665 / 1000;

interface Hand {
  readonly what: string;
  readonly titles: readonly string[];
  readonly cells: (m: Moment, k: number) => readonly (string | number)[];
  readonly delimiter?: string;
  readonly decimal?: ',';
  readonly setup?: SetupDocument;
  /** What is to be asked, by the first answer to which it is right; nothing where it is read right at once. */
  readonly asks?: readonly string[];
  /** Whether it can only be asked, and the first answer need not be right. */
  readonly onlyAsked?: true;
}
const f = (v: number, digits = 2): string => v.toFixed(digits);
const BASE = ['Time (s)', 'Voltage (V)', 'Current (A)', 'RPM'];
const base = (m: Moment): (string | number)[] => [f(m.seconds), f(m.volts), f(m.amps), Math.round(m.rpm)];

const HANDS: readonly Hand[] = [
  // electrical rpm, in every dress
  {
    what: 'eRPM named so',
    titles: [...BASE.slice(0, 3), 'eRPM'],
    cells: (m) => [...base(m).slice(0, 3), Math.round(7 * m.rpm)]
  },
  {
    what: 'eRPM titled rpm',
    titles: BASE,
    cells: (m) => [...base(m).slice(0, 3), Math.round(7 * m.rpm)],
    asks: ['column-3']
  },
  {
    what: 'eRPM/100 titled rpm',
    titles: BASE,
    cells: (m) => [...base(m).slice(0, 3), Math.round((7 * m.rpm) / 100)],
    asks: ['column-3']
  },
  {
    what: 'eRPM/100 titled eRPM',
    titles: [...BASE.slice(0, 3), 'eRPM'],
    cells: (m) => [...base(m).slice(0, 3), Math.round((7 * m.rpm) / 100)],
    asks: ['column-3']
  },
  {
    what: 'eRPM, poles not told',
    titles: [...BASE.slice(0, 3), 'E-RPM'],
    cells: (m) => [...base(m).slice(0, 3), Math.round(7 * m.rpm)],
    setup: NO_POLES,
    asks: ['poles']
  },
  {
    what: 'krpm untold',
    titles: BASE,
    cells: (m) => [...base(m).slice(0, 3), f(m.rpm / 1000, 3)],
    asks: ['column-3']
  },
  {
    what: 'turns a second',
    titles: [...BASE.slice(0, 3), 'rev/s'],
    cells: (m) => [...base(m).slice(0, 3), f(m.rpm / 60, 1)],
    asks: ['column-3']
  },
  // volts
  {
    what: 'one cell’s volts titled Cell Voltage',
    titles: ['Time (s)', 'Cell Voltage (V)', 'Current (A)'],
    cells: (m) => [f(m.seconds), f(m.volts / 4, 3), f(m.amps)]
  },
  {
    what: 'cell volts titled Voltage',
    titles: ['Time (s)', 'Voltage (V)', 'Current (A)'],
    cells: (m) => [f(m.seconds), f(m.volts / 4, 3), f(m.amps)],
    asks: ['column-1']
  },
  {
    what: 'pack’s volts titled Cell Voltage',
    titles: ['Time (s)', 'Cell Voltage (V)', 'Current (A)'],
    cells: (m) => [f(m.seconds), f(m.volts), f(m.amps)],
    asks: ['column-1']
  },
  {
    what: 'four cell columns',
    titles: ['Time (s)', 'Cell 1 (V)', 'Cell 2 (V)', 'Cell 3 (V)', 'Cell 4 (V)', 'Current (A)'],
    cells: (m) => [f(m.seconds), ...[0, 0.01, -0.01, 0].map((d) => f(m.volts / 4 + d, 3)), f(m.amps)]
  },
  {
    what: 'cell columns C1 to C4',
    titles: ['t [s]', 'C1 [V]', 'C2 [V]', 'C3 [V]', 'C4 [V]', 'I [A]'],
    cells: (m) => [f(m.seconds), ...[0, 0.01, -0.01, 0].map((d) => f(m.volts / 4 + d, 3)), f(m.amps)]
  },
  {
    what: 'pack beside its cells',
    titles: ['Time (s)', 'Pack Voltage (V)', 'Cell 1 (V)', 'Cell 2 (V)', 'Current (A)'],
    cells: (m) => [f(m.seconds), f(m.volts), f(m.volts / 4), f(m.volts / 4), f(m.amps)]
  },
  {
    what: 'volts × 100',
    titles: ['Time (s)', 'Voltage', 'Current (A)'],
    cells: (m) => [f(m.seconds), Math.round(100 * m.volts), f(m.amps)],
    asks: ['column-1']
  },
  {
    what: 'volts × 100 under (V)',
    titles: BASE.slice(0, 3),
    cells: (m) => [f(m.seconds), Math.round(100 * m.volts), f(m.amps)],
    asks: ['column-1']
  },
  {
    what: 'millivolts untold',
    titles: ['Time (s)', 'Voltage', 'Current (A)'],
    cells: (m) => [f(m.seconds), Math.round(1000 * m.volts), f(m.amps)]
  },
  {
    what: 'millivolts under (V)',
    titles: BASE.slice(0, 3),
    cells: (m) => [f(m.seconds), Math.round(1000 * m.volts), f(m.amps)],
    asks: ['column-1']
  },
  // amps
  {
    what: 'amps × 100',
    titles: BASE.slice(0, 3),
    cells: (m) => [f(m.seconds), f(m.volts), Math.round(100 * m.amps)],
    asks: ['column-2']
  },
  {
    what: 'milliamps under (A)',
    titles: BASE.slice(0, 3),
    cells: (m) => [f(m.seconds), f(m.volts), Math.round(1000 * m.amps)],
    asks: ['column-2']
  },
  {
    what: 'two ESCs',
    titles: ['Time (s)', 'Voltage (V)', 'ESC 1 Current (A)', 'ESC 2 Current (A)'],
    cells: (m) => [f(m.seconds), f(m.volts), f(m.amps / 2, 3), f(m.amps / 2, 3)]
  },
  {
    what: 'the sum beside two ESCs',
    titles: ['Time (s)', 'Voltage (V)', 'Current (A)', 'Motor1 Current (A)', 'Motor2 Current (A)'],
    cells: (m) => [f(m.seconds), f(m.volts), f(m.amps), f(m.amps / 2), f(m.amps / 2)]
  },
  // thrust
  {
    what: 'negative thrust',
    titles: ['Time (s)', 'Voltage (V)', 'Current (A)', 'Thrust (g)'],
    cells: (m) => [f(m.seconds), f(m.volts), f(m.amps), f(-m.thrustN / GRAM, 1)],
    asks: ['column-3']
  },
  {
    what: 'newtons titled g',
    titles: ['Time (s)', 'Voltage (V)', 'Current (A)', 'Thrust (g)'],
    cells: (m) => [f(m.seconds), f(m.volts), f(m.amps), f(m.thrustN, 3)],
    asks: ['column-3']
  },
  {
    what: 'kilograms untold',
    titles: ['Time (s)', 'Voltage (V)', 'Current (A)', 'Thrust'],
    cells: (m) => [f(m.seconds), f(m.volts), f(m.amps), f(m.thrustN / GRAM / 1000, 4)],

    asks: ['column-3']
  },
  // words that mean something else
  { what: 'Motor Speed (RPM)', titles: [...BASE.slice(0, 3), 'Motor Speed (RPM)'], cells: base },
  { what: 'motor speed without a unit', titles: [...BASE.slice(0, 3), 'Motor speed'], cells: base },
  { what: 'Speed (rpm)', titles: [...BASE.slice(0, 3), 'Speed (rpm)'], cells: base },
  { what: 'speed that is rpm', titles: [...BASE.slice(0, 3), 'speed'], cells: base, asks: ['column-3'] },
  // time
  {
    what: 'milliseconds untold',
    titles: ['time', 'Voltage (V)', 'Current (A)'],
    cells: (m) => [Math.round(1000 * m.seconds), f(m.volts), f(m.amps)]
  },
  {
    what: 'milliseconds under (s)',
    titles: BASE.slice(0, 3),
    cells: (m) => [Math.round(1000 * m.seconds), f(m.volts), f(m.amps)],
    asks: ['length']
  },
  {
    what: 'seconds under (ms)',
    titles: ['Time (ms)', 'Voltage (V)', 'Current (A)'],
    cells: (m) => [f(m.seconds, 3), f(m.volts), f(m.amps)],
    asks: ['length']
  },
  {
    what: 'microseconds under ms',
    titles: ['Time (ms)', 'Voltage (V)', 'Current (A)'],
    cells: (m) => [Math.round(1e6 * m.seconds), f(m.volts), f(m.amps)],
    asks: ['length']
  },
  // commas
  {
    what: 'commas between and inside',
    titles: ['Time', 'Voltage', 'Current'],
    cells: (m) => [f(m.seconds), f(m.volts), f(m.amps)],
    decimal: ',',
    asks: ['clash']
  },
  {
    what: 'commas between and inside, not all',
    titles: ['Time', 'Voltage', 'Current', 'RPM'],
    cells: base,
    decimal: ',',
    asks: ['clash'],
    onlyAsked: true
  },
  { what: 'semicolons and decimal commas', titles: BASE, cells: base, delimiter: ';', decimal: ',' },
  {
    what: 'thousands with commas beside three decimals',
    titles: BASE,
    delimiter: ';',
    cells: (m) => [
      f(m.seconds, 3),
      f(m.volts, 3),
      f(m.amps, 3),
      Math.round(m.rpm)
        .toString()
        .replace(/\B(?=(\d{3})$)/, ',')
    ]
  },
  {
    what: 'thousands with a comma alone',
    titles: ['Time (s)', 'RPM'],
    delimiter: ';',
    cells: (m) => [
      m.seconds,
      Math.round(m.rpm)
        .toString()
        .replace(/\B(?=(\d{3})$)/, ',')
    ],
    asks: ['decimal']
  },
  // watts
  {
    what: 'kilowatts titled W',
    titles: ['Time (s)', 'Voltage (V)', 'Power (W)'],
    cells: (m) => [f(m.seconds), f(m.volts), f((m.volts * m.amps) / 1000, 5)],
    asks: ['column-2']
  },
  {
    what: 'watts in the place of amps',
    titles: ['Time (s)', 'Voltage (V)', 'Power (W)'],
    cells: (m) => [f(m.seconds), f(m.volts), f(m.volts * m.amps, 3)]
  },
  {
    what: 'throttle as a pulse',
    titles: [...BASE, 'Throttle'],
    cells: (m) => [...base(m), Math.round(1000 + 1000 * m.throttle)]
  },
  {
    what: 'throttle of 0 to 1000',
    titles: [...BASE, 'Throttle'],
    cells: (m) => [...base(m), Math.round(1000 * m.throttle)]
  }
];

const write = ({ titles, cells, delimiter = ',', decimal }: Hand): string =>
  [
    titles.join(delimiter),
    ...TRUTH.map((m, k) =>
      cells(m, k)
        .map((c) => (decimal ? String(c).replace('.', decimal) : String(c)))
        .join(delimiter)
    )
  ].join('\n');

function read(
  text: string,
  mapping: Mapping,
  setup: SetupDocument
): { samples: Sample[]; state: RunFileState } {
  const samples: Sample[] = [];
  const reader = new RunFileReader(mapping, unitContextOf(setup), (block) =>
    samples.push(...momentsOf(block))
  );
  reader.push(text);
  return { samples, state: reader.end() };
}

/** Whether what was read is what happened, within two per cent of its greatest. */
function isTrue(samples: readonly Sample[]): boolean {
  const pairs = [
    ['batteryVoltageV', 'volts'],
    ['batteryCurrentA', 'amps'],
    ['rpm', 'rpm'],
    ['thrustN', 'thrustN'],
    ['throttle', 'throttle']
  ] as const;
  return samples.every((s) => {
    const at = TRUTH.find((m) => Math.abs(m.seconds - s.seconds) < 0.02);
    return (
      at !== undefined &&
      pairs.every(([channel, name]) => {
        const most = Math.max(...TRUTH.map((m) => m[name]));
        const value = s[channel];
        return value == null || Math.abs(value - at[name]) <= 0.02 * most;
      })
    );
  });
}

/** Reads a file as a careful user would: answers what is asked with the first way, until nothing is. */
function taken(text: string, setup: SetupDocument, from: Mapping = guessMapping(text)) {
  let mapping = from;
  const e = expectedFigures(setup);
  assert.ok(e);
  const asked: string[] = [];
  const accepted: string[] = [];
  for (let turn = 0; turn < 8; turn++) {
    const { samples, state } = read(text, mapping, setup);
    const doubts = doubtsOf(mapping, state.sample, state.seconds, e, unitContextOf(setup), accepted);
    if (doubts.length === 0) return { samples, asked, mapping };
    const [doubt] = doubts;
    assert.ok(doubt.ways.length > 0 && doubt.question.endsWith('.'), doubt.question);
    asked.push(doubt.id);
    const [{ change }] = doubt.ways;
    if (Object.keys(change).length === 0) accepted.push(doubt.id);
    else mapping = { ...mapping, ...change };
  }
  assert.fail(`it goes on asking: ${asked.join()}`);
}

assert.ok(HANDS.length >= 40, `${HANDS.length} files`);
for (const hand of HANDS)
  test(`${hand.what}: ${hand.asks && hand.asks.length > 0 ? 'asked' : 'right'}, never silently wrong`, () => {
    const { samples, asked } = taken(write(hand), hand.setup ?? SETUP);
    const right = samples.length > 60 && isTrue(samples);
    if (hand.onlyAsked) assert.ok(right || asked.length > 0, 'read wrongly and not asked');
    else {
      assert.ok(right, `not what happened; asked ${asked.join()}: ${JSON.stringify(samples[40])}`);
      assert.deepEqual(asked, hand.asks ?? []);
    }
  });

test('the file’s own units count before those that were remembered', () => {
  const hand = (unit: string, times: number): string =>
    write({
      what: '',
      titles: [`Time`, 'Voltage (V)', 'Current (A)'],
      cells: (m) => [Math.round(times * m.seconds * 100) / 100, f(m.volts), f(m.amps)]
    }).replace('Time', `Time`) + unit;
  const ms = guessMapping(hand('', 1000));
  assert.equal(ms.columns[0].unit, 'ms');
  const inSeconds = guessMapping(hand('', 1));
  assert.equal(recalled(inSeconds, ms.columns).columns[0].unit, 's', 'its figures say seconds');
  // a unit that the file names
  const told = guessMapping('Time (s),Volts (V)\n0,16\n1,15.9\n2,15.8\n');
  const was = told.columns.map((c) => (c.role === 'batteryVoltageV' ? { ...c, unit: 'mV' } : c));
  assert.equal(recalled(told, was).columns[1].unit, 'V');
});

test('least, middle and greatest of each column, and the rows that hold them', () => {
  const text = write(HANDS[0]);
  const { state } = read(text, guessMapping(text), SETUP);
  assert.ok(state.sample.length > 60 && state.sample.length < 500);
  const [time, volts] = columnFigures(state.sample, 4, '.');
  assert.deepEqual([time?.least, time?.greatest], [0, 20]);
  assert.ok(volts && volts.least < volts.middle && volts.middle < volts.greatest);
  assert.equal(columnFigures([['a', '']], 2, '.')[1], null);
  // of a long file a few hundred rows are looked at, the greatest among them
  const long = [
    'time,amps',
    ...Array.from({ length: 20_000 }, (_, k) => `${k / 100},${k === 12_345 ? 99 : 5}`)
  ].join('\n');
  const rows = read(long, guessMapping(long), SETUP).state.sample;
  assert.ok(rows.length < 600, `${rows.length} rows`);
  assert.equal(columnFigures(rows, 2, '.')[1]?.greatest, 99);
});
