/** A staged test begins at the gentle end, says where to stop, and is not made for what would break. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { BOAT, PLANE, QUAD, SMALL_PUSHER } from '../../../../../tests/helpers/setups.ts';
import { runChecks } from '../../checks/run-checks.ts';
import type { SetupDocument } from '../../document/schema.ts';
import { analysisOf } from '../../analysis/setup-analysis.ts';
import { CAUTIONS } from '../../cautions/at-test.ts';
import type { LogEntry } from './log-entry.ts';
import { mayBeTested } from './limits.ts';
import { cellsOwned } from './owned-cells.ts';
import { planOf } from './plan.ts';
import type { Plan } from './stage.ts';
import { cautionsOnce, planText, watchWords } from './plan-text.ts';

const planned = (setup: SetupDocument, before: SetupDocument | null = null): Plan =>
  planOf(before, analysisOf(setup, { bands: true }));
const amps = (plan: Plan): number[] =>
  plan.stages.flatMap((s) => s.watch.filter((w) => w.quantity === 'batteryCurrentA').map((w) => w.expected));

test('every kind of craft begins without its propulsor, and every run is watched', () => {
  for (const setup of [PLANE, QUAD, BOAT]) {
    const plan = planned(setup);
    assert.equal(plan.stages[0].id, 'without');
    assert.deepEqual(plan.stages[0].cautions.slice(0, 1), [setup === BOAT ? 'screw-off' : 'props-off']);
    assert.equal(plan.next.stage, 'without');
    assert.equal(new Set(plan.stages.map((s) => s.id)).size, plan.stages.length);
    for (const stage of plan.stages) for (const id of stage.cautions) assert.ok(CAUTIONS[id]);
    const runs = plan.stages.filter((s) => s.watch.length > 1);
    assert.ok(runs.length >= 3, `${runs.length} runs`);
    for (const { watch } of runs) {
      const stop = (q: string): number | null | undefined => watch.find((w) => w.quantity === q)?.stopAt;
      assert.ok(stop('batteryCurrentA') === null || (stop('batteryCurrentA') as number) > 0);
      // a full cell rests at 4.2 V; the run ends below 3.3
      assert.ok(Math.abs((stop('cellVoltageV') as number) - 3.318) < 1e-9);
    }
  }
});

test('the current to stop at is the lowest that the labels allow, of all motors together', () => {
  // by hand: 4 ESCs of 30 A, a pack of 2.2 Ah × 45C = 99 A, motors of 20 A each
  const quad: SetupDocument = {
    ...QUAD,
    battery: { ...QUAD.battery, continuousC: 45 },
    esc: { continuousA: 30, maxSeries: 4 },
    motor: { ...QUAD.motor, maxCurrentA: 20 },
    auxiliaryCurrentA: 0
  };
  const stop = (setup: SetupDocument): number | null | undefined =>
    planned(setup).stages.find((s) => s.id === 'throttle-100')?.watch[0].stopAt;
  assert.equal(stop(quad), 80);
  assert.ok(Math.abs((stop({ ...quad, motor: { ...quad.motor, maxCurrentA: 40 } }) ?? 0) - 99) < 1e-9);
  assert.equal(stop({ ...quad, auxiliaryCurrentA: 1 }), 81);
});

test('more cells come one after the other; a boat begins with the smallest screw on the fewest cells', () => {
  const six: SetupDocument = { ...PLANE, battery: { ...PLANE.battery, series: 6 } };
  const plane = planned(six, PLANE);
  assert.deepEqual(
    plane.stages.filter((s) => s.id.startsWith('cells')).map((s) => s.fit.slice(0, 2)),
    ['4S'],
    'the pack of before: nobody has one of five cells for a step'
  );
  const eight: SetupDocument = {
    ...BOAT,
    esc: { continuousA: 400 },
    battery: { ...BOAT.battery, series: 8, continuousC: 200 }
  };
  const boat = planned(eight, BOAT);
  const fits = boat.stages.slice(1).map((s) => s.fit);
  assert.match(fits[0], /^4S.*a 32 mm screw/);
  // with packs of six cells on the shelf, a step on one of them comes between; eight and ten nobody can make
  const twelve: SetupDocument = {
    ...BOAT,
    esc: { continuousA: 400 },
    battery: { ...BOAT.battery, series: 12, continuousC: 200 }
  };
  const six_ = { ...BOAT, battery: { ...BOAT.battery, series: 6 } };
  const cells = (owned: number[] | null) =>
    planOf(six_, analysisOf(twelve, { bands: true }), [], undefined, owned).stages.flatMap((s) =>
      s.changes.flatMap((c) => (c.path === 'battery.series' ? [c.value] : []))
    );
  assert.deepEqual(cells([6]), [6]);
  assert.deepEqual(cells(null), [6]);
  const pack = (series: number, capacityAh = 5, owned = true) => ({
    owned,
    document: { chemistry: 'lipo' as const, series, capacityAh }
  });
  assert.deepEqual(cells(cellsOwned([pack(6), pack(6), pack(4)])), [6, 10], 'four and six in series');
  assert.deepEqual(cells(cellsOwned([pack(6), pack(4, 3.3)])), [6], 'of two capacities they are none');
  assert.deepEqual(cellsOwned([pack(6), pack(4, 5, false)]), [6], 'what is not owned is none');
  assert.equal(cellsOwned(null), null);
  assert.match(fits[fits.length - 1], /^8S.*a 42 mm screw/);
  const drawn = amps(boat);
  assert.ok(drawn[0] < 0.7 * drawn[drawn.length - 1], drawn.join());
});

test('what would break is not put on the bench; a wish that is not met is no reason', () => {
  const of = (setup: SetupDocument): boolean => {
    const s = analysisOf(setup);
    return mayBeTested(runChecks(s), s);
  };
  const sound: SetupDocument = { ...PLANE, esc: { continuousA: 80, maxSeries: 6 } };
  assert.equal(of({ ...sound, craft: { ...sound.craft, targetSeconds: 90_000 } }), true);
  // a screw below its window is slow, above it comes apart
  const boat = (kvRpmPerVolt: number): SetupDocument => ({
    ...BOAT,
    battery: { ...BOAT.battery, capacityAh: 5, continuousC: 60 },
    esc: { continuousA: 250, maxSeries: 8 },
    motor: { kvRpmPerVolt, massKg: 0.5, cooling: 'water' }
  });
  assert.equal(of(boat(1000)), true);
  assert.equal(of(boat(3400)), false);
  // what grows with the throttle is tested as far as it holds, and no further
  const weak: SetupDocument = { ...sound, esc: { continuousA: 25, maxSeries: 6 } };
  assert.equal(of(weak), true);
  const short = planned(weak);
  assert.ok(
    short.stages.length > 2 && short.stages.every((x) => x.throttle < 1),
    short.stages.map((x) => x.id).join()
  );
  assert.equal(short.last?.stage, short.stages[short.stages.length - 1].id);
  assert.match(short.last?.why ?? '', /“.* throttle” would draw .* through the ESC, rated 25/);
  assert.equal(of({ ...sound, esc: { continuousA: 80, maxSeries: 3 } }), false);
});

test('as text: each caution once, where its act comes first; figures with band and stop', () => {
  const plan = planned(PLANE);
  const once = cautionsOnce(plan).flat();
  assert.equal(new Set(once).size, once.length);
  assert.deepEqual([...new Set(plan.stages.flatMap((s) => s.cautions))].sort(), [...once].sort());
  const text = planText(plan);
  for (const id of once) assert.equal(text.split(CAUTIONS[id]).length, 2, id);
  assert.ok(text.indexOf('Without propellers') < text.indexOf('Full throttle'));
  assert.equal(
    watchWords({ quantity: 'batteryCurrentA', expected: 47, band: [43, 51], stopAt: 60 }),
    'amps 43 to 51 A, stop at 60.0 A'
  );
  assert.equal(
    watchWords({ quantity: 'cellVoltageV', expected: 3.9, band: null, stopAt: 3.3 }),
    'volts per cell 3.90 V, stop below 3.30 V'
  );
});

const entry = (stage: string, rest: Partial<LogEntry> = {}): LogEntry => ({ stage, ...rest });
const after = (setup: SetupDocument, log: readonly LogEntry[], school?: string) =>
  planOf(null, analysisOf(setup, { bands: true }), log, school).next;
const EIGHT_PLANE: SetupDocument = {
  ...PLANE,
  battery: { ...PLANE.battery, series: 6, capacityAh: 5, continuousC: 60 },
  esc: { continuousA: 120, maxSeries: 6 },
  motor: { ...PLANE.motor, maxCurrentA: null, maxPowerW: null }
};
/** A boat whose parts stand its screw, in three runs: run-1 to run-3. */
const SOUND: SetupDocument = {
  ...BOAT,
  battery: { ...BOAT.battery, capacityAh: 5, continuousC: 60 },
  esc: { continuousA: 150, maxSeries: 8 },
  motor: { kvRpmPerVolt: 1500, massKg: 0.35, cooling: 'water' }
};
const amp = (plan: Plan, id: string): number =>
  plan.stages.find((s) => s.id === id)?.watch.find((w) => w.quantity === 'batteryCurrentA')
    ?.expected as number;

