/**
 * How quick the Match page is, from an edit to its paint, and what takes the time: `npm run page-speed -- [edits]`. The built
 * application in headless Chromium, software rendering. Prints; judges nothing.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import type { Page } from '@playwright/test';
import { quantile } from 'd3-array';
import { launch, openPage, ready } from '../tests/helpers/browser.ts';
import { root, startServer } from '../tests/helpers/server.ts';

const EDITS = Number(process.argv[2] ?? 40);
const ms = (value: number): string => `${value.toFixed(0).padStart(4)} ms`;
const row = (title: string, values: number[]): void =>
  console.log(
    `${title.padEnd(44)} median ${ms(quantile(values, 0.5) as number)}  95 % ${ms(quantile(values, 0.95) as number)}  most ${ms(Math.max(...values))}`
  );

/** Presses an arrow key in a figure and waits for the paint that shows the new prediction; times from the key, ms. */
async function edit(page: Page, path: string, key: string): Promise<{ answered: number; painted: number }> {
  return page.evaluate(
    async ({ path, key }) => {
      const field = document.querySelector(`[data-testid="${path}"]`) as HTMLInputElement;
      const shows = document.querySelector('[data-testid="in-battery"]') as HTMLElement;
      field.focus();
      let answered = 0;
      const changed = new Promise<void>((resolve) => {
        const watch = new MutationObserver(() => {
          watch.disconnect();
          answered = performance.now();
          resolve();
        });
        watch.observe(shows, { childList: true, characterData: true, subtree: true });
      });
      const from = performance.now();
      field.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
      await changed;
      // the frame that shows it, and the moment after that frame
      await new Promise<void>((resolve) =>
        requestAnimationFrame(() => {
          const channel = new MessageChannel();
          channel.port1.onmessage = () => resolve();
          channel.port2.postMessage(null);
        })
      );
      return { answered: answered - from, painted: performance.now() - from };
    },
    { path, key }
  );
}

const server = await startServer();
const browser = await launch();
try {
  console.log('First paint of Match (a new browser each time, nothing kept)');
  const paints: number[] = [];
  const contents: number[] = [];
  for (let k = 0; k < 7; k++) {
    const { page } = await openPage(browser);
    await page.goto(`${server.address}/match/1`);
    await ready(page);
    const paint = await page.evaluate(() => {
      const first = performance.getEntriesByName('first-contentful-paint')[0];
      const nav = performance.getEntriesByType('navigation')[0] as PerformanceNavigationTiming;
      return { first: first.startTime, loaded: nav.domContentLoadedEventEnd };
    });
    paints.push(paint.first);
    contents.push(paint.loaded);
    await page.close();
  }
  row('  first contentful paint', paints);
  row('  document loaded', contents);

  for (const [name, setup, path] of [
    ['aeroplane', 1, 'motor.kvRpmPerVolt'],
    ['aeroplane, another propeller each time', 1, 'propulsor.diameterM'],
    ['coaxial multirotor', 10, 'battery.capacityAh'],
    ['boat', 13, 'battery.capacityAh']
  ] as const) {
    const { page } = await openPage(browser);
    await page.goto(`${server.address}/match/${setup}`);
    await ready(page);
    await page.waitForTimeout(1500);
    const answered: number[] = [];
    const painted: number[] = [];
    for (let k = 0; k < EDITS; k++) {
      const t = await edit(page, path, k % 2 === 0 ? 'ArrowUp' : 'ArrowDown');
      answered.push(t.answered);
      painted.push(t.painted);
      await page.waitForTimeout(60 + (k % 5) * 60);
    }
    console.log(`Edit to paint: ${name}`);
    row('  key to new figures in the page', answered);
    row('  key to paint', painted);
    await page.close();
  }
} finally {
  await browser.close();
  await server.stop();
}

const client = join(root, 'build', 'client', '_app', 'immutable');
const sizes = (readdirSync(client, { recursive: true }) as string[])
  .filter((f) => f.endsWith('.js'))
  .map((f) => ({ f, gzip: gzipSync(readFileSync(join(client, f))).length }))
  .sort((a, b) => b.gzip - a.gzip);
console.log('Largest scripts, compressed');
for (const s of sizes.slice(0, 12)) console.log(`  ${(s.gzip / 1000).toFixed(1).padStart(6)} kB  ${s.f}`);
