import { readFileSync } from 'node:fs';
import { parseJson } from '../src/lib/core/text/json.ts';

/** What a command makes of one request: an answer, or errors. */
export type CommandResult = { ok: true; answer: unknown; isText?: true } | { ok: false; errors: unknown };

const fail = (message: string): { ok: false; errors: object } => ({
  ok: false,
  errors: { message, errors: [{ path: '', message }] }
});

const WORDS: Record<string, string> = {
  ENOENT: 'there is no such file',
  EISDIR: 'it is a folder',
  EACCES: 'this user may not read it',
  EPERM: 'this user may not read it',
  ENOSPC: 'the disk is full',
  EFBIG: 'the file would be larger than is allowed here',
  EDQUOT: 'the disk is full'
};

/** A failure of the file system in words. */
const inWords = (error: unknown): string => {
  const { code, message } = error as NodeJS.ErrnoException;
  return code !== undefined && Object.hasOwn(WORDS, code) ? WORDS[code] : (code ?? message);
};

/** A text as UTF-8; null where it is something else. */
function textOf(bytes: Buffer): string | null {
  try {
    return new TextDecoder('utf-8', { fatal: true, ignoreBOM: false }).decode(bytes);
  } catch {
    return null;
  }
}

/** Says why nothing more can be written, once, and leaves; a reader that has gone away needs no words. */
function onWriteError(error: NodeJS.ErrnoException): void {
  if (error.code !== 'EPIPE') {
    process.stderr.write(`The answer cannot be written: ${inWords(error)}.\n`);
    process.exit(2);
  }
  process.exit(0);
}

/**
 * Runs a request file through `run`: one JSON document, or one a line for `.ndjson`; `-` reads standard input.
 * Answers go to standard output, errors of a single document to standard error; exit code 2 for bad input. Whatever
 * happens is told in words, never as a stack trace.
 */
export function runCommand(name: string, run: (request: unknown) => CommandResult): void {
  process.stdout.on('error', onWriteError);
  process.stderr.on('error', () => process.exit(2));
  const file = process.argv[2];
  if (!file || file === '--help') {
    process.stderr.write(
      `usage: npm run --silent ${name} -- request.json (or a .ndjson file, or - for standard input)\n`
    );
    process.exitCode = 2;
    return;
  }
  const one = (text: string): CommandResult => {
    const parsed = parseJson(text);
    if (!parsed.ok) return fail(parsed.message);
    try {
      return run(parsed.value);
    } catch (error) {
      return fail(`Iskarn met a fault of its own with this request: ${(error as Error).message}.`);
    }
  };
  const refuse = (errors: unknown): void => {
    process.stderr.write(`${JSON.stringify(errors, null, 2)}\n`);
    process.exitCode = 2;
  };
  let bytes: Buffer;
  try {
    bytes = readFileSync(file === '-' ? 0 : file);
  } catch (error) {
    refuse(fail(`Cannot read ${file}: ${inWords(error)}.`).errors);
    return;
  }
  const text = textOf(bytes);
  if (text === null) {
    refuse(
      fail(`${file === '-' ? 'Standard input' : file} is no text in UTF-8; a JSON document is wanted.`).errors
    );
    return;
  }
  if (file.endsWith('.ndjson')) {
    for (const line of text.split('\n')) {
      if (line.trim() === '') continue;
      const result = one(line);
      process.stdout.write(`${JSON.stringify(result.ok ? result.answer : result.errors)}\n`);
      if (!result.ok) process.exitCode = 2;
    }
    return;
  }
  const result = one(text);
  if (result.ok)
    process.stdout.write(
      result.isText ? String(result.answer) : `${JSON.stringify(result.answer, null, 2)}\n`
    );
  else refuse(result.errors);
}
