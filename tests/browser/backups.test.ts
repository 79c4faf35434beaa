/** Backups, trash, the archive, the door and links to a sheet, as they are used. */
import assert from 'node:assert/strict';
import { readFileSync, rmSync } from 'node:fs';
import { test } from 'node:test';
import type { StoredSetup } from '../../src/lib/core/document/stored.ts';
import { setPassphrase } from '../../src/lib/server/auth/passphrase.ts';
import { seriousInBoth } from '../helpers/axe.ts';
import { expect, openPage, ready } from '../helpers/browser.ts';
import { dataFolder, endServer, launchServer, startServer } from '../helpers/server.ts';
import { setStage } from '../helpers/stage.ts';

const stage = setStage({ own: true });
const setups = async (address: string): Promise<StoredSetup[]> =>
  (await (await fetch(`${address}/api/v1/setups`)).json()) as StoredSetup[];

test('a backup is made, what it would change is read, it is put in place; that is taken back by the backup before it', async () => {
  const { page, errors } = await openPage(stage.browser);
  const { address } = stage.server;
  await page.goto(`${address}/settings`);
  await page.getByTestId('to-backups').click();
  await page.locator('[data-ready=true]').waitFor();
  await expect(page.getByTestId('holds')).toContainText('17 setups');
  await page.getByTestId('make-backup').click();
  await expect(page.getByTestId('backups-said')).toContainText('looked through: 8 crafts, 17 setups');
  const [first] = await setups(address);
  await fetch(`${address}/api/v1/setups/${first.id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ document: { ...first.document, name: 'Another name' }, revision: first.revision })
  });
  await fetch(`${address}/api/v1/setups/5`, { method: 'DELETE' });
  await page.getByTestId('look-asked').click();
  await expect(page.getByTestId('backup-look')).toContainText('setups, come back: Reedling: Slow and wide');
  await expect(page.getByTestId('backup-look')).toContainText('setups, change: Dunlin: Last season');
  assert.deepEqual(await seriousInBoth(page), []);
  await page.getByTestId('restore-backup').click();
  await expect(page.getByTestId('backups-said')).toContainText('17 setups');
  assert.deepEqual((await setups(address))[0].document, first.document);
  await page.getByTestId('look-before-restore').click();
  await expect(page.getByTestId('backup-look')).toContainText('setups, go: Reedling: Slow and wide');
  await page.getByTestId('restore-backup').click();
  await expect(page.getByTestId('holds')).toContainText('16 setups');
  assert.equal((await setups(address))[0].document.name, 'Another name');
  // what was deleted lies in the trash, and comes back
  await page.getByTestId('put-back-setup-5').click();
  await expect(page.getByTestId('trash')).toContainText('It is empty');
  assert.equal((await setups(address)).length, 17);
  assert.deepEqual(errors, []);
  await page.close();
});

test('one file of everything is saved, and brought into an empty installation after it was shown what it holds', async () => {
  const empty = await startServer(false);
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/settings/backups`);
  await page.locator('[data-ready=true]').waitFor();
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByTestId('export-archive').click()
  ]);
  assert.match(saved.suggestedFilename(), /^iskarn-\d{4}-\d\d-\d\d\.zip$/);
  const bytes = readFileSync(await saved.path());
  await page.goto(`${empty.address}/settings/backups`);
  await page.locator('[data-ready=true]').waitFor();
  await page
    .getByTestId('archive-file')
    .setInputFiles({ name: 'a.zip', mimeType: 'application/zip', buffer: Buffer.from('no zip') });
  await expect(page.getByTestId('backups-problem')).toContainText('no archive of Iskarn');
  await page
    .getByTestId('archive-file')
    .setInputFiles({ name: 'b.zip', mimeType: 'application/zip', buffer: bytes });
  await expect(page.getByTestId('archive-would')).toContainText('17 setups');
  assert.equal((await setups(empty.address)).length, 0);
  await page.getByTestId('archive-bring').click();
  await expect(page.getByTestId('holds')).toContainText('17 setups');
  assert.deepEqual(
    (await setups(empty.address)).map((s) => s.document),
    (await setups(stage.server.address)).map((s) => s.document)
  );
  await page.goto(`${empty.address}/match/1`);
  await ready(page);
  assert.deepEqual(errors, []);
  await page.close();
  await empty.stop();
});

test('the door: a wrong passphrase is told, the right one leads to where one wanted to go; all devices are logged out', async () => {
  const data = dataFolder();
  await setPassphrase(data, 'grebe lantern orbit walnut');
  const server = await launchServer(data, { env: { ISKARN_DEMO: '1' } });
  await server.up();
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${server.address}/shelf`);
  await expect(page).toHaveURL(/\/login\?to=/);
  await page.locator('[data-ready=true]').waitFor();
  assert.deepEqual(await seriousInBoth(page), []);
  await page.getByTestId('passphrase').fill('open sesame, please');
  await page.getByTestId('log-in').click();
  await expect(page.getByTestId('login-problem')).toHaveText('This is not the passphrase.');
  await page.getByTestId('passphrase').fill('grebe lantern orbit walnut');
  await page.getByTestId('passphrase').press('Enter');
  await expect(page).toHaveURL(/\/shelf$/);
  await page.goto(`${server.address}/match/1`);
  await ready(page);
  // logged out from elsewhere: the next edit says so and is not lost
  await page.goto(`${server.address}/settings`);
  await page.getByTestId('log-out-everywhere').click();
  await expect(page).toHaveURL(/\/login/);
  await page.goto(`${server.address}/match/1`);
  await expect(page).toHaveURL(/\/login/);
  assert.deepEqual(
    errors.filter((e) => !e.includes('422')),
    []
  );
  await page.close();
  await endServer(server);
  rmSync(data, { recursive: true, force: true });
});

test('a link to a sheet is made, read by somebody else without any way further in, and taken away', async () => {
  const { page, errors } = await openPage(stage.browser);
  await page.goto(`${stage.server.address}/sheet/1`);
  await page.locator('[data-ready=true]').waitFor();
  await page.getByTestId('sheet-tab-share').click();
  await page.getByTestId('make-share').click();
  const link = await page.getByTestId('fresh-share').inputValue();
  const other = await stage.browser.newPage();
  await other.goto(link);
  await expect(other.getByTestId('shared-sheet')).toContainText('Dunlin');
  assert.equal(await other.locator('a').count(), 0, 'nothing leads on');
  await other.close();
  await expect(page.getByTestId('shares').locator('li')).toHaveCount(1);
  await page.getByTestId('shares').getByRole('button').click();
  await expect(page.getByTestId('shares').locator('li')).toHaveCount(0);
  assert.equal((await fetch(link)).status, 404);
  assert.deepEqual(errors, []);
  await page.close();
});
