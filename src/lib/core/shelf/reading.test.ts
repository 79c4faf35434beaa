/** Labels, tables and tests as people write them, read back by hand. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { INCH_M } from '../units/convert.ts';
import { missingFrom, parseShorthand, type ShorthandPart } from '../shorthand/parse.ts';
import { compareWithTable } from './compare-makers-table.ts';
import { cellsOf, parseMakersTable, tableOfCells } from './makers-table.ts';
import { asUsed, labelDifferences, withShelfPart } from './measured.ts';
import { evaluateMotorTest } from './motor-test.ts';

const inch = (n: number): number => Number((n * INCH_M).toPrecision(6));

/** Every rule of the shorthand with what it must give; a table of data. */
const LABELS: [ShorthandPart, string, Record<string, number | string>][] = [
  ['battery', '4S 2200 30C', { series: 4, capacityAh: 2.2, continuousC: 30 }],
  ['battery', '3s2p 5Ah', { series: 3, parallel: 2, capacityAh: 5 }],
  ['battery', '6S 1300mAh 100C/200C', { series: 6, capacityAh: 1.3, continuousC: 100, burstC: 200 }],
  ['battery', 'LiHV 4S 1,5 Ah 1.9 oz', { chemistry: 'lihv', series: 4, capacityAh: 1.5, massKg: 0.0538641 }],
  [
    'battery',
    'li-ion 3S 3Ah 20 mΩ',
    { chemistry: 'liion', series: 3, capacityAh: 3, cellResistanceOhm: 0.02 }
  ],
  ['battery', 'LiFePO4 2S 2.5Ah 12mohm', { chemistry: 'lifepo4', cellResistanceOhm: 0.012 }],
  ['battery', 'NiMH 6S 3000 0.42 kg', { chemistry: 'nimh', series: 6, capacityAh: 3, massKg: 0.42 }],
  ['battery', 'hv 4s 850', { chemistry: 'lihv', capacityAh: 0.85 }],
  ['esc', '60A 2-6S 5V/3A', { continuousA: 60, minSeries: 2, maxSeries: 6, becV: 5, becA: 3 }],
  [
    'esc',
    '40 A 4S burst 55 A linear 32 g',
    { continuousA: 40, maxSeries: 4, burstA: 55, becKind: 'linear', massKg: 0.032 }
  ],
  ['esc', '30A 40A peak switching', { burstA: 40, continuousA: 30, becKind: 'switching' }],
  ['motor', '2812 900KV 106g', { name: '2812', kvRpmPerVolt: 900, massKg: 0.106 }],
  [
    'motor',
    'kv 1100 48 mΩ 1.2A@10V 30A 400W 14 poles',
    {
      kvRpmPerVolt: 1100,
      resistanceOhm: 0.048,
      noLoadCurrentA: 1.2,
      noLoadVoltageV: 10,
      maxCurrentA: 30,
      maxPowerW: 400,
      poles: 14
    }
  ],
  ['motor', '750 rpm/V 0,9 A at 8 V', { kvRpmPerVolt: 750, noLoadCurrentA: 0.9, noLoadVoltageV: 8 }],
  ['propulsor', '11x5.5', { diameterM: inch(11), pitchM: inch(5.5) }],
  ['propulsor', '5x4.3x3', { diameterM: inch(5), pitchM: inch(4.3), blades: 3 }],
  ['propulsor', '42 mm x1.4 2-blade', { diameterM: 0.042, pitchM: 0.0588, blades: 2 }],
  ['propulsor', '50 mm x 60 3-blade', { diameterM: 0.05, pitchM: 0.06, blades: 3 }],
  ['propulsor', '10x4.7 slow 12 g', { diameterM: inch(10), family: 'slow-flyer', massKg: 0.012 }],
  ['propulsor', '9x5 cut from 10 in blunt', { diameterM: inch(9), cutFromM: inch(10), tip: 'blunt' }],
  ['propulsor', '15x5 carbon 2 blades', { family: 'multirotor-carbon', blades: 2 }],
  ['propulsor', '12x6 thin', { family: 'thin-electric' }],
  ['propulsor', '13x6.5 folding', { family: 'folding' }],
  ['propulsor', '5x4 rotor', { family: 'multirotor' }],
  [
    'receiver-supply',
    '5V/3A switching 6-26V in',
    { outputV: 5, continuousA: 3, kind: 'switching', minVoltageV: 6, maxVoltageV: 26 }
  ],
  ['receiver-supply', '6 V 5 A pack', { outputV: 6, continuousA: 5, kind: 'own-pack' }]
];
for (const [part, text, wanted] of LABELS)
  test(`“${text}” is read whole`, () => {
    const r = parseShorthand(part, text);
    const got = Object.fromEntries(r.changes.map((c) => [c.path.slice(part.length + 1), c.value]));
    for (const [field, value] of Object.entries(wanted))
      assert.equal(got[field], value, `${field} of ${JSON.stringify(got)}`);
    assert.deepEqual(r.notRead, []);
    assert.equal(r.read.length, r.changes.length, 'every figure is said');
  });

