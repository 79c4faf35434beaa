/** Drives the real interface: the built server, a real database file, headless Chromium. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { expect, numberIn, openPage, ready, saved } from '../helpers/browser.ts';
import { setStage } from '../helpers/stage.ts';

const stage = setStage();

test('a propeller is changed: current, thrust and findings follow, the edit outlives a reload, undo takes it back', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/match/1`);
  await ready(page);
  const current = page.getByTestId('battery-current');
  const thrust = page.getByTestId('thrust');
  const before = {
    amps: numberIn(await current.textContent()),
    grams: numberIn(await thrust.textContent()),
    text: (await current.textContent()) ?? ''
  };
  const finding = page.getByTestId('finding-esc-current');
  await expect(finding).toHaveAttribute('data-finding', 'tight');

  const diameter = page.getByTestId('propulsor.diameterM');
  await diameter.focus();
  await diameter.press('ArrowUp');
  await expect(diameter).toHaveValue('12');
  await expect(finding).toHaveAttribute('data-finding', 'over');
  const amps = numberIn(await current.textContent());
  assert.ok(amps > before.amps * 1.15, `${before.amps} A became ${amps} A`);
  assert.ok(numberIn(await thrust.textContent()) > before.grams);
  await saved(page);

  await page.reload();
  await ready(page);
  await expect(diameter).toHaveValue('12');
  // the first frame after an edit has no band yet: its figure is the middle, a digit surer
  assert.ok(Math.abs(numberIn(await current.textContent()) / amps - 1) < 0.02);

  await page.keyboard.press('Control+z');
  await expect(diameter).toHaveValue('11');
  await expect(current).toHaveText(before.text);
  await page.keyboard.press('Control+Shift+z');
  await expect(diameter).toHaveValue('12');
  await page.getByTestId('undo').click();
  await expect(diameter).toHaveValue('11');
  assert.deepEqual(errors, []);
  await page.close();
});

test('undo straight after an edit takes that edit back, and deleting waits for it', async () => {
  const { page } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/match/1`);
  await ready(page);
  const diameter = page.getByTestId('propulsor.diameterM');
  await diameter.focus();
  // without waiting for the worker in between
  await diameter.press('ArrowUp');
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('redo')).toBeEnabled();
  await expect(diameter).toHaveValue('11');
  await saved(page);
  await page.reload();
  await ready(page);
  await expect(diameter).toHaveValue('11');
  await page.close();
});

test('bad input gets a sentence with the field, and the last good state stays', async () => {
  const { page } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/match/1`);
  await ready(page);
  const capacity = page.getByTestId('battery.capacityAh');
  const good = await capacity.inputValue();
  for (const [typed, said] of [
    ['-3', /^capacity is −3 Ah; it should be at least 0.001 and at most 1000 Ah\.$/],
    ['lots', /is "lots"; it should be a number/]
  ] as const) {
    await capacity.fill(typed);
    await capacity.press('Enter');
    await expect(page.getByTestId('wrong-battery.capacityAh')).toHaveText(said);
    await expect(capacity).toHaveAttribute('aria-invalid', 'true');
    // what was typed stays to be mended; the setup is as it was
    await expect(capacity).toHaveValue(typed);
    await expect(page.getByTestId('save-state')).toHaveText('saved');
    // Escape takes the typing back, and the sentence with it
    await capacity.press('Escape');
    await expect(capacity).toHaveValue(good);
    await expect(page.getByTestId('wrong-battery.capacityAh')).toHaveCount(0);
  }
  await capacity.fill('2,5');
  await capacity.press('Enter');
  await expect(capacity).toHaveValue('2.5');
  await expect(page.getByTestId('wrong-battery.capacityAh')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(capacity).toHaveValue(good);
  await page.close();
});

test('a part from the shelf, a remedy that applies itself, the working on demand', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/match/1`);
  await ready(page);
  await page.getByTestId('pick-propulsor').selectOption({ label: '13 × 5.5 thin' });
  await expect(page.getByTestId('propulsor.diameterM')).toHaveValue('13');
  const finding = page.getByTestId('finding-esc-current');
  await expect(finding).toHaveAttribute('data-finding', 'over');
  await finding.getByRole('button').first().click();
  await expect(finding.getByTestId('working')).toContainText('Rating 40.0');
  await finding.getByTestId('remedy-esc-current').filter({ hasText: 'A ESC: holds' }).click();
  await expect(finding).toHaveAttribute('data-finding', 'holds');
  // a larger ESC weighs more: the all-up weight is as it was typed, and what the parts make stands beside it
  await expect(page.getByTestId('said')).toContainText('as you typed it');
  await saved(page);
  // a part that was changed is no longer the one on the shelf
  await expect(page.getByTestId('pick-esc').locator('option:checked')).toHaveText(/\(changed: .*A/);
  await page.getByTestId('undo').click();
  await page.getByTestId('undo').click();
  await expect(page.getByTestId('propulsor.diameterM')).not.toHaveValue('13');
  assert.deepEqual(errors, []);
  await page.close();
});

test('setups are created, duplicated, renamed, deleted, and the deletion is taken back', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/match/2`);
  await ready(page);
  const list = page.getByTestId('setups').getByRole('listitem');
  const count = await list.count();
  await page.getByTestId('new-setup').click();
  await expect(list).toHaveCount(count + 1);
  await expect(page.getByTestId('setups').locator('[aria-current]')).toContainText('New sketch');
  await ready(page);
  await page.getByTestId('duplicate').click();
  await expect(list).toHaveCount(count + 2);
  await expect(page.getByTestId('setups').locator('[aria-current]')).toContainText('New sketch, copy');
  await ready(page);
  await page.getByTestId('rename').click();
  await page.getByTestId('new-name').fill('Calm day');
  await page.getByTestId('rename-ok').click();
  await expect(page.getByTestId('setups')).toContainText('Calm day');
  await page.getByTestId('delete').click();
  await expect(list).toHaveCount(count + 1);
  await expect(page.getByTestId('setups')).not.toContainText('Calm day');
  await page.getByTestId('undo-delete').click();
  await expect(page.getByTestId('setups')).toContainText('Calm day');
  assert.deepEqual(errors, []);
  await page.close();
});

test('a fixed part cannot be edited, no remedy changes it, and the rest is fitted round it', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/match/2`);
  await ready(page);
  const kv = page.getByTestId('motor.kvRpmPerVolt');
  const before = await kv.inputValue();
  const size = await page.getByTestId('propulsor.diameterM').inputValue();
  await page.getByTestId('fix-motor').click();
  await expect(page.getByTestId('fix-motor')).toHaveText('fixed');
  await expect(kv).not.toBeEditable();
  await expect(page.getByTestId('pick-motor')).toBeDisabled();
  await kv.focus();
  await kv.press('ArrowUp');
  await expect(kv).toHaveValue(before);

  // a fixed propulsor: the ESC's remedies no longer offer a smaller one
  await page.getByTestId('finding-esc-current').getByRole('button').first().click();
  const remedies = page.getByTestId('remedy-esc-current');
  await expect(remedies.filter({ hasText: '×' })).not.toHaveCount(0);
  await page.getByTestId('fix-propulsor').click();
  await expect(remedies.filter({ hasText: '×' })).toHaveCount(0);
  await expect(remedies.filter({ hasText: 'A ESC' })).toHaveCount(1);
  await page.getByTestId('fix-propulsor').click();

  // fitting is looked at first: what it changes and comes to, then it is taken
  await page.getByTestId('fit-free').click();
  await expect(page.getByTestId('fit-now')).toContainText('As it stands');
  const fitting = page.getByTestId('fitting-0');
  await expect(fitting).toContainText('as it is');
  await expect(page.getByTestId('propulsor.diameterM')).toHaveValue(size);
  await page.getByTestId('take-0').click();
  await expect(fitting).toHaveCount(0);
  await expect(page.getByTestId('undo')).toHaveAttribute('title', /fitted around the motor/);
  await expect(page.getByTestId('finding-esc-current')).not.toHaveAttribute('data-finding', 'over');
  await expect(kv).toHaveValue(before);
  await saved(page);
  await page.reload();
  await ready(page);
  await expect(page.getByTestId('fix-motor')).toHaveText('fixed');
  // fitted, free, fixed propulsor, fixed motor: four steps back to the start
  for (let k = 0; k < 4; k++) await page.getByTestId('undo').click();
  await expect(page.getByTestId('fix-motor')).toHaveText('free');
  await expect(page.getByTestId('propulsor.diameterM')).toHaveValue(size);
  assert.deepEqual(errors, []);
  await page.close();
});

test('the brief: what follows from the purpose, an airframe to which parts add, a school for this setup alone', async () => {
  const { page } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/match/1`);
  await ready(page);
  await page.getByTestId('brief-open').click();
  // 3.3 kg off water: 0.95 to 1.1 times the weight
  await expect(page.getByTestId('target-thrust')).toHaveText(/^at least 3\s?1\d\d g$/);
  await page.getByTestId('by-airframe').check();
  const airframe = page.getByTestId('brief').getByTestId('craft.airframeMassKg');
  await expect(airframe).toBeVisible();
  const allUp = page.getByTestId('brief').getByTestId('craft.massKg');
  await expect(allUp).not.toBeEditable();
  await airframe.fill('3');
  await airframe.press('Enter');
  await expect(allUp).not.toHaveValue('3.3');
  const heavier = numberIn(await allUp.inputValue());
  assert.ok(heavier > 3.3, `3 kg of airframe and the parts weigh ${heavier} kg`);
  const escCurrent = page.getByTestId('finding-esc-current');
  await page.keyboard.press('Escape');
  await escCurrent.getByRole('button').first().click();
  await page.getByTestId('brief-open').click();
  await expect(escCurrent).toContainText('the margin ends at 32');
  await page.getByTestId('school-esc-current').selectOption({ label: 'next size up' });
  await page.keyboard.press('Escape');
  await expect(escCurrent).not.toContainText('the margin ends at 32');
  await expect(page.getByTestId('all-up')).toContainText(/3\.[4-9]/);
  await page.getByTestId('all-up').click();
  await expect(page.getByTestId('why')).toContainText('airframe + the chosen parts');
  for (let k = 0; k < 3; k++) await page.getByTestId('undo').click();
  await expect(page.getByTestId('all-up')).toContainText('3.30');
  await page.close();
});
