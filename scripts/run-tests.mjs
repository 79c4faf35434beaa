// Node 20's test runner expands no globs: the files are listed here, and none is a failure.
// Words choose the files that have one in their path; --unit leaves out what needs a browser or a built server, --browser
// leaves out everything else; --coverage counts the lines that run.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { bundleOf, bundleTests } from './bundle-tests.mjs';
import { root } from './ensure.mjs';
import { FAILED } from './test-summary.mjs';

const inFolder = (folder) =>
  readdirSync(join(root, folder), { recursive: true })
    .filter((f) => f.endsWith('.test.ts'))
    .map((f) => join(folder, f));

/** Every file of tests, as a path from the root. */
export const testFiles = () => [...inFolder('src'), ...inFolder('tests')].sort();

/** Tests that drive a browser, and those that need the built server. */
const BROWSER = /^tests\/browser\//;
const BUILT = /^tests\/integration\/(http|guard|asvs|release|restore|hostile|fuzz|kill|start|data-folder)/;
/** Tests that need nothing but the sources and leave nothing behind: several of them share a process. */
const PURE = /^(src\/lib\/(core|api|ui)\/|tests\/(reference\/|recorded\/|[^/]+\.test\.ts))/;
/** Whether a file's tests can share a server and a browser with those of other files in their process. */
const isStaged = (file) =>
  BROWSER.test(file) && readFileSync(join(root, file), 'utf8').includes('helpers/stage');
/** Processes that tests of a kind are shared out among: starting one for every file would take as long as the tests. */
const PURE_GROUPS = 12;
const STAGED_GROUPS = 2;

/** Whether a file of tests runs on the sources alone, without a built server or a browser. */
export const isUnitTest = (file) => !BROWSER.test(file) && !BUILT.test(file);

/** Files chosen by the words of a command line. */
export function chosenFiles(words) {
  const wanted = words.filter((w) => !w.startsWith('--'));
  return testFiles()
    .filter((f) => !words.includes('--unit') || isUnitTest(f))
    .filter((f) => !words.includes('--browser') || BROWSER.test(f))
    .filter((f) => wanted.length === 0 || wanted.some((w) => f.includes(w)));
}

/** Files of tests as a few bundles that import them, each as many bytes as the next; as they are where they are few. */
function inGroups(name, files, count, folder) {
  if (files.length < 2 * count) return files.map((f) => bundleOf(f, folder));
  const groups = Array.from({ length: count }, () => ({ files: [], bytes: 0 }));
  const bytes = (f) => statSync(join(root, f)).size;
  for (const file of files.sort((a, b) => bytes(b) - bytes(a))) {
    const least = groups.reduce((a, b) => (b.bytes < a.bytes ? b : a));
    least.files.push(file);
    least.bytes += bytes(file);
  }
  return groups.map(({ files: of }, k) => {
    const path = join(folder, `${name}-${k + 1}.test.mjs`);
    const imports = of.map((f) => `import ${JSON.stringify(pathToFileURL(bundleOf(f, folder)).href)};\n`);
    writeFileSync(path, imports.join(''));
    return path;
  });
}

/** The bundles of tests in the order in which they begin: what takes longest by itself first. */
function grouped(files, folder) {
  const staged = files.filter(isStaged);
  const pure = files.filter((f) => PURE.test(f));
  const alone = files.filter((f) => !staged.includes(f) && !pure.includes(f));
  return [
    ...inGroups('staged', staged, STAGED_GROUPS, folder),
    ...alone.map((f) => bundleOf(f, folder)),
    ...inGroups('pure', pure, PURE_GROUPS, folder)
  ];
}

/** Most files whose traces lead to the source. */
const MAPPED = 8;

/** Most files that are tried again: when more fail, it is not the machine. */
const TRIED_AGAIN = 6;

/** Runs files of tests; the exit code, and the files in which a test failed. */
async function runFiles(files, coverage) {
  const folder = join(root, 'node_modules', '.cache', `iskarn-tests-${process.pid}`);
  mkdirSync(folder, { recursive: true });
  await bundleTests(files, folder);
  const runner = [
    // a trace leads to the line of the source where few files run: the maps of all take a tenth of the time
    ...(files.length <= MAPPED ? ['--enable-source-maps'] : []),
    '--test',
    '--test-concurrency=2',
    '--test-reporter=spec',
    '--test-reporter-destination=stdout',
    '--test-reporter=./scripts/test-summary.mjs',
    '--test-reporter-destination=stdout',
    ...grouped(files, folder)
  ];
  const done = spawnSync(
    coverage ? join(root, 'node_modules', '.bin', 'c8') : process.execPath,
    coverage
      ? ['--src', 'src', '--include', 'src/lib/**', '--exclude', '**/*.test.ts', process.execPath, ...runner]
      : runner,
    { cwd: root, stdio: 'inherit', env: { ...process.env, ISKARN_TEST_CACHE: folder } }
  );
  const list = join(folder, FAILED);
  const failed = existsSync(list) ? JSON.parse(readFileSync(list, 'utf8')) : [];
  rmSync(folder, { recursive: true, force: true });
  return { code: done.status ?? 1, failed };
}

/**
 * Runs the chosen tests; the exit code. Where CI is set, a few files that drive a browser or a server and failed are tried once
 * more, alone: they wait for a machine that may be busy with something else. What passed only then is named.
 */
export async function runTests(words) {
  const files = chosenFiles(words);
  if (files.length === 0) {
    console.error('iskarn: no test files found');
    return 1;
  }
  console.log(`iskarn: ${files.length} test files`);
  const { code, failed } = await runFiles(files, words.includes('--coverage'));
  const again =
    process.env.CI &&
    code !== 0 &&
    failed.length > 0 &&
    failed.length <= TRIED_AGAIN &&
    failed.every((f) => !isUnitTest(f));
  if (!again) return code;
  console.log(`iskarn: tried once more, alone: ${failed.join(', ')}`);
  const second = await runFiles(failed, false);
  if (second.code === 0) console.log(`iskarn: passed only at the second try: ${failed.join(', ')}`);
  return second.code;
}

if (import.meta.url === pathToFileURL(process.argv[1]).href)
  process.exit(await runTests(process.argv.slice(2)));