test('what no rule knows is told; what is still needed is named', () => {
  const r = parseShorthand('motor', 'blue 900KV shiny');
  assert.deepEqual(r.notRead, ['blue', 'shiny']);
  assert.deepEqual(missingFrom('motor', parseShorthand('motor', '106g')), ['KV (900KV)']);
  assert.deepEqual(missingFrom('battery', parseShorthand('battery', '30C')), [
    'cells (4S)',
    'capacity (2200 or 2.2Ah)'
  ]);
  assert.deepEqual(missingFrom('battery', parseShorthand('battery', '4S 2200')), []);
});

test('a bare size may be inches or millimetres: the other reading is one key away, a named unit leaves no choice', () => {
  const air = parseShorthand('propulsor', '50x50');
  assert.equal(air.changes[0].value, inch(50));
  assert.deepEqual(
    air.other?.changes.map((c) => c.value),
    [0.05, 0.05]
  );
  const screw = parseShorthand('propulsor', '50x50 3 blades', true);
  assert.deepEqual(
    screw.changes.map((c) => c.value),
    [0.05, 0.05, 3]
  );
  assert.equal(screw.other?.changes[0].value, inch(50));
  assert.equal(parseShorthand('propulsor', '11 in x 5.5 in').other, null);
});

test('a maker’s table by hand: units of thrust by its head, per cent, propeller carried down, rows named', () => {
  const table = (head: string, thrust: string) =>
    parseMakersTable(`Volts,Prop,Throttle,Amps,Watts,${head},RPM\n11.1,10x5,100%,20,222,${thrust},"8,600"`);
  const grams = table('Thrust (g)', '"1,200"').rows[0];
  assert.equal(grams.thrustN, 1200 * 9.80665e-3);
  assert.equal(grams.rpm, 8600);
  assert.equal(grams.throttle, 1);
  assert.equal(table('Thrust (N)', '11.8').rows[0].thrustN, 11.8);
  assert.equal(table('Thrust (kg)', '1.2').rows[0].thrustN, 1.2 * 9.80665);
  const more = parseMakersTable('Prop,Throttle,Volts,Amps\n10x5,50,11.1,6\n,75,11.0,12\n11x5.5x3,1,10.8,24');
  assert.deepEqual(more.problems, []);
  assert.deepEqual(
    more.rows.map((r) => [r.line, r.diameterM, r.pitchM, r.blades, r.throttle, r.amps]),
    [
      [2, inch(10), inch(5), 2, 0.5, 6],
      [3, inch(10), inch(5), 2, 0.75, 12],
      [4, inch(11), inch(5.5), 3, 1, 24]
    ]
  );
});

test('a table of one row is a table; of its head alone it is none', () => {
  assert.equal(parseMakersTable('prop,amps\n10x5,20').rows.length, 1);
  const head = parseMakersTable('prop,amps');
  assert.equal(head.rows.length, 0);
  assert.match(head.problems[0].message, /at least one row/);
  assert.match(parseMakersTable('colour,size\nred,big').problems[0].message, /no propeller size/);
  assert.match(
    parseMakersTable('colour,shape\nred,big').problems[0].message,
    /no column is called prop or amps/
  );
});

test('rows that contradict themselves are kept and named: watts within 6 % of volts × amps, thrust no disc can make', () => {
  const row = (watts: number, thrust: number) =>
    parseMakersTable(`volts,prop,amps,watts,thrust (g)\n10,10x5,20,${watts},${thrust}`);
  assert.deepEqual(row(200, 1000).problems, []);
  assert.deepEqual(row(190, 1000).problems, []);
  assert.match(row(185, 1000).problems[0].message, /10 V × 20 A is 200 W, the table says 185 W/);
  // T √(T/2ρA)/0.75 of 2.6 kg with a 10 in disc is more than 200 W
  assert.match(row(200, 2600).problems[0].message, /no 10x5 makes that thrust from 200 W/);
  assert.equal(row(185, 1000).rows.length, 1);
  assert.match(parseMakersTable('prop,amps\n10x5,2o').problems[0].message, /"2o" is no number/);
  assert.match(parseMakersTable('prop,rpm\n10x5,9000000').problems[0].message, /a slipped digit/);
});

test('the grid that is typed reads itself back', () => {
  const { rows } = parseMakersTable(
    'volts,prop,throttle,amps,watts,thrust (g),rpm\n11.1,10x5,100,20,222,1200,8600\n10.9,,50,8,87,610,6100'
  );
  const again = tableOfCells(cellsOf(rows));
  assert.deepEqual(again.rows, rows);
  assert.deepEqual(tableOfCells([['', '', '', '', '', '', '']]), { rows: [], problems: [], cells: [] });
});