test('boats: stone cold leaves out a step, warm takes one, hot repeats half as long, too hot goes back', () => {
  const start = entry('without', { feel: 'cold' });
  const bare = after(SOUND, [start]);
  assert.equal(bare.stage, 'run-1');
  const of = (...feels: [string, LogEntry['feel']][]) =>
    after(SOUND, [start, ...feels.map(([stage, feel]) => entry(stage, { feel }))]);
  assert.equal(of(['run-1', 'cold']).stage, 'run-3');
  assert.equal(of(['run-1', 'warm']).stage, 'run-2');
  const hot = of(['run-1', 'hot']);
  assert.deepEqual([hot.stage, hot.seconds], ['run-1', 23]);
  assert.equal(of(['run-1', 'hot'], ['run-1', 'hot']).stage, null);
  assert.equal(of(['run-1', 'too-hot']).stage, null);
  assert.equal(of(['run-1', 'warm'], ['run-2', 'too-hot']).stage, 'run-1');
  const end = of(['run-1', 'warm'], ['run-2', 'too-hot'], ['run-1', 'warm'], ['run-2', 'too-hot']);
  assert.equal(end.stage, null);
  assert.match(end.why, /as far as these parts go/);
  // no heavier step before it is told how warm the last one left the parts
  const untold = of(['run-1', undefined]);
  assert.deepEqual([untold.stage, untold.asks], ['run-1', 'warmth']);
  assert.match(untold.why, /how warm/);
  assert.deepEqual(
    [after(SOUND, [entry('without')]).stage, after(SOUND, [entry('without')]).asks],
    ['without', 'warmth']
  );
  assert.equal(of(['run-1', 'warm']).asks, null);
  assert.equal(of(['run-3', 'cold']).stage, 'time');
  // seven seconds of forty-five leave anything cold
  const short = after(SOUND, [start, entry('run-1', { feel: 'cold', seconds: 7 })]);
  assert.equal(short.stage, 'run-1');
  assert.match(short.why, /7 s of 45 s/);
  assert.equal(after(SOUND, [start, entry('run-1', { feel: 'cold', seconds: 40 })]).stage, 'run-3');
  // a motor that is hot without its screw has a fault
  const fault = after(SOUND, [entry('without', { feel: 'too-hot' })]);
  assert.match(fault.why, /fault/);
  assert.match(fault.stopped?.goOn ?? '', /without a load again/);
  // a stop says what to look for and what lets it go on
  assert.match(end.stopped?.look ?? '', /bearing/);
  assert.match(end.stopped?.goOn ?? '', /“Run 1.*once more/);
  assert.equal(of(['run-1', 'warm']).stopped, null);
});

