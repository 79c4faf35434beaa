/** The store with 20 000 setups: an edit, lists, samples of a run, a backup. */
import { rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { makeBackup } from '../../src/lib/server/backup/backups.ts';
import { closeDatabase, openDatabase } from '../../src/lib/server/db/open.ts';
import { listParts } from '../../src/lib/server/parts.ts';
import { editSetup, getSetup, listInUse } from '../../src/lib/server/setups.ts';
import { manyRuns, manySetups } from '../tools/many.ts';
import { rate, seconds, spread, tell, time, timesOf, type Figure } from './figures.ts';

const SETUPS = 20_000;
const RUNS = 200;
const SAMPLES = 2500;

async function ofStore(): Promise<Figure[]> {
  const { folder, setupId } = manySetups(SETUPS);
  const db = openDatabase(folder);
  try {
    const stored = await seconds(() => manyRuns(db, setupId, RUNS, SAMPLES));
    const edits = timesOf(200, (k) => {
      const now = getSetup(db, setupId);
      if (!now.ok) throw new Error('the setup is gone');
      const { document, revision } = now.value;
      const craft = { ...document.craft, massKg: 1 + 1e-4 * k };
      const done = editSetup(db, setupId, { ...document, craft }, `edit ${k}`, revision);
      if (!done.ok) throw new Error('the edit was refused');
    });
    const backup = await seconds(() => makeBackup(db, folder, 'asked'));
    const mb = statSync(join(folder, 'iskarn.db')).size / 1e6;
    return [
      ...spread('database.edit', `an edit among ${SETUPS} setups`, edits),
      ...spread(
        'database.open',
        'a setup read',
        timesOf(200, () => void getSetup(db, setupId))
      ),
      ...spread(
        'database.parts',
        'the shelf read',
        timesOf(100, () => void listParts(db))
      ),
      ...spread(
        'database.in-use',
        'the hangar’s setups read',
        timesOf(20, () => void listInUse(db))
      ),
      rate('database.samples', 'samples stored a second', (RUNS * SAMPLES) / stored, ''),
      time('database.backup', `a backup of ${mb.toFixed(0)} MB, looked through`, backup, 's')
    ];
  } finally {
    closeDatabase(db);
    rmSync(folder, { recursive: true, force: true });
  }
}
tell(await ofStore());
