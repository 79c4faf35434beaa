// Makes sure that what the commands need is there: packages, a fresh build, the browser for the tests.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));

/** Says what is being done. */
export const say = (text) => console.log(`iskarn: ${text}`);

/** Runs a command with its output shown; leaves with its code when it fails. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (done.error) {
    console.error(`iskarn: cannot run ${command}: ${done.error.message}`);
    process.exit(1);
  }
  if (done.status !== 0) process.exit(done.status ?? 1);
}

/** Node's version is checked in words, before anything fails in a stranger way. */
export function ensureNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`iskarn: Node ${process.versions.node} is too old; Iskarn needs Node 20.19 or newer.`);
    process.exit(1);
  }
}

/**
 * What the database driver needs to be compiled from its source with this Node's own headers: without it the installer
 * first looks for a ready-made program outside the package registry.
 */
export function compileEnv(execPath = process.execPath, exists = existsSync) {
  const prefix = dirname(dirname(execPath));
  const headers = exists(join(prefix, 'include', 'node', 'node.h'));
  return {
    npm_config_build_from_source: 'true',
    ...(headers ? { npm_config_nodedir: prefix } : {})
  };
}

const stamp = join(root, 'node_modules', '.iskarn-installed');

/** The lock file's digest; null where the packages were installed from it. */
function missingLock() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  return existsSync(stamp) && readFileSync(stamp, 'utf8') === lock ? null : lock;
}

/** What the installer is told of the compiler, said where it will have to look for headers. */
function installEnv() {
  say('installing packages (the database driver is compiled: about three minutes the first time) …');
  const env = compileEnv();
  if (!env.npm_config_nodedir && !process.env.npm_config_nodedir)
    say('Node’s C headers (include/node) are not beside this Node; the compiler will ask for them elsewhere');
  return { ...env, ...process.env };
}

/** Installs the packages when the lock file is not the one they were installed from. */
export function ensurePackages() {
  const lock = missingLock();
  if (lock === null) return;
  run('npm', ['ci', '--no-audit', '--no-fund'], { env: installEnv() });
  writeFileSync(stamp, lock);
}

/** Packages with something to compile or to set up after they are unpacked. */
const COMPILED = ['better-sqlite3', 'esbuild'];

/** Unpacks the packages where they are not those of the lock file, without compiling any; whether it did. */
export function unpackPackages() {
  if (missingLock() === null) return false;
  run('npm', ['ci', '--no-audit', '--no-fund', '--ignore-scripts'], { env: installEnv() });
  return true;
}

/** Compiles and sets up what was unpacked, beside other work; whether that went well. */
export async function compilePackages() {
  const lock = missingLock();
  const compiling = spawn('npm', ['rebuild', '--foreground-scripts=false', ...COMPILED], {
    cwd: root,
    stdio: 'inherit',
    env: { ...compileEnv(), ...process.env }
  });
  const code = await new Promise((done) => compiling.on('exit', done));
  if (code === 0) writeFileSync(stamp, lock);
  return code === 0;
}

/** Newest change below a folder, ms. */
function newest(path) {
  if (!existsSync(path)) return 0;
  const info = statSync(path);
  if (!info.isDirectory()) return info.mtimeMs;
  return Math.max(info.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))), 0);
}

/** Whether no source is newer than the build. */
export function isBuilt() {
  const built = join(root, 'build', '.built');
  const sources = [
    'src',
    'static',
    'package.json',
    'svelte.config.js',
    'vite.config.ts',
    'scripts/bundle-server.mjs'
  ];
  const changed = Math.max(...sources.map((s) => newest(join(root, s))));
  return existsSync(built) && statSync(built).mtimeMs > changed;
}

/** Builds the application when a source is newer than the build. */
export function ensureBuild() {
  if (isBuilt()) return;
  say('building (about half a minute) …');
  run(process.execPath, [join(root, 'scripts', 'build.mjs')]);
}

/** Debian packages the tests use, by the program each brings. */
const PROGRAMS = {
  '/usr/bin/chromium-headless-shell': 'chromium-headless-shell',
  '/usr/bin/ngspice': 'ngspice'
};

/** Installs the test programs by apt when root; says what to do when not. */
export function ensurePrograms() {
  const missing = Object.entries(PROGRAMS).filter(([path]) => !existsSync(path));
  if (missing.length === 0) return;
  const names = missing.map(([, name]) => name);
  if (process.getuid?.() !== 0) {
    console.error(
      `iskarn: the tests need ${names.join(' and ')}. As root: apt-get update && apt-get install -y ${names.join(' ')}`
    );
    process.exit(1);
  }
  say(`installing ${names.join(' and ')} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  run('apt-get', ['update', '-qq'], { env });
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...names], { env });
}
