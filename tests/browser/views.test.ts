/**
 * The views, the main ones on each run and all of them by night, each opened once and looked at from all sides: by keys past the header, nothing cut off sideways, no serious finding of
 * accessibility in light and dark, every text legible and what is pressed large enough, at up to five widths; and nothing asked
 * of another machine.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Page } from '@playwright/test';
import { seriousInBoth } from '../helpers/axe.ts';
import { expect, openPage, ready, whole } from '../helpers/browser.ts';
import { illegible, tooSmall } from '../helpers/legible.ts';
import { setStage } from '../helpers/stage.ts';
import { LONG, some } from '../helpers/extent.ts';

const stage = setStage();

const click = (id: string) => async (page: Page) => {
  await page.getByTestId(id).first().click();
  await page.waitForTimeout(200);
};
/** A change of a kind, worked out. */
const changedBy = (kind: string) => async (page: Page) => {
  await page.getByTestId(`kind-${kind}`).click();
  await page.waitForTimeout(200);
  await page.locator('[data-settled=true]').waitFor({ timeout: 60_000 });
};
/** A file whose columns are partly known and of which a line is broken. */
async function fileOfMeter(page: Page): Promise<void> {
  await page.getByTestId('source-file').click();
  const rows = Array.from({ length: 40 }, (_, k) => `${k / 10},${(16 - k / 100).toFixed(2)},${10 + k},x${k}`);
  await page.getByTestId('run-file').setInputFiles({
    name: 'a day at the lake.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      `time (s),pack voltage (V),a long name of the current (A),remark\n${rows.join('\n')}\n9\n`
    )
  });
  await page.getByTestId('file-keep').waitFor();
}
/** Views with what is opened over them; an aeroplane, a fan, a multirotor and both kinds of boat. */
const VIEWS: readonly [name: string, path: string, ...((page: Page) => Promise<void>)[]][] = [
  ['hangar', '/'],
  ['a new craft', '/', click('new-craft')],
  ['aeroplane', '/match/1'],
  ['every figure of a motor', '/match/1', click('more-motor'), click('more-battery'), click('more-esc')],
  ['a maker’s table', '/shelf', click('makers-table-open')],
  ['speed of a fan', '/match/8', click('tab-speed')],
  ['payload of a multirotor', '/match/10', click('tab-payload')],
  ['workboat', '/match/14', click('tab-heat')],
  ['racing boat', '/match/16', click('tab-discharge')],
  ['what matters', '/match/4', click('tab-sensitivity')],
  ['brief', '/match/1', click('brief-open')],
  ['what to buy', '/match/1', click('shopping-open')],
  [
    'fit what is free',
    '/match/1',
    click('fit-free'),
    async (page) => page.getByTestId('fitting-0').waitFor()
  ],
  ['compare', '/match/1', click('compare')],
  ['the plan of a test', '/test/1'],
  ['a scale', '/test/17', click('stage-run-1'), click('source-typed'), click('instrument-scale')],
  ['a file of a meter', '/test/1', click('stage-throttle-100'), fileOfMeter],
  ['a meter', '/test/1', click('stage-throttle-100'), click('source-serial')],
  [
    'the log',
    '/test/1/log',
    async (page) => page.getByTestId('log-list').locator('button').first().click(),
    click('note-keep')
  ],
  [
    'a series',
    '/test/1/series',
    async (page) => {
      await page.getByTestId('label-propulsor').fill('11x6');
      await page.getByTestId('label-propulsor').press('Enter');
      await page.getByTestId('start').waitFor();
    }
  ],
  [
    'life of a pack',
    '/shelf',
    click('kind-battery'),
    async (page) =>
      page
        .getByRole('button', { name: /^life of/ })
        .first()
        .click(),
    async (page) => page.getByTestId('remind-what').waitFor()
  ],
  ['a motor by a drill', '/shelf', click('motor-test-open'), click('way-drill')],
  ['motors', '/shelf', click('kind-motor')],
  ['a part', '/shelf', click('kind-motor'), click('new-part')],
  [
    'find',
    '/find/14',
    async (page) => {
      await page.locator('[data-searching=false]').waitFor();
      await page.getByTestId('nearest').waitFor();
      await page.getByTestId('line-0').click();
      await page.getByTestId('chosen-findings').waitFor();
    }
  ],
  ['find where nothing fits', '/find/16', async (page) => page.getByTestId('nearest').waitFor()],
  ['another propeller', '/change/1', changedBy('propulsor')],
  ['lower KV in software', '/change/10', changedBy('output-limit')],
  ['a boat re-powered', '/change/16', changedBy('repower')],
  ['a build sheet', '/sheet/6'],
  ['what feeds the receiver', '/sheet/16', click('sheet-tab-receiver')],
  ['balance', '/sheet/12', click('sheet-tab-balance')],
  ['cautions', '/sheet/1', click('sheet-tab-cautions')],
  ['help', '/help/6/bigger-propeller', click('exercise-check')],
  ['settings', '/settings'],
  ['backups and trash', '/settings/backups']
];

/** From a screen on a wall to a phone. */
const SIZES: readonly [width: number, height: number][] = [
  [1920, 1080],
  [1280, 800],
  [1024, 768],
  [820, 1180],
  [390, 844]
];

/** Widths that every view is read at: the narrowest, where words run out of room first, and more where that is asked. */
const EVERYWHERE: readonly number[] = LONG ? [1280, 820, 390] : [390];
/** Widths that the main views are read at: a screen and a phone, and a tablet and more where that is asked. */
const MAIN_WIDTHS: readonly number[] = LONG ? SIZES.map(([width]) => width) : [390];
/** Views that are read at all of those. */
const MAIN: readonly string[] = [
  'hangar',
  'aeroplane',
  'payload of a multirotor',
  'racing boat',
  'find',
  'another propeller',
  'the plan of a test',
  'a build sheet',
  'help',
  'motors',
  'settings',
  'backups and trash',
  'the log'
];

