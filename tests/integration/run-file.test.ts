/** Files of meters that are damaged, huge or wrongly written: told by line, nothing half stored, in little memory. */
import assert from 'node:assert/strict';
import { execFile } from 'node:child_process';
import { join } from 'node:path';
import { test } from 'node:test';
import { promisify } from 'node:util';
import { extent } from '../helpers/extent.ts';
import { root } from '../helpers/server.ts';

/** Size of the file: past what would fit in memory as text and columns, in the long run far past it. */
const MEGABYTES = extent(25, 100);

test(`${MEGABYTES} MB in latin letters with decimal commas and broken lines: every line is accounted for in less than 300 MB of memory`, async () => {
  const { stdout } = await promisify(execFile)(
    process.execPath,
    ['--import', 'tsx', join(root, 'tests', 'helpers', 'read-large.ts'), String(MEGABYTES)],
    { cwd: root }
  );
  const read = JSON.parse(stdout) as {
    encoding: string;
    rows: number;
    faults: number;
    first: { line: number; code: string };
    told: number;
    kept: number;
    most: number;
  };
  assert.equal(read.encoding, 'windows-1252');
  assert.ok(read.rows > 5000 * MEGABYTES, `${read.rows} rows`);
  // one line in ten thousand is broken; the first of them stands behind the titles
  assert.equal(read.faults, Math.floor((read.rows + read.faults) / 10_000));
  assert.deepEqual([read.first.line, read.first.code], [10_001, 'short-row']);
  assert.equal(read.told, Math.min(read.faults, 50));
  // seconds, volts and amps of every row, and eight bytes before each block
  assert.ok(
    read.kept >= 24 * read.rows && read.kept < 24 * read.rows + 8 * (read.rows / 5000 + 2),
    String(read.kept)
  );
  assert.ok(read.most < 300e6, `${Math.round(read.most / 1e6)} MB`);
});
