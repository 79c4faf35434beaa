/** Reads a made file of so many megabytes as an import does, and prints rows, faults and the most memory that it took. */
import { guessMapping } from '../../src/lib/core/testing/files/mapping.ts';
import { readChunks } from '../../src/lib/core/testing/files/read-chunks.ts';
import { encodingOf } from '../../src/lib/core/testing/files/encoding.ts';
import { blockOf } from '../../src/lib/core/testing/record/block.ts';

const bytes = 1e6 * Number(process.argv[2] ?? 100);
/** Columns that nobody asks for, as loggers write them. */
const OTHERS = 30;
const head = `Zeit [ms];Spannung [V];Strom [A];${Array.from({ length: OTHERS }, (_, k) => `größe ${k}`).join(';')}\r\n`;
const rest = Array.from({ length: OTHERS }, (_, k) => `${k},5`).join(';');
const line = (k: number): string =>
  k % 10_000 === 9999
    ? `kaputt ${k}\r\n`
    : `${20 * k};${(16 - (k % 500) / 250).toFixed(2).replace('.', ',')};${(30 + (k % 7)).toFixed(1).replace('.', ',')};${rest}\r\n`;

/** The file in latin letters, piece by piece. */
async function* pieces(): AsyncGenerator<Uint8Array> {
  yield Buffer.from(head, 'latin1');
  let written = 0;
  for (let k = 0; written < bytes;) {
    let text = '';
    for (let n = 0; n < 400; n++) text += line(k++);
    const piece = Buffer.from(text, 'latin1');
    written += piece.length;
    yield piece;
  }
}

const first = Buffer.from(head + [0, 1, 2, 3].map(line).join(''), 'latin1');
const encoding = encodingOf(first) ?? 'utf-8';
const mapping = guessMapping(new TextDecoder(encoding).decode(first));
let most = 0;
let kept = 0;
const state = await readChunks(
  pieces(),
  encoding,
  mapping,
  { series: 4, poles: 14, blades: 2, gearRatio: 1 },
  (samples) => void (kept += blockOf(samples).length),
  () => (most = Math.max(most, process.memoryUsage().rss))
);
console.log(
  JSON.stringify({
    encoding,
    rows: state.rows,
    faults: state.faults,
    first: state.errors[0],
    told: state.errors.length,
    kept,
    most
  })
);