/** Views whose structure and colours are looked at on each run; the others of the main ones by night. */
const LOOKED_THROUGH: readonly string[] = some(
  ['aeroplane', 'settings', 'hangar', 'motors', 'payload of a multirotor', 'racing boat', 'find'],
  3
);

/** Looks at most, and between them, ms: charts follow a new width with the next frame, or later on a busy machine. */
const MOST_LOOKS = 20;
const BETWEEN_MS = 150;

/** What is wrong with the page once it has come to rest at its new width: what stays wrong. */
async function atRest(page: Page, width: number): Promise<string[]> {
  let wrong: string[] = [];
  for (let look = 0; look < MOST_LOOKS; look++) {
    await page.waitForTimeout(BETWEEN_MS);
    wrong = [
      ...(await illegible(page)).map(({ what, where }) => `${what}, ${where}`),
      ...(await beyond(page, width))
    ];
    if (width === 390) wrong.push(...(await tooSmall(page)));
    if (wrong.length === 0) break;
  }
  return wrong;
}

/** What is wider than the window, and what is entered or asked that lies on another. */
async function beyond(page: Page, width: number): Promise<string[]> {
  const { wide, overlapping } = await page.evaluate(() => {
    const shown = [...document.querySelectorAll('main input[data-testid], main button[data-why]')]
      .map((e) => ({ id: e.getAttribute('data-testid'), r: e.getBoundingClientRect() }))
      .filter(({ r }) => r.width > 0);
    const on = (a: DOMRect, b: DOMRect): boolean =>
      a.left < b.right - 1 && b.left < a.right - 1 && a.top < b.bottom - 1 && b.top < a.bottom - 1;
    return {
      wide: document.documentElement.scrollWidth,
      overlapping: shown.flatMap((a, k) =>
        shown
          .slice(k + 1)
          .filter((b) => on(a.r, b.r))
          .map((b) => `${a.id} lies on ${b.id}`)
      )
    };
  });
  return [...(wide > width ? [`the page is ${wide} px wide`] : []), ...overlapping];
}

/** The first key leads past the header. */
async function skips(page: Page): Promise<void> {
  await page.keyboard.press('Tab');
  await expect(page.getByTestId('skip')).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.locator('#main')).toBeFocused();
}

/** Match stands on one screen, with what is worked with in sight. */
async function onOneScreen(page: Page, height: number): Promise<void> {
  const high = await page.evaluate(() => document.documentElement.scrollHeight);
  assert.ok(high <= height, `${page.url()}: ${high} px high`);
  for (const id of ['throttle-chart', 'ledger', 'useful', 'propulsor.diameterM'])
    await expect(page.getByTestId(id)).toBeInViewport();
}

test('the main views and some others: by keys, on one screen, without a serious finding, legible, and of this machine alone', async () => {
  const wrong: string[] = [];
  const asked = new Set<string>();
  const { page } = await openPage(stage.browser);
  page.on('request', (request) => void asked.add(new URL(request.url()).origin));
  const main = VIEWS.filter(([name]) => MAIN.includes(name));
  const others = VIEWS.filter(([name]) => !MAIN.includes(name));
  for (const [name, path, ...acts] of [...main, ...some(others, 5)]) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(stage.server.address + path);
    await ready(page);
    await skips(page);
    if (path.startsWith('/match/')) await onOneScreen(page, 800);
    wrong.push(...(await beyond(page, 1280)).map((text) => `${name} at 1280: ${text}`));
    if (path === '/match/1') await whole(page);
    for (const act of acts) await act(page);
    if (LOOKED_THROUGH.includes(name))
      wrong.push(...(await seriousInBoth(page)).map((text) => `${name}: ${text}`));
    const widths = MAIN.includes(name) ? MAIN_WIDTHS : EVERYWHERE;
    for (const [width, height] of SIZES.filter(([w]) => widths.includes(w))) {
      await page.setViewportSize({ width, height });
      wrong.push(...(await atRest(page, width)).map((text) => `${name} at ${width}: ${text}`));
    }
  }
  await page.close();
  assert.deepEqual([...new Set(wrong)], []);
  assert.deepEqual(
    [...asked].filter((origin) => origin !== 'null'),
    [stage.server.address]
  );
});

test('the measure finds what it is for', async () => {
  const { page } = await openPage(stage.browser, { viewport: { width: 390, height: 844 } });
  await page.setContent(`<body style="font-size:14px">
    <p style="width:60px;overflow:hidden;white-space:nowrap" data-testid="a">a sentence that is cut off</p>
    <div style="width:60px;white-space:nowrap" data-testid="b">a label that runs out</div>
    <p style="font-size:9px" data-testid="c">small print</p>
    <input style="width:40px" value="a value that is cut" data-testid="d" />
    <p style="position:absolute;left:370px;white-space:nowrap" data-testid="e">beyond the edge</p>
    <p data-testid="f">well</p><button style="height:20px" data-testid="g">press</button></body>`);
  const found = (await illegible(page)).map(({ what, where }) => `${where.split(':')[0]} ${what}`);
  assert.deepEqual(found.sort(), [
    'a cut off',
    'a runs out of its box',
    'b runs out of its box',
    'c small',
    'd cut in its field',
    'e outside the window'
  ]);
  assert.deepEqual(await tooSmall(page), ['d: 21 px, 40 are wanted', 'g: 20 px, 40 are wanted']);
  await page.close();
});
