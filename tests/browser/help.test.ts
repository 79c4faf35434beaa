/** Help with the user's own figures, and exercises that are worked by hand. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { ExerciseRecord } from '../../src/lib/core/document/exercise-schema.ts';
import type { StoredSetup } from '../../src/lib/core/document/stored.ts';
import { exerciseOf } from '../../src/lib/core/exercises/check.ts';
import { displayUnit } from '../../src/lib/core/units/quantity.ts';
import { seriousInBoth } from '../helpers/axe.ts';
import { expect, numberIn, openPage, ready } from '../helpers/browser.ts';
import { setStage } from '../helpers/stage.ts';
import { nightly } from '../helpers/extent.ts';

const stage = setStage();
const api = async (path: string): Promise<unknown> =>
  (await fetch(`${stage.server.address}/api/v1/${path}`)).json();

test('a page has the figures of the open setup; what is moved answers, and changes nothing; a why leads to it', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/match/1`);
  await ready(page);
  await page.locator('[data-why=rpm]').first().click();
  await page.getByTestId('why-learn').click();
  await expect(page).toHaveURL(/\/help\/1\/kv$/);
  await page.locator('[data-ready=true]').waitFor();
  const rpm = page.getByTestId('figure-rpm');
  const before = numberIn(await rpm.innerText());
  const text = await page.getByTestId('help-text').innerText();
  await page.getByTestId('help-knob').fill('1000');
  await expect(rpm).toContainText('was');
  assert.ok(numberIn((await rpm.innerText()).split('was')[0]) > before);
  assert.notEqual(await page.getByTestId('help-text').innerText(), text);
  await page.getByTestId('help-back').click();
  await expect(rpm).not.toContainText('was');
  assert.equal(((await api('setups/1')) as StoredSetup).document.motor.kvRpmPerVolt, 820);
  // from a finding too
  await page.goto(`${stage.server.address}/help/1/from/esc-current`);
  await expect(page).toHaveURL(/\/help\/1\/esc$/);
  // another craft, other figures
  await page.goto(`${stage.server.address}/help/10/kv`);
  await page.locator('[data-ready=true]').waitFor();
  assert.notEqual(numberIn(await rpm.innerText()), before);
  await page.goto(`${stage.server.address}/help/1/screws`);
  await expect(page.getByTestId('help-text')).toContainText('open it from a boat');
  assert.equal((await page.goto(`${stage.server.address}/help/1/nothing`))?.status(), 404);
  assert.deepEqual(errors, []);
  await page.close();
});

test('an exercise of the user’s own pack: a typical wrong answer is explained, the right one is taken, the record is kept', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/help/1/c-rating`);
  await page.locator('[data-ready=true]').waitFor();
  await page.getByTestId('exercise-ah-times-c').click();
  await expect(page.getByTestId('exercise-givens')).toContainText('3.3 Ah');
  const answer = async (text: string): Promise<void> => {
    await page.getByTestId('exercise-answer').fill(text);
    await page.getByTestId('exercise-answer').press('Enter');
  };
  await answer('99000');
  await expect(page.getByTestId('exercise-says')).toContainText('Milliamp hours were multiplied');
  await answer('99 A');
  await expect(page.getByTestId('exercise-says')).toHaveText('Right.');
  await expect(page.getByTestId('exercise-steps')).toContainText('3.30 Ah × 30.0 = 99.0 A');
  await expect(page.getByTestId('record-ah-times-c')).toHaveText('0 of 1 at once');
  await page.getByTestId('exercise-next').click();
  const seed = 3;
  const [made] = exerciseOf('ah-times-c', seed, null);
  await expect(page.getByTestId('exercise-givens')).toContainText(String(made.givens[0].value));
  await answer(String(made.asked.value).replace('.', ','));
  await expect(page.getByTestId('record-ah-times-c')).toHaveText('1 of 2 at once');
  // what is no number is no try, and neither is looking
  await page.getByTestId('exercise-time').click();
  await answer('banana');
  await expect(page.getByTestId('exercise-says')).toContainText('Type a number');
  await page.getByTestId('exercise-show').click();
  await expect(page.getByTestId('exercise-steps')).toContainText('× 60');
  await expect(page.getByTestId('record-time')).toHaveText('');
  const kept = (await api('exercises')) as ExerciseRecord[];
  assert.deepEqual(
    kept.map((r) => [r.exercise, r.worked, r.right]),
    [['ah-times-c', 2, 1]]
  );
  const wrong = await fetch(`${stage.server.address}/api/v1/exercises`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ exercise: 'Robert; DROP', level: 9, right: 'yes' })
  });
  assert.equal(wrong.status, 422);
  assert.deepEqual(errors, []);
  await page.close();
});

nightly(
  'a whole match is worked step by step, from what the craft shall do to how long it lasts',
  async () => {
    const { page, errors } = await openPage(stage.browser);
    await page.goto(`${stage.server.address}/help/1/watts`);
    await page.locator('[data-ready=true]').waitFor();
    await page.getByTestId('exercise-whole-match').click();
    const { document } = (await api('setups/1')) as StoredSetup;
    const steps = exerciseOf('whole-match', 2, document);
    for (const [k, step] of steps.entries()) {
      await expect(page.getByTestId('exercise-so-far')).toContainText(`step ${k + 1} of ${steps.length}`);
      if (k === 1) {
        await page.getByTestId('exercise-answer').fill(String(step.wrongs[0].value));
        await page.getByTestId('exercise-answer').press('Enter');
        await expect(page.getByTestId('exercise-says')).toHaveText(step.wrongs[0].says);
      }
      const { inSi } = displayUnit(step.asked.quantity);
      await page
        .getByTestId('exercise-answer')
        .fill(String(Number((step.asked.value / inSi).toPrecision(6))));
      await page.getByTestId('exercise-answer').press('Enter');
      await expect(page.getByTestId('exercise-says')).toHaveText('Right.');
      if (k < steps.length - 1) await page.getByTestId('exercise-onward').click();
    }
    await expect(page.getByTestId('exercise-onward')).toHaveCount(0);
    // one answer was wrong
    await expect(page.getByTestId('record-whole-match')).toHaveText('0 of 1 at once');
    assert.deepEqual(errors, []);
    await page.close();
  }
);

nightly('help has no serious finding of accessibility, light and dark', async () => {
  const { page } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/help/4/bigger-propeller`);
  await page.locator('[data-ready=true]').waitFor();
  assert.deepEqual(await seriousInBoth(page), []);
  await page.close();
});