test('a thermometer is judged by the school: 56 °C is too hot for ten seconds of a hand, hot for five, warm by the case', () => {
  const read = entry('run-2', { motorC: 56 });
  assert.equal(after(SOUND, [read], '10s').stage, 'run-1');
  assert.deepEqual(
    [after(SOUND, [read], '5s').stage, after(SOUND, [read], '5s').asks],
    ['run-2', 'warmth'],
    'hot by a probe: a hand is asked for'
  );
  assert.equal(after(SOUND, [read], 'thermometer').stage, 'run-3');
  // the pack has a limit of its own, and the warmer of hand and thermometer counts
  assert.equal(after(SOUND, [entry('run-2', { packC: 61 })], 'thermometer').stage, 'run-1');
  assert.equal(after(SOUND, [entry('run-2', { motorC: 22, feel: 'too-hot' })], 'thermometer').stage, 'run-1');
  // a probe that shows little may sit in the wrong place: by a hand's school it asks, by a thermometer's both are cold
  assert.equal(after(SOUND, [entry('run-1', { motorC: 18 })], '5s').asks, 'warmth');
  assert.equal(after(SOUND, [entry('run-1', { motorC: 22, escC: 24 })], '5s').asks, 'warmth');
  assert.equal(after(SOUND, [entry('run-1', { motorC: 22, escC: 24 })], 'thermometer').stage, 'run-3');
  assert.equal(after(SOUND, [entry('run-1', { motorC: 18 })], 'thermometer').stage, 'run-2');
});

