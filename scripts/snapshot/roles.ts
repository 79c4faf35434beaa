/** `npm run snapshot -- roles` writes the tree of roles and names of Match, which a test compares; needs a build and Debian's Chromium. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { launch, openPage } from '../../tests/helpers/browser.ts';
import { root, startServer } from '../../tests/helpers/server.ts';
import { trees } from '../../tests/helpers/tree.ts';

const server = await startServer();
const browser = await launch();
const { page } = await openPage(browser);
writeFileSync(join(root, 'tests', 'browser', 'match-tree.txt'), await trees(page, server.address));
await browser.close();
await server.stop();
