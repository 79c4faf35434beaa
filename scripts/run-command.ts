import { readFileSync } from 'node:fs';

/** What a command makes of one request: an answer, or errors. */
export type CommandResult = { ok: true; answer: unknown } | { ok: false; errors: unknown };

/**
 * Runs a request file through `run`: one JSON document, or one a line for `.ndjson`; `-` reads standard input.
 * Answers go to standard output, errors of a single document to standard error; exit code 2 for bad input.
 */
export function runCommand(name: string, run: (request: unknown) => CommandResult): void {
  const file = process.argv[2];
  if (!file || file === '--help') {
    process.stderr.write(
      `usage: npm run --silent ${name} -- request.json (or a .ndjson file, or - for standard input)\n`
    );
    process.exitCode = 2;
    return;
  }
  const fail = (message: string): { ok: false; errors: object } => ({
    ok: false,
    errors: { message, errors: [{ path: '', message }] }
  });
  const one = (text: string): CommandResult => {
    let request: unknown;
    try {
      request = JSON.parse(text);
    } catch (error) {
      return fail(`This is not JSON: ${(error as Error).message}.`);
    }
    return run(request);
  };
  let text: string;
  try {
    text = readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch (error) {
    process.stderr.write(
      `${JSON.stringify(fail(`Cannot read ${file}: ${(error as Error).message}.`).errors, null, 2)}\n`
    );
    process.exitCode = 2;
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
  if (result.ok) process.stdout.write(`${JSON.stringify(result.answer, null, 2)}\n`);
  else {
    process.stderr.write(`${JSON.stringify(result.errors, null, 2)}\n`);
    process.exitCode = 2;
  }
}
