import assert from 'node:assert/strict';
import { test } from 'node:test';
import { BOAT, PLANE, QUAD } from '../../../../tests/helpers/setups.ts';
import type { Craft } from '../document/schema.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { readCsv } from '../text/csv.ts';
import { axesOf, axisWords } from './axis-words.ts';
import { classesFor, CLASSES } from './craft-classes.ts';
import { firstOfEach, Found } from './found.ts';
import { frontierOf } from './frontier.ts';
import { listCsv } from './list-file.ts';
import { Misses } from './misses.ts';
import { givesOf, leftOf, type Gives } from '../yardstick/gives.ts';
import { AXES, type FoundColumn } from '../yardstick/objectives.ts';
import type { Measure } from '../yardstick/worth.ts';
import { searchPartsOf, withOwnParts } from './shelf-parts.ts';
import { tradesOf } from './trades.ts';
import { airframeOf, otherWishes, searchedLimits, wishesOf } from './wishes.ts';
import { axesFor, yardstickFor, yardstickOf } from '../yardstick/by-purpose.ts';

const NOTHING: Gives = {
  time: null,
  thrust: 0,
  thrustToWeight: null,
  current: 0,
  mass: 0,
  topSpeed: null,
  pitchSpeed: 0,
  hoverThrottle: null,
  headroom: null,
  spare: null,
  efficiency: null,
  build: 0
};
const BY_THRUST: Measure = { yardstick: { thrust: 1 }, goals: null };
const foundOf = (list: readonly Partial<Gives>[]): Found => {
  const found = new Found();
  list.forEach((gives, k) => found.add(k, { ...NOTHING, ...gives }));
  return found;
};

test('what is found is kept in columns: a thousand added, cut, sent and put together again', () => {
  const list = Array.from({ length: 1000 }, (_, k) => ({
    time: k % 7 === 0 ? null : 60 * k,
    thrust: 1000 - k
  }));
  const found = foundOf(list);
  const copy = new Found();
  copy.append(found.since(0));
  assert.equal(copy.length, 1000);
  assert.equal(copy.value(7, 'time'), null);
  assert.equal(copy.value(8, 'time'), 480);
  assert.equal(copy.value(999, 'thrust'), 1);
  assert.equal(copy.placeOf(500), 500);
  assert.equal(copy.placeOf(5000), -1);
  copy.append(found.since(990));
  assert.equal(copy.length, 1010);
  assert.deepEqual(copy.ranked(BY_THRUST, 3), [0, 1, 2]);
  // of two alike the lower number comes first, whichever was found first
  assert.deepEqual(
    copy
      .ranked(BY_THRUST)
      .slice(-2)
      .map((k) => copy.combination(k)),
    [999, 999]
  );
  assert.deepEqual(found.ranked(BY_THRUST, 2, [5, 9, 3]), [3, 5]);
});

test('the frontier: what nothing beats on both axes, less being better where it is', () => {
  const found = foundOf([
    { time: 10, current: 30 },
    { time: 12, current: 30 },
    { time: 8, current: 20 },
    { time: 7, current: 25 },
    { time: 12, current: 30 },
    { time: null, current: 1 }
  ]);
  const value = (k: number, axis: FoundColumn): number | null => found.value(k, axis);
  assert.deepEqual(frontierOf(found.length, value, ['time', 'current']), [1, 2]);
  assert.deepEqual(frontierOf(found.length, value, ['current', 'time']), [2, 1]);
  assert.deepEqual(frontierOf(0, value, ['time', 'current']), []);
});

test('the nearest of many misses are kept, whatever the order they come in', () => {
  const misses = new Misses(5);
  const all = Array.from({ length: 500 }, (_, k) => ((k * 7919) % 500) / 500);
  all.forEach((by, k) => misses.add(k, by));
  assert.deepEqual(
    misses.nearest.map((m) => m.by),
    [...all].sort((a, b) => a - b).slice(0, 5)
  );
  assert.equal(misses.accepts(0.9), false);
  assert.equal(misses.accepts(0), true);
});

test('the first of each group stands for it', () => {
  const { best, sizes } = firstOfEach([4, 9, 5, 1, 8, 0], (k) => Math.floor(k / 4), 2);
  assert.deepEqual(best, [4, 9]);
  assert.deepEqual(
    [...sizes],
    [
      [1, 2],
      [2, 2],
      [0, 2]
    ]
  );
});

