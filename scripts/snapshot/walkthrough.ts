// Takes the steps of the walkthrough in the real interface, and writes docs/walkthrough.md with its pictures.
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { launch, openPage, whole } from '../../tests/helpers/browser.ts';
import { root, startServer } from '../../tests/helpers/server.ts';
import { STEPS } from '../../tests/walkthrough/steps.ts';
import { pictureOf, walkthroughText } from '../../tests/walkthrough/text.ts';

const docs = join(root, 'docs');
rmSync(join(docs, 'walkthrough'), { recursive: true, force: true });
mkdirSync(join(docs, 'walkthrough'), { recursive: true });
const server = await startServer(false);
const browser = await launch();
try {
  const { page } = await openPage(browser);
  for (const [k, step] of STEPS.entries()) {
    const began = performance.now();
    await step.act(page, server.address);
    console.log(`${k + 1}. ${step.title}: ${Math.round(performance.now() - began)} ms`);
    if (!step.picture) continue;
    // the full picture with its bands follows the quick one
    await page.waitForTimeout(800);
    await whole(page);
    await page.screenshot({ path: join(docs, pictureOf(k)) });
  }
  writeFileSync(join(docs, 'walkthrough.md'), walkthroughText());
} finally {
  await browser.close();
  await server.stop();
}
