/** docs/validation.md is what the present core makes: no stale figure is published. */
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { test } from 'node:test';
import { root } from '../helpers/server.ts';

test('docs/validation.md is up to date, and no outside check falls outside its band', () => {
  const done = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/snapshot/validation.ts', '--check'], {
    cwd: root,
    encoding: 'utf8'
  });
  assert.equal(done.status, 0, `${done.stdout}${done.stderr}`);
  assert.match(done.stdout, /2\d\d rows, 0 outside/);
});
