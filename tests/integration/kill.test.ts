import assert from 'node:assert/strict';
import { rmSync } from 'node:fs';
import { test } from 'node:test';
import { killWhileWriting } from '../../scripts/tools/kill.ts';
import { dataFolder, demoFolder } from '../helpers/server.ts';
import { extent } from '../helpers/extent.ts';

/** A few; ISKARN_KILLS=20 does as many as one likes. */
const KILLS = Number(process.env.ISKARN_KILLS ?? extent(2, 20));

test(`${KILLS} kills by force while four writers edit: what was acknowledged stands`, async () => {
  const data = (await demoFolder()) ?? dataFolder();
  try {
    const report = await killWhileWriting(data, KILLS, 5);
    assert.deepEqual(report.lost, []);
    assert.ok(report.acknowledged > 5 * KILLS, `only ${report.acknowledged} edits were acknowledged`);
    assert.ok(report.unanswered > 0, 'no kill met an edit on the way');
  } finally {
    rmSync(data, { recursive: true, force: true });
  }
});
