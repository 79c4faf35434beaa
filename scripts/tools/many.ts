import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase, closeDatabase } from '../../src/lib/server/db/open.ts';
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
