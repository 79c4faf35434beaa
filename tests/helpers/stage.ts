import assert from 'node:assert/strict';
import { after, test } from 'node:test';
import type { Browser } from '@playwright/test';
import type { CheckedBackup } from '../../src/lib/api/schemas/backups.ts';
import { launch } from './browser.ts';
import { startServer, type RunningServer } from './server.ts';

/** The real server and the browser that a file of browser tests works with, there while its tests run. */
export interface Stage {
  server: RunningServer;
  browser: Browser;
}

/** The stage of this process with the name of the backup that holds the demo's data as shipped; null until a file asks for one. */
let shared: (Stage & { shipped: string }) | null = null;

async function post<T>(address: string, path: string): Promise<T> {
  const answer = await fetch(`${address}/api/v1/${path}`, { method: 'POST', headers: { origin: address } });
  assert.ok(answer.ok, `${path}: ${answer.status} ${await answer.clone().text()}`);
  return (await answer.json()) as T;
}

async function begin(): Promise<Stage> {
  // the browser first: where there is none, no server is left running for a test that never comes
  const browser = await launch();
  try {
    return { browser, server: await startServer() };
  } catch (error) {
    await browser.close();
    throw error;
  }
}
const clear = (stage: Partial<Stage>): Promise<unknown> =>
  Promise.allSettled([stage.browser?.close(), stage.server?.stop()]);

/**
 * Sets the stage for a file's tests, which follow: demo data as shipped, no page open. Files that run in one process share a
 * server, warm from the ones before, and a browser; the data is put back by a backup.
 * @param own whether the file needs a server that no other file has used
 */
export function setStage({ own = false } = {}): Stage {
  const stage = {} as Stage;
  // a test and not a hook: hooks of every file in a process run before the first test of all
  test('the stage is set', async () => {
    if (own) return void Object.assign(stage, await begin());
    if (shared) {
      await Promise.all(shared.browser.contexts().map((context) => context.close()));
      await post(shared.server.address, `backups/${shared.shipped}/restore`);
    } else {
      const begun = await begin();
      shared = { ...begun, shipped: (await post<CheckedBackup>(begun.server.address, 'backups')).name };
    }
    Object.assign(stage, { server: shared.server, browser: shared.browser });
  });
  after(async () => {
    if (own) await clear(stage);
    else if (shared) await clear(shared);
    if (!own) shared = null;
  });
  return stage;
}
