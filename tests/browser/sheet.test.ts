/** The build sheet: printed, drawn, edited, carried on paper and read back. */
import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import type { Page } from '@playwright/test';
import type { StoredSetup } from '../../src/lib/core/document/stored.ts';
import { withoutKnown } from '../../src/lib/core/model/known.ts';
import type { BuildSheet } from '../../src/lib/core/sheet/sheet.ts';
import { seriousInBoth } from '../helpers/axe.ts';
import { expect, openPage, ready } from '../helpers/browser.ts';
import { setStage } from '../helpers/stage.ts';
import { nightly, some } from '../helpers/extent.ts';

const stage = setStage();
const api = async (path: string): Promise<unknown> =>
  (await fetch(`${stage.server.address}/api/v1/${path}`)).json();
const open = async (page: Page, id: number): Promise<void> => {
  await page.goto(`${stage.server.address}/sheet/${id}`);
  await ready(page);
  await page.locator('[data-ready=true]').waitFor();
};
const kept = (page: Page): Promise<void> => expect(page.getByTestId('saved')).toHaveText('saved');

/** Pages of a PDF: the count at the root of its tree of pages. */
const pagesOf = (pdf: Buffer): number =>
  Math.max(...[...pdf.toString('latin1').matchAll(/\/Count (\d+)/g)].map((m) => Number(m[1])));

test('each demo craft’s sheet prints on two pages at most, A4 and Letter, without what is only for the screen', async () => {
  const { page, errors } = await openPage(stage.browser);
  const setups = (await api('setups')) as StoredSetup[];
  const inUse = setups.filter((s) => s.inUse);
  assert.equal(inUse.length, 8);
  for (const { id, document } of some(inUse, 3)) {
    await open(page, id);
    for (const paper of ['A4', 'letter']) {
      await page.getByTestId('paper-size').selectOption(paper);
      const pdf = await page.pdf({ preferCSSPageSize: true });
      const pages = pagesOf(pdf);
      assert.ok(pages >= 1 && pages <= 2, `${document.craft.name} on ${paper}: ${pages} pages`);
    }
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByTestId('paper')).toBeVisible();
    await expect(page.getByTestId('print')).toBeHidden();
    await expect(page.getByTestId('sheet-tab-wiring')).toBeHidden();
    await page.emulateMedia({ media: null });
  }
  assert.deepEqual(errors, []);
  await page.close();
});

test('no words of a drawing overlap or leave their box, as the browser measures them, for every setup of the demo', async () => {
  const { page } = await openPage(stage.browser);
  for (const { id } of some((await api('setups')) as StoredSetup[], 5)) {
    await open(page, id);
    await page.evaluate(() => document.fonts.ready);
    const wrong = await page.evaluate(() => {
      const svg = document.querySelector('[data-testid=schematic]') as SVGSVGElement;
      const frame = svg.getBoundingClientRect();
      const words = [...svg.querySelectorAll('text')].map((t) => ({
        id: t.getAttribute('data-label') ?? '',
        r: t.getBoundingClientRect()
      }));
      const boxes = [...svg.querySelectorAll('rect')].map((b) => b.getBoundingClientRect());
      const out: string[] = [];
      words.forEach(({ id, r }, k) => {
        if (r.left < frame.left - 1 || r.right > frame.right + 1 || r.bottom > frame.bottom + 1)
          out.push(`${id} leaves the drawing`);
        words.slice(k + 1).forEach((o) => {
          // lines of one text may touch: their rectangles are as high as the type, not as its letters
          if (
            r.left < o.r.right - 1 &&
            o.r.left < r.right - 1 &&
            r.top < o.r.bottom - 3 &&
            o.r.top < r.bottom - 3
          )
            out.push(`${id} meets ${o.id}`);
        });
        for (const b of boxes) {
          const meets =
            r.left < b.right - 1 && b.left < r.right - 1 && r.top < b.bottom - 3 && b.top < r.bottom - 3;
          const inside =
            r.left >= b.left && r.right <= b.right && r.top >= b.top - 2 && r.bottom <= b.bottom + 2;
          if (meets && !inside) out.push(`${id} crosses a box`);
        }
      });
      return out;
    });
    assert.deepEqual(wrong, [], `setup ${id}`);
  }
  await page.close();
});

