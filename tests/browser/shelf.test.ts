/** The shelf in the real interface: parts, their measured figures, maker's tables, files. */
import assert from 'node:assert/strict';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { expect, openPage, ready } from '../helpers/browser.ts';
import { setStage } from '../helpers/stage.ts';
import { nightly } from '../helpers/extent.ts';

const stage = setStage();

test('shelf: search, sort, add by label, duplicate, delete with undo; tools give figures', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/shelf`);
  await ready(page);
  await page.getByTestId('kind-motor').click();
  const rows = page.getByTestId('shelf').locator('tbody tr');
  const all = await rows.count();
  await page.getByRole('button', { name: 'KV' }).click();
  await expect(rows.first()).toContainText('5010-320');
  await page.getByTestId('search').fill('rush');
  await expect(rows).toHaveCount(4);
  await page.getByTestId('search').fill('');
  await page.getByTestId('new-part').click();
  await page.getByTestId('part-name').fill('Drawer 1');
  await page.getByTestId('part-label').fill('2814 1100KV 108g');
  await page.getByTestId('part-label').press('Enter');
  await expect(page.getByTestId('part.kvRpmPerVolt')).toHaveValue('1100');
  await page.getByTestId('part-save').click();
  await expect(rows).toHaveCount(all + 1);
  await page.getByRole('button', { name: 'delete Drawer 1' }).click();
  await expect(rows).toHaveCount(all);
  await page.getByTestId('undo-delete-part').click();
  await expect(rows).toHaveCount(all + 1);

  await page.getByTestId('decoder-open').click();
  await page.getByTestId('decoder-text').fill('C3548');
  await expect(page.getByTestId('meanings')).toContainText('can of 35');
  await page.getByTestId('decoder-diameter').fill('35.4');
  await expect(page.getByTestId('decoder-difference').first()).toContainText('as labels go');
  await page.getByTestId('decoder-diameter').fill('42');
  await expect(page.getByTestId('decoder-difference').first()).toContainText('too far off');
  await page.keyboard.press('Escape');
  await page.getByTestId('motor-test-open').click();
  for (const [key, value] of Object.entries({
    lv: '5',
    la: '1',
    lr: '4455',
    hv: '10',
    ha: '1.4',
    hr: '8937',
    sv: '0.5',
    sa: '10'
  }))
    await page.getByTestId(`test-${key}`).fill(value);
  await expect(page.getByTestId('test-result')).toContainText('900');
  await page.keyboard.press('Escape');
  await page.getByTestId('makers-table-open').click();
  await page
    .getByTestId('makers-text')
    .fill('Volts,Prop,Amps,Watts,Thrust (g)\n11.1,10x5,15,166,900\n11.1,9x6,18,400,900');
  await expect(page.getByTestId('makers-rows').locator('tbody tr')).toHaveCount(2);
  await expect(page.getByTestId('makers-problems')).toContainText('row 2, watts');
  assert.deepEqual(errors, []);
  await page.close();
});

test('import says what it will do, names bad rows, takes the good ones, and is one undoable step', async () => {
  const { page } = await openPage(stage.browser);
  const file = join(stage.server.data, 'motor.csv');
  writeFileSync(
    file,
    'name,owned,kvRpmPerVolt [rpm/V],massKg [kg]\nKiln 1,yes,1200,0.05\nKiln 2,yes,-5,0.05\nKiln 3,no,800,0.1\n'
  );
  await page.goto(`${stage.server.address}/shelf`);
  await ready(page);
  await page.getByTestId('import-open').click();
  await page.getByTestId('import-file').setInputFiles(file);
  await expect(page.getByTestId('import-plan')).toContainText('2 parts would be added');
  await expect(page.getByTestId('import-plan')).toContainText('line 3, kvRpmPerVolt: KV is -5');
  await page.getByTestId('import-good').click();
  await expect(page.getByTestId('import-done')).toContainText('2 parts added');
  const count = async (): Promise<number> =>
    ((await (await fetch(`${stage.server.address}/api/v1/parts`)).json()) as { name: string }[]).filter((p) =>
      p.name.startsWith('Kiln')
    ).length;
  assert.equal(await count(), 2);
  await page.getByTestId('import-undo').click();
  await expect(page.getByTestId('import-plan')).toBeVisible();
  assert.equal(await count(), 0);
  await page.close();
});

test('a maker’s table is typed, kept with its motor, found again after a reload, taken away and back', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/shelf`);
  await ready(page);
  await page.getByTestId('makers-table-open').click();
  await page.getByTestId('makers-motor').selectOption({ label: 'Mere 3548-820' });
  await page.getByTestId('makers-title').fill('printed on the card');
  for (const [column, text] of ['14.8', '12x6', '100', '44', '651', '2900', '9800'].entries())
    await page.getByTestId(`makers-0-${column}`).fill(text);
  const row = page.getByTestId('makers-rows').locator('tbody tr').first();
  await expect(row).toContainText(/inside|outside/);
  await page.getByTestId('makers-keep').click();
  await expect(page.getByTestId('makers-said')).toHaveText('kept');
  await page.reload();
  await ready(page);
  await page.getByTestId('tables-Mere 3548-820').click();
  await expect(page.getByTestId('makers-title')).toHaveValue('printed on the card');
  await expect(page.getByTestId('makers-0-1')).toHaveValue('12x6');
  await page.getByTestId('makers-remove').click();
  await expect(page.getByTestId('tables-Mere 3548-820')).toHaveCount(0);
  await page.getByTestId('makers-undo').click();
  await expect(page.getByTestId('tables-Mere 3548-820')).toHaveCount(1);
  assert.deepEqual(errors, []);
  await page.close();
});

