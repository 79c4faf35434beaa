/** `npm run snapshot -- screenshots` refreshes docs/screenshots from the demo data; needs a build and Debian's Chromium. */
import { join } from 'node:path';
import { launch, openPage, ready, whole } from '../../tests/helpers/browser.ts';
import { root, startServer } from '../../tests/helpers/server.ts';
import type { Page } from '@playwright/test';

/** A search that is done, its best one opened. */
async function found(page: Page): Promise<void> {
  await page.getByTestId('nearest').waitFor();
  await page.getByTestId('line-0').click();
  await page.getByTestId('chosen-findings').waitFor();
}

/** A change that is worked out, with what makes it safe. */
const atRest = (page: Page): Promise<void> =>
  page.waitForTimeout(200).then(() => page.locator('[data-settled=true]').waitFor());

const SHOTS: [name: string, path: string, before?: (page: Page) => Promise<void>, options?: object][] = [
  ['hangar', '/'],
  ['match', '/match/1'],
  [
    'match-multirotor-dark',
    '/match/10',
    (page) => page.getByTestId('tab-payload').click(),
    { colorScheme: 'dark' }
  ],
  ['match-boat', '/match/16', (page) => page.getByTestId('tab-speed').click()],
  [
    'fit',
    '/match/1',
    async (page) => {
      await page.getByTestId('fit-free').click();
      await page.getByTestId('fitting-0').waitFor();
    }
  ],
  [
    'match-phone',
    '/match/16',
    async (page) => {
      await whole(page);
      await page.getByTestId('power-path').scrollIntoViewIfNeeded();
      await page.evaluate(() => scrollBy(0, 120));
    },
    { viewport: { width: 390, height: 844 } }
  ],
  ['shelf', '/shelf', (page) => page.getByTestId('kind-motor').click()],
  ['settings', '/settings'],
  ['find', '/find/1', found],
  ['sheet', '/sheet/1'],
  [
    'help',
    '/help/1/cells',
    async (page) => {
      await page.getByTestId('help-knob').fill('5');
      await page.getByTestId('figure-amps').getByText('was').waitFor();
    }
  ],
  [
    'change',
    '/change/10',
    async (page) => {
      await page.getByTestId('change-series-more').click();
      await atRest(page);
    }
  ],
  [
    'change-propeller-dark',
    '/change/1',
    async (page) => {
      await page.getByTestId('kind-propulsor').click();
      await atRest(page);
    },
    { colorScheme: 'dark' }
  ],
  [
    'change-repower',
    '/change/16',
    async (page) => {
      await page.getByTestId('kind-repower').click();
      await atRest(page);
    }
  ],
  [
    'test',
    '/test/6',
    async (page) => {
      await page.getByTestId('stage-throttle-100').click();
      await page.getByTestId('start').click();
      for (const throttle of [50, 75, 100]) {
        await page.getByTestId(`throttle-${throttle}`).click();
        await page.waitForTimeout(3000);
      }
      await page.getByTestId('stop').click();
      await page.getByTestId('compare').waitFor();
      await page.getByTestId('learn-fit').click();
      await page.getByTestId('learn-after').waitFor();
    }
  ],
  [
    'test-live-phone',
    '/test/17',
    async (page) => {
      await page.getByTestId('stage-run-1').click();
      await page.getByTestId('start').click();
      await page.getByTestId('throttle-100').click();
      await page.waitForTimeout(8000);
    },
    { viewport: { width: 390, height: 844 }, colorScheme: 'dark' }
  ],
  [
    'log',
    '/test/4/log',
    async (page) => {
      await page.getByTestId('log-list').locator('button').first().click();
      await page.getByTestId('compare').waitFor();
    }
  ],
  ['series', '/test/4/series', async (page) => page.getByTestId('series-best').waitFor()],
  [
    'pack-life',
    '/shelf',
    async (page) => {
      await page.getByTestId('kind-battery').click();
      await page.getByTestId('life-Tarn 3S 3 Ah 30C').click();
      await page.getByTestId('health-chart').waitFor();
    }
  ]
];

const server = await startServer();
const browser = await launch();
for (const [name, path, before, options] of SHOTS) {
  const { page } = await openPage(browser, options);
  await page.goto(server.address + path);
  await ready(page);
  await before?.(page);
  await page.waitForTimeout(800);
  await whole(page);
  await page.screenshot({ path: join(root, 'docs', 'screenshots', `${name}.png`) });
  await page.close();
}
await browser.close();
await server.stop();
