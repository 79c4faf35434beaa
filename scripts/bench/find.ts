/**
 * `npm run bench -- find`: a million combinations of a made shelf in the browser. When the first ranked ones stand in the list, how
 * soon presses are answered while the search runs (press to paint, as the browser itself measures it), how soon it is stopped,
 * when every survivor is judged, and what memory the page takes. Needs a build and Debian's Chromium.
 */
import { median } from 'd3-array';
import { launch, openPage, ready } from '../../tests/helpers/browser.ts';
import { startServer } from '../../tests/helpers/server.ts';
import { MILLION, searched } from './inputs.ts';

declare global {
  /** Delays of presses in the page, ms. */
  var pressed: number[];
}

const server = await startServer();
const send = async (method: string, path: string, body?: object): Promise<unknown> =>
  (
    await fetch(server.address + path, {
      method,
      headers: { 'content-type': 'application/json' },
      body: body ? JSON.stringify(body) : undefined
    })
  ).json();

// the made shelf in the place of the demo's
for (const { id } of (await send('GET', '/api/v1/parts')) as { id: number }[])
  await send('DELETE', `/api/v1/parts/${id}`);
const { brief, parts } = searched();
for (const kind of Object.keys(MILLION) as (keyof typeof MILLION)[])
  for (const part of parts[kind])
    await send('POST', '/api/v1/parts', {
      kind,
      name: part.name,
      owned: part.owned,
      document: part.document
    });
const [first] = (await send('GET', '/api/v1/crafts')) as { id: number }[];
const setup = {
  ...brief,
  format: 'iskarn.setup/1',
  name: 'a million',
  battery: parts.battery[0].document,
  esc: parts.esc[0].document,
  motor: parts.motor[0].document,
  propulsor: parts.propulsor[0].document
};
const { id } = (await send('POST', '/api/v1/setups', { craftId: first.id, document: setup })) as {
  id: number;
};

const browser = await launch();
const { page } = await openPage(browser);
await page.addInitScript(() => {
  const seen: number[] = [];
  globalThis.pressed = seen;
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries())
      if (entry.name === 'click' || entry.name === 'pointerup') seen.push(entry.duration);
  }).observe({ type: 'event', durationThreshold: 16, buffered: true } as PerformanceObserverInit);
});
await page.goto(`${server.address}/find/${id}`);
await ready(page);
const line = (what: string, value: string): void => console.log(`${what.padEnd(58)} ${value}`);
await page.getByTestId('search-again').or(page.getByTestId('cancel-search')).first().click();
if ((await page.getByTestId('search-again').count()) > 0) await page.getByTestId('search-again').click();
const again = Date.now();
await page.getByTestId('line-0').waitFor();
line('combinations', (await page.getByTestId('search-progress').innerText()).split(' combinations')[0]);
line('first ranked in the list, s after the press', ((Date.now() - again) / 1000).toFixed(2));
for (let k = 0; k < 12; k++) {
  await page.getByTestId(`line-${k % 5}`).click();
  await page.waitForTimeout(250);
}
const pressed = await page.evaluate(() => globalThis.pressed);
line(
  'press to paint while it searches, ms, median and most',
  `${median(pressed) ?? 0}, ${Math.max(...pressed)}`
);
await page.waitForFunction(
  () =>
    /settling|workable/.test(document.body.innerText) &&
    !/judged|sieved/.test(document.querySelector('[data-testid=search-progress]')?.textContent ?? ''),
  undefined,
  { timeout: 240_000 }
);
line('every survivor judged by every check, s', ((Date.now() - again) / 1000).toFixed(1));
line('workable', await page.locator('#ranked-title').innerText());
const memory = await page.evaluate(
  () => (performance as Performance & { memory: { usedJSHeapSize: number } }).memory.usedJSHeapSize / 1e6
);
line('heap of the page, MB', memory.toFixed(0));
const stopped = await page.evaluate(
  () =>
    new Promise<number>((done) => {
      const button = document.querySelector<HTMLElement>('[data-testid=cancel-search]');
      if (!button) return done(-1);
      const from = performance.now();
      const watch = new MutationObserver(() => {
        if (document.querySelector('[data-searching=false]')) done(performance.now() - from);
      });
      watch.observe(document.body, { attributes: true, subtree: true, childList: true });
      button.click();
    })
);
line('stopped after the press, ms', stopped < 0 ? 'was done already' : stopped.toFixed(0));
await browser.close();
await server.stop();
