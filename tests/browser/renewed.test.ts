/** An update that meets open pages: no page ever runs code of two versions, and nothing that was done is lost. */
import assert from 'node:assert/strict';
import { rmSync } from 'node:fs';
import { after, afterEach, before, test } from 'node:test';
import { join } from 'node:path';
import type { Browser, Page } from '@playwright/test';
import type { StoredSetup } from '../../src/lib/core/document/stored.ts';
import { anotherBuild, scriptsOf, versionOf } from '../helpers/another-build.ts';
import { expect, launch, openPage, ready, saved } from '../helpers/browser.ts';
import { dataFolder, endServer, freePort, launchServer, root, type Launched } from '../helpers/server.ts';
import { some } from '../helpers/extent.ts';

const data = dataFolder();
const first = join(root, 'build');
let next = '';
let port = 0;
let server: Launched;
let browser: Browser;
const begin = async (build: string): Promise<void> => {
  server = await launchServer(data, { env: { ISKARN_DEMO: '1', PORT: String(port) }, build });
  await server.up();
};
before(async () => {
  next = anotherBuild();
  port = await freePort();
  browser = await launch();
});
afterEach(() => endServer(server));
after(async () => {
  await browser.close();
  rmSync(data, { recursive: true, force: true });
  rmSync(next, { recursive: true, force: true });
});

const address = (): string => `http://127.0.0.1:${port}`;
const capacity = async (): Promise<number> =>
  ((await (await fetch(`${address()}/api/v1/setups/1`)).json()) as StoredSetup).document.battery.capacityAh;
/** Of which build every script is that the page has run. */
async function codeOf(page: Page): Promise<'first' | 'next' | 'both'> {
  const paths = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .map((entry) => new URL(entry.name).pathname)
      .filter((path) => path.startsWith('/_app/immutable/') && path.endsWith('.js'))
  );
  assert.ok(paths.length > 3, `${paths.length} scripts`);
  const [old, fresh] = [scriptsOf(first), scriptsOf(next)];
  for (const path of paths) assert.ok(old.has(path) || fresh.has(path), path);
  const has = (of: Set<string>): boolean => paths.some((path) => of.has(path));
  return has(old) && has(fresh) ? 'both' : has(old) ? 'first' : 'next';
}
const type = async (page: Page, text: string): Promise<void> => {
  const field = page.getByTestId('battery.capacityAh').first();
  await field.fill(text);
  await field.press('Enter');
  await saved(page);
};
/** Opens the list of keys: a part of the program that is fetched when it is first wanted. */
const openRare = async (page: Page): Promise<void> => {
  await page.getByTestId('save-state').click();
  await page.keyboard.press('?');
};

for (const kept of some([true, false], 1))
  test(`a page that was open before the update, ${kept ? 'served by its worker' : 'without a worker'}`, async () => {
    await begin(first);
    const { page, errors } = await openPage(browser, { serviceWorkers: kept ? 'allow' : 'block' });
    await page.goto(`${address()}/match/1`);
    await ready(page);
    if (kept) {
      await page.waitForFunction(() => navigator.serviceWorker.controller !== null, null, {
        timeout: 60_000
      });
      await page.reload();
      await ready(page);
    }
    await type(page, kept ? '4.4' : '4.1');
    assert.equal(await codeOf(page), 'first');
    await endServer(server);
    await begin(next);
    // it goes on with its own code: what it has runs, an edit is kept, and it is told that there is a later version
    await openRare(page);
    if (kept) await expect(page.getByRole('dialog')).toBeVisible();
    if (kept) await page.keyboard.press('Escape');
    else {
      await expect(page.getByTestId('new-version')).toBeVisible();
      await type(page, '4.2');
      await expect.poll(capacity).toBe(4.2);
    }
    assert.equal(await codeOf(page), 'first');
    // another room is the next version's, whole
    await page.getByRole('link', { name: 'shelf', exact: false }).first().click();
    await expect(page).toHaveURL(/\/shelf$/);
    await ready(page);
    await expect(page.getByTestId('shelf')).toBeVisible();
    assert.equal(await codeOf(page), 'next');
    if (kept) {
      await page.getByTestId('take-update').click({ timeout: 60_000 });
      await ready(page);
      // the page is loaded anew meanwhile, so that it may not answer at once
      const versions = (): Promise<string[]> =>
        page
          .evaluate(async () => (await caches.keys()).map((name) => name.split('-').at(-1) ?? ''))
          .catch(() => []);
      await expect.poll(versions, { timeout: 60_000 }).toContain(versionOf(next));
      await expect.poll(versions, { timeout: 60_000 }).not.toContain(versionOf(first));
      await expect(page.getByTestId('new-version')).toHaveCount(0);
      await page.goto(`${address()}/match/1`);
      await ready(page);
      assert.equal(await codeOf(page), 'next');
      await page.waitForTimeout(500);
      // without a server it is the next version that is served from the device
      await endServer(server);
      await page.context().setOffline(true);
      await page.goto(`${address()}/match/1`);
      await expect(page.getByTestId('battery.capacityAh').first()).toBeVisible();
      assert.equal(await codeOf(page), 'next');
    }
    assert.deepEqual(
      errors.filter((e) => !/Failed to fetch|dynamically imported|ERR_|404|preload/i.test(e)),
      []
    );
    await page.context().close();
  });
