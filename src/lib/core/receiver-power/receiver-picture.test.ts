import assert from 'node:assert/strict';
import { test } from 'node:test';
import { gentlerVolts } from '../checks/wiring-candidates.ts';
import { withChanges } from '../document/change.ts';
import { validateSetup } from '../document/validate.ts';
import type { SetupDocument } from '../document/schema.ts';
import { estimatePackMassKg } from '../parts/pack/estimate-mass.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { receiverPictureOf } from './receiver-picture.ts';

const PLANE: SetupDocument = {
  format: 'iskarn.setup/1',
  craft: { kind: 'fixed-wing', massKg: 1.8, wingAreaM2: 0.4, wingSpanM: 1.8, purpose: 'sport' },
  battery: { chemistry: 'lipo', series: 4, capacityAh: 3, continuousC: 40 },
  esc: { continuousA: 50, minSeries: 2, maxSeries: 6, becKind: 'linear', becV: 5, becA: 2 },
  motor: { kvRpmPerVolt: 800, massKg: 0.15, maxPowerW: 600 },
  propulsor: { kind: 'propeller', diameterM: 0.28, pitchM: 0.14, family: 'thin-electric' },
  loads: [{ kind: 'servo', size: 'standard', count: 5, maxVoltageV: 6 }, { kind: 'receiver' }]
};

test('a linear supply on four cells is over by its heat; a switching one of its own holds; nickel cells are safe for 6 V servos, two lithium cells are not without a regulator', () => {
  const { choices } = receiverPictureOf(analysisOf(PLANE));
  const of = (id: string) => choices.find((c) => c.id === id);
  assert.equal(of('present')?.finding, 'over');
  assert.equal(of('separate')?.finding, 'holds');
  const lipo = choices.filter((c) => c.id.startsWith('own-lipo'));
  assert.ok(lipo.filter((c) => !c.id.endsWith('regulated')).every((c) => c.finding === 'over'));
  assert.ok(lipo.some((c) => c.id.endsWith('regulated') && c.finding === 'holds'));
  assert.ok(choices.filter((c) => c.id.startsWith('own-nimh')).every((c) => c.finding !== 'over'));
  for (const c of choices) assert.equal(c.diesWithPack, !c.id.startsWith('own-'));
});

test('every way that is offered is a sound setup and does what it says, its weight and flights among it', () => {
  const s = analysisOf(PLANE);
  const minutes = (s.lasting('mixed')?.seconds ?? 0) / 60;
  for (const c of receiverPictureOf(s).choices) {
    if (!c.changes) continue;
    const taken = withChanges(PLANE, c.changes);
    const checked = validateSetup(taken);
    assert.ok(checked.ok, c.id);
    const present = receiverPictureOf(analysisOf(taken)).choices[0];
    assert.deepEqual(
      [present.outputV, present.ratedA, present.finding, present.flights],
      [c.outputV, c.ratedA, c.finding, c.flights],
      c.id
    );
    assert.equal(present.massKg, c.massKg);
    const pack = taken.receiverSupply?.pack;
    if (!pack) continue;
    // by hand: 80 % of the capacity over what a flight takes
    const flight = ((c.averageA ?? 0) * minutes) / 60;
    assert.equal(c.flights, Math.floor((0.8 * pack.capacityAh) / flight), c.id);
    assert.ok(c.massKg >= estimatePackMassKg(pack.chemistry, pack.series, pack.capacityAh) * 0.9);
  }
});

test('the schools say here what they say; the ESC’s own supply is lifted out, not cut; one battery more is told in grams', () => {
  const { schools, notes } = receiverPictureOf(analysisOf(PLANE));
  assert.deepEqual(
    schools.map((x) => [x.id, x.separate]),
    [
      ['own', true],
      ['separate', true],
      ['separate-servos', true]
    ]
  );
  assert.match(notes[0], /lift the middle pin.*insulate it; cut nothing/);
  assert.match(notes[1], /costs \d+ g/);
  const small = receiverPictureOf(
    analysisOf({
      ...PLANE,
      battery: { ...PLANE.battery, series: 3 },
      esc: { ...PLANE.esc, becKind: 'switching', becA: 5 },
      loads: [{ kind: 'servo', size: 'micro', count: 3 }]
    })
  );
  assert.ok(small.schools.every((x) => !x.separate));
  const none = receiverPictureOf(analysisOf({ ...PLANE, esc: { continuousA: 50, becKind: 'none' } }));
  assert.equal(none.feed.source, 'none');
  assert.match(none.notes[0], /no supply of its own/);
});

test('too many volts: a lower output, or one step-down for all that cannot stand them, as it says', () => {
  const s = analysisOf({
    ...PLANE,
    esc: { ...PLANE.esc, becKind: 'switching', becV: 7.4, becA: 8, becOutputsV: [5, 6, 7.4] },
    loads: [
      { kind: 'servo', maxVoltageV: 6 },
      { kind: 'camera', maxVoltageV: 5.5 },
      { kind: 'receiver', maxVoltageV: 8.4 }
    ]
  });
  const rungs = gentlerVolts(s);
  assert.deepEqual(
    rungs.map((r) => r.changes),
    [
      [{ path: 'esc.becV', value: 5 }],
      [
        { path: 'loads.0.stepDownV', value: 5.5 },
        { path: 'loads.1.stepDownV', value: 5.5 }
      ]
    ]
  );
  assert.match(rungs[1].text, /5\.50 V/);
  for (const { changes } of rungs) {
    const mended = receiverPictureOf(analysisOf(withChanges(s.document, changes))).choices[0];
    assert.ok(mended.findings.every((f) => f.id !== 'load-volts' || f.finding === 'holds'));
  }
});
