/**
 * Tasks as somebody does them the first time, each ending where it began to be trusted or not: what was typed is still there,
 * and what one room says no other contradicts. Crafts, labels and figures invented.
 */
import assert from 'node:assert/strict';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, test } from 'node:test';
import type { Page } from '@playwright/test';
import type { SetupDocument } from '../../src/lib/core/document/schema.ts';
import type { StoredPart, StoredRun, StoredSetup } from '../../src/lib/core/document/stored.ts';
import type { BuildSheet } from '../../src/lib/core/sheet/sheet.ts';
import { INCH_M } from '../../src/lib/core/units/convert.ts';
import { expect, openPage, ready, saved, whole } from '../helpers/browser.ts';
import { BOAT, JET, PLANE, TWO_CELLS } from '../helpers/setups.ts';
import { setStage } from '../helpers/stage.ts';
import { nightly } from '../helpers/extent.ts';

const stage = setStage();
const PATIENT = { timeout: 60_000 };
const folder = mkdtempSync(join(tmpdir(), 'iskarn-first-'));
after(() => rmSync(folder, { recursive: true, force: true }));

const api = async <T>(path: string): Promise<T> =>
  (await (await fetch(`${stage.server.address}/api/v1/${path}`)).json()) as T;
async function send<T>(path: string, body: unknown): Promise<T> {
  const response = await fetch(`${stage.server.address}/api/v1/${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: stage.server.address },
    body: JSON.stringify(body)
  });
  assert.ok(response.ok, await response.clone().text());
  return (await response.json()) as T;
}
const kept = async (document: SetupDocument): Promise<number> =>
  (await send<StoredSetup>('setups', { craftId: 1, document: { name: 'tried', ...document } })).id;
const documentOf = async (id: number): Promise<SetupDocument> =>
  (await api<StoredSetup>(`setups/${id}`)).document;
const idIn = (page: Page): number => Number(/\/(\d+)/.exec(new URL(page.url()).pathname)?.[1]);

async function type(page: Page, path: string, text: string): Promise<void> {
  const field = page.getByTestId(path).first();
  await field.fill(text);
  await field.press('Enter');
}
/** A label typed and left by Tab: it is taken, the box is empty again. */
async function label(page: Page, part: string, text: string): Promise<void> {
  const box = page.getByTestId(`label-${part}`);
  await box.fill(text);
  await box.press('Tab');
  await expect(box).toHaveValue('');
}
async function newCraft(
  page: Page,
  figures: Readonly<Record<string, string>>,
  kind?: string
): Promise<number> {
  await page.goto(stage.server.address);
  await ready(page);
  await page.getByTestId('new-craft').click();
  if (kind) await page.getByTestId('craft-kind').selectOption(kind);
  for (const [id, text] of Object.entries(figures)) await page.getByTestId(id).fill(text);
  await page.getByTestId('craft-make').click();
  await expect(page).toHaveURL(/\/match\/\d+/);
  await ready(page);
  return idIn(page);
}
/** Full-throttle amps as Match and Sheet show them, and as the sheet’s file has them: one figure. */
async function oneAnswer(page: Page, id: number): Promise<void> {
  await page.goto(`${stage.server.address}/sheet/${id}`);
  await ready(page);
  const sheet = await api<BuildSheet>(`setups/${id}/sheet.json`);
  const amps = sheet.figures.find((f) => f.id === 'amps');
  assert.ok(amps?.band);
  const paper = (
    await page.getByTestId('sheet-figures').locator('tr').filter({ hasText: 'pack amps, full' }).innerText()
  ).replaceAll('\u2009', '');
  await page.goto(`${stage.server.address}/match/${id}`);
  await ready(page);
  const screen = (await page.getByTestId('battery-current').innerText()).replaceAll('\u2009', '');
  const first = /[\d.]+/.exec(screen)?.[0] as string;
  assert.ok(paper.includes(first), `Match “${screen}”, sheet “${paper}”`);
}

test('a trainer from nothing: its weight stays, its wing follows its span until it is typed', async () => {
  const { page, errors } = await openPage(stage.browser);
  const id = await newCraft(page, { 'craft-name': 'Heron', 'craft-mass': '1.4', 'craft-minutes': '9' });
  await whole(page);
  await expect(page.getByTestId('craft.massKg')).toHaveValue('1.4');
  const area = page.getByTestId('brief').getByTestId('craft.wingAreaM2');
  await page.getByTestId('brief-open').click();
  await type(page, 'craft.wingSpanM', '1.7');
  await saved(page);
  const small = Number(await area.inputValue());
  await expect(area).toHaveAttribute('data-source', 'estimated');
  await type(page, 'craft.wingSpanM', '2.1');
  await expect.poll(async () => Number(await area.inputValue())).toBeGreaterThan(1.2 * small);
  await type(page, 'craft.wingAreaM2', '44');
  await type(page, 'craft.wingSpanM', '1.8');
  await saved(page);
  await page.keyboard.press('Escape');
  // what puts it right moves no figure that was typed
  if ((await page.getByTestId('put-right-0').count()) > 0) await page.getByTestId('put-right-0').click();
  await saved(page);
  await page.reload();
  await ready(page);
  await page.getByTestId('brief-open').click();
  await expect(area).toHaveValue('44');
  for (const path of ['craft.massKg', 'craft.wingAreaM2', 'craft.wingSpanM'])
    await expect(page.getByTestId(path).first()).toHaveAttribute('data-source', 'typed');
  const { craft } = await documentOf(id);
  assert.deepEqual([craft.massKg, craft.wingSpanM, craft.targetSeconds], [1.4, 1.8, 540]);
  await oneAnswer(page, id);
  assert.deepEqual(errors, []);
  await page.context().close();
});

nightly(
  'a quadcopter from its labels, by keys alone: four Tabs, its weight stays, another KV with its output limit',
  async () => {
    const { page, errors } = await openPage(stage.browser);
    const id = await newCraft(page, { 'craft-name': 'Wren', 'craft-mass': '0.72' }, 'multirotor');
    for (const [part, text] of [
      ['battery', '4S 1800mAh 75C 208g'],
      ['esc', '45A 4in1'],
      ['motor', '2306 1900KV 33g'],
      ['propulsor', '5.1x4.1x3']
    ] as const) {
      await label(page, part, text);
      await expect(page.getByTestId('craft.massKg')).toHaveValue('0.72');
    }
    await saved(page);
    const taken = await documentOf(id);
    assert.deepEqual(
      [taken.esc?.channels, taken.battery.capacityAh, taken.motor.kvRpmPerVolt],
      [4, 1.8, 1900]
    );
    await expect(page.getByTestId('battery.capacityAh')).toHaveAttribute('data-source', 'label');
    // parts and airframe make another weight: said, and taken only on a press
    await type(page, 'motor.kvRpmPerVolt', '2500');
    await expect(page.getByTestId('motor.kvRpmPerVolt')).toHaveAttribute('data-source', 'typed');
    await page.getByTestId('more-esc').locator('summary').click();
    await type(page, 'outputLimit', '76');
    await saved(page);
    await page.reload();
    await ready(page);
    await expect(page.getByTestId('motor.kvRpmPerVolt')).toHaveAttribute('data-source', 'typed');
    await expect(page.getByTestId('craft.massKg')).toHaveValue('0.72');
    const { motor, outputLimit } = await documentOf(id);
    assert.deepEqual([motor.kvRpmPerVolt, outputLimit], [2500, 0.76]);
    await oneAnswer(page, id);
    await page.goto(`${stage.server.address}/sheet/${id}`);
    await expect(page.locator('main')).toContainText('76 %');
    assert.deepEqual(errors, []);
    await page.context().close();
  }
);

test('slips of the point and of the unit are asked about, and the answer is a press', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/match/${await kept(PLANE)}`);
  await ready(page);
  await type(page, 'craft.massKg', '900');
  await expect(page.getByTestId('ask-craft.massKg')).toContainText('Did you mean 0.9 kg?');
  await page.getByTestId('ask-craft.massKg-0').click();
  await expect(page.getByTestId('craft.massKg')).toHaveValue('0.9');
  await type(page, 'battery.capacityAh', '2200');
  await expect(page.getByTestId('ask-battery.capacityAh')).toContainText('2.2 Ah');
  await page.getByTestId('battery.capacityAh').press('Escape');
  await type(page, 'battery.series', '14.8');
  await expect(page.getByTestId('ask-battery.series')).toContainText('4');
  await page.getByTestId('ask-battery.series-0').click();
  await expect(page.getByTestId('battery.series')).toHaveValue('4');
  assert.deepEqual(errors, []);
  await page.context().close();
});

