import { after, before } from 'node:test';
import type { Browser } from '@playwright/test';
import { launch } from './browser.ts';
import { startServer, type RunningServer } from './server.ts';

/** The real server and the browser that a file of browser tests shares, there while its tests run. */
export interface Stage {
  server: RunningServer;
  browser: Browser;
}

/** Sets the stage before a file's first test and clears it after the last. */
export function setStage(): Stage {
  const stage = {} as Stage;
  before(async () => {
    // the browser first: where there is none, no server is left running for a test that never comes
    stage.browser = await launch();
    stage.server = await startServer();
  });
  after(async () => {
    await Promise.allSettled([stage.browser?.close(), stage.server?.stop()]);
  });
  return stage;
}
