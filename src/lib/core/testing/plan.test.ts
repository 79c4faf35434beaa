/** A staged test begins at the gentle end, says where to stop, and is not made for what would break. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { BOAT, PLANE, QUAD } from '../../../../tests/helpers/setups.ts';
import { runChecks } from '../checks/ledger.ts';
import type { SetupDocument } from '../document/schema.ts';
import { situationOf } from '../situation/situation.ts';
import { CAUTIONS } from './cautions.ts';
import { mayBeTested, planOf, type Plan } from './plan.ts';
import { cautionsOnce, planText, watchWords } from './plan-text.ts';

const planned = (setup: SetupDocument, before: SetupDocument | null = null): Plan =>
  planOf(before, situationOf(setup, { bands: true }));
const amps = (plan: Plan): number[] =>
  plan.stages.flatMap((s) => s.watch.filter((w) => w.quantity === 'batteryCurrentA').map((w) => w.expected));

test('every kind of craft begins without its propulsor, and every run is watched', () => {
  for (const setup of [PLANE, QUAD, BOAT]) {
    const plan = planned(setup);
    assert.equal(plan.stages[0].id, 'without');
    assert.deepEqual(plan.stages[0].cautions.slice(0, 1), ['props-off']);
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
    motor: { ...QUAD.motor, maxCurrentA: 20 }
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
    ['5S']
  );
  const eight: SetupDocument = { ...BOAT, battery: { ...BOAT.battery, series: 8 } };
  const boat = planned(eight, BOAT);
  const fits = boat.stages.slice(1).map((s) => s.fit);
  assert.match(fits[0], /^6S.*a 32 mm screw/);
  assert.match(fits[fits.length - 1], /^8S.*a 42 mm screw/);
  const drawn = amps(boat);
  assert.ok(drawn[0] < 0.7 * drawn[drawn.length - 1], drawn.join());
});

test('what would break is not put on the bench; a wish that is not met is no reason', () => {
  const of = (setup: SetupDocument): boolean => mayBeTested(runChecks(situationOf(setup)));
  const sound: SetupDocument = { ...PLANE, esc: { continuousA: 80, maxSeries: 6 } };
  assert.equal(of({ ...sound, craft: { ...sound.craft, targetSeconds: 90_000 } }), true);
  assert.equal(of({ ...sound, esc: { continuousA: 10, maxSeries: 6 } }), false);
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
