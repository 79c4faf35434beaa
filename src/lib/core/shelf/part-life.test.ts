/** Parts have a life: counted from the log, looked at in time, retired; packs by what a charger and their loads tell. */
import type { RunReading } from '../document/run-schema.ts';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PLANE } from '../../../../tests/helpers/setups.ts';
import type { PackRecord, Reminder } from '../document/part-life.ts';
import type { Battery } from '../document/schema.ts';
import { resistanceTemperatureFactor } from '../parts/pack/cell-resistance.ts';
import { cellOhmOfRun, packHealth } from './pack-health.ts';
import { cyclesOf, dueOf, useOf, wasIn, type RunOfPart } from './part-use.ts';

const NAMED = { ...PLANE, motor: { ...PLANE.motor, name: 'a' }, battery: { ...PLANE.battery, name: 'p' } };
const reading = (amps: number, volts: number, more: Partial<RunReading> = {}): RunReading => ({
  throttle: 1,
  speedMs: 0,
  batteryCurrentA: amps,
  batteryVoltageV: volts,
  rpm: null,
  thrustN: null,
  ...more
});
const run = (heldAt: string, details: RunOfPart['details'], readings: RunReading[] = []): RunOfPart => ({
  heldAt,
  details,
  readings,
  document: NAMED
});

test('uses, flights, minutes and ampere-hours from the log: noted ones before those of the readings', () => {
  const runs = [
    run('2026-05-01', { seconds: 300, chargedAh: 1.5, flown: true }),
    run('2026-05-03', { stage: 'time', seconds: 60 }, [reading(36, 15, { seconds: 30 })]),
    run('2026-05-02', {}, [reading(36, 15, { seconds: 50 }), reading(36, 15, { seconds: 50 })])
  ];
  const use = useOf(runs);
  assert.deepEqual([use.uses, use.flights, use.seconds, use.lastAt], [3, 2, 460, '2026-05-03']);
  // 1.5 put back; 36 A for 30 s, taken for the whole minute; 36 A for 100 s
  assert.ok(Math.abs(use.ah - (1.5 + 0.6 + 1)) < 1e-9, String(use.ah));
  assert.ok(Math.abs(cyclesOf(use, { ...PLANE.battery, capacityAh: 3.1 }) - 1) < 1e-9);
  assert.deepEqual(useOf([]), { uses: 0, flights: 0, seconds: 0, ah: 0, lastAt: null });
});

test('a part is in a run by its name, or by what the run had in its place', () => {
  const own = run('x', {});
  assert.ok(wasIn('motor', 'a', own) && !wasIn('motor', 'b', own) && wasIn('battery', 'p', own));
  const other = run('x', { changes: [{ path: 'motor.name', value: 'b' }] });
  assert.ok(wasIn('motor', 'b', other) && !wasIn('motor', 'a', other));
  assert.ok(!wasIn('receiver-supply', 'a', own));
});

test('a reminder is due by uses or by minutes since it was looked at', () => {
  const use = { uses: 25, flights: 0, seconds: 3000, ah: 0, lastAt: null };
  const reminder = (r: Partial<Reminder>): Reminder => ({
    what: 'blades',
    everyUses: null,
    everySeconds: null,
    seenUses: 0,
    seenSeconds: 0,
    seenAt: null,
    ...r
  });
  assert.deepEqual(dueOf(reminder({ everyUses: 10, seenUses: 14 }), use), {
    due: true,
    usesLeft: -1,
    secondsLeft: null
  });
  assert.deepEqual(dueOf(reminder({ everyUses: 10, seenUses: 16 }), use), {
    due: false,
    usesLeft: 1,
    secondsLeft: null
  });
  assert.ok(dueOf(reminder({ everySeconds: 600, seenSeconds: 2400 }), use).due);
  assert.ok(!dueOf(reminder({ everySeconds: 601, seenSeconds: 2400 }), use).due);
  assert.ok(!dueOf(reminder({}), use).due);
});

test('load steps of a run tell a cell’s resistance: by hand, cold and warm; small steps tell nothing', () => {
  const battery: Battery = { ...PLANE.battery, series: 4 };
  // 4 cells of 5 mOhm: 20 A more take 0.4 V, at once
  const at = (packC: number, ohm: number) =>
    cellOhmOfRun(
      [reading(10, 16, { packC, seconds: 0 }), reading(30, 16 - 20 * 4 * ohm, { packC, seconds: 0 })],
      battery
    ) as number;
  assert.ok(Math.abs(at(25, 0.005) - 0.005) < 1e-12);
  // a cold pack shows more: x1.85 at 0 °C is the same cell
  assert.ok(Math.abs(at(0, 0.005 * resistanceTemperatureFactor(0)) - 0.005) < 1e-9);
  assert.equal(cellOhmOfRun([reading(10, 16), reading(12, 15.9)], battery), null);
  assert.equal(cellOhmOfRun([reading(10, 16)], battery), null);
  assert.equal(cellOhmOfRun([reading(10, 16), reading(30, 16.5)], battery), null);
  // held for long, the slow part has built up: less of the drop is the pulse resistance
  const slow = cellOhmOfRun([reading(10, 16), reading(30, 15.6, { seconds: 60 })], battery) as number;
  assert.ok(slow < 0.005 && slow > 0.002);
});

