import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SetupDocument } from '../document/schema.ts';
import { analysisOf } from '../analysis/setup-analysis.ts';
import { glanceOf, summaryOf, type Around } from './glance.ts';
import { sketchSetup } from '../alternatives/sketch-setup.ts';

const look = (setup: SetupDocument, { others, packs }: Around = { others: [], packs: [] }) =>
  glanceOf(summaryOf(analysisOf(setup), packs), others);
const plane = sketchSetup({ name: 'a', kind: 'fixed-wing', purpose: 'sport', massKg: 1.2 });
const starved: SetupDocument = {
  ...plane,
  battery: { ...plane.battery, continuousC: 5, cellResistanceOhm: 0.001 }
};

test('each kind of craft by its own yardstick', () => {
  assert.equal(look(plane).yardstick.title, 'thrust for the weight');
  assert.equal(
    look(sketchSetup({ name: 'q', kind: 'multirotor', purpose: 'hover', massKg: 1 })).yardstick.title,
    'hover throttle'
  );
  const boat = look(sketchSetup({ name: 'b', kind: 'boat', purpose: 'speed', massKg: 3 }));
  assert.equal(boat.yardstick.title, 'loaded rpm');
  assert.equal(boat.doing, 'in ordinary use');
});

test('nothing over: ready, or to be tested where something is tight', () => {
  const g = look(plane);
  assert.notEqual(g.finding, 'over');
  assert.match(g.waiting, /^(ready for its first run|waits for a run on the stand)/);
});

test('a pack that cannot give the current: no pack holds, unless an owned one does', () => {
  assert.equal(look(starved).finding, 'over');
  assert.match(look(starved).waiting, /^no \d-cell pack on the shelf holds/);
  const good = { ...plane.battery, capacityAh: 5, continuousC: 40, cellResistanceOhm: 0.002 };
  assert.equal(
    look(starved, { others: [], packs: [good] }).waiting,
    'waits for a pack that can give the current'
  );
  assert.match(look(starved, { others: [], packs: [{ ...good, series: 12 }] }).waiting, /^no /);
});

test('another setup with less over its limits, never tested, is what the craft waits for', () => {
  const others = [
    { name: 'Flat blades', over: 0, tested: false },
    { name: 'Steep blades', over: 9, tested: false }
  ];
  assert.match(
    look(starved, { others, packs: [] }).waiting,
    /“Flat blades” to test: nothing over instead of/
  );
  const tested = [{ ...others[0], tested: true }];
  assert.doesNotMatch(look(starved, { others: tested, packs: [] }).waiting, /to test/);
});

test('words fit the craft: a boat waits for time on the water, a jet for a smaller fan', () => {
  const boat = sketchSetup({ name: 'w', kind: 'boat', purpose: 'work', hull: 'displacement', massKg: 6 });
  const short = { ...boat, craft: { ...boat.craft, targetSeconds: 30000 } };
  assert.equal(look(short).waiting, 'waits for more time on the water');
  const jet = sketchSetup({ name: 'j', kind: 'fixed-wing', purpose: 'jet', massKg: 1 });
  const hot = { ...jet, esc: { ...jet.esc, continuousA: 10 } };
  assert.equal(look(hot).waiting, 'waits for a larger ESC or a smaller fan');
});
