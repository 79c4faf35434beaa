/**
 * Changes lines of core, server and editor one at a time and says what no test noticed: `npm run mutants -- N SEED [FOLDER]`.
 * First every test runs once on sources with a mark at each chosen place; a change is then tried by the tests that reach its
 * place, quickest first, in one process that ends at the first failure. A change that no test notices and that alters no
 * answer of a wide probe is told apart: it may alter nothing at all. Two at a time, each in a copy; the checkout is not
 * touched.
 */
import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { seededRandom } from '../src/lib/core/numeric/random.ts';
import { sources } from './tools/floors.ts';
import { changed, changesOf, chosen, constantsOf, type Mutant } from './mutation/changes.ts';
import { GATHERER, markSources, readMarks, type Reached } from './mutation/reached.ts';
import { isUnitTest, testFiles } from './run-tests.mjs';

const root = join(import.meta.dirname, '..');
const COUNT = Number(process.argv[2] ?? 40);
const SEED = Number(process.argv[3] ?? 1);
const ONLY = process.argv[4] ?? '';
const COPIES = Number(process.env.ISKARN_COPIES ?? 2);
/** Longest that tests may run beyond three times what they take: a change that makes something endless is noticed. */
const PATIENCE_MS = 60_000;
/** Share of the changes that are to a constant. */
const CONSTANTS = 0.35;
/** Tests that take minutes: not run here. */
const SLOW = /tests\/(storm|calibration-truths|reference\/(validation-document|motor-under-load))/;

interface Ran {
  /** Null where it was ended for taking too long. */
  code: number | null;
  output: string;
  seconds: number;
}

const running = new Set<number>();
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    for (const pid of running) process.kill(-pid, 'SIGKILL');
    process.exit(1);
  });

/** Runs a program of the copy; it is ended when it prints a failed test, or after its time. */
function run(
  args: string[],
  cwd: string,
  patienceMs: number,
  env: Record<string, string> = {}
): Promise<Ran> {
  return new Promise((done) => {
    const began = performance.now();
    const child = spawn(process.execPath, ['--import', 'tsx', ...args], {
      cwd,
      detached: true,
      env: { ...process.env, ISKARN_REMEDY_SETUPS: '12', NODE_OPTIONS: '', ...env }
    });
    const pid = child.pid as number;
    running.add(pid);
    let output = '';
    let failed = false;
    const end = (): void => {
      if (running.has(pid)) process.kill(-pid, 'SIGKILL');
    };
    child.stdout.on('data', (chunk: Buffer) => {
      output += chunk.toString();
      if (!failed && /^\s*not ok/m.test(output)) {
        failed = true;
        end();
      }
    });
    child.stderr.on('data', () => {});
    const timer = setTimeout(end, patienceMs);
    child.on('close', (code) => {
      clearTimeout(timer);
      running.delete(pid);
      done({ code: failed ? 1 : code, output, seconds: (performance.now() - began) / 1000 });
    });
  });
}

const folders: string[] = [];

/** A copy of what the tests need. */
function copy(): string {
  const folder = mkdtempSync(join(tmpdir(), 'iskarn-mutants-'));
  folders.push(folder);
  for (const name of ['src', 'tests', 'scripts', 'docs', 'package.json', 'tsconfig.json', '.svelte-kit'])
    cpSync(join(root, name), join(folder, name), { recursive: true });
  symlinkSync(join(root, 'node_modules'), join(folder, 'node_modules'));
  return folder;
}

/** Does something with every entry of a list, in so many copies at a time. */
async function shared<T>(
  list: readonly T[],
  copies: readonly string[],
  each: (entry: T, folder: string) => Promise<void>
): Promise<void> {
  const queue = [...list];
  await Promise.all(
    copies.map(async (folder) => {
      for (let entry = queue.shift(); entry !== undefined; entry = queue.shift()) await each(entry, folder);
    })
  );
}

/** Runs every unit test once on marked sources. */
async function reachedBy(mutants: readonly Mutant[]): Promise<Reached[]> {
  const copies = Array.from({ length: COPIES }, copy);
  for (const folder of copies) {
    markSources(folder, mutants);
    writeFileSync(join(folder, 'gather.cjs'), GATHERER);
  }
  const out: Reached[] = [];
  const tests = testFiles().filter((t) => isUnitTest(t) && !SLOW.test(t));
  await shared(tests, copies, async (test, folder) => {
    const list = join(folder, `reached-${out.length}-${performance.now()}`);
    const ran = await run([test], folder, 900_000, {
      ISKARN_REACHED: list,
      NODE_OPTIONS: `--require ${join(folder, 'gather.cjs')}`
    });
    if (ran.code !== 0) console.log(`${test} fails on marked sources and is left out`);
    else out.push({ test, places: readMarks(list), seconds: ran.seconds });
  });
  return out.sort((a, b) => a.seconds - b.seconds);
}

const probe = (folder: string): Promise<Ran> => run(['scripts/mutation/probe.ts'], folder, 300_000);