const record = (heldAt: string, of: Partial<PackRecord>): PackRecord => ({
  id: 1,
  heldAt,
  cellOhm: null,
  temperatureC: null,
  capacityAh: null,
  cycles: null,
  swollen: false,
  note: '',
  ...of
});
const UNUSED = useOf([]);

test('a pack’s health: doubled resistance, lost capacity, a swollen cell retire it; half as much again is watched', () => {
  const battery: Battery = { ...PLANE.battery, capacityAh: 2.2, continuousC: 30 };
  const health = (records: PackRecord[]) => packHealth(battery, records, [], UNUSED);
  const of = (first: number, last: number) =>
    health([record('2026-06-01', { cellOhm: [last] }), record('2026-01-01', { cellOhm: [first] })]);
  assert.deepEqual(
    [of(0.003, 0.0033).verdict, of(0.003, 0.0046).verdict, of(0.003, 0.0061).verdict],
    ['good', 'watch', 'retire']
  );
  assert.ok(Math.abs((of(0.003, 0.006).rise as number) - 2) < 1e-12);
  // the cold day is no aged pack
  const cold = health([
    record('2026-01-01', { cellOhm: [0.004], temperatureC: 25 }),
    record('2026-02-01', { cellOhm: [0.004 * resistanceTemperatureFactor(2)], temperatureC: 2 })
  ]);
  assert.ok(Math.abs((cold.rise as number) - 1) < 1e-9 && cold.verdict === 'good');
  assert.equal(health([record('x', { capacityAh: 1.7 })]).verdict, 'retire');
  assert.equal(health([record('x', { capacityAh: 1.8 })]).verdict, 'good');
  const swollen = health([record('x', { swollen: true })]);
  assert.equal(swollen.verdict, 'retire');
  assert.match(swollen.reasons[0], /never charge/);
  assert.match(health([record('x', { cellOhm: [0.002, 0.002, 0.002, 0.006] })]).reasons.join(), /one cell/);
  assert.equal(health([]).rise, null);
  assert.equal(health([record('x', { cycles: 40 })]).cycles, 40);
});

test('credible C: where a cell makes 6 W of heat per Ah; far below its label a pack is watched', () => {
  const battery: Battery = { ...PLANE.battery, capacityAh: 2, continuousC: 60, cellResistanceOhm: null };
  const tired = packHealth(battery, [record('x', { cellOhm: [0.012] })], [], UNUSED);
  // sqrt(6 x 2 / 0.012) = 31.6 A, 15.8 C
  assert.ok(Math.abs(tired.credibleA - Math.sqrt(1000)) < 1e-9);
  assert.equal(tired.verdict, 'watch');
  assert.match(tired.reasons[0], /16 C, far from the 60/);
});

test('runs of one day scatter and say nothing of age; the worse of charger and runs counts, and chargers tell the weak cell', () => {
  const battery: Battery = { ...PLANE.battery, series: 4, capacityAh: 2.2, continuousC: 30 };
  const loaded = (heldAt: string, ohm: number) => ({
    heldAt,
    readings: [reading(10, 16, { seconds: 0 }), reading(30, 16 - 80 * ohm, { seconds: 0 })]
  });
  const oneDay = [0.003, 0.006, 0.0045].map((ohm, k) => loaded(`2026-05-01T1${k}:00:00Z`, ohm));
  assert.equal(packHealth(battery, [], oneDay, UNUSED).rise, null);
  const later = [...oneDay, loaded('2026-09-01T10:00:00Z', 0.0045)];
  assert.ok(Math.abs((packHealth(battery, [], later, UNUSED).rise as number) - 1) < 1e-9);
  const charger = [record('2026-01-01', { cellOhm: [0.003] }), record('2026-08-01', { cellOhm: [0.0066] })];
  const both = packHealth(battery, charger, later, UNUSED);
  assert.ok(Math.abs((both.rise as number) - 2.2) < 1e-9);
  assert.equal(both.verdict, 'retire');
});
