/** Every room and every kind of craft in the real interface. */
import assert from 'node:assert/strict';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { gzipSync } from 'node:zlib';
import type { Page } from '@playwright/test';
import { expect, numberIn, openPage, ready, saved } from '../helpers/browser.ts';
import { root } from '../helpers/server.ts';
import { setStage } from '../helpers/stage.ts';
import { some } from '../helpers/extent.ts';

const stage = setStage();

/** Opens a craft from the hangar by its name. */
async function openCraft(page: Page, name: string): Promise<void> {
  await page.goto(stage.server.address);
  await ready(page);
  await page.getByTestId(`craft-${name}`).getByRole('link').first().click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(name);
  await ready(page);
}

/** Each craft's story as the findings tell it, a figure that belongs to its kind, and a chart it has. */
const STORIES: [
  name: string,
  finding: string,
  says: RegExp,
  reading: string,
  low: number,
  high: number,
  chart: string
][] = [
  ['Dunlin', 'thrust-to-weight', /over/, 'top', 20, 35, 'speed'],
  ['Reedling', 'time', /tight/, 'time-cruise', 60, 130, 'discharge'],
  ['Godwit', 'lead-length', /tight/, 'stall', 7, 12, 'throttle'],
  ['Stint', 'esc-current', /over/, 'top', 35, 60, 'heat'],
  ['Gnat', 'time', /over/, 'hover-throttle-reading', 25, 50, 'payload'],
  ['Bittern', 'hover-throttle', /over/, 'hover-current', 50, 110, 'payload'],
  ['Coot', 'motor-temperature', /over/, 'boat-slip', 20, 75, 'speed'],
  ['Teal', 'motor-power', /over/, 'boat-rpm', 20000, 31000, 'speed']
];

for (const [name, finding, says, reading, low, high, chart] of some(STORIES, 3)) {
  test(`${name} opens with sensible figures and the finding that makes its story clear`, async () => {
    const { page, errors } = await openPage(stage.browser);
    await openCraft(page, name);
    await expect(page.getByTestId(`finding-${finding}`)).toHaveAttribute('data-finding', says);
    const value = numberIn(await page.getByTestId('craft-readings').getByTestId(reading).textContent());
    assert.ok(value >= low && value <= high, `${reading} is ${value}`);
    await page.getByTestId(`tab-${chart}`).click();
    await expect(page.getByTestId(`${chart}-chart`)).toBeVisible();
    assert.deepEqual(errors, []);
    await page.close();
  });
}

test('by keyboard alone: open a craft, step the propeller up twice, read the finding, apply its remedy, undo', async () => {
  const { page } = await openPage(stage.browser);
  await page.goto(stage.server.address);
  await ready(page);
  const tabTo = async (reached: () => Promise<boolean>): Promise<void> => {
    // Tab goes round the whole page: longer than its number of stops, wherever a redrawn list left the focus
    for (let k = 0; k < 400; k++) {
      await page.keyboard.press('Tab');
      if (await reached()) return;
    }
    assert.fail('400 presses of Tab did not reach it');
  };
  const focused = (script: string) =>
    page.evaluate(`(() => { const e = document.activeElement; return ${script}; })()`) as Promise<boolean>;
  await tabTo(() => focused(`e.tagName === 'A' && e.textContent.includes('Dunlin')`));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Dunlin');
  await ready(page);
  await tabTo(() => focused(`e.dataset.testid === 'propulsor.diameterM'`));
  await page.keyboard.press('ArrowUp');
  await expect(page.getByTestId('propulsor.diameterM')).toHaveValue('12');
  await page.keyboard.press('ArrowUp');
  await expect(page.getByTestId('propulsor.diameterM')).toHaveValue('13');
  const finding = page.getByTestId('finding-esc-current');
  await expect(finding).toHaveAttribute('data-finding', 'over');
  // what puts the whole right comes before the finding and lengthens the way
  await expect(page.getByTestId('put-right-0')).toBeVisible();
  await tabTo(() =>
    focused(`e.closest('[data-testid="finding-esc-current"]') !== null && e.dataset.testid === undefined`)
  );
  await page.keyboard.press('Enter');
  await expect(finding.getByTestId('working')).toBeVisible();
  await expect(page.getByTestId('remedy-esc-current').first()).toBeVisible();
  await tabTo(() => focused(`e.dataset.testid === 'remedy-esc-current'`));
  await page.keyboard.press('Enter');
  await expect(finding).toHaveAttribute('data-finding', 'holds');
  await saved(page);
  for (const size of ['13', '12', '11']) {
    await page.keyboard.press('Control+z');
    await expect(page.getByTestId('propulsor.diameterM')).toHaveValue(size);
  }
  await page.close();
});