test('one cell more: the volts that rise are said, and held against the setup as it was, through another step', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/change/${await kept(TWO_CELLS)}`);
  await ready(page);
  await expect(page.getByTestId('change-series')).toHaveValue('3');
  await expect(page.getByTestId('rail')).toContainText('12.6 V', PATIENT);
  // done, and another change on top of it: a smaller propeller
  await page.getByTestId('then').click();
  await page.getByTestId('then-propulsor').click();
  await expect(page.getByTestId('trail')).toBeVisible(PATIENT);
  await expect(page.getByTestId('rail')).toContainText('12.6 V', PATIENT);
  assert.deepEqual(errors, []);
  await page.context().close();
});

nightly(
  'a maker’s table that is kept is used at once where its motor is, said so, and left out on a press',
  async () => {
    const { page, errors } = await openPage(stage.browser);
    const parts = await api<StoredPart[]>('parts');
    const motor = parts.find((p) => p.name === 'Mere 4240-750') as StoredPart;
    const document: SetupDocument = {
      ...PLANE,
      motor: { ...(motor.document as SetupDocument['motor']), name: motor.name },
      propulsor: { kind: 'propeller', diameterM: 13 * INCH_M, pitchM: 6.5 * INCH_M, blades: 2 }
    };
    const id = await kept(document);
    await page.goto(`${stage.server.address}/shelf`);
    await ready(page);
    await page.getByTestId('makers-table-open').click();
    await page.getByTestId('makers-motor').selectOption({ label: motor.name });
    await page.getByTestId('makers-title').fill('on the box');
    for (const [row, figures] of [
      ['14.8', '13x6.5', '100', '47', '696', '3150', '8800'],
      ['14.8', '12x6', '100', '38', '562', '2550', '9500']
    ].entries()) {
      if (row > 0) await page.getByTestId('makers-add-row').click();
      for (const [column, text] of figures.entries())
        await page.getByTestId(`makers-${row}-${column}`).fill(text);
    }
    await page.getByTestId('makers-keep').click();
    await expect(page.getByTestId('makers-said')).toHaveText('kept', PATIENT);
    await expect(page.getByTestId('makers-fit')).toContainText(/table/, PATIENT);
    await page.goto(`${stage.server.address}/match/${id}`);
    await ready(page);
    await expect(page.getByTestId('known-calibration')).toContainText('the maker’s table “on the box”');
    const followed = await page.getByTestId('battery-current').innerText();
    await page.getByTestId('leave-calibration').click();
    await expect(page.getByTestId('known-calibration')).toContainText('Left out');
    await expect(page.getByTestId('battery-current')).not.toHaveText(followed);
    await saved(page);
    await oneAnswer(page, id);
    assert.deepEqual(errors, []);
    await page.context().close();
  }
);

nightly(
  'a boat keeps its weight and its cells through a press of what is offered, and its steps are of packs that are there',
  async () => {
    const { page, errors } = await openPage(stage.browser);
    const id = await newCraft(
      page,
      {
        'craft-name': 'Smew',
        'craft-mass': '4.2',
        'craft-size': '0.82',
        'craft-minutes': '4',
        'craft-cells': '6'
      },
      'boat'
    );
    await whole(page);
    await expect(page.getByTestId('battery.series')).toHaveValue('6');
    if ((await page.getByTestId('put-right-0').count()) > 0) await page.getByTestId('put-right-0').click();
    await saved(page);
    await page.reload();
    await ready(page);
    await expect(page.getByTestId('craft.massKg')).toHaveValue('4.2');
    await expect(page.getByTestId('battery.series')).toHaveValue('6');
    // no propeller of an aeroplane is offered on the water
    const offered = await page.getByTestId('pick-propulsor').locator('option').allInnerTexts();
    assert.ok(!offered.some((name) => /folding|thin|rotor/.test(name)), offered.join());
    assert.equal((await documentOf(id)).craft.massKg, 4.2);
    assert.deepEqual(errors, []);
    await page.context().close();
  }
);

test('readings on the bench: what was predicted over may be read, warmth comes before a heavier stage, a stop opens none', async () => {
  const { page, errors } = await openPage(stage.browser);
  // an ESC for fewer cells: not put on the bench, but whoever ran it may say so
  const over = await kept({ ...PLANE, esc: { continuousA: 60, maxSeries: 3 } });
  await page.goto(`${stage.server.address}/test/${over}`);
  await ready(page);
  await expect(page.getByTestId('not-tested')).toContainText('ESC cells');
  await page.getByTestId('source-typed').click();
  await page.getByTestId('typed-0-batteryVoltageV').fill('15,1');
  await page.getByTestId('typed-0-batteryCurrentA').fill('11.5 A');
  await page.getByTestId('typed-log').click();
  await expect
    .poll(async () => (await api<StoredRun[]>(`crafts/1/runs?setup=${over}`)).length, PATIENT)
    .toBe(1);
  const id = await kept({ ...PLANE, esc: { continuousA: 90, maxSeries: 6 } });
  await page.goto(`${stage.server.address}/test/${id}`);
  await ready(page);
  await page.getByTestId('feel-cold').click();
  await expect(page.getByTestId('next')).not.toContainText('begin without', PATIENT);
  await page.getByTestId('source-typed').click();
  await page.getByTestId('stage-throttle-30').click();
  // a comma for thousands, decided by what this motor can turn
  await page.getByTestId('typed-0-rpm').fill('4,300');
  await page.getByTestId('typed-0-batteryVoltageV').fill('16.2');
  await page.getByTestId('typed-0-batteryCurrentA').fill('2.3');
  await page.getByTestId('typed-log').click();
  await expect(page.getByTestId('next')).toContainText('how warm', PATIENT);
  const [run] = await api<StoredRun[]>(`crafts/1/runs?setup=${id}`);
  assert.ok(
    run.readings.some((r) => r.rpm === 4300),
    JSON.stringify(run.readings)
  );
  assert.deepEqual(errors, []);
  await page.context().close();
});

nightly('a meter’s file whose rpm are electrical is asked about before a row is kept', async () => {
  const { page, errors } = await openPage(stage.browser);
  const id = await kept(PLANE);
  await page.goto(`${stage.server.address}/test/${id}`);
  await ready(page);
  await page.getByTestId('stage-throttle-100').click();
  await page.getByTestId('source-file').click();
  const path = join(folder, 'motor.csv');
  const rows = Array.from(
    { length: 60 },
    (_, k) => `${k / 10},15.${9 - Math.floor(k / 10)},38.${k % 10},${7 * 9000 + 3 * k},100`
  );
  writeFileSync(path, ['time (s),voltage (V),current (A),rpm,throttle (%)', ...rows].join('\n'));
  await page.getByTestId('run-file').setInputFiles(path);
  const doubt = page.locator('[data-testid^="doubt-"]').filter({ hasText: 'rpm' }).first();
  await expect(doubt).toBeVisible(PATIENT);
  await expect(page.getByTestId('file-keep')).toBeDisabled();
  await doubt.getByRole('button').first().click();
  // the setup does not tell the motor’s poles: they are asked too
  await expect(page.getByTestId('doubt-poles')).toContainText('count the magnets');
  await page.getByTestId('doubt-poles').getByRole('button').first().click();
  await expect(page.getByTestId('file-keep')).toBeEnabled(PATIENT);
  await page.getByTestId('file-keep').click();
  await expect
    .poll(async () => (await api<StoredRun[]>(`crafts/1/runs?setup=${id}`)).length, PATIENT)
    .toBe(1);
  const [run] = await api<StoredRun[]>(`crafts/1/runs?setup=${id}`);
  const rpm = run.readings.flatMap((r) => (r.rpm == null ? [] : [r.rpm]));
  assert.ok(rpm.length > 0 && rpm.every((r) => r > 8000 && r < 11_500), rpm.join());
  assert.deepEqual(errors, []);
  await page.context().close();
});

nightly(
  'a pack’s measured life goes into Match; a fan’s label tells its supply; a pond boat says what it does not know',
  async () => {
    const { page, errors } = await openPage(stage.browser);
    const parts = await api<StoredPart[]>('parts');
    const tired = parts.find((p) => p.name === 'Tarn 3S 3 Ah 30C') as StoredPart;
    const flown = await kept({
      ...TWO_CELLS,
      battery: { ...(tired.document as SetupDocument['battery']), name: tired.name }
    });
    await page.goto(`${stage.server.address}/match/${flown}`);
    await ready(page);
    await expect(page.getByTestId('known-pack-health')).toContainText('realistic continuous current');
    const measured = await page.getByTestId('battery-current').innerText();
    // another capacity is another pack: nothing is known of it
    await type(page, 'battery.capacityAh', '3.6');
    await expect(page.getByTestId('known-pack-health')).toHaveCount(0);
    await expect(page.getByTestId('battery-current')).not.toHaveText(measured);
    // a fan, its ESC from a label with a supply of 5 V 3 A: linear or switching is asked, not denied
    const fan = await kept(JET);
    await page.goto(`${stage.server.address}/match/${fan}`);
    await ready(page);
    await label(page, 'esc', '60A 2-6S BEC 5V 3A');
    await saved(page);
    const { esc } = await documentOf(fan);
    assert.deepEqual([esc?.becV, esc?.becA, esc?.becKind ?? null], [5, 3, null]);
    await page.goto(`${stage.server.address}/sheet/${fan}`);
    await ready(page);
    await expect(page.locator('main')).not.toContainText('no supply of its own');
    // a boat whose motor has neither size nor weight: what is not known is said first, and nothing holds everything
    const { massKg: _unknown, ...bare } = BOAT.motor;
    const pond = await kept({ ...BOAT, motor: bare });
    await page.goto(`${stage.server.address}/match/${pond}`);
    await ready(page);
    await whole(page);
    await expect(page.locator('main')).toContainText(/weigh|size on (its|the) label/i);
    await expect(page.getByTestId('put-right')).not.toContainText('everything holds');
    assert.deepEqual(errors, []);
    await page.context().close();
  }
);

test('on a phone: a craft made, a label typed, its sheet read; nothing typed is lost by leaving the page', async () => {
  const { page, errors } = await openPage(stage.browser, {
    viewport: { width: 390, height: 844 },
    hasTouch: true
  });
  const id = await newCraft(page, { 'craft-name': 'Pipit', 'craft-mass': '0.95' });
  await label(page, 'motor', '2820 920KV');
  await saved(page);
  const { motor, craft } = await documentOf(id);
  assert.equal(craft.massKg, 0.95);
  assert.match(motor.name ?? '', /2820/);
  assert.equal(motor.kvRpmPerVolt, 920);
  await oneAnswer(page, id);
  assert.deepEqual(errors, []);
  await page.context().close();
});
