// Packs the built application with the packages it runs on into one archive that starts with one command, for machines like
// this one: npm run build -- --release [folder].
import {
  chmodSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync
} from 'node:fs';
import { spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { ensureBuild, ensureNode, ensurePackages, root, run, say } from './ensure.mjs';

ensureNode();
ensurePackages();
ensureBuild();

const { version, license, engines } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));
const name = `iskarn-${version}-${process.platform}-${process.arch}-node${process.versions.node.split('.')[0]}`;
const target = join(process.argv[2] ?? join(root, 'release'));
const work = mkdtempSync(join(tmpdir(), 'iskarn-release-'));
const folder = join(work, name);
mkdirSync(folder, { recursive: true });

/** The packages that run in the application, with what they need in turn: their folders. */
function runtimePackages() {
  const done = spawnSync('npm', ['ls', '--omit=dev', '--all', '--parseable'], {
    cwd: root,
    encoding: 'utf8'
  });
  return done.stdout
    .split('\n')
    .filter((path) => path.includes('node_modules') && existsSync(path))
    .map((path) => relative(root, path));
}

/** What of a package is of no use when it runs: sources that were compiled, and what documents it. */
const spare = (path) =>
  !/\/(deps|src|docs|test|tests|\.github|build\/Release\/(obj|\.deps|test_extension))(\/|$)/.test(path);

for (const path of runtimePackages()) {
  const compiled = path.endsWith('/better-sqlite3');
  cpSync(join(root, path), join(folder, path), {
    recursive: true,
    dereference: true,
    filter: (from) => !compiled || spare(from.slice(join(root, path).length))
  });
}
cpSync(join(root, 'build'), join(folder, 'build'), { recursive: true });
for (const file of [
  'LICENSE',
  'README.md',
  'SECURITY.md',
  'THIRD-PARTY.md',
  'CHANGELOG.md',
  'docs/running.md',
  'docs/upgrading.md'
]) {
  mkdirSync(dirname(join(folder, file)), { recursive: true });
  cpSync(join(root, file), join(folder, file));
}
cpSync(join(root, 'deploy'), join(folder, 'deploy'), { recursive: true });
writeFileSync(
  join(folder, 'package.json'),
  `${JSON.stringify({ name: 'iskarn', version, license, engines, type: 'module', private: true }, null, 2)}\n`
);
writeFileSync(
  join(folder, 'iskarn'),
  `#!/bin/sh
# Starts Iskarn, or one of its programs: ./iskarn [passphrase | restore | archive] …
set -eu
here="$(cd "$(dirname "$0")" && pwd)"
export ISKARN_DATA="\${ISKARN_DATA:-$here/data}"
case "\${1:-}" in
  passphrase | restore | archive) program="$1"; shift ;;
  demo) program=iskarn; shift; export ISKARN_DEMO=1 ISKARN_DATA="$here/data/demo" ;;
  '') program=iskarn ;;
  *) echo "iskarn: there is no “$1”; passphrase, restore, archive and demo are" >&2; exit 2 ;;
esac
exec node "$here/build/$program.js" "$@"
`
);
chmodSync(join(folder, 'iskarn'), 0o755);
mkdirSync(target, { recursive: true });
const archive = join(target, `${name}.tar.gz`);
run('tar', ['-czf', archive, '-C', work, name]);
rmSync(work, { recursive: true, force: true });
say(`${archive} (${(statSync(archive).size / 1e6).toFixed(1)} MB): unpack it and start ./iskarn`);
