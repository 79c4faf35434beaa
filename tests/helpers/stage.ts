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
    stage.server = await startServer();
    stage.browser = await launch();
  });
  after(async () => {
    await stage.browser.close();
    await stage.server.stop();
  });
  return stage;
}