test('why: w on a focused figure opens its derivation, a press does too, Escape closes it', async () => {
  const { page } = await openPage(stage.browser);
  await openCraft(page, 'Reedling');
  for (const id of ['battery-current', 'thrust', 'rpm', 'motor-efficiency']) {
    await page.getByTestId(id).focus();
    await page.keyboard.press('w');
    await expect(page.getByTestId('why')).toContainText('=');
    await page.keyboard.press('Escape');
    await expect(page.getByTestId('why')).toHaveCount(0);
  }
  // no reading on the screen lacks one
  const without = await page.evaluate(
    () => [...document.querySelectorAll('[data-why]')].filter((e) => !e.getAttribute('data-why')).length
  );
  assert.equal(without, 0);
  for (const reading of await page.locator('[data-why]').all()) {
    await reading.click();
    await expect(page.getByTestId('why')).toBeVisible();
  }
  // on a phone the findings stand far below: the answer comes to the figure
  await page.keyboard.press('Escape');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByTestId('battery-current').click();
  await expect(page.getByTestId('why')).toBeInViewport();
  await page.close();
});

test('at part throttle every figure is of that point, and the setup’s place in the list stays its worst case', async () => {
  const { page } = await openPage(stage.browser);
  await openCraft(page, 'Dunlin');
  const listed = page.getByTestId('setups').locator('[aria-current] .figure');
  const before = await listed.textContent();
  const full = numberIn(await page.getByTestId('thrust-to-weight').textContent());
  await page.getByTestId('look-throttle').fill('0.6');
  await expect(page.getByTestId('thrust-to-weight')).not.toContainText(String(full));
  const grams = numberIn(await page.getByTestId('thrust').textContent());
  const ratio = numberIn(await page.getByTestId('thrust-to-weight').textContent());
  // both are written to the digits of their bands
  assert.ok(Math.abs(grams / 3300 / ratio - 1) < 0.05, `${grams} g and ${ratio} of 3.3 kg`);
  assert.equal(await listed.textContent(), before);
  await page.close();
});

test('server and worker give the same figures to the last digit, for a craft of every kind', async () => {
  const still = await openPage(stage.browser, { javaScriptEnabled: false });
  const live = await openPage(stage.browser);
  const figures = (page: Page) =>
    page
      .locator('[data-why], [data-finding] > button, [data-rail]')
      .evaluateAll((all) => all.map((e) => (e.textContent ?? '').replace(/\s+/g, ' ').trim()));
  for (const id of [4, 8, 12, 16]) {
    await still.page.goto(`${stage.server.address}/match/${id}`);
    const fromServer = await figures(still.page);
    await live.page.goto(`${stage.server.address}/match/${id}`);
    await ready(live.page);
    // there and back again: the worker draws it anew
    await live.page.getByTestId('look-throttle').fill('0.5');
    await expect(live.page.getByTestId('point-title')).toContainText('50');
    await live.page.getByTestId('look-throttle').fill('1');
    await expect(live.page.getByTestId('point-title')).toContainText('Full throttle');
    await expect.poll(() => figures(live.page), { message: `setup ${id}` }).toEqual(fromServer);
    assert.ok(fromServer.length > 20, `${fromServer.length} figures`);
  }
  await still.page.close();
  await live.page.close();
});

test('w on a field tells where its figure comes from; a rail opens the working behind it', async () => {
  const { page } = await openPage(stage.browser);
  await openCraft(page, 'Reedling');
  const kv = page.getByTestId('motor.kvRpmPerVolt');
  const before = await kv.inputValue();
  await kv.focus();
  await page.keyboard.press('w');
  await expect(page.getByTestId('why')).toContainText('k = 60 / (2π KV)');
  await expect(page.getByTestId('why')).toContainText('±4.5 %');
  await expect(kv).toHaveValue(before);
  await page.keyboard.press('Escape');
  await page.getByTestId('tab-sensitivity').click();
  await page.getByTestId('unknown-kv').click();
  await expect(page.getByTestId('why')).toContainText('What KV does');
  await page.keyboard.press('Escape');
  await page.getByTestId('rail-esc-current').click();
  await expect(page.getByTestId('finding-esc-current').getByTestId('working')).toBeVisible();
  await page.getByTestId('rail-pack-current').focus();
  await page.keyboard.press('w');
  await expect(page.getByTestId('finding-pack-current').getByTestId('working')).toBeVisible();
  await page.close();
});

