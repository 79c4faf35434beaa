import assert from 'node:assert/strict';
import { test } from 'node:test';
import { measureWords } from '../search/axis-words.ts';
import type { Craft } from '../document/schema.ts';
import { measureOf, yardstickFor } from './by-purpose.ts';
import { goalsOf } from './goals.ts';
import type { FoundColumn } from './objectives.ts';
import { scoreOf, towards, worth } from './worth.ts';

const TRAINER: Craft = {
  kind: 'fixed-wing',
  purpose: 'trainer',
  massKg: 1.2,
  airframeMassKg: 0.75,
  wingAreaM2: 0.3,
  targetSeconds: 600
};
const at =
  (gives: Partial<Record<FoundColumn, number>>) =>
  (column: FoundColumn): number | null =>
    gives[column] ?? null;

test('worth is full at the goal, grows slowly to 1.3 times it, and not at all after', () => {
  const goals = goalsOf(TRAINER);
  assert.equal(worth('time', 600, goals), 0);
  assert.ok(Math.abs(worth('time', 300, goals) - Math.log(0.5)) < 1e-12, 'half of it: a logarithm');
  const little = worth('time', 660, goals);
  assert.ok(little > 0 && little < 0.2 * Math.log(1.1), `${little}`);
  assert.equal(worth('time', 780, goals), worth('time', 59_000, goals), 'sixteen hours are worth no more');
  assert.equal(towards(0, 1), Math.log(1e-9));
});

test('an objective that is asked for alone counts without end', () => {
  const { goals, yardstick } = measureOf(TRAINER, 'time');
  assert.equal(goals, null);
  assert.deepEqual(yardstick, { time: 1 });
  assert.ok(worth('time', 59_000, goals) > worth('time', 780, goals) + 4);
  assert.equal(worth('headroom', 0, null), 0);
  assert.ok(worth('mass', 2, null) < worth('mass', 1, null));
  assert.equal(worth('time', null, null), 0);
});

test('no merit makes up for being more than 15 % heavier than the brief, unless the user lifts it', () => {
  const held = measureOf(TRAINER, null);
  const best = at({ time: 6000, thrustToWeight: 2, pitchSpeed: 60, spare: 0.5, build: 0, mass: 1.39 });
  const poor = at({ time: 60, thrustToWeight: 0.4, pitchSpeed: 10, spare: -0.2, build: -3, mass: 1.37 });
  assert.ok(scoreOf(poor, held) > scoreOf(best, held));
  assert.ok(scoreOf(poor, measureOf(TRAINER, null, 2)) < scoreOf(best, measureOf(TRAINER, null, 2)));
  assert.equal(goalsOf(TRAINER, null).mostKg, null, 'lifted');
  // a weight that stays whatever the parts weigh is held by nobody
  const { airframeMassKg: _none, ...fixed } = TRAINER;
  assert.equal(goalsOf(fixed).mostKg, null);
});

test('heavier than the brief costs much, lighter gives little', () => {
  const goals = goalsOf(TRAINER);
  const heavier = worth('mass', 1.26, goals);
  const lighter = worth('mass', 1.14, goals);
  assert.ok(heavier < 0 && lighter > 0 && -heavier > 5 * lighter, `${heavier}, ${lighter}`);
});

test('headroom counts up to the margins and no further', () => {
  const goals = goalsOf(TRAINER);
  assert.equal(worth('headroom', 0.4, goals), 0);
  assert.equal(worth('headroom', 0, goals), 0);
  assert.ok(worth('headroom', -0.1, goals) < -0.1);
});

test('what is ranked by stands in words', () => {
  const words = measureWords(measureOf(TRAINER, null));
  assert.match(words, /0\.8 × time up to 10 min/);
  assert.match(words, /thrust up to 0\.70 times the weight/);
  assert.match(words, /weight down to 1\.20 kg/);
  assert.match(words, /usual build$/);
  assert.equal(measureWords({ yardstick: {}, goals: null }), 'nothing yet');
});

test('every purpose has a yardstick of weights that the page can show', () => {
  for (const craft of [
    TRAINER,
    { ...TRAINER, purpose: 'unlimited' },
    { kind: 'boat', massKg: 2, hull: 'hydroplane' }
  ] as Craft[])
    for (const weight of Object.values(yardstickFor(craft))) assert.ok(weight > 0 && weight <= 1);
});

test('the margin of what is recommended puts one objective first, in every room', () => {
  const usual = yardstickFor(TRAINER);
  assert.deepEqual(yardstickFor(TRAINER, { recommended: 'by-purpose' }), usual);
  const light = yardstickFor(TRAINER, { recommended: 'lighter' });
  assert.equal(light.mass, 1);
  assert.equal(light.time, 0.5 * (usual.time as number));
  assert.equal(light.build, usual.build, 'what nobody would build stays so');
  const heavy = at({ time: 900, thrustToWeight: 0.9, pitchSpeed: 20, spare: 0.1, build: 0, mass: 1.3 });
  const lighter = at({ time: 500, thrustToWeight: 0.7, pitchSpeed: 17, spare: 0.1, build: 0, mass: 1.15 });
  const gain = (schools: Record<string, string>): number =>
    scoreOf(lighter, measureOf(TRAINER, null, undefined, schools)) -
    scoreOf(heavy, measureOf(TRAINER, null, undefined, schools));
  assert.ok(gain({ recommended: 'lighter' }) > 0 && gain({ recommended: 'longer' }) < 0);
});
