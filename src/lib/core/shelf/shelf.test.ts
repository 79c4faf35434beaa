import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SetupDocument } from '../document/schema.ts';
import { parseShorthand } from '../shorthand/parse.ts';
import { takeReading } from '../shorthand/take-reading.ts';
import { decodeLabel, sizeInName } from '../parts/motor/label-decoder.ts';
import { parseCoefficients } from '../formats/coefficient-columns.ts';
import { compareMakersTable } from './compare-makers-table.ts';
import { parseMakersTable } from './makers-table.ts';
import { kvByOneReading } from './kv-by-one-reading.ts';
import { evaluateMotorTest } from './motor-test.ts';

const STAND: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1 },
  battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2 },
  motor: { kvRpmPerVolt: 1000, poles: 14 },
  propulsor: { kind: 'propeller', diameterM: 0.25, pitchM: 0.12 }
};

test('4250 may be a can of 42 × 50 mm, the motor also sold as 3520, or a stator of that size (common practice, no source)', () => {
  const [can, stator] = decodeLabel('4250');
  assert.match(can.meaning, /can of 42.* × 50.* mm.*352[0-3]/);
  assert.equal(can.statorMm[0], 35);
  assert.ok(Math.abs(can.statorMm[1] - 20) < 3, `stator ${can.statorMm[1]} mm long`);
  assert.match(stator.meaning, /stator of 42/);
  assert.ok(stator.massKg > can.massKg);
});

test('one size has one mass, however its label is read; labels of known weight lie within its tolerance', () => {
  const inTolerance = (text: string, grams: number): void => {
    const [m] = decodeLabel(text);
    const off = Math.abs(grams / 1000 / m.massKg - 1);
    assert.ok(
      off <= m.massTolerance,
      `${text}: ${(1000 * m.massKg).toFixed(0)} g estimated, ${grams} g known`
    );
  };
  // common practice, no source: sizes and weights of everyday outrunners, from memory of labels
  for (const [text, grams] of [
    ['28x36', 73],
    ['can 28x36', 73],
    ['3536', 105],
    ['2814', 108],
    ['2212', 52],
    ['2207', 33],
    ['3548', 165],
    ['4250', 215],
    ['3520', 215],
    ['5065', 430]
  ] as const)
    inTolerance(text, grams);
  // the same motor by its can and by its stator, and typed into a setup
  const mass = (text: string): number => decodeLabel(text)[0].massKg;
  assert.equal(mass('28x36'), mass('can 28 x 36 mm'));
  assert.ok(Math.abs(mass('3536') / mass('2814') - 1) < 0.1);
  assert.ok(Math.abs(mass('4250') / mass('3520') - 1) < 0.15);
  const typed = takeReading(STAND, 'motor', parseShorthand('motor', '2814 900KV'), '2814 900KV');
  assert.equal(typed.document.motor.massKg, Number(mass('2814').toPrecision(2)));
  assert.equal((typed.document.sources as Record<string, string>)['motor.massKg'], 'estimated');
  assert.match(typed.estimated.join(), /weight \(about 10\d.*±25 %, from its size\)/);
  assert.ok(!typed.unknown.includes('weight'));
  const weighed = takeReading(STAND, 'motor', parseShorthand('motor', '2814 900KV 106g'), '2814 900KV 106g');
  assert.equal(weighed.document.motor.massKg, 0.106, 'a weight that is given is taken');
});

test('a table’s cells: figures with units, commas and thin spaces are read; what is none is named and stays as written', () => {
  const head = 'volts,prop,throttle (%),amps,watts,thrust (g),rpm';
  const rows = (cells: string) => parseMakersTable(`${head}\n${cells}`);
  for (const [cell, rpm] of [
    ['8600', 8600],
    ['"8,600"', 8600],
    ['8.600', 8600],
    ['8 600', 8600],
    ['8600 rpm', 8600],
    ['~8600', 8600],
    ['n/a', null],
    ['N/A', null],
    ['-', null],
    ['–', null],
    ['', null]
  ] as const)
    assert.equal(rows(`11.1,10x5,100,15,166,900,${cell}`).rows[0].rpm, rpm, cell);
  assert.equal(rows('"11,1 V",10x5,100 %,"15,5 A",,"1.250 g",').rows[0].amps, 15.5);
  assert.equal(rows('"11,1 V",10x5,100 %,"15,5 A",,"1.250 g",').rows[0].thrustN?.toFixed(2), '12.26');
  // comma and point in one figure: the later one is the decimal
  for (const [cell, watts] of [
    ['"1,234.5"', 1234.5],
    ['"1.234,5"', 1234.5],
    ['"12,5"', 12.5],
    ['"1,234,567"', 1234567]
  ] as const)
    assert.equal(rows(`11.1,10x5,100,,${cell},,`).rows[0].watts, watts, cell);
  for (const cell of ['abc', '15..5', '12-14', 'about ten', '0x10', '1e999']) {
    const read = rows(`11.1,10x5,100,${cell},166,900,8600`);
    assert.equal(read.rows[0].amps, null, cell);
    const problem = read.problems.find((p) => p.unread);
    assert.ok(
      problem && problem.line === 2 && problem.column === 'amps',
      `${cell}: ${JSON.stringify(read.problems)}`
    );
    assert.equal(read.cells[0][3], cell, 'the cell stays as it was written');
  }
  const both = rows('11.1,nonsense,100,abc,abc,900,8600');
  assert.equal(both.problems.filter((p) => p.unread).length, 3, 'each bad cell is named');
});