nightly(
  'the demo’s table names its slipped digit and stands beside the prediction for every row',
  async () => {
    const { page } = await openPage(stage.browser);
    await page.goto(`${stage.server.address}/shelf`);
    await ready(page);
    await page.getByTestId('tables-Rush 2814-900').click();
    await expect(page.getByTestId('makers-problems')).toContainText(
      'row 4, watts: 14.8 V × 36.2 A is 536 W, the table says 583 W.'
    );
    await expect(page.getByTestId('makers-rows').getByText(/^(inside|outside)$/)).toHaveCount(4);
    await expect(page.getByTestId('makers-fit')).toContainText(
      /One fit to 4 rows.*KV \d+ .*resistance under load \d+.* mΩ \(/
    );
    await page.close();
  }
);

test('measured figures stand in for the label’s: marked on the shelf, used in Match, narrower there', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/shelf`);
  await ready(page);
  await expect(page.getByTestId('off-Rush 3536-910-kvRpmPerVolt')).toContainText('label +8.1 %');
  await page.getByRole('button', { name: 'Rush 2812-1100', exact: true }).click();
  await page.getByTestId('measured.kvRpmPerVolt').fill('1040');
  await page.getByTestId('measured.kvRpmPerVolt').press('Tab');
  await expect(page.getByTestId('difference-kvRpmPerVolt')).toContainText('−5.5 % against the label');
  await page.getByTestId('part-save').click();
  await expect(page.getByTestId('off-Rush 2812-1100-kvRpmPerVolt')).toBeVisible();
  await page.goto(`${stage.server.address}/match/1`);
  await ready(page);
  await page.getByTestId('pick-motor').selectOption({ label: 'Rush 2812-1100' });
  const kv = page.getByTestId('motor.kvRpmPerVolt');
  await expect(kv).toHaveValue('1040');
  await kv.focus();
  await page.keyboard.press('w');
  await expect(page.getByTestId('why')).toContainText('measured');
  assert.deepEqual(errors, []);
  await page.close();
});

test('a motor without a label is measured and put on the shelf with what was measured', async () => {
  const { page } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/shelf`);
  await ready(page);
  await page.getByTestId('motor-test-open').click();
  const readings = { lv: '5', la: '1', lr: '4455', hv: '10', ha: '1.4', hr: '8937', sv: '0.5', sa: '10' };
  for (const [key, value] of Object.entries(readings)) await page.getByTestId(`test-${key}`).fill(value);
  await page.getByTestId('test-keep').click();
  await page.getByTestId('part-name').fill('From the drawer');
  await expect(page.getByTestId('measured.kvRpmPerVolt')).toHaveValue(/^9\d\d/);
  await page.getByTestId('part-save').click();
  await expect(page.getByTestId('shelf')).toContainText('From the drawer');
  await page.close();
});

nightly(
  'receiver supplies are a kind of their own: added by label, chosen in the brief, judged by a finding',
  async () => {
    const { page } = await openPage(stage.browser);
    await page.goto(`${stage.server.address}/shelf`);
    await ready(page);
    await page.getByTestId('kind-receiver-supply').click();
    await page.getByTestId('new-part').click();
    await page.getByTestId('part-name').fill('Tiny one');
    await page.getByTestId('part-label').fill('5V/1A switching 6-13V in');
    await page.getByTestId('part-label').press('Enter');
    await page.getByTestId('part-save').click();
    await expect(page.getByTestId('shelf')).toContainText('Tiny one');
    await page.goto(`${stage.server.address}/match/1`);
    await ready(page);
    await page.getByTestId('brief-open').click();
    await page.getByTestId('brief-supply').selectOption({ label: 'Tiny one' });
    await page.keyboard.press('Escape');
    // servos of 2.5 A on a supply of 1 A, and four full cells on one for 13 V
    await expect(page.getByTestId('finding-receiver-supply')).toHaveAttribute('data-finding', 'over');
    await expect(page.getByTestId('finding-receiver-volts')).toHaveAttribute('data-finding', 'over');
    await page.close();
  }
);

nightly('cells copied from a spreadsheet spread over the grid from where they are pasted', async () => {
  const { page } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/shelf`);
  await ready(page);
  await page.getByTestId('makers-table-open').click();
  await page.getByTestId('makers-motor').selectOption({ label: 'Mere 3548-820' });
  await page.getByTestId('makers-choice').selectOption({ label: 'a new table' });
  const cell = (row: number, column: number) => page.getByTestId(`makers-${row}-${column}`);
  await cell(0, 0).fill('14.8');
  await cell(0, 1).focus();
  await cell(0, 1).evaluate((field) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData('text/plain', '11x5.5\t100\t31.5\r\n12x6\t100\t38\r\n');
    field.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  });
  await expect(cell(0, 1)).toHaveValue('11x5.5');
  await expect(cell(0, 0)).toHaveValue('14.8');
  await expect(cell(1, 1)).toHaveValue('12x6');
  await expect(cell(1, 3)).toHaveValue('38');
  await page.close();
});