test('beyond a limit goes back; where the next step would pass one by what was read it is not taken', () => {
  const boat: SetupDocument = { ...SOUND, esc: { continuousA: 90, maxSeries: 6 } };
  const plan = planned(boat);
  const limit = plan.stages[2].watch[0].stopAt as number;
  const beyond = after(boat, [entry('run-2', { batteryCurrentA: limit + 1, feel: 'cold' })]);
  assert.equal(beyond.stage, 'run-1');
  assert.match(beyond.why, /beyond a limit \(amps/);
  // by hand: so much above the prediction that the last run alone would pass the limit
  const last = plan.stages[3].watch[0].stopAt as number;
  const ratio = (1.03 * last) / amp(plan, 'run-3');
  const drew = (id: string): LogEntry => entry(id, { batteryCurrentA: ratio * amp(plan, id), feel: 'warm' });
  assert.ok(ratio * amp(plan, 'run-2') < limit);
  const stop = after(boat, [drew('run-2')]);
  assert.equal(stop.stage, null);
  assert.match(stop.why, /would draw/);
  assert.match(stop.stopped?.goOn ?? '', /smaller/);
  // two entries of rpm alone do not climb from beyond a limit to the whole setup
  const climb = after(boat, [
    entry('run-2', { batteryCurrentA: limit + 1, feel: 'warm' }),
    entry('run-1', { rpm: 20000, feel: 'warm' })
  ]);
  assert.deepEqual([climb.stage, climb.asks], ['run-1', 'batteryCurrentA']);
  const read = after(boat, [
    entry('run-2', { batteryCurrentA: limit + 1, feel: 'warm' }),
    entry('run-1', { batteryCurrentA: 0.5 * limit, feel: 'warm' })
  ]);
  assert.equal(read.asks, null);
  // stone cold, but two steps on would be too much: one
  const near = after(boat, [{ ...drew('run-1'), feel: 'cold' }]);
  assert.equal(near.stage, 'run-2');
  // cells below where a run ends
  const low = after(boat, [entry('run-2', { batteryVoltageV: 3.3 * 4 - 0.1, feel: 'warm' })]);
  assert.match(low.why, /volts per cell 3\.2\d V/);
});

test('the timer: 2 minutes that left 3.98 V go on, ampere-hours put back tell it, below the floor is too long', () => {
  // 2.2 Ah, 80 % usable: 1.0 Ah in 180 s is 45 %, so 80 % lasts 317 s; more than 70 % of it would tell
  const first = after(PLANE, [entry('time', { seconds: 180, chargedAh: 1 })]);
  assert.equal(first.stage, 'time');
  assert.equal(first.seconds, 265);
  assert.equal(first.timerS, null);
  const known = after(PLANE, [entry('time', { seconds: 265, chargedAh: 1.5 })]);
  // 1.5/2.2 = 68 % used of 80: 265 × 80/68.2 = 310.9
  assert.deepEqual([known.stage, known.timerS], [null, 310]);
  const low = after(PLANE, [entry('time', { seconds: 400, restedCellV: 3.4 })]);
  assert.equal(low.stage, null);
  assert.match(low.why, /below their floor/);
  assert.ok((low.timerS as number) < 400);
  assert.match(after(PLANE, [entry('time', { seconds: 100 })]).why, /are needed/);
  // resting volts by the table of the chemistry, from memory: 3.84 V is about half full
  const half = after(PLANE, [entry('time', { seconds: 120, restedCellV: 3.84 })]);
  assert.ok(Math.abs((half.seconds as number) - 0.85 * 120 * (0.8 / 0.5)) < 20, String(half.seconds));
});

test('aeroplanes go up in throttle, multirotors hover first; loud ones are not stood beside', () => {
  const ids = (setup: SetupDocument): string[] => planned(setup).stages.map((s) => s.id);
  assert.deepEqual(ids(PLANE), [
    'without',
    'throttle-30',
    'throttle-50',
    'throttle-75',
    'throttle-100',
    'time'
  ]);
  assert.deepEqual(ids(QUAD), ['without', 'hover-low', 'hover', 'throttle-100', 'time']);
  const strong = planned(EIGHT_PLANE).stages.find((s) => s.id === 'throttle-100');
  assert.ok(strong?.cautions.includes('another-room'));
  assert.ok(!planned(SMALL_PUSHER).stages[1].cautions.includes('another-room'));
  assert.match(planned(PLANE).stages[1].do, /volts or amps, not both, needs the run twice/);
  const hover = planned(QUAD).stages.find((s) => s.id === 'hover');
  assert.deepEqual(
    hover?.watch.map((w) => w.quantity),
    ['batteryCurrentA', 'cellVoltageV', 'rpm', 'motorC']
  );
});
