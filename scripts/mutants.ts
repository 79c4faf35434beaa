/**
 * Changes lines of core, server and editor one at a time and says what no test noticed: `npm run mutants -- N SEED [FOLDER]`.
 * The changes are those of a general mutation-testing package, and constants beside them; the tests are those that import
 * the changed file, nearest first. A change that no test notices and that alters no answer of a wide probe is told apart: it
 * may alter nothing at all. Two changes at a time, each in a copy of the sources; the checkout is not touched.
 */
import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, dirname, join, relative, resolve } from 'node:path';
import { Instrumenter } from '@stryker-mutator/instrumenter';
import ts from 'typescript';
import { seededRandom } from '../src/lib/core/numeric/random.ts';
import { sources } from '../tests/helpers/floors.ts';
import { isUnitTest, testFiles } from './run-tests.mjs';

const root = join(import.meta.dirname, '..');
const COUNT = Number(process.argv[2] ?? 40);
const SEED = Number(process.argv[3] ?? 1);
const ONLY = process.argv[4] ?? '';
const COPIES = 2;
/** Longest that the tests of one change may run: a change that makes something endless is noticed. */
const PATIENCE_MS = 240_000;
/** Share of the changes that are to a constant. */
const CONSTANTS = 0.35;
/** Tests that take minutes: not run here. */
const SLOW = /tests\/(storm|calibration-truths|reference\/(validation-document|motor-under-load))/;

/** One change of one place. */
interface Mutant {
  file: string;
  line: number;
  start: number;
  end: number;
  replacement: string;
  kind: string;
}

const silent = new Proxy({}, { get: () => () => false }) as ConstructorParameters<typeof Instrumenter>[0];

/** Offset of a line and column, both from zero. */
const offsetOf = (text: string, at: { line: number; column: number }): number =>
  ts.getPositionOfLineAndCharacter(
    ts.createSourceFile('x.ts', text, ts.ScriptTarget.Latest),
    at.line,
    at.column
  );

/** Changes of the package: operators, conditions, blocks, booleans; words are left alone. */
async function changesOf(file: string, text: string): Promise<Mutant[]> {
  const { mutants } = await new Instrumenter(silent).instrument(
    [{ name: file, content: text, mutate: true }],
    { ignorers: [], excludedMutations: ['StringLiteral', 'Regex', 'ObjectLiteral'], plugins: null } as never
  );
  const offset = offsetOf.bind(null, text);
  return mutants
    .filter((m) => (m as { status?: string }).status !== 'Ignored')
    .map((m) => ({
      file,
      line: m.location.start.line + 1,
      start: offset(m.location.start),
      end: offset(m.location.end),
      replacement: m.replacement,
      kind: m.mutatorName
    }));
}

/** Constants, each half as large again; zero becomes one. */
function constantsOf(file: string, text: string): Mutant[] {
  const out: Mutant[] = [];
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const visit = (node: ts.Node): void => {
    if (ts.isTypeNode(node)) return;
    if (ts.isNumericLiteral(node)) {
      const value = Number(node.text);
      const start = node.getStart(source);
      const whole = Number.isInteger(value);
      out.push({
        file,
        line: source.getLineAndCharacterOfPosition(start).line + 1,
        start,
        end: node.getEnd(),
        replacement: String(
          value === 0 ? 1 : whole ? value + Math.max(1, Math.round(value / 2)) : value * 1.5
        ),
        kind: 'Constant'
      });
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return out;
}

/** Chooses so many of a list, no two on one line. */
function chosen(list: readonly Mutant[], count: number, random: () => number, taken: Set<string>): Mutant[] {
  const left = [...list];
  const out: Mutant[] = [];
  while (out.length < count && left.length > 0) {
    const [m] = left.splice(Math.floor(random() * left.length), 1);
    const place = `${m.file}:${m.line}`;
    if (taken.has(place)) continue;
    taken.add(place);
    out.push(m);
  }
  return out;
}

/** How many imports lie between each test and a source file, by file. */
function distances(): Map<string, Map<string, number>> {
  const imports = new Map<string, string[]>();
  const importsOf = (file: string): string[] => {
    let found = imports.get(file);
    if (!found) {
      const text = readFileSync(join(root, file), 'utf8');
      found = ts
        .preProcessFile(text, true, true)
        .importedFiles.map((f) => f.fileName)
        .filter((s) => s.startsWith('.') && s.endsWith('.ts'))
        .map((s) => relative(root, resolve(root, dirname(file), s)));
      imports.set(file, found);
    }
    return found;
  };
  const near = new Map<string, Map<string, number>>();
  for (const test of testFiles()) {
    if (SLOW.test(test) || !isUnitTest(test)) continue;
    const queue: [string, number][] = [[test, 0]];
    const seen = new Set([test]);
    for (let at = 0; at < queue.length; at++) {
      const [file, distance] = queue[at];
      for (const next of importsOf(file)) {
        if (seen.has(next)) continue;
        seen.add(next);
        queue.push([next, distance + 1]);
        const row = near.get(next) ?? new Map<string, number>();
        row.set(test, distance + 1);
        near.set(next, row);
      }
    }
  }
  return near;
}

/** Tests of a file, nearest first; a file's own test before all. */
function testsOf(file: string, near: Map<string, Map<string, number>>): string[] {
  const own = file.replace(/\.ts$/, '.test.ts');
  return [...(near.get(file) ?? [])]
    .sort((a, b) => Number(b[0] === own) - Number(a[0] === own) || a[1] - b[1] || a[0].localeCompare(b[0]))
    .map(([test]) => test);
}

interface Ran {
  code: number | null;
  output: string;
}

const running = new Set<number>();
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    for (const pid of running) process.kill(-pid, 'SIGKILL');
    process.exit(1);
  });

