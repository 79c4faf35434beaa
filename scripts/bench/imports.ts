/** What is read from files: a shelf of thousands, a craft, a meter's file of a million rows. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { partsToCsv } from '../../src/lib/core/formats/part-csv.ts';
import { readCraft } from '../../src/lib/core/formats/read-craft.ts';
import { readShelf } from '../../src/lib/core/formats/read-shelf.ts';
import { guessMapping } from '../../src/lib/core/testing/files/mapping.ts';
import { readChunks } from '../../src/lib/core/testing/files/read-chunks.ts';
import { unitContextOf } from '../../src/lib/core/testing/files/unit-context.ts';
import { exportCraft } from '../../src/lib/server/craft-exchange.ts';
import { closeDatabase, openDatabase } from '../../src/lib/server/db/open.ts';
import { seedDemo } from '../../src/lib/server/demo/seed.ts';
import { importShelf } from '../../src/lib/server/shelf-exchange.ts';
import { rate, seconds, spread, tell, time, timesOf, type Figure } from './figures.ts';
import { setup } from './inputs.ts';

const PARTS = 5000;
const ROWS = 1_000_000;

const csv = new TextEncoder().encode(
  partsToCsv(
    'motor',
    Array.from({ length: PARTS }, (_, k) => ({
      kind: 'motor' as const,
      name: `Tarn ${k}`,
      document: { name: `Tarn ${k}`, kvRpmPerVolt: 500 + k, massKg: 0.05 + 1e-5 * k, resistanceOhm: 0.05 },
      measured: {},
      owned: k % 3 === 0,
      note: `number ${k}`,
      price: 20
    }))
  )
);

/** Lines as a meter writes them, in pieces of 64 kB. */
async function* lines(): AsyncGenerator<Uint8Array> {
  const encoder = new TextEncoder();
  let piece = 'Time (s);Voltage (V);Current (A);RPM\n';
  for (let k = 0; k < ROWS; k++) {
    piece += `${(k / 10).toFixed(1)};${(16 - k / 5e5).toFixed(3)};${(20 + (k % 70) / 10).toFixed(2)};${9000 + (k % 50)}\n`;
    if (piece.length > 65_000) {
      yield encoder.encode(piece);
      piece = '';
    }
  }
  yield encoder.encode(piece);
}

async function ofFiles(): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), 'iskarn-bench-'));
  const db = openDatabase(folder);
  try {
    seedDemo(db);
    const read = await seconds(() => readShelf('motor.csv', csv));
    const stored = await seconds(() => {
      const done = importShelf(db, readShelf('motor.csv', csv), true, false);
      if (!done.ok || done.value.added.length !== PARTS) throw new Error('the shelf was not imported whole');
    });
    const craft = exportCraft(db, 1);
    if (!craft.ok) throw new Error('there is no craft');
    const text = JSON.stringify(craft.value);
    const crafts = timesOf(20, () => {
      if (!readCraft(text).ok) throw new Error('the craft was not read');
    });
    const head = 'Time (s);Voltage (V);Current (A);RPM\n0.0;16.000;20.00;9000\n0.1;15.999;20.10;9001\n';
    let rows = 0;
    const took = await seconds(async () => {
      const state = await readChunks(
        lines(),
        'utf-8',
        guessMapping(head),
        unitContextOf(setup),
        (samples) => {
          rows += samples.seconds.length;
        }
      );
      if (state.faults > 0) throw new Error(`${state.faults} lines were not read`);
    });
    if (rows !== ROWS) throw new Error(`${rows} of ${ROWS} rows were read`);
    return [
      time('import.shelf.read', `a shelf of ${PARTS} parts read as CSV`, 1000 * read, 'ms'),
      time('import.shelf.stored', '  read and stored', 1000 * stored, 'ms'),
      ...spread('import.craft', 'a craft with its setups and runs read', crafts),
      rate('import.rows', 'rows of a meter’s file a second', ROWS / took, '')
    ];
  } finally {
    closeDatabase(db);
    rmSync(folder, { recursive: true, force: true });
  }
}
tell(await ofFiles());