test('wiring is decided beside the paper: a gauge, another plug; drawing, list and findings follow, the edit is kept and undone', async () => {
  const { page, errors } = await openPage(stage.browser);
  await open(page, 1);
  await expect(page.getByTestId('schematic')).toContainText('gauge 12, 15 cm');
  await page.getByTestId('gauge-pack-lead-16').click();
  await expect(page.getByTestId('schematic')).toContainText('gauge 16, 15 cm');
  await kept(page);
  assert.equal(((await api('setups/1')) as StoredSetup).document.wiring?.gaugeAwg, 16);
  await page.getByTestId('esc.connector').selectOption('bullets-4');
  await expect(page.getByTestId('sheet-findings')).toContainText('plugs that fit each other');
  await expect(page.getByTestId('schematic')).toContainText('adapter');
  await page.getByTestId('wiring.adapter').selectOption('fitted');
  await expect(page.getByTestId('sheet-findings')).not.toContainText('plugs that fit each other');
  await page.getByTestId('wiring.leadLengthM').fill('0,6');
  await page.getByTestId('wiring.leadLengthM').press('Enter');
  await expect(page.getByTestId('paper')).toContainText('1000 µF');
  await page.getByTestId('wiring.fuseA').fill('-3');
  await page.getByTestId('wiring.fuseA').press('Enter');
  await expect(page.getByTestId('wrong-wiring.fuseA')).toContainText('more than 0');
  await kept(page);
  for (let k = 0; k < 4; k++) {
    await page.getByTestId('undo').click();
    await page.waitForTimeout(100);
  }
  await expect(page.getByTestId('schematic')).toContainText('gauge 12, 15 cm');
  const svg = await Promise.all([page.waitForEvent('download'), page.getByTestId('drawing-svg').click()]);
  const drawn = readFileSync(await svg[0].path(), 'utf8');
  assert.match(drawn, /^<svg[^>]*xmlns="http:\/\/www\.w3\.org\/2000\/svg"/);
  assert.match(drawn, /gauge 12, 15 cm/);
  const png = await Promise.all([page.waitForEvent('download'), page.getByTestId('drawing-png').click()]);
  assert.equal(
    readFileSync(await png[0].path())
      .subarray(1, 4)
      .toString(),
    'PNG'
  );
  assert.deepEqual(errors, []);
  await page.close();
});

test('the receiver: loads are listed, a pack of its own is taken with its grams and flights, servos that cannot stand it say so', async () => {
  const { page, errors } = await openPage(stage.browser);
  await open(page, 4);
  await page.getByTestId('sheet-tab-receiver').click();
  const sum = page.getByTestId('receiver-sum');
  const before = await sum.innerText();
  await page.getByTestId('add-load-kind').selectOption('servo standard');
  await page.getByTestId('add-load').click();
  await expect(sum).not.toHaveText(before);
  await expect(page.getByTestId('schematic')).toContainText('standard servo');
  // two lithium cells straight to servos for 6 V
  const lipo = page.locator('[data-testid^="supply-own-lipo"]').first();
  await expect(lipo).toContainText('over volts at servos and receiver');
  await page.locator('[data-testid^="take-supply-own-nimh"]').first().click();
  await expect(page.getByTestId('supply-present')).toContainText('own pack, 4 × NiMH');
  await expect(page.getByTestId('supply-present')).toContainText(/\d+ flights? a charge/);
  await expect(page.getByTestId('schematic')).toContainText('pack of its own');
  await expect(page.getByTestId('schematic')).toContainText(/middle ?pin/);
  await expect(page.getByTestId('paper')).toContainText('Lift the middle pin out of the plug');
  await kept(page);
  await page.getByTestId('drop-load-2').click();
  await expect(sum).toContainText('All moving');
  assert.deepEqual(errors, []);
  await page.close();
});

test('balance: masses are typed and moved by keys, the pack is put where it belongs, the paper says it', async () => {
  const { page, errors } = await openPage(stage.browser);
  await open(page, 4);
  await page.getByTestId('sheet-tab-balance').click();
  await expect(page.getByTestId('balance-board')).toContainText('Weigh the craft without its pack');
  await page.getByTestId('add-mass-kind').selectOption('mass');
  await page.getByTestId('add-mass').click();
  const type = async (id: string, text: string): Promise<void> => {
    await page.getByTestId(id).fill(text);
    await page.getByTestId(id).press('Enter');
  };
  await type('craft.balance.items.0.massKg', '1200');
  await type('craft.balance.items.0.atM', '420');
  await page.getByTestId('add-mass-kind').selectOption('battery');
  await page.getByTestId('add-mass').click();
  await type('craft.balance.items.1.atM', '150');
  await type('craft.balance.pointM', '380');
  const says = page.getByTestId('balance-says');
  await expect(says).toContainText('The pack belongs');
  await page.getByTestId('mass-1').focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByTestId('craft.balance.items.1.atM')).toHaveValue('155');
  await page.getByTestId('move-pack').click();
  await expect(says).toContainText('where they should');
  await expect(page.getByTestId('sheet-balance')).toContainText('wanted 380 mm');
  await kept(page);
  assert.deepEqual(errors, []);
  await page.close();
});

