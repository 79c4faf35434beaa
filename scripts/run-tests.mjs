// Node 20's test runner expands no globs: the files are listed here, and none is a failure.
// Words choose the files that have one in their path; --unit leaves out what needs a browser or a built server, --browser
// leaves out everything else; --coverage counts the lines that run.
import { spawnSync } from 'node:child_process';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { root } from './ensure.mjs';

const inFolder = (folder) =>
  readdirSync(join(root, folder), { recursive: true })
    .filter((f) => f.endsWith('.test.ts'))
    .map((f) => join(folder, f));

/** Every file of tests, as a path from the root. */
export const testFiles = () => [...inFolder('src'), ...inFolder('tests')].sort();

/** Tests that drive a browser, and those that need the built server. */
const BROWSER = /^tests\/browser\//;
const BUILT = /^tests\/integration\/(http|guard|asvs|release|restore|hostile|fuzz|kill|start|data-folder)/;

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

/** Runs the chosen tests; the exit code. */
export function runTests(words) {
  const files = chosenFiles(words);
  if (files.length === 0) {
    console.error('iskarn: no test files found');
    return 1;
  }
  console.log(`iskarn: ${files.length} test files`);
  const runner = [
    '--import',
    'tsx',
    '--import',
    './scripts/quick-assert.mjs',
    '--test',
    '--test-concurrency=2',
    '--test-reporter=spec',
    ...files
  ];
  const coverage = words.includes('--coverage');
  const done = spawnSync(
    coverage ? join(root, 'node_modules', '.bin', 'c8') : process.execPath,
    coverage
      ? ['--src', 'src', '--include', 'src/lib/**', '--exclude', '**/*.test.ts', process.execPath, ...runner]
      : runner,
    { cwd: root, stdio: 'inherit' }
  );
  return done.status ?? 1;
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) process.exit(runTests(process.argv.slice(2)));
