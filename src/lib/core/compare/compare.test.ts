import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SetupDocument } from '../document/schema.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { compareSetups } from './compare.ts';
import { sketchSetup } from '../alternatives/sketch-setup.ts';

const side = (document: SetupDocument) => analysisOf(document);
const plane = (purpose: string): SetupDocument =>
  sketchSetup({ name: 'a', kind: 'fixed-wing', purpose, massKg: 1.2, targetSeconds: 600 });
const larger = (s: SetupDocument): SetupDocument => ({
  ...s,
  battery: { ...s.battery, capacityAh: 2 * s.battery.capacityAh }
});

test('nothing to compare is an empty comparison; one setup has no better one', () => {
  assert.deepEqual(compareSetups([]), { rows: [], best: null });
  const one = compareSetups([side(plane('trainer'))]);
  assert.equal(one.best, null);
  assert.ok(one.rows.length > 3, 'its results are shown');
});

test('a gentle aeroplane is judged by its time in the air, a fast one by its top speed', () => {
  const trainer = plane('trainer');
  const byTime = compareSetups([side(trainer), side(larger(trainer))]);
  assert.equal(byTime.rows.find((r) => r.yardstick)?.title, 'time');
  assert.equal(byTime.best?.index, 1, 'twice the capacity lasts longer');
  assert.match(byTime.best?.sentence ?? '', /gentle, by time/);
  const racer = plane('speed');
  const steeper = {
    ...racer,
    propulsor: { ...racer.propulsor, pitchM: 0.7 * (racer.propulsor.pitchM as number) }
  } as SetupDocument;
  const bySpeed = compareSetups([side(racer), side(steeper)]);
  assert.equal(bySpeed.rows.find((r) => r.yardstick)?.title, 'top speed');
});

test('every purpose has a yardstick that its kind of craft can be measured by', () => {
  const crafts: SetupDocument[] = [
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
    ].map(plane),
    ...['hover', 'agile', 'carry'].map((purpose) =>
      sketchSetup({ name: 'q', kind: 'multirotor', purpose, massKg: 1 })
    ),
    sketchSetup({ name: 'b', kind: 'boat', purpose: 'speed', massKg: 3 }),
    sketchSetup({ name: 'w', kind: 'boat', purpose: 'work', hull: 'displacement', massKg: 6 })
  ];
  for (const c of crafts) {
    const { rows } = compareSetups([side(c), side(larger(c))]);
    assert.equal(rows.filter((r) => r.yardstick).length, 1, `${c.craft.kind} ${c.craft.purpose}`);
  }
});

test('a setup over a limit is not the better one, however well it does', () => {
  const trainer = plane('trainer');
  const burning = { ...larger(trainer), esc: { ...trainer.esc, continuousA: 3 } };
  const { best } = compareSetups([side(burning), side(trainer)]);
  assert.equal(best?.index, 1);
  assert.match(best?.sentence ?? '', /it alone has nothing over a limit/);
});

test('two alike setups: none is better; only parts that differ are listed', () => {
  const trainer = plane('trainer');
  const { rows, best } = compareSetups([side(trainer), side(trainer)]);
  assert.equal(best, null);
  assert.ok(!rows.some((r) => r.title === 'motor'), 'the same motor is no difference');
  const renamed = { ...trainer, motor: { ...trainer.motor, name: 'another' } };
  assert.ok(
    compareSetups([side(trainer), side(renamed)]).rows.some((r) => r.title === 'motor'),
    'another motor is'
  );
});