test('a jet shows its fan: jet speed, air, thrust per watt, tip speed, each with its derivation', async () => {
  const { page } = await openPage(stage.browser);
  await openCraft(page, 'Stint');
  const jet = numberIn(await page.getByTestId('jet-speed').textContent());
  assert.ok(jet > 40 && jet < 90, `jet ${jet} m/s`);
  for (const id of ['jet-speed', 'fan-flow', 'fan-loading', 'fan-tip']) {
    await page.getByTestId(id).click();
    await expect(page.getByTestId('why')).toContainText('=');
  }
  await page.close();
});

test('a label as people write it is read aloud and taken; the other reading is one key away', async () => {
  const { page } = await openPage(stage.browser);
  await openCraft(page, 'Godwit');
  const label = page.getByTestId('label-battery');
  await label.fill('4S 5000 40C blue');
  await expect(page.getByTestId('reading-battery')).toContainText('read as 4 cells, 40 C, 5000 mAh');
  await expect(page.getByTestId('reading-battery')).toContainText('not understood: blue');
  await expect(page.getByTestId('reading-battery')).toContainText('will be estimated: resistance of a cell');
  await label.press('Enter');
  await expect(page.getByTestId('battery.series')).toHaveValue('4');
  await expect(page.getByTestId('battery.capacityAh')).toHaveValue('5');
  await page.getByTestId('label-propulsor').fill('8x4x3');
  await page.getByTestId('label-propulsor').press('Enter');
  await expect(page.getByTestId('propulsor.blades')).toHaveValue('3');
  await page.getByTestId('label-propulsor').fill('80x40');
  await page.getByTestId('label-propulsor').press('~');
  await page.getByTestId('label-propulsor').press('Enter');
  await expect(page.getByTestId('propulsor.diameterM')).toHaveValue('3.1496');
  await page.close();
});

test('a new craft from a purpose: three figures, a setup with its estimates named', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(stage.server.address);
  await ready(page);
  await page.getByTestId('new-craft').click();
  await page.getByTestId('craft-make').click();
  // all that is wrong is named, each at its field
  await expect(page.getByTestId('craft-name-wrong')).toHaveText('name is empty; give one.');
  await expect(page.getByTestId('craft-mass-wrong')).toHaveText(/^all-up weight is not given/);
  await page.getByTestId('craft-name').fill('Avocet');
  await page.getByTestId('craft-mass').fill('1,1');
  await page.getByTestId('craft-size').fill('11');
  await page.getByTestId('craft-make').click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Avocet');
  await expect(page.getByTestId('estimates')).toContainText('winding resistance');
  assert.ok(numberIn(await page.getByTestId('thrust').textContent()) > 500);
  assert.deepEqual(errors, []);
  await page.goto(stage.server.address);
  await page.getByRole('button', { name: 'delete Avocet' }).click();
  await expect(page.getByTestId('craft-Avocet')).toHaveCount(0);
  await page.getByTestId('undo-delete-craft').click();
  await expect(page.getByTestId('craft-Avocet')).toHaveCount(1);
  await page.close();
});

