import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { MOST_IN_BLOCK } from '../../src/lib/core/testing/record/block.ts';
import type { Samples } from '../../src/lib/core/testing/record/sample.ts';
import { openDatabase, closeDatabase, type Db } from '../../src/lib/server/db/open.ts';
import { createRun } from '../../src/lib/server/runs/runs.ts';
import { appendSamples, endRun } from '../../src/lib/server/runs/samples.ts';
import { seedDemo } from '../../src/lib/server/demo/seed.ts';
import { randomSetups } from '../../tests/helpers/random-setup.ts';

/**
 * A data folder with the demo and many setups beside it: half of them three to a craft, half of them all of one craft.
 * @returns the folder, and a setup of the large craft
 */
export function manySetups(count: number, seed = 5): { folder: string; setupId: number } {
  const folder = mkdtempSync(join(tmpdir(), 'iskarn-many-'));
  const db = openDatabase(folder);
  seedDemo(db);
  const next = randomSetups(seed);
  const craft = db.prepare(
    'INSERT INTO craft (name, kind, position) VALUES (?, ?, (SELECT max(position) + 1 FROM craft))'
  );
  const setup = db.prepare('INSERT INTO setup (craft_id, in_use) VALUES (?, ?)');
  const revision = db.prepare('INSERT INTO setup_revision (setup_id, label, document) VALUES (?, ?, ?)');
  const current = db.prepare('UPDATE setup SET current_revision_id = ? WHERE id = ?');
  let setupId = 0;
  db.transaction(() => {
    let craftId = 0;
    for (let k = 0; k < count; k++) {
      const document = { ...next(), name: `Setup ${k}` };
      const large = k >= count / 2;
      const first = large ? k === Math.ceil(count / 2) : k % 3 === 0;
      if (first) craftId = Number(craft.run(`Craft ${k}`, document.craft.kind).lastInsertRowid);
      setupId = Number(setup.run(craftId, first ? 1 : 0).lastInsertRowid);
      const { lastInsertRowid } = revision.run(setupId, 'made', JSON.stringify(document));
      current.run(lastInsertRowid, setupId);
    }
  })();
  closeDatabase(db);
  return { folder, setupId };
}

/** A run of so many samples a tenth of a second apart, with seven channels. */
function samplesFrom(from: number, count: number): Samples {
  const column = (of: (k: number) => number): Float64Array =>
    Float64Array.from({ length: count }, (_, k) => of(from + k));
  return {
    seconds: column((k) => k / 10),
    channels: {
      throttle: column((k) => (k % 600 < 300 ? 0.5 : 1)),
      batteryVoltageV: column((k) => 16 - k / 5000),
      batteryCurrentA: column((k) => 20 + (k % 7)),
      rpm: column((k) => 9000 + (k % 50)),
      motorC: column((k) => 30 + k / 1000),
      escC: column((k) => 35 + k / 2000),
      packC: column((k) => 28 + k / 4000)
    }
  };
}

/** Logs many recorded runs of one setup. @returns the id of the last */
export function manyRuns(db: Db, setupId: number, runs: number, samplesEach: number): number {
  let last = 0;
  for (let run = 0; run < runs; run++) {
    last = createRun(db, {
      setupId,
      heldAt: new Date(Date.UTC(2026, 0, 1) + 3_600_000 * run).toISOString(),
      title: `run ${run + 1}`,
      verdict: '',
      readings: [],
      state: 'live',
      details: { source: 'file' }
    });
    for (let at = 0; at < samplesEach; at += MOST_IN_BLOCK)
      appendSamples(db, last, samplesFrom(at, Math.min(MOST_IN_BLOCK, samplesEach - at)));
    endRun(db, last, null);
  }
  return last;
}