test('2306 and 1404 name stators; C3548 reads as 3548; a 28 × 36 can of 73 g suits 0.7 to 1.2 kg or so', () => {
  assert.equal(decodeLabel('2306').length, 1);
  assert.match(decodeLabel('1404')[0].meaning, /stator/);
  assert.deepEqual(decodeLabel('C3548')[0].canMm, [35, 48]);
  const [byWeight] = decodeLabel('73 g');
  assert.ok(byWeight.craftKg[0] < 1.2 && byWeight.craftKg[1] > 1.2, JSON.stringify(byWeight.craftKg));
  const [byCan] = decodeLabel('can 28x36');
  assert.ok(Math.abs(byCan.massKg / 0.073 - 1) < 0.35, `${byCan.massKg}`);
  assert.deepEqual(decodeLabel('hello'), []);
  assert.deepEqual(decodeLabel('-1 g'), []);
});

test('motor test: readings made from a known motor give that motor back', () => {
  const k = 60 / (2 * Math.PI * 900);
  const ohm = 0.05;
  const rpm = (volts: number, amps: number): number => ((volts - amps * ohm) / k) * (30 / Math.PI);
  const r = evaluateMotorTest({
    low: { volts: 5, amps: 1, rpm: rpm(5, 1) },
    high: { volts: 10, amps: 1.4, rpm: rpm(10, 1.4) },
    held: { volts: 0.5, amps: 10 }
  });
  assert.ok(Math.abs(r.kvRpmPerVolt.value - 900) < 0.01, `${r.kvRpmPerVolt.value}`);
  assert.ok(Math.abs(r.resistanceOhm.value - ohm) < 1e-9, `${r.resistanceOhm.value}`);
  assert.equal(r.noLoadCurrentA.value, 1.4);
  assert.ok(r.kvRpmPerVolt.relativeSd < 0.035, 'better than a label');
  assert.throws(
    () =>
      evaluateMotorTest({
        low: { volts: 9, amps: 1, rpm: 8000 },
        high: { volts: 10, amps: 1, rpm: 9000 },
        held: { volts: 1, amps: 10 }
      }),
    /too near/
  );
  assert.throws(
    () =>
      evaluateMotorTest({
        low: { volts: 5, amps: 1, rpm: 9000 },
        high: { volts: 10, amps: 1, rpm: 8000 },
        held: { volts: 1, amps: 10 }
      }),
    /no more rpm/
  );
});

const TABLE = `Volts (V)\tProp\tThrottle\tAmps\tWatts\tThrust (g)\tRPM
11.1\t10x5\t100%\t21\t233\t1180\t9150
11.1\t10x5\t50%\t6,0\t66,6\t\t
11.1\t9x6\t100%\t18\t350\t900\t
11.1\t10x5\t100%\t5\t55.5\t2400\t`;

test('a pasted table is read by its header; nonsense is named by line and column', () => {
  const { rows, problems } = parseMakersTable(TABLE);
  assert.equal(rows.length, 4);
  assert.equal(rows[0].diameterM, 0.254);
  assert.equal(rows[1].throttle, 0.5);
  assert.equal(rows[1].amps, 6);
  assert.ok(Math.abs((rows[0].thrustN ?? 0) - 11.57) < 0.01);
  assert.deepEqual(
    problems.map((p) => [p.line, p.column]),
    [
      [4, 'watts'],
      [5, 'thrust']
    ]
  );
  assert.match(problems[0].message, /11.1 V × 18 A is 200 W, the table says 350 W/);
  assert.equal(parseMakersTable('').problems.length, 1);
});

