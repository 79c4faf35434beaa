/**
 * The Match page in headless Chromium, software rendering: first paint, when it answers to keys, what is sent before the first
 * edit, and from an edit to its paint.
 */
import { gzipSync } from 'node:zlib';
import { quantile } from 'd3-array';
import type { Browser, Page } from '@playwright/test';
import { launch, openPage, ready } from '../../tests/helpers/browser.ts';
import { startServer } from '../../tests/helpers/server.ts';
import { size, spread, tell, time, type Figure } from './figures.ts';

const LOADS = 8;
const EDITS = 40;
/** The issue's own limits: first paint, ms, and what is sent before the first edit, bytes. */
const PAINT_MS = 400;
const SENT_KB = 220;

interface Marks {
  readonly long: { readonly at: number; readonly ms: number }[];
  /** When the page's script has taken over: the mark that it makes for readers of the screen is there. */
  taken: number;
}
type Marked = typeof globalThis & { marks: Marks };

/** Notes long tasks and the moment from which the page answers, before anything of it runs. */
async function watched(browser: Browser): Promise<Page> {
  const { page } = await openPage(browser);
  await page.addInitScript(() => {
    const marks: Marks = { long: [], taken: 0 };
    (globalThis as Marked).marks = marks;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) marks.long.push({ at: entry.startTime, ms: entry.duration });
    }).observe({ type: 'longtask', buffered: true });
    new MutationObserver((_, watch) => {
      if (!document.getElementById('svelte-announcer')) return;
      marks.taken = performance.now();
      watch.disconnect();
    }).observe(document, { childList: true, subtree: true });
  });
  return page;
}
const marksOf = (page: Page): Promise<Marks> => page.evaluate(() => (globalThis as Marked).marks);
const longest = (marks: Marks, from = 0): number =>
  Math.max(0, ...marks.long.filter((l) => l.at >= from).map((l) => l.ms));

const paintOf = (page: Page): Promise<number> =>
  page.evaluate(() => performance.getEntriesByName('first-contentful-paint')[0].startTime);
const middle = (values: number[]): number => quantile(values, 0.5) ?? NaN;

/** First paint of a setup that the server has worked out before, in a new browser each time. */
async function knownPaint(browser: Browser, address: string): Promise<number> {
  const paint: number[] = [];
  for (let k = 0; k < LOADS; k++) {
    const { page } = await openPage(browser);
    await page.goto(`${address}/match/1`);
    await ready(page);
    paint.push(await paintOf(page));
    await page.context().close();
  }
  return middle(paint.slice(1));
}

/** First loads of Match, another setup in a new browser each time. */
async function loads(browser: Browser, address: string): Promise<Figure[]> {
  const known = await knownPaint(browser, address);
  const [paint, taken, quiet, task]: number[][] = [[], [], [], []];
  const sent: Record<string, number> = {};
  const met = new Set<string>();
  for (let k = 0; k < LOADS; k++) {
    const page = await watched(browser);
    const answers: Promise<void>[] = [];
    if (k === 0)
      page.on('response', (r) => {
        const url = new URL(r.url());
        // a second worker has its script from the browser's own cache
        if (!url.protocol.startsWith('http') || met.has(url.pathname)) return;
        met.add(url.pathname);
        const kind = url.pathname.includes('worker') ? 'workers' : r.request().resourceType();
        answers.push(
          r.body().then(
            (body) =>
              void (sent[kind] = (sent[kind] ?? 0) + (kind === 'font' ? body : gzipSync(body)).length),
            () => undefined
          )
        );
      });
    // another setup each time: none that the server has just worked out
    await page.goto(`${address}/match/${k + 2}`);
    await ready(page);
    await page.waitForTimeout(500);
    await Promise.all(answers);
    paint.push(await paintOf(page));
    const marks = await marksOf(page);
    taken.push(marks.taken);
    // when the last task that would have held a key up had ended
    quiet.push(Math.max(marks.taken, ...marks.long.map((l) => l.at + l.ms)));
    task.push(longest(marks));
    await page.context().close();
  }
  const kb = (kinds: string[]): number => kinds.reduce((sum, kind) => sum + (sent[kind] ?? 0), 0) / 1000;
  return [
    time('page.paint', 'Match, first paint in a new browser, median', known, 'ms', PAINT_MS),
    time('page.paint-anew', '  of a setup that was not worked out before', middle(paint), 'ms'),
    time('page.answers', 'Match answers to keys', middle(taken), 'ms'),
    time('page.quiet', 'Match at rest: no task over 50 ms any more', middle(quiet), 'ms'),
    time('page.load-task', 'longest task of a load, median', middle(task), 'ms'),
    size('page.scripts', 'scripts of the page before the first edit, gzip', kb(['script']), 'kB', SENT_KB),
    size(
      'page.rest',
      'page, styles and data before the first edit, gzip',
      kb(['document', 'stylesheet', 'fetch']),
      'kB'
    ),
    size('page.fonts', 'fonts', kb(['font']), 'kB'),
    size('page.workers', 'scripts of workers, gzip', kb(['workers']), 'kB')
  ];
}

/** Presses an arrow key in a figure and waits for the paint that shows the new prediction; ms from the key. */
const edit = (page: Page, path: string, key: string): Promise<number> =>
  page.evaluate(
    async ({ path, key }) => {
      const field = document.querySelector(`[data-testid="${path}"]`) as HTMLInputElement;
      const shows = document.querySelector('[data-testid="in-battery"]') as HTMLElement;
      field.focus();
      const changed = new Promise<void>((resolve, reject) => {
        setTimeout(() => reject(new Error(`${path} moved no figure`)), 20_000);
        const watch = new MutationObserver(() => {
          watch.disconnect();
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
      return performance.now() - from;
    },
    { path, key }
  );

async function edits(browser: Browser, address: string): Promise<Figure[]> {
  const figures: Figure[] = [];
  let most = 0;
  for (const [id, name, setup, path] of [
    ['plane', 'aeroplane', 1, 'motor.kvRpmPerVolt'],
    ['propeller', 'aeroplane, another propeller each time', 1, 'propulsor.diameterM'],
    ['coaxial', 'coaxial multirotor', 10, 'motor.kvRpmPerVolt'],
    ['boat', 'boat', 13, 'motor.kvRpmPerVolt']
  ] as const) {
    const page = await watched(browser);
    await page.goto(`${address}/match/${setup}`);
    await ready(page);
    await page.waitForTimeout(1500);
    const from = await page.evaluate(() => performance.now());
    const painted: number[] = [];
    for (let k = 0; k < EDITS; k++) {
      painted.push(await edit(page, path, k % 2 === 0 ? 'ArrowUp' : 'ArrowDown'));
      await page.waitForTimeout(60 + (k % 5) * 60);
    }
    figures.push(...spread(`page.edit.${id}`, `edit to paint, ${name}`, painted));
    most = Math.max(most, longest(await marksOf(page), from));
    await page.context().close();
  }
  return [...figures, time('page.edit-task', 'longest task while figures are edited', most, 'ms')];
}

const server = await startServer();
const browser = await launch();
try {
  tell([...(await loads(browser, server.address)), ...(await edits(browser, server.address))]);
} finally {
  await browser.close();
  await server.stop();
}