type Verdict = 'noticed' | 'unnoticed' | 'no difference';

/** Applies a change in a copy, runs the tests that reach it, and puts the file back. */
async function tried(m: Mutant, tests: readonly Reached[], folder: string, plain: string): Promise<Verdict> {
  const path = join(folder, m.file);
  const text = readFileSync(path, 'utf8');
  writeFileSync(path, changed(text, m));
  try {
    if (tests.length > 0) {
      const expected = tests.reduce((sum, t) => sum + t.seconds, 0);
      const args = ['scripts/mutation/together.mjs', ...tests.map((t) => t.test)];
      const { code } = await run(args, folder, 3000 * expected + PATIENCE_MS);
      if (code !== 0) return 'noticed';
    }
    const { code, output } = await probe(folder);
    return code === 0 && output === plain ? 'no difference' : 'unnoticed';
  } finally {
    writeFileSync(path, text);
  }
}

/** Folder under which a change is counted. */
const folderOf = (file: string): string =>
  dirname(file).replace('src/lib/', '').split('/').slice(0, 2).join('/');

/** The changes to try: a share of constants, the rest operators, conditions and blocks. */
async function mutantsOf(): Promise<Mutant[]> {
  const files = sources()
    .filter((f) => /^lib\/(core|server|api|ui\/match\/editor)\//.test(f) && f.endsWith('.ts'))
    .filter((f) => !/demo\/|migrations\/|process\/main|compute\.worker|schemas\.ts|propeller-sizes/.test(f))
    .map((f) => join('src', f))
    .filter((f) => f.includes(ONLY));
  const random = seededRandom(SEED);
  const constants: Mutant[] = [];
  const operators: Mutant[] = [];
  for (const file of files) {
    const text = readFileSync(join(root, file), 'utf8');
    constants.push(...constantsOf(file, text));
    operators.push(...(await changesOf(file, text)));
  }
  const taken = new Set<string>();
  const mutants = [
    ...chosen(constants, Math.round(CONSTANTS * COUNT), random, taken),
    ...chosen(operators, COUNT - Math.round(CONSTANTS * COUNT), random, taken)
  ];
  console.log(
    `${files.length} files, ${constants.length + operators.length} possible changes; ${mutants.length} are tried (seed ${SEED})`
  );
  return mutants;
}

/** Prints what was noticed, by folder. */
function printTable(verdicts: ReadonlyMap<Mutant, Verdict>): void {
  const rows = new Map<string, Record<Verdict, number>>();
  const total: Record<Verdict, number> = { noticed: 0, unnoticed: 0, 'no difference': 0 };
  for (const [m, verdict] of verdicts) {
    const row = rows.get(folderOf(m.file)) ?? { noticed: 0, unnoticed: 0, 'no difference': 0 };
    row[verdict]++;
    total[verdict]++;
    rows.set(folderOf(m.file), row);
  }
  const share = (r: Record<Verdict, number>): string =>
    r.noticed + r.unnoticed === 0 ? '' : `${Math.round((100 * r.noticed) / (r.noticed + r.unnoticed))} %`;
  const line = (name: string, r: Record<Verdict, number>): string =>
    `${name.padEnd(28)} ${String(r.noticed).padStart(7)}  ${String(r.unnoticed).padStart(9)}  ${String(r['no difference']).padStart(13)}  ${share(r)}`;
  console.log(`\n${'folder'.padEnd(28)} noticed  unnoticed  no difference`);
  for (const [folder, r] of [...rows].sort()) console.log(line(folder, r));
  console.log(`${line('all', total)} of the changes that alter something`);
}

const mutants = await mutantsOf();
try {
  const reached = await reachedBy(mutants);
  const seconds = reached.reduce((sum, r) => sum + r.seconds, 0);
  console.log(`${reached.length} files of tests ran once in ${Math.round(seconds)} s`);
  const copies = Array.from({ length: COPIES }, copy);
  const { output: plain } = await probe(copies[0]);
  const verdicts = new Map<Mutant, Verdict>();
  await shared(mutants, copies, async (m, folder) => {
    const tests = reached.filter((r) => r.places.has(mutants.indexOf(m)));
    const began = performance.now();
    const verdict = await tried(m, tests, folder, plain);
    verdicts.set(m, verdict);
    if (verdicts.size % 20 === 0) console.log(`… ${verdicts.size} of ${mutants.length}`);
    if (verdict === 'noticed') return;
    const line = readFileSync(join(root, m.file), 'utf8').split('\n')[m.line - 1].trim();
    console.log(
      `${verdict.padEnd(13)} ${m.file}:${m.line} ${m.kind} → ${m.replacement.slice(0, 60).replaceAll('\n', ' ')}   | ${line.slice(0, 100)}   (${tests.length} test files, ${Math.round((performance.now() - began) / 1000)} s)`
    );
  });
  printTable(verdicts);
} finally {
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
}
