/** The release: packed, unpacked elsewhere, started with one command, and its programs with it. */
import assert from 'node:assert/strict';
import { execFileSync, spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after } from 'node:test';
import { freePort, root } from '../helpers/server.ts';
import { nightly } from '../helpers/extent.ts';

const work = mkdtempSync(join(tmpdir(), 'iskarn-test-release-'));
after(() => rmSync(work, { recursive: true, force: true }));

nightly(
  'a release starts with one command where there are neither sources nor tools, keeps its data beside it, and restores it',
  async () => {
    execFileSync(process.execPath, [join(root, 'scripts', 'release.mjs'), work], { stdio: 'ignore' });
    const [archive] = readdirSync(work);
    assert.match(archive, /^iskarn-.*\.tar\.gz$/);
    execFileSync('tar', ['-xzf', join(work, archive), '-C', work]);
    const folder = join(work, archive.replace('.tar.gz', ''));
    for (const file of [
      'README.md',
      'LICENSE',
      'SECURITY.md',
      'deploy/iskarn.service',
      'docs/running.md',
      'docs/upgrading.md'
    ])
      assert.ok(existsSync(join(folder, file)), file);
    assert.ok(!existsSync(join(folder, 'src')) && !existsSync(join(folder, 'node_modules', 'vite')));
    const port = await freePort();
    const env = { PATH: process.env.PATH, PORT: String(port), HOME: work };
    const child = spawn(join(folder, 'iskarn'), ['demo'], { cwd: '/', env, stdio: 'ignore' });
    const gone = new Promise((resolve) => child.once('exit', resolve));
    try {
      const at = `http://127.0.0.1:${port}`;
      let health: Response | null = null;
      for (let wait = 0; wait < 400 && !health; wait++) {
        health = await fetch(`${at}/api/health`).catch(() => null);
        if (!health) await new Promise((r) => setTimeout(r, 50));
      }
      assert.equal(health?.status, 200);
      assert.match(await (await fetch(`${at}/`)).text(), /Dunlin/);
      assert.equal((await fetch(`${at}/api/v1/backups`, { method: 'POST' })).status, 201);
    } finally {
      child.kill('SIGTERM');
      await gone;
    }
    const said = execFileSync(join(folder, 'iskarn'), ['restore', 'newest'], {
      env: { ...env, ISKARN_DATA: join(folder, 'data', 'demo') },
      encoding: 'utf8'
    });
    assert.match(said, /The backup is whole: 8 crafts, 17 setups.*Nothing would change/s);
    assert.throws(() => execFileSync(join(folder, 'iskarn'), ['dance'], { env, stdio: 'ignore' }));
  }
);
