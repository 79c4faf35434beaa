import assert from 'node:assert/strict';
import { test } from 'node:test';
import { DEMO_CRAFTS, setupDocument } from '../../server/demo/crafts.ts';
import { CONTENTS } from '../help/help.ts';
import { displayUnit, QUANTITIES, type UnitChoice } from '../units/quantity.ts';
import { checkAnswer, exerciseOf, EXERCISES } from './check.ts';
import type { Exercise } from './exercise.ts';
import { questionOf, titleOf, wrongsOf } from './texts.ts';

const setups = [null, ...DEMO_CRAFTS.map((c) => setupDocument(c, c.setups[0]))];
/** Every kind, made and of every demo setup, several cases each. */
const cases: [name: string, exercise: Exercise][] = EXERCISES.flatMap(({ id }) =>
  setups.flatMap((setup, k) =>
    [1, 2, 3, 4, 5].flatMap((seed) => {
      const made = exerciseOf(id, 100 * k + seed, setup);
      assert.ok(made.length > 0, id);
      return made.map((step, n): [string, Exercise] => [
        `${id} ${setup?.craft.name ?? 'made'} ${seed}.${n}`,
        step
      ]);
    })
  )
);
/** An SI value as it is typed in a unit. */
const typed = (exercise: Exercise, si: number, choice: UnitChoice = {}, digits = 6): string =>
  String(Number((si / displayUnit(exercise.asked.quantity, choice).inSi).toPrecision(digits)));

test('the right answer is right, in every unit of the user’s, with three digits, with comma or a unit behind it', () => {
  for (const [name, exercise] of cases) {
    const { quantity, value } = exercise.asked;
    const digits = exercise.tolerance < 0.01 ? 6 : 3;
    for (const unit of Object.keys(QUANTITIES[quantity])) {
      const choice = { [quantity]: unit };
      const text = typed(exercise, value, choice, digits);
      assert.ok(checkAnswer(exercise, text, choice).right, `${name}: ${text} ${unit}`);
      assert.ok(checkAnswer(exercise, text.replace('.', ','), choice).right, `${name}: comma`);
      const { label } = displayUnit(quantity, choice);
      if (label !== '')
        assert.ok(checkAnswer(exercise, `${text} ${label}`).right, `${name}: ${text} ${label}`);
    }
    const right = checkAnswer(exercise, typed(exercise, value));
    assert.deepEqual(right.steps, exercise.steps);
  }
});

test('three typical wrong answers each are wrong, and told by what was missed', () => {
  for (const [name, exercise] of cases) {
    assert.ok(exercise.wrongs.length >= 3, `${name}: ${exercise.wrongs.length} typical wrong answers`);
    for (const wrong of exercise.wrongs) {
      const checked = checkAnswer(exercise, typed(exercise, wrong.value));
      assert.equal(checked.right, false, `${name}: ${wrong.says}`);
      // two ways may lead to one wrong number; then either is told
      const same = exercise.wrongs.filter((w) => Math.abs(w.value / wrong.value - 1) < 0.016);
      assert.ok(
        same.some((w) => w.says === checked.says),
        `${name}: ${wrong.value}: ${checked.says}`
      );
      assert.match(wrong.says, /[.]$/);
    }
  }
});

test('the last step shows the answer, and no wrong one is near it', () => {
  for (const [name, exercise] of cases) {
    for (const w of exercise.wrongs)
      assert.ok(Math.abs(w.value / exercise.asked.value - 1) > exercise.tolerance, `${name}: ${w.says}`);
    assert.ok(Number.isFinite(exercise.asked.value) && exercise.asked.value > 0, name);
    assert.ok(
      exercise.steps.every((s) => !/NaN|undefined/.test(s)),
      name
    );
  }
});

