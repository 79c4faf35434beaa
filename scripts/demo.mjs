// One command from a clean checkout to a running demo.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuild, ensureNode, ensurePackages, root, say } from './ensure.mjs';

ensureNode();
ensurePackages();
ensureBuild();

const host = process.env.HOST ?? '127.0.0.1';
const port = process.env.PORT ?? '5190';
const data = process.env.ISKARN_DATA ?? join(root, 'data', 'demo');
say(`data in ${data}`);
const server = spawn(process.execPath, [join(root, 'build', 'index.js')], {
  cwd: root,
  stdio: 'inherit',
  env: {
    ...process.env,
    HOST: host,
    PORT: port,
    ORIGIN: process.env.ORIGIN ?? `http://${host}:${port}`,
    BODY_SIZE_LIMIT: '20M',
    ISKARN_DATA: data,
    ISKARN_DEMO: '1'
  }
});
const stop = (signal) => server.kill(signal);
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
server.on('exit', (code) => process.exit(code ?? 0));

const address = `http://${host}:${port}`;
for (let attempt = 0; attempt < 100; attempt++) {
  await new Promise((resolve) => setTimeout(resolve, 100));
  const up = await fetch(`${address}/api/health`).catch(() => null);
  if (up?.ok) {
    say(`open ${address}  (Ctrl+C stops it)`);
    break;
  }
}
