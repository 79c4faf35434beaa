// What stands at the end of a test run: the files that took longest, and for each file with a failure the command that runs it
// alone.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { sourceOf } from './bundle-tests.mjs';

const SLOWEST = 12;

/** The file, in the folder of the run, that lists the files with a failure. */
export const FAILED = 'failed.json';

/** Reads the events of Node's test runner; yields the lines of the summary after the last. */
export default async function* summary(source) {
  const folder = process.env.ISKARN_TEST_CACHE ?? '';
  const seconds = new Map();
  const failed = new Set();
  for await (const { type, data } of source) {
    if ((type !== 'test:pass' && type !== 'test:fail') || data.nesting > 0 || !data.file) continue;
    const file = sourceOf(data.file, folder);
    // a helper's own test, such as the stage of browser tests, is of no file that could be run alone
    if (!file.endsWith('.test.ts')) continue;
    seconds.set(file, (seconds.get(file) ?? 0) + data.details.duration_ms / 1000);
    if (type === 'test:fail') failed.add(file);
  }
  const slowest = [...seconds].sort((a, b) => b[1] - a[1]).slice(0, Number(process.env.SLOWEST ?? SLOWEST));
  const sum = [...seconds.values()].reduce((a, b) => a + b, 0);
  yield `\niskarn: ${sum.toFixed(0)} s in ${seconds.size} files; the slowest:\n`;
  for (const [file, s] of slowest) yield `${s.toFixed(1).padStart(8)} s  ${file}\n`;
  if (failed.size > 0) yield '\niskarn: to run the failing files alone:\n';
  if (failed.size > 0 && folder) writeFileSync(join(folder, FAILED), JSON.stringify([...failed]));
  for (const file of failed) yield `  npm test -- ${file}\n`;
}