test('the prediction beside a row: off is predicted over published, less one', () => {
  const motor = { kvRpmPerVolt: 900, resistanceOhm: 0.03, noLoadCurrentA: 1.2, massKg: 0.11, poles: 14 };
  const { rows } = parseMakersTable(
    'volts,prop,amps,thrust (g),rpm\n11.1,11x5.5,25,1500,7000\n,11x5.5,25,1500,7000'
  );
  const found = compareWithTable(motor, rows);
  assert.equal(found.length, 1, 'a row without volts cannot be predicted');
  const [c] = found;
  assert.equal(c.line, 2);
  assert.ok(Math.abs((c.ampsOff ?? 0) - (c.amps / 25 - 1)) < 1e-12);
  assert.ok(Math.abs((c.thrustOff ?? 0) - (c.thrustN / (1.5 * 9.80665) - 1)) < 1e-12);
  assert.ok(Math.abs((c.rpmOff ?? 0) - (c.rpm / 7000 - 1)) < 1e-12);
  assert.ok(Math.abs(c.watts - 11.1 * c.amps) < 1e-6, 'held volts');
  const amps = (of: number) => compareWithTable(motor, [{ ...rows[0], amps: of }])[0].inside;
  assert.deepEqual([amps(c.amps), amps(3 * c.amps), amps(0.2 * c.amps)], [true, false, false]);
  assert.equal(compareWithTable(motor, [{ ...rows[0], amps: null }])[0].inside, null);
  assert.equal(compareWithTable(motor, [{ ...rows[0], amps: null }])[0].ampsOff, null);
});

test('what was measured stands in for the label, with its source; what is further off than usual is told', () => {
  const part = {
    kind: 'motor' as const,
    name: 'Old one',
    document: { kvRpmPerVolt: 1000, resistanceOhm: 0.05, massKg: 0.1 },
    measured: { kvRpmPerVolt: 930, massKg: 0.101 }
  };
  assert.deepEqual(asUsed(part), { kvRpmPerVolt: 930, resistanceOhm: 0.05, massKg: 0.101, name: 'Old one' });
  const [kv, mass] = labelDifferences(part);
  assert.deepEqual([kv.field, kv.beyond, mass.field, mass.beyond], ['kvRpmPerVolt', true, 'massKg', false]);
  assert.match(kv.sentence, /^−7\.0 % against the label, more than the ±4\.5 %/);
  assert.match(mass.sentence, /^\+1\.0 % against the label, within the ±5\.0 %/);
  const setup = {
    format: 'iskarn.setup/1' as const,
    craft: { kind: 'boat' as const, massKg: 1 },
    battery: { chemistry: 'lipo' as const, series: 3, capacityAh: 2 },
    motor: { kvRpmPerVolt: 1 },
    propulsor: { kind: 'propeller' as const, diameterM: 0.2, pitchM: 0.1 },
    sources: { 'motor.resistanceOhm': 'estimated' as const, 'battery.capacityAh': 'measured' as const }
  };
  assert.deepEqual(withShelfPart(setup, part).sources, {
    'battery.capacityAh': 'measured',
    motor: 'shelf',
    'motor.kvRpmPerVolt': 'measured',
    'motor.massKg': 'measured'
  });
});

test('the two-measurement motor test by hand', () => {
  const r = evaluateMotorTest({
    low: { volts: 6, amps: 0.8, rpm: 5352 },
    high: { volts: 12, amps: 1.0, rpm: 10744 },
    held: { volts: 0.5, amps: 10 }
  });
  // R = 50 mΩ; KV = (10744 − 5352)/((12 − 0.05) − (6 − 0.04)) = 5392/5.99
  assert.ok(Math.abs(r.resistanceOhm.value - 0.05) < 1e-12);
  assert.ok(Math.abs(r.kvRpmPerVolt.value - 5392 / 5.99) < 1e-9);
  assert.equal(r.noLoadCurrentA.value, 1);
  assert.equal(r.noLoadVoltageV, 12);
  assert.ok(r.kvRpmPerVolt.relativeSd > 0.005 && r.kvRpmPerVolt.relativeSd < 0.03);
  const bad = (change: object) => () =>
    evaluateMotorTest({
      low: { volts: 6, amps: 0.8, rpm: 5352 },
      high: { volts: 12, amps: 1, rpm: 10744 },
      held: { volts: 0.5, amps: 10 },
      ...change
    });
  assert.throws(bad({ high: { volts: 7, amps: 1, rpm: 10744 } }), /too near/);
  assert.throws(bad({ high: { volts: 12, amps: 1, rpm: 5000 } }), /no more rpm/);
  assert.throws(bad({ held: { volts: 0, amps: 10 } }), /held volts is 0/);
  assert.throws(bad({ low: { volts: 6, amps: 0.8, rpm: 0 } }), /low rpm is 0/);
  assert.throws(bad({ high: { volts: 12, amps: 200, rpm: 10744 } }), /eats all the volts/);
});
