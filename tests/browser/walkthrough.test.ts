/** The walkthrough of the handbook, step by step, in the real interface on an empty data folder. */
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { launch, openPage } from '../helpers/browser.ts';
import { root, startServer } from '../helpers/server.ts';
import { walkthroughText } from '../walkthrough/text.ts';
import { STEPS } from '../walkthrough/steps.ts';

test('from nothing to a matched setup with a drawer of three motors, as docs/walkthrough.md tells it', async () => {
  const server = await startServer(false);
  const browser = await launch();
  try {
    const { page, errors } = await openPage(browser);
    for (const step of STEPS) await step.act(page, server.address);
    assert.deepEqual(errors, []);
  } finally {
    await browser.close();
    await server.stop();
  }
});

test('docs/walkthrough.md is what the steps say, and every picture it shows is there', () => {
  const text = readFileSync(join(root, 'docs', 'walkthrough.md'), 'utf8');
  assert.equal(text, walkthroughText(), 'run npm run snapshot -- walkthrough');
  const pictures = [...text.matchAll(/\]\((walkthrough\/[^)]+\.png)\)/g)].map((m) => m[1]);
  assert.equal(pictures.length, STEPS.filter((s) => s.picture).length);
  for (const picture of pictures)
    assert.equal(
      readFileSync(join(root, 'docs', picture))
        .subarray(1, 4)
        .toString(),
      'PNG',
      picture
    );
});