test('a craft’s file is imported after saying what it will do, and the import is taken back', async () => {
  const { page, errors } = await openPage(stage.browser);
  const list = (await (await fetch(`${stage.server.address}/api/v1/crafts`)).json()) as {
    id: number;
    name: string;
  }[];
  const teal = list.find((c) => c.name === 'Teal');
  const craft = (await (await fetch(`${stage.server.address}/api/v1/crafts/${teal?.id}`)).json()) as {
    name: string;
  };
  craft.name = 'Shoveler';
  const file = join(stage.server.data, 'shoveler.json');
  writeFileSync(file, JSON.stringify(craft));
  await page.goto(stage.server.address);
  await ready(page);
  await page.getByTestId('import-craft').click();
  await page.getByTestId('craft-file').setInputFiles(file);
  await expect(page.getByTestId('craft-import-plan')).toContainText('Makes the craft Shoveler (boat)');
  await expect(page.getByTestId('craft-Shoveler')).toHaveCount(0);
  await page.getByTestId('craft-import-apply').click();
  await expect(page.getByTestId('craft-Shoveler')).toHaveCount(1);
  await page.getByTestId('craft-import-undo').click();
  await expect(page.getByTestId('craft-Shoveler')).toHaveCount(0);
  const broken = join(stage.server.data, 'broken.json');
  writeFileSync(broken, '{ not json');
  await page.getByTestId('craft-file').setInputFiles(broken);
  await expect(page.getByTestId('craft-import-problem')).toContainText('is not JSON');
  assert.deepEqual(errors, []);
  await page.close();
});

test('setups side by side, one in use; the brief changes the wanted thrust', async () => {
  const { page } = await openPage(stage.browser);
  await openCraft(page, 'Dunlin');
  await page.getByTestId('compare').click();
  await expect(page.getByTestId('comparison')).toContainText('Five cells');
  await expect(page.getByTestId('comparison')).toContainText('propeller');
  await expect(page.getByTestId('better-why')).toContainText('Better for off water');
  await expect(page.getByTestId('better')).toHaveCount(1);
  await page.keyboard.press('Escape');
  await page.getByTestId('brief-open').click();
  const wanted = page.getByTestId('brief').getByTestId('craft.targetThrustToWeight');
  await wanted.fill('0.6');
  await wanted.press('Enter');
  await expect(page.getByTestId('finding-thrust-to-weight')).toHaveAttribute('data-finding', 'holds');
  await page.close();
});

test('settings: another school turns a finding, other units change the figures', async () => {
  const { page } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/settings`);
  await ready(page);
  await page.getByTestId('school-next-size').check();
  await page.getByTestId('unit-thrust').selectOption('oz');
  await expect(page.getByText('43.2 oz')).toBeVisible();
  await openCraft(page, 'Dunlin');
  await page.goto(`${stage.server.address}/match/1`);
  await ready(page);
  await expect(page.getByTestId('thrust')).toContainText('oz');
  await fetch(`${stage.server.address}/api/v1/settings`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ units: {}, schools: {} })
  });
  await page.close();
});

test('Match’s scripts before the first edit stay under 200 kB gzipped, and are asked for once the page is painted', async () => {
  const { page } = await openPage(stage.browser);
  const scripts = new Set<string>();
  page.on('response', (r) => {
    if (new URL(r.url()).pathname.endsWith('.js') && !r.url().includes('worker'))
      scripts.add(new URL(r.url()).pathname);
  });
  const html = await (await fetch(`${stage.server.address}/match/1`)).text();
  assert.match(html, /requestAnimationFrame\(.*then\(\(\) => Promise\.all\(\[import\(/);
  assert.doesNotMatch(html, /rel="(module)?preload"[^>]*\.js/);
  await page.goto(`${stage.server.address}/match/1`);
  await ready(page);
  const total = [...scripts].reduce(
    (sum, path) => sum + gzipSync(readFileSync(join(root, 'build', 'client', path))).length,
    0
  );
  assert.ok(scripts.size > 3 && total < 200_000, `${total} bytes in ${scripts.size} files`);
  await page.close();
});

test('a figure is taken with its unit, as it is typed', async () => {
  const { page } = await openPage(stage.browser);
  await openCraft(page, 'Dunlin');
  for (const [path, typed, shows] of [
    ['esc.continuousA', '50 A', '50'],
    ['craft.massKg', '3200 g', '3.2'],
    ['battery.capacityAh', '4000mAh', '4']
  ] as const) {
    const field = page.getByTestId(path).first();
    await field.fill(typed);
    await field.press('Enter');
    await expect(field).toHaveValue(shows);
  }
  const rating = page.getByTestId('esc.continuousA');
  await rating.fill('fifty');
  await rating.press('Enter');
  await expect(page.getByTestId('wrong-esc.continuousA')).toContainText('fifty');
  await rating.press('Escape');
  await expect(rating).toHaveValue('50');
  for (let k = 0; k < 3; k++) await page.getByTestId('undo').click();
  await expect(rating).toHaveValue('40');
  await saved(page);
  await page.close();
});
