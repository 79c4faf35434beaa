// Makes anew what is kept beside the sources and compared by tests, or shown in the documents: `npm run snapshot -- answers roles`.
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { root, run } from './ensure.mjs';

const folder = join(root, 'scripts', 'snapshot');
const kinds = readdirSync(folder).map((f) => f.replace(/\.ts$/, ''));
const [first, ...rest] = process.argv.slice(2);
const wanted = first === undefined ? [] : [first, ...rest.filter((w) => kinds.includes(w))];
const unknown = wanted.find((w) => !kinds.includes(w));
if (wanted.length === 0 || unknown !== undefined) {
  console.error(
    `iskarn: ${unknown === undefined ? 'say what to make' : `there is no “${unknown}”`}: ${kinds.join(', ')}`
  );
  process.exit(2);
}
const words = rest.filter((w) => !kinds.includes(w));
for (const kind of wanted) run(process.execPath, ['--import', 'tsx', join(folder, `${kind}.ts`), ...words]);