test('for as much current, what pulls most and what is fastest; for as much thrust, what draws least', () => {
  const found = foundOf([
    { current: 40, thrust: 20, topSpeed: 20 },
    { current: 41, thrust: 23, topSpeed: 15 },
    { current: 39, thrust: 15, topSpeed: 28 },
    { current: 20, thrust: 20.5, topSpeed: 12 },
    { current: 80, thrust: 60, topSpeed: 40 }
  ]);
  assert.deepEqual(tradesOf(found, 0), {
    equalCurrent: { mostThrust: 1, fastest: 2, of: 3 },
    equalThrust: { leastCurrent: 3, fastest: 0, of: 2 }
  });
  assert.deepEqual(tradesOf(found, 4), { equalCurrent: null, equalThrust: null });
});

test('headroom is the smallest share left among ratings, and what a setup gives is what its situation says', () => {
  const s = analysisOf({
    ...PLANE,
    motor: { ...PLANE.motor, maxCurrentA: 80 },
    esc: { ...PLANE.esc, continuousA: 50 }
  });
  const amps = s.worst.batteryCurrentA;
  const shares = [1 - amps / 50, 1 - s.worst.motorCurrentA / 80, 1 - amps / (2.2 * 30)];
  assert.ok(Math.abs((leftOf(s).headroom as number) - Math.min(...shares)) < 1e-12);
  const gives = givesOf(s, { partsKg: 0.5 });
  assert.equal(gives.mass, 0.5);
  assert.equal(gives.topSpeed, s.level?.topSpeedMs);
  // at cruise, level, thrust is drag: efficiency is drag over watts
  assert.ok((gives.efficiency as number) > 0.01 && (gives.efficiency as number) < 0.2);
  const quad = analysisOf(QUAD);
  assert.ok(
    Math.abs(
      (givesOf(quad, { partsKg: 1 }).efficiency as number) -
        (1.4 * 9.80665) / (quad.hover?.electricalPowerW as number)
    ) < 1e-9
  );
  assert.equal(givesOf(analysisOf(BOAT), { partsKg: 1 }).thrustToWeight, null);
});

test('the airframe is what is left of the all-up weight, as when a part is exchanged; unknown weights leave it unknown', () => {
  const known = {
    ...PLANE,
    battery: { ...PLANE.battery, massKg: 0.24 },
    esc: { ...PLANE.esc, massKg: 0.05 }
  };
  const airframe = airframeOf(known);
  assert.ok(airframe && !airframe.given);
  assert.ok(Math.abs(airframe.kg - (1.6 - 0.24 - 0.05 - 0.17)) < 1e-3);
  assert.deepEqual(airframeOf({ ...PLANE, craft: { ...PLANE.craft, airframeMassKg: 0.9 } }), {
    kg: 0.9,
    given: true
  });
  assert.equal(airframeOf({ ...PLANE, motor: { kvRpmPerVolt: 900 } }), null);
  assert.equal(airframeOf({ ...known, craft: { ...PLANE.craft, massKg: 0.5 } }), null);
});

test('wishes are parted from the craft: what the brief wants can be asked otherwise', () => {
  const setup = { ...PLANE, craft: { ...PLANE.craft, targetSeconds: 480, largestPropM: 0.3 } };
  const { brief, limits } = wishesOf(setup, { 'esc-current': 'next-size' });
  assert.equal(limits.leastSeconds, 480);
  assert.equal(limits.largestPropM, 0.3);
  assert.equal(limits.leastThrustToWeight, 0.8);
  assert.deepEqual(limits.propulsorKinds, ['propeller']);
  assert.equal(brief.craft.targetSeconds, undefined);
  assert.equal(brief.craft.largestPropM, undefined);
  assert.equal(brief.schools?.['esc-current'], 'next-size');
  assert.equal(wishesOf(QUAD).limits.leastThrustToWeight, 2);
  assert.equal(wishesOf(BOAT).limits.leastThrustToWeight, null);
  assert.equal(wishesOf(PLANE).limits.leastSeconds, null);
  assert.deepEqual(otherWishes(setup, limits), []);
  assert.deepEqual(otherWishes(setup, { ...limits, leastSeconds: 240, largestPropM: null }), [
    'leastSeconds',
    'largestPropM'
  ]);
  // what the purpose asks anyway is left to it
  assert.equal(searchedLimits(setup, limits).leastThrustToWeight, null);
  assert.equal(searchedLimits(setup, { ...limits, leastThrustToWeight: 1 }).leastThrustToWeight, 1);
});