test('a misplaced point is told as one; anything else by its side and the first step; no number is asked for again', () => {
  const exercise = exerciseOf('watts', 3, null)[0];
  const { value } = exercise.asked;
  assert.match(checkAnswer(exercise, String(value / 10)).says, /place of the point/);
  assert.match(checkAnswer(exercise, String(value * 1.3)).says, /too large in W\. The first step is/);
  for (const text of ['', 'many', '12 furlongs'])
    assert.match(checkAnswer(exercise, text).says, /Type a number/);
  for (const text of ['', 'banana', '12 furlongs']) assert.equal(checkAnswer(exercise, text).attempt, false);
  assert.equal(checkAnswer(exercise, String(value * 1.3)).attempt, true);
});

test('the same number is the same case; of the user’s own setup where the kind can', () => {
  for (const { id } of EXERCISES) {
    assert.deepEqual(exerciseOf(id, 7, null), exerciseOf(id, 7, null));
    assert.notDeepEqual(exerciseOf(id, 7, null), exerciseOf(id, 8, null));
  }
  const [own] = exerciseOf('ah-times-c', 1, setups[1]);
  assert.equal(own.asked.value, (setups[1]?.battery.capacityAh ?? 0) * (setups[1]?.battery.continuousC ?? 0));
  assert.deepEqual(exerciseOf('nothing', 1, null), []);
});

test('by hand, from the trade (common practice, no source): 2.65 Ah × 30 = 79.5 A; 700 W on 4S = 47.3 A; 6 in at 16 900 rpm = 96 mph; 2S to 3S = 1.91', () => {
  const close = (a: number, b: number): void => assert.ok(Math.abs(a / b - 1) < 0.005, `${a} ${b}`);
  close(2.65 * 30, 79.5);
  const pitch = exerciseOf('pitch-speed', 2, null)[0];
  close(pitch.asked.value, (pitch.givens[1].value / 60) * pitch.givens[0].value);
  close(((16900 / 60) * 6 * 0.0254) / 0.44704, 96);
  const [cells] = exerciseOf('more-cells', 2, {
    ...(setups[1] as object),
    battery: { chemistry: 'lipo', series: 2, capacityAh: 2 }
  } as never);
  close(cells.asked.value / cells.givens[0].value, 1.91);
  const amps = exerciseOf('watts-over-volts', 4, null)[0];
  close(amps.asked.value * amps.givens[1].value * 3.7, amps.givens[0].value);
  for (const { page } of EXERCISES)
    assert.ok(
      CONTENTS.some((p) => p.id === page),
      page
    );
});

test('a whole match goes from what a craft of each kind shall do to pack and time, each step on the one before', () => {
  const of = (kind: string) => setups.find((s) => s?.craft.kind === kind) ?? null;
  for (const kind of ['fixed-wing', 'multirotor', 'boat'])
    for (let seed = 1; seed <= 40; seed++) {
      const steps = exerciseOf('whole-match', seed, of(kind));
      assert.ok(steps.length >= 6, kind);
      const titles = steps.map((e) => e.asked.title);
      for (const title of ['ESC', 'C', 'time']) assert.ok(titles.includes(title), `${kind}: ${title}`);
      // what a later step is given is what an earlier one gave
      const amps = steps.findIndex((e) => e.asked.title === 'amps');
      const esc = steps.findIndex((e) => e.asked.title === 'ESC');
      assert.ok(amps < esc);
      assert.equal(steps[esc].givens[0].value, steps[amps].asked.value);
      for (const step of steps) assert.ok(step.wrongs.length >= 3, `${kind} ${seed} ${step.asked.title}`);
    }
});

test('a text that has no word for a place, or not one for each wrong way, is a fault of the program', () => {
  assert.match(questionOf('more-cells', { from: 3, to: 4 }), /^On 3 cells .* draw on 4 with/);
  assert.throws(() => questionOf('more-cells', { from: 3 }), RangeError);
  assert.throws(() => questionOf('whole-match'), RangeError);
  assert.throws(() => wrongsOf('watts', [1, 2]), RangeError);
  assert.throws(() => titleOf('toString'), RangeError);
});
