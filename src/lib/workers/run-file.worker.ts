import type { UnitContext } from '../core/registry/channels.ts';
import { expose } from 'comlink';
import { PATHS } from '../api/paths.ts';
import { rowCellsOf } from '../core/testing/files/dialect.ts';
import { encodingOf, type Encoding } from '../core/testing/files/encoding.ts';
import { guessMapping, type Mapping } from '../core/testing/files/mapping.ts';
import { readChunks } from '../core/testing/files/read-chunks.ts';
import type { RunFileState } from '../core/testing/files/read-run-file.ts';
import { blockOf } from '../core/testing/record/block.ts';
import type { Samples } from '../core/testing/record/sample.ts';

/** Bytes of a file's head that are looked at, and rows of it that are shown. */
const HEAD = 131_072;
const SHOWN = 4;

/** How a file seems to be written, and its first rows. */
export interface FileLook {
  readonly encoding: Encoding;
  readonly mapping: Mapping;
  readonly rows: readonly (readonly string[])[];
}

const chunksOf = (file: File): AsyncIterable<Uint8Array> => file.stream() as AsyncIterable<Uint8Array>;

/** Looks at a file's head: null where it is no text. A delimiter that was chosen stands. */
async function look(file: File, delimiter?: string): Promise<FileLook | null> {
  const head = new Uint8Array(await file.slice(0, HEAD).arrayBuffer());
  const encoding = encodingOf(head);
  if (encoding === null) return null;
  const text = new TextDecoder(encoding).decode(head, { stream: true });
  const mapping = guessMapping(text, delimiter);
  const rows = text
    .split(/\r\n|\n|\r/)
    .slice(mapping.firstLine - 1)
    .filter((line) => line.trim() !== '')
    .slice(0, SHOWN)
    .map((line) => rowCellsOf(line, mapping));
  return { encoding, mapping, rows };
}

type Told = (share: number, rows: number) => void;

/** Reads a whole file without keeping anything. */
const check = (
  file: File,
  { encoding, mapping }: Pick<FileLook, 'encoding' | 'mapping'>,
  context: UnitContext,
  told: Told
): Promise<RunFileState> =>
  readChunks(
    chunksOf(file),
    encoding,
    mapping,
    context,
    () => {},
    (bytes, state) => told(bytes / Math.max(file.size, 1), state.rows)
  );

/** Sends every sample of a file to the run that was begun for it. @throws Error in the server's words */
async function send(
  file: File,
  { encoding, mapping }: Pick<FileLook, 'encoding' | 'mapping'>,
  context: UnitContext,
  runId: number,
  told: Told
): Promise<RunFileState> {
  const path = PATHS.addSamples[1].replace('{id}', String(runId));
  const take = async (samples: Samples): Promise<void> => {
    const answer = await fetch(path, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: blockOf(samples)
    });
    if (answer.ok) return;
    const said = (await answer.json().catch(() => null)) as { message?: string } | null;
    throw new Error(said?.message ?? `The server answered ${answer.status}.`);
  };
  return readChunks(chunksOf(file), encoding, mapping, context, take, (bytes, state) =>
    told(bytes / Math.max(file.size, 1), state.rows)
  );
}

/** What the page may ask of the worker that reads files. */
const api = { look, check, send };
export type RunFileWorker = typeof api;

expose(api);
