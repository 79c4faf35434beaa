import { chromium, expect as base, type Browser, type Page } from '@playwright/test';

/** Playwright's assertions, patient enough for a slow machine. */
export const expect = base.configure({ timeout: 20000 });

/** Debian's Chromium, headless, with nothing reaching out. @param more arguments of its own */
export const launch = (more: readonly string[] = []): Promise<Browser> =>
  chromium.launch({
    executablePath: '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', ...more]
  });

/** A page whose errors are kept; `errors` stays empty in a healthy run. */
export async function openPage(
  browser: Browser,
  options: Parameters<Browser['newContext']>[0] = {}
): Promise<{ page: Page; errors: string[] }> {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    // what serves pages without a server is tried by its own tests: everywhere else the server answers
    serviceWorkers: 'block',
    ...options
  });
  const page = await context.newPage();
  const errors: string[] = [];
  page.on('pageerror', (e) => errors.push(e.message));
  page.on('console', (m) => {
    if (m.type() === 'error' && !/status of (4|5)\d\d/.test(m.text())) errors.push(m.text());
  });
  return { page, errors };
}

/** Waits until the page's script has taken over (fields answer to typing) and its letters have their final widths. */
export async function ready(page: Page): Promise<void> {
  await page.locator('html[data-alive]').waitFor({ state: 'attached', timeout: 60_000 });
  await page.evaluate(async () => {
    await document.fonts.ready;
    await new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn)));
  });
}

/** Waits until what puts the shown setup right is worked out, where a setup is shown. */
export async function whole(page: Page): Promise<void> {
  const panel = page.getByTestId('put-right');
  if ((await panel.count()) > 0) await expect(panel).not.toContainText('Looking');
}

/** Number in a figure such as "12 030 rpm"; the middle of one that is written as its band, "43 to 58 A". */
export function numberIn(text: string | null): number {
  const edges = (text ?? '').split(/\bto\b/).map((part) => Number(part.replace(/[^0-9.]/g, '')));
  return edges.reduce((sum, edge) => sum + edge, 0) / edges.length;
}

/** Waits until what was done is on the server. An edit is told with its figures, a moment later: what stood before is not its state. */
export async function saved(page: Page): Promise<void> {
  await page.evaluate(() => new Promise((done) => setTimeout(done, 120)));
  await expect(page.getByTestId('save-state')).toHaveText('saved');
}
