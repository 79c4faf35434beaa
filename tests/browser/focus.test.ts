/** Keyboard and reader: where the focus goes and returns, keys of tabs, the browser's back, names of what is pressed. */
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { expect, openPage, ready, whole } from '../helpers/browser.ts';
import { root } from '../helpers/server.ts';
import { setStage } from '../helpers/stage.ts';
import { trees } from '../helpers/tree.ts';

const stage = setStage();

test('what is opened has the focus; closed, by Escape or by the browser’s back, it gives it back', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/match/1`);
  await ready(page);
  for (const opener of ['brief-open', 'shopping-open', 'fit-free', 'help']) {
    const button = page.getByTestId(opener);
    for (const close of ['Escape', 'back'] as const) {
      await button.focus();
      await page.keyboard.press('Enter');
      const dialog = page.getByRole('dialog');
      await expect(dialog).toBeVisible();
      await expect.poll(() => dialog.evaluate((d) => d.contains(document.activeElement))).toBe(true);
      if (close === 'back') await page.goBack();
      else await page.keyboard.press('Escape');
      await expect(dialog).toHaveCount(0);
      await expect(button, `${opener}, closed by ${close}`).toBeFocused();
      assert.equal(new URL(page.url()).pathname, '/match/1', 'the page itself stays');
    }
  }
  assert.deepEqual(errors, []);
  await page.close();
});

test('a derivation takes the focus and gives it back; beside a field it leaves it, and back closes it', async () => {
  const { page } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/match/1`);
  await ready(page);
  const thrust = page.getByTestId('thrust');
  await thrust.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('why')).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('why')).toHaveCount(0);
  await expect(thrust).toBeFocused();
  const diameter = page.getByTestId('propulsor.diameterM');
  await diameter.focus();
  await page.keyboard.press('w');
  await expect(page.getByTestId('why')).toBeVisible();
  await expect(diameter).toBeFocused();
  await page.goBack();
  await expect(page.getByTestId('why')).toHaveCount(0);
  await expect(diameter).toBeFocused();
  await page.close();
});

test('arrows, Home and End go through tabs', async () => {
  const { page } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/match/1`);
  await ready(page);
  const tab = (name: string) => page.getByRole('tab', { name, exact: true });
  await tab('Throttle').focus();
  for (const [key, name] of [
    ['ArrowRight', 'Speed'],
    ['End', 'What matters'],
    ['ArrowRight', 'Throttle'],
    ['ArrowLeft', 'What matters'],
    ['Home', 'Throttle']
  ]) {
    await page.keyboard.press(key);
    await expect(tab(name)).toBeFocused();
    await expect(tab(name)).toHaveAttribute('aria-selected', 'true');
  }
  await expect(page.getByTestId('throttle-chart')).toBeVisible();
  await page.goto(`${stage.server.address}/shelf`);
  await ready(page);
  await page.getByRole('tab', { name: 'Motors' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('tab', { name: 'Propulsors' })).toBeFocused();
  await expect(page.getByTestId('shelf')).toContainText('thin');
  await page.close();
});

test('a rail opens its finding and takes the focus there', async () => {
  const { page } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/match/1`);
  await ready(page);
  await whole(page);
  await page.getByTestId('rail-pack-current').click();
  const finding = page.getByTestId('finding-pack-current');
  await expect(finding.getByTestId('working')).toBeVisible();
  await expect(finding.getByRole('button').first()).toBeFocused();
  await page.close();
});

test('a room that is opened without an answer says so in Iskarn’s own page', async () => {
  const { page } = await openPage(stage.browser);
  await page.goto(stage.server.address);
  await ready(page);
  await page.route('**/*', (route) => route.abort());
  await page.getByRole('link', { name: 'Settings' }).click();
  await expect(page.getByTestId('error-page')).toContainText('Iskarn does not answer');
  await page.unroute('**/*');
  await page.getByRole('button', { name: 'try again' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/Settings|Hangar/);
  await page.close();
});

test('roles and names of Match are those that are kept; `npm run snapshot -- roles` writes them anew where that is meant', async () => {
  const { page } = await openPage(stage.browser);
  const kept = readFileSync(join(root, 'tests', 'browser', 'match-tree.txt'), 'utf8');
  const found = await trees(page, stage.server.address);
  const lines = (text: string): string[] => text.split('\n');
  assert.deepEqual(lines(found), lines(kept));
  assert.ok(lines(found).length > 200, 'a tree of three pages');
  await page.close();
});