test('the prediction stands beside every row', () => {
  const setup: SetupDocument = {
    format: 'iskarn.setup/1',
    craft: { kind: 'fixed-wing', massKg: 1 },
    battery: { chemistry: 'lipo', series: 3, capacityAh: 2.2, cellResistanceOhm: 0.006 },
    wiring: { resistanceOhm: 0.002 },
    esc: { resistanceOhm: 0.005 },
    motor: {
      kvRpmPerVolt: 1000,
      resistanceOhm: 0.07,
      loadedResistanceFactor: 1,
      noLoadCurrentA: 0.9,
      noLoadVoltageV: 10
    },
    propulsor: { kind: 'propeller', diameterM: 0.3, pitchM: 0.1 }
  };
  const compared = compareMakersTable(setup, parseMakersTable(TABLE).rows);
  assert.equal(compared.length, 4);
  assert.ok(Math.abs(compared[0].ampsOff ?? 1) < 0.12, `${compared[0].ampsOff}`);
  assert.equal(compared[0].inside, true);
  assert.equal(compared[3].inside, false);
});

test('coefficient columns: whitespace or CSV, any order by header, errors by line', () => {
  const plain = parseCoefficients('0.0 0.10 0.04\n0.2 0.09 0.039\n0.5 0.05 0.03');
  assert.ok(plain.ok && plain.thrust[1] === 0.09);
  const named = parseCoefficients('# stand\nCP;J;CT\n0.04;0;0.1\n0.03;0.5;0.05');
  assert.ok(named.ok && named.power[0] === 0.04 && named.advanceRatio[1] === 0.5);
  for (const [text, said] of [
    ['', /two rows/],
    ['0 0.1 0.04\nx y z', /line 2/],
    ['0.5 1 1\n0.2 1 1', /must rise/],
    ['a b c\n1 2 3', /should name J/]
  ] as const) {
    const bad = parseCoefficients(text);
    assert.ok(!bad.ok);
    assert.match(bad.message, said);
  }
});

test('a type number in a motor’s name gives its mass where the label gives none; other numbers do not', () => {
  const size = sizeInName('Rush 2814-900');
  assert.ok(size && Math.abs(size.massKg / 0.106 - 1) < 0.3, `${size?.massKg} kg for 106 g on the scale`);
  assert.equal(size.massKg, decodeLabel('2814')[0].massKg);
  for (const name of ['Drawer C', 'number 7', '900KV', '', null]) assert.equal(sizeInName(name), null);
});

test('KV by one reading: a sine between two leads by its mean over sixty degrees; rectified; unloaded', () => {
  // a sine of 10 V peak averages 10 x 3/pi over the sixty degrees at its top: summed here in a thousand steps
  const steps = 1000;
  const mean =
    Array.from({ length: steps }, (_, k) => 10 * Math.cos(((k + 0.5) / steps - 0.5) * (Math.PI / 3))).reduce(
      (a, b) => a + b,
      0
    ) / steps;
  const ac = kvByOneReading({ kind: 'drill', rpm: 1500, volts: 10 / Math.SQRT2, meter: 'ac' });
  assert.ok(Math.abs(ac.value - 1500 / mean) < 1e-3, String(ac.value));
  // rule of the trade: rpm / (volts of AC x 1.414 x 0.95); common practice, no source
  const trade = 1500 / ((10 / Math.SQRT2) * 1.414 * 0.95);
  assert.ok(Math.abs(ac.value / trade - 1) < 0.01);
  const dc = kvByOneReading({ kind: 'drill', rpm: 1500, volts: mean - 1.2, meter: 'rectified' });
  assert.ok(Math.abs(dc.value - ac.value) < 1e-3);
  const free = kvByOneReading({ kind: 'unloaded', rpm: 9000, volts: 10.2, amps: 2, resistanceOhm: 0.1 });
  assert.equal(free.value, 900);
  const blind = kvByOneReading({ kind: 'unloaded', rpm: 9000, volts: 10.2, amps: 2, resistanceOhm: null });
  assert.ok(blind.relativeSd > free.relativeSd && blind.value < free.value);
  for (const bad of [
    { kind: 'drill', rpm: 0, volts: 1, meter: 'ac' },
    { kind: 'drill', rpm: 100, volts: NaN, meter: 'ac' },
    { kind: 'unloaded', rpm: 100, volts: 1, amps: 20, resistanceOhm: 0.1 },
    { kind: 'unloaded', rpm: 100, volts: 1, amps: -1, resistanceOhm: null }
  ] as const)
    assert.throws(() => kvByOneReading(bad), RangeError);
});