test('a caution that was read is folded, stays so, and stands on the paper all the same', async () => {
  const { page } = await openPage(stage.browser);
  await open(page, 10);
  await page.getByTestId('sheet-tab-cautions').click();
  const panel = page.getByTestId('cautions-panel');
  const one = panel.getByTestId('caution-props-off');
  await one.getByRole('button').click();
  await expect(one).toHaveAttribute('data-read', 'true');
  await open(page, 10);
  await page.getByTestId('sheet-tab-cautions').click();
  await expect(panel.getByTestId('caution-props-off')).toHaveAttribute('data-read', 'true');
  await expect(page.getByTestId('paper').getByTestId('caution-props-off')).toContainText(
    'Take the propellers off'
  );
  // there is no way to take one away
  const all = await panel.locator('li').count();
  assert.equal(await page.getByTestId('paper').locator('[data-testid^="caution-"]').count(), all);
  await page.close();
});

test('cautions stand at their act too: the first power-up at its stage, charging after a run; one that was read is folded there', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/test/1`);
  await ready(page);
  await page.getByTestId('stage-without').click();
  const power = page.getByTestId('cautions-of-setup');
  await expect(power).toContainText('Switch the transmitter off');
  await power.getByTestId('caution-failsafe').getByRole('button').click();
  await expect(power.getByTestId('caution-failsafe')).toHaveAttribute('data-read', 'true');
  // what the plan says at the stage is not said twice
  const plan = await page.getByTestId('cautions').locator('li').allInnerTexts();
  const more = await power.locator('li').allInnerTexts();
  for (const text of plan) assert.ok(!more.some((m) => m.includes(text)), text);
  await page.goto(`${stage.server.address}/test/4`);
  await ready(page);
  await page.locator('[data-testid^="run-"]').first().click();
  await expect(page.getByTestId('cautions-of-charging')).toContainText('Charge at LiPo');
  assert.deepEqual(errors, []);
  await page.close();
});

test('the paper is a backup: a picture of its square code is imported, or its text; what is no code is told', async () => {
  const { page } = await openPage(stage.browser);
  await open(page, 14);
  const picture = await page.getByTestId('square-code').first().screenshot();
  const { carried, document } = (await api('setups/14/sheet.json')) as BuildSheet;
  await page.goto(stage.server.address);
  await ready(page);
  await page.getByTestId('import-craft').click();
  const file = page.getByTestId('craft-file');
  await file.setInputFiles({ name: 'blank.png', mimeType: 'image/png', buffer: await page.screenshot() });
  await expect(page.getByTestId('craft-import-problem')).toContainText('There is no code of a sheet in this');
  await file.setInputFiles({ name: 'sheet.png', mimeType: 'image/png', buffer: picture });
  await expect(page.getByTestId('craft-import-plan')).toContainText('Coot');
  await page.getByTestId('craft-code').fill(carried[0].slice(0, 200));
  await page.getByTestId('craft-code-read').click();
  await expect(page.getByTestId('craft-import-problem')).toContainText('not as it was printed');
  await page.getByTestId('craft-code').fill(carried.join('\n'));
  await page.getByTestId('craft-code-read').click();
  await page.getByTestId('craft-import-apply').click();
  await expect(page.getByTestId('craft-import-done')).toBeVisible();
  const stored = (await api('setups')) as StoredSetup[];
  const imported = stored.find((s) => s.id === Math.max(...stored.map((x) => x.id)));
  // what this shelf knows of a pack by that name is not on the paper
  assert.ok(imported);
  assert.deepEqual(withoutKnown(imported.document), document);
  await page.close();
});

test('the sheet as JSON and Markdown is the command’s: by route, by page and by hand', async () => {
  const { page } = await openPage(stage.browser);
  await open(page, 8);
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByTestId('sheet-md').click()]);
  const text = readFileSync(await download.path(), 'utf8');
  assert.match(text, /^# Stint: Courier/);
  const sheet = (await api('setups/8/sheet.json')) as BuildSheet;
  const root = join(import.meta.dirname, '..', '..');
  const run = (form: string): string =>
    execFileSync(process.execPath, ['scripts/command.mjs', 'sheet', '-', form], {
      cwd: root,
      input: JSON.stringify(sheet.document),
      encoding: 'utf8'
    });
  const own = JSON.parse(run('json')) as BuildSheet;
  assert.deepEqual(own.figures, sheet.figures);
  assert.deepEqual(own.carried, sheet.carried);
  // the command knows no shelf and no revision; all else is as the route has it
  const figures = (t: string): string[] => t.split('\n').filter((l) => /^\| (pack amps|thrust|time)/.test(l));
  assert.deepEqual(figures(run('md')), figures(text));
  await page.close();
});

nightly(
  'the sheet has no serious finding of accessibility, light and dark; a setup that cannot be worked out says why',
  async () => {
    const { page } = await openPage(stage.browser);
    await open(page, 6);
    for (const tab of ['receiver', 'balance', 'cautions', 'wiring']) {
      await page.getByTestId(`sheet-tab-${tab}`).click();
      if (tab === 'wiring') assert.deepEqual(await seriousInBoth(page), []);
      else await expect(page.getByTestId(/-(panel|board)$/)).toBeVisible();
    }
    assert.equal((await page.goto(`${stage.server.address}/sheet/99999`))?.status(), 404);
    await page.close();
  }
);
