/** The log of a craft and the life of its parts, as their owner keeps them. */
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { strFromU8, unzipSync } from 'fflate';
import type { PartLifeShown } from '../../src/lib/api/schemas/shelf.ts';
import type { StoredPart, StoredRun } from '../../src/lib/core/document/stored.ts';
import { seriousOn } from '../helpers/axe.ts';
import { expect, openPage, ready } from '../helpers/browser.ts';
import { setStage } from '../helpers/stage.ts';

const stage = setStage();
const PATIENT = { timeout: 60_000 };
const api = async (path: string): Promise<unknown> =>
  (await fetch(`${stage.server.address}/api/v1/${path}`)).json();

test('the log of a craft: looked at, noted with place, weather and what broke; the air moves the prediction; found by words; taken along', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/test/1/log`);
  await ready(page);
  const list = page.getByTestId('log-list').locator('li');
  const count = await list.count();
  assert.ok(count >= 2, `${count} runs`);
  const [newest] = (await api('crafts/1/runs')) as StoredRun[];
  await page.getByTestId(`run-${newest.id}`).click();
  await expect(page.getByTestId('looked-title')).toHaveText(newest.title);
  await expect(page.getByTestId('compare')).toBeVisible(PATIENT);
  const before = await page.getByTestId('compare').innerText();
  await page.getByTestId('note-place').fill('north jetty');
  await page.getByTestId('note-air').fill('-15');
  await page.getByTestId('note-pressure').fill('warm');
  await page.getByTestId('note-keep').click();
  await expect(page.getByTestId('run-notes').getByRole('alert')).toContainText('“warm” is not a number');
  await page.getByTestId('note-pressure').fill('1035');
  await page.getByTestId('note-broke').selectOption('esc-shut-down');
  await page.getByTestId('note-broke-part').fill('the ESC');
  await page.getByTestId('note-broke-look').fill('brown on one side');
  await page.getByTestId('note-keep').click();
  await expect(page.getByTestId(`run-${newest.id}`)).toContainText('ESC shut down');
  const kept = ((await api('crafts/1/runs')) as StoredRun[])[0];
  assert.deepEqual(
    [
      kept.details.place,
      kept.details.airTemperatureC,
      kept.details.airPressurePa,
      kept.details.broke,
      kept.details.brokeLook
    ],
    ['north jetty', -15, 103_500, 'esc-shut-down', 'brown on one side']
  );
  // denser air: other amps and thrust are expected
  await expect.poll(() => page.getByTestId('compare').innerText(), PATIENT).not.toBe(before);
  await page.getByTestId('log-words').fill('brown on');
  await expect(list).toHaveCount(1);
  await page.getByTestId('log-words').fill('');
  const [csv] = await Promise.all([page.waitForEvent('download'), page.getByTestId('log-csv').click()]);
  assert.match(readFileSync(await csv.path(), 'utf8'), /^run,held,setup,title/);
  const [zip] = await Promise.all([page.waitForEvent('download'), page.getByTestId('log-zip').click()]);
  const files = unzipSync(readFileSync(await zip.path()));
  assert.match(strFromU8(files['data/runs.csv']), /north jetty/);
  await page.getByTestId('log-take').click();
  await expect(list).toHaveCount(count - 1);
  await page.getByTestId('undo-log').click();
  await expect(list).toHaveCount(count);
  for (const width of [390, 820, 1280]) {
    await page.setViewportSize({ width, height: 844 });
    await page.waitForTimeout(150);
    const wide = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth
    );
    assert.ok(wide <= 0, `${width}: ${wide}`);
  }
  assert.deepEqual(await seriousOn(page), []);
  assert.deepEqual(errors, []);
  await page.context().close();
});

test('the life of a pack: a charger’s figures, a swollen one is retired and out of every search; a reminder is due and looked at', async () => {
  const { page, errors } = await openPage(stage.browser);
  const parts = (await api('parts')) as StoredPart[];
  const pack = parts.find((p) => p.kind === 'battery' && p.owned) as StoredPart;
  await page.goto(`${stage.server.address}/shelf`);
  await ready(page);
  await page.getByTestId('kind-battery').click();
  await page.getByTestId(`life-${pack.name}`).click();
  await expect(page.getByTestId('life-use')).toBeVisible(PATIENT);
  // what belongs to charging and carrying stands where the pack is looked after; what was read is folded, never gone
  const warned = page.getByTestId('caution-charge-lithium');
  await expect(page.getByTestId('cautions-charge')).toContainText('stay with it');
  await warned.getByRole('button').click();
  await expect(warned).toHaveAttribute('data-read', 'true');
  await expect(page.getByTestId('cautions-carry')).toContainText('unplugged');
  await page.getByTestId('record-ohms').fill('4,1 4,2 4,0 nine');
  await page.getByTestId('record-keep').click();
  await expect(page.getByTestId('life-problem')).toContainText('figures only');
  await page.getByTestId('record-ohms').fill('4,1 4,2 4,0');
  await page.getByTestId('record-keep').click();
  await expect(page.getByTestId('records').locator('li')).toHaveCount(1);
  await expect(page.getByTestId('records')).toContainText('4.10, 4.20, 4.00 mΩ');
  await page.getByTestId('record-swollen').check();
  await page.getByTestId('record-keep').click();
  await expect(page.getByTestId('pack-health')).toHaveAttribute('data-verdict', 'retire');
  await expect(page.getByTestId('pack-health')).toContainText('never charge or load it again');
  await page.getByTestId('remind-what').fill('plugs');
  await page.getByTestId('remind-every').fill('5');
  await page.getByTestId('remind-keep').click();
  await expect(page.getByTestId('reminders')).toContainText('plugs, every 5 uses, 5 left');
  await page.getByTestId('retire-why').fill('swollen');
  await page.getByTestId('retire').click();
  await expect(page.getByTestId('retired')).toContainText('out of every search');
  const life = (await api(`parts/${pack.id}/life`)) as PartLifeShown;
  assert.equal(life.life.retired?.why, 'swollen');
  assert.deepEqual(await seriousOn(page), []);
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('shelf')).toContainText('retired');
  // it is offered nowhere any more
  await page.goto(`${stage.server.address}/match/1`);
  await ready(page);
  await page.getByTestId('label-battery').fill(pack.name.slice(0, 8));
  await expect(page.getByTestId('reading-battery')).not.toContainText(`from the shelf: ${pack.name}`);
  assert.deepEqual(errors, []);
  await page.context().close();
});

test('a motor by a drill, and by one unloaded run: its KV goes to the shelf with its working', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/shelf`);
  await ready(page);
  await page.getByTestId('motor-test-open').click();
  await page.getByTestId('way-drill').click();
  await page.getByTestId('test-dr').fill('1500');
  await page.getByTestId('test-dv').fill('1,235');
  // 1500 / (1.350 x 1.235)
  await expect(page.getByTestId('test-kv')).toContainText('KV 899');
  await page.getByTestId('way-unloaded').click();
  await page.getByTestId('test-ur').fill('9000');
  await page.getByTestId('test-uv').fill('1');
  await page.getByTestId('test-ua').fill('20');
  await page.getByTestId('test-uo').fill('100');
  await expect(page.getByRole('alert')).toContainText('read again');
  await page.getByTestId('test-uv').fill('12');
  await expect(page.getByTestId('test-kv')).toContainText('900');
  await page.getByTestId('test-keep').click();
  await expect(page.locator('dialog[open]:not([inert])').getByText('KV').first()).toBeVisible();
  assert.deepEqual(errors, []);
  await page.context().close();
});
