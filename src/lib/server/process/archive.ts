/** `npm run data -- archive export FILE` and `npm run data -- archive import FILE`: everything as one file, and back into an empty folder. */
import { createWriteStream, existsSync, readFileSync } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream } from 'node:stream/web';
import { version } from '../../../../package.json';
import { exportArchive, importArchive } from '../backup/archive.ts';
import { closeDatabase, openData } from '../db/open.ts';

const folder = process.env.ISKARN_DATA ?? 'data';
const [what, file] = process.argv.slice(2);
const leave = (text: string): never => {
  console.error(`iskarn: ${text}`);
  process.exit(1);
};

async function run(): Promise<void> {
  if ((what !== 'export' && what !== 'import') || !file)
    return leave(
      'say what to do: npm run data -- archive export FILE.zip, or import FILE.zip into an empty ISKARN_DATA.'
    );
  if (what === 'export' && existsSync(file)) return leave(`${file} is there already; name another file.`);
  const { db } = openData(folder);
  try {
    if (what === 'export') {
      const body = exportArchive(db, version).body as ReadableStream<Uint8Array>;
      await pipeline(Readable.fromWeb(body), createWriteStream(file, { mode: 0o600, flags: 'wx' }));
      console.log(`iskarn: everything is in ${file}`);
      return;
    }
    const done = importArchive(db, readFileSync(file), true);
    if (!done.ok)
      return leave(
        [done.message, ...(done.code === 'invalid' ? done.errors.map((e) => e.message) : [])].join('\n  ')
      );
    console.log(
      `iskarn: ${Object.entries(done.value.holds)
        .map(([kind, n]) => `${n} ${kind}`)
        .join(', ')} in ${folder}`
    );
  } finally {
    closeDatabase(db);
  }
}

await run().catch((error: Error) => leave(error.message));