function run(args: string[], cwd: string): Promise<Ran> {
  return new Promise((done) => {
    const child = spawn(process.execPath, args, {
      cwd,
      detached: true,
      env: { ...process.env, ISKARN_REMEDY_SETUPS: '12', NODE_OPTIONS: '' }
    });
    const pid = child.pid as number;
    running.add(pid);
    let output = '';
    child.stdout.on('data', (chunk: Buffer) => (output += chunk.toString()));
    child.stderr.on('data', () => {});
    const timer = setTimeout(() => process.kill(-pid, 'SIGKILL'), PATIENCE_MS);
    child.on('close', (code) => {
      clearTimeout(timer);
      running.delete(pid);
      done({ code, output });
    });
  });
}

/** A copy of what the tests need. */
function copy(): string {
  const folder = mkdtempSync(join(tmpdir(), 'iskarn-mutants-'));
  for (const name of ['src', 'tests', 'scripts', 'docs', 'package.json', 'tsconfig.json', '.svelte-kit'])
    cpSync(join(root, name), join(folder, name), { recursive: true });
  symlinkSync(join(root, 'node_modules'), join(folder, 'node_modules'));
  return folder;
}

const probe = (folder: string): Promise<Ran> => run(['--import', 'tsx', 'tests/helpers/probe.ts'], folder);

type Verdict = 'noticed' | 'unnoticed' | 'no difference';

/** Applies a change in a copy, runs its tests in growing handfuls, and puts the file back. */
async function tried(
  m: Mutant,
  folder: string,
  near: Map<string, Map<string, number>>,
  plain: string
): Promise<Verdict> {
  const path = join(folder, m.file);
  const text = readFileSync(path, 'utf8');
  writeFileSync(path, text.slice(0, m.start) + m.replacement + text.slice(m.end));
  try {
    const tests = testsOf(m.file, near);
    for (let at = 0, handful = 3; at < tests.length; at += handful, handful = 12) {
      const files = tests.slice(at, at + handful);
      const { code } = await run(['--import', 'tsx', '--test', '--test-concurrency=1', ...files], folder);
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

const near = distances();
const verdicts = new Map<Mutant, Verdict>();
const queue = [...mutants];
const folders = Array.from({ length: COPIES }, copy);
try {
  const { output: plain } = await probe(folders[0]);
  await Promise.all(
    folders.map(async (folder) => {
      for (let m = queue.shift(); m; m = queue.shift()) {
        const verdict = await tried(m, folder, near, plain);
        verdicts.set(m, verdict);
        if (verdicts.size % 20 === 0) console.log(`… ${verdicts.size} of ${mutants.length}`);
        if (verdict !== 'noticed') {
          const line = readFileSync(join(root, m.file), 'utf8').split('\n')[m.line - 1].trim();
          console.log(
            `${verdict.padEnd(13)} ${m.file}:${m.line} ${m.kind} → ${m.replacement.slice(0, 60).replaceAll('\n', ' ')}   | ${line.slice(0, 100)}`
          );
        }
      }
    })
  );
} finally {
  for (const folder of folders)
    if (basename(folder).startsWith('iskarn-mutants-')) rmSync(folder, { recursive: true, force: true });
}

const rows = new Map<string, Record<Verdict, number>>();
for (const [m, verdict] of verdicts) {
  const row = rows.get(folderOf(m.file)) ?? { noticed: 0, unnoticed: 0, 'no difference': 0 };
  row[verdict]++;
  rows.set(folderOf(m.file), row);
}
const share = (r: Record<Verdict, number>): string =>
  r.noticed + r.unnoticed === 0 ? '' : `${Math.round((100 * r.noticed) / (r.noticed + r.unnoticed))} %`;
const total: Record<Verdict, number> = { noticed: 0, unnoticed: 0, 'no difference': 0 };
console.log(`\n${'folder'.padEnd(28)} noticed  unnoticed  no difference`);
for (const [folder, r] of [...rows].sort()) {
  for (const v of Object.keys(total) as Verdict[]) total[v] += r[v];
  console.log(
    `${folder.padEnd(28)} ${String(r.noticed).padStart(7)}  ${String(r.unnoticed).padStart(9)}  ${String(r['no difference']).padStart(13)}  ${share(r)}`
  );
}
console.log(
  `${'all'.padEnd(28)} ${String(total.noticed).padStart(7)}  ${String(total.unnoticed).padStart(9)}  ${String(total['no difference']).padStart(13)}  ${share(total)} of the changes that alter something`
);