test('measured figures of the shelf stand in for the label’s; what is in the craft is searched too', () => {
  const parts = searchPartsOf([
    {
      id: 3,
      kind: 'motor',
      name: 'Rush',
      owned: false,
      document: { kvRpmPerVolt: 900 },
      measured: { kvRpmPerVolt: 870 }
    }
  ]);
  assert.deepEqual(parts.motor[0].document, { kvRpmPerVolt: 870, name: 'Rush' });
  assert.deepEqual(parts.motor[0].sources, { kvRpmPerVolt: 'measured' });
  const own = withOwnParts(parts, {
    ...PLANE,
    motor: { ...PLANE.motor, name: 'from the drawer' },
    sources: { 'motor.kvRpmPerVolt': 'measured', 'esc.continuousA': 'label' }
  });
  assert.deepEqual(
    own.motor.map((m) => [m.name, m.owned]),
    [
      ['from the drawer', false],
      ['Rush', false]
    ]
  );
  assert.deepEqual(own.motor[0].sources, { kvRpmPerVolt: 'measured' });
  // a part without a name is called by what it is: none is called nothing
  assert.equal(
    withOwnParts(parts, { ...PLANE, motor: { kvRpmPerVolt: 700 } }).motor[0].name,
    'a motor of 700 KV'
  );
  // what stands on the shelf is not doubled
  assert.equal(withOwnParts(parts, { ...PLANE, motor: { kvRpmPerVolt: 900, name: 'Rush' } }).motor.length, 1);
  // a part that is retired on the shelf is out of the search, though it is in use
  const worn = { ...PLANE, battery: { ...PLANE.battery, name: 'Brook' } };
  assert.equal(withOwnParts(parts, worn).battery.length, parts.battery.length + 1);
  const retired = [{ part: 'battery', name: 'Brook', why: 'swollen' }];
  assert.equal(withOwnParts(parts, { ...worn, known: { retired } }).battery.length, parts.battery.length);
});

test('every purpose has a yardstick and axes that its craft has; a request ranks by one objective or by weights', () => {
  const crafts: Craft[] = [
    ...[
      'glider',
      'trainer',
      'sport',
      'floatplane',
      'hand-launch',
      'aerobatic',
      'unlimited',
      'speed',
      'jet'
    ].map((purpose): Craft => ({ kind: 'fixed-wing', massKg: 1, purpose })),
    ...['hover', 'agile', 'carry'].map((purpose): Craft => ({ kind: 'multirotor', massKg: 1, purpose })),
    { kind: 'boat', massKg: 2, hull: 'planing-mono' },
    { kind: 'boat', massKg: 2, hull: 'displacement' }
  ];
  for (const craft of crafts) {
    const weights = Object.values(yardstickFor(craft));
    assert.ok(weights.length >= 2 && weights.every((w) => w > 0 && w <= 1));
    for (const axis of axesFor(craft)) assert.ok(axesOf(craft).includes(axis), `${craft.purpose}: ${axis}`);
  }
  assert.deepEqual(yardstickOf(crafts[0], 'mass'), { mass: 1 });
  assert.deepEqual(yardstickOf(crafts[0], { time: 0.5 }), { time: 0.5 });
  assert.equal(axisWords('mass', crafts[0]).title, 'weight of the parts');
  assert.equal(axisWords('mass', { ...crafts[0], airframeMassKg: 0.6 }).title, 'all-up weight');
});

test('classes of craft: a motor of 73 g carries 0.7 to 1.2 kg on 3 cells (common practice, no source)', () => {
  for (const massKg of [0.7, 0.9, 1.2]) {
    const fits = classesFor({ kind: 'fixed-wing', massKg }).filter((c) => c.fits);
    assert.ok(
      fits.some(({ of: c }) => c.motorKg[0] <= 0.073 && c.motorKg[1] >= 0.073 && c.cells.includes('3')),
      `${massKg} kg`
    );
  }
  // no weight between the lightest and the heaviest of a kind is of no class
  for (const kind of ['fixed-wing', 'multirotor'] as const) {
    const own = CLASSES.filter((c) => c.kind === kind);
    for (let kg = own[0].massKg[0]; kg < Math.max(...own.map((c) => c.massKg[1])); kg *= 1.05)
      assert.ok(
        own.some((c) => kg >= c.massKg[0] && kg <= c.massKg[1]),
        `${kind} of ${kg} kg`
      );
  }
  assert.ok(
    classesFor({ kind: 'boat', massKg: 4, hull: 'displacement' }).every((c) => c.of.title === 'work')
  );
});

test('the list as CSV: units in its head, names that a spreadsheet would run kept still', () => {
  const text = listCsv(
    [
      {
        setup: { ...PLANE, motor: { kvRpmPerVolt: 900, name: '=1+1' } },
        score: 1.25,
        value: (axis) => (axis === 'time' ? 600 : axis === 'topSpeed' ? null : 1)
      }
    ],
    PLANE.craft,
    { speed: 'km/h' }
  );
  const read = readCsv(text);
  assert.ok(read.ok);
  const [head, line] = read.rows;
  assert.equal(head.length, 8 + AXES.length);
  assert.equal(line[head.indexOf('time in ordinary use, min')], '10');
  assert.equal(line[head.indexOf('top speed, km/h')], '');
  assert.ok(text.includes("'=1+1"));
});
