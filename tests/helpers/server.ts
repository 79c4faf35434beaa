import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export const root = join(import.meta.dirname, '..', '..');

/** A free port on the loopback. */
async function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.on('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}

/** The real server, as built, with a real database file in a folder of its own. */
export interface RunningServer {
  address: string;
  data: string;
  stop: () => Promise<void>;
}

/** Starts the built server on a free port; demo data unless told otherwise. */
export async function startServer(demo = true): Promise<RunningServer> {
  const data = mkdtempSync(join(tmpdir(), 'iskarn-test-'));
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;
  const child: ChildProcess = spawn(process.execPath, [join(root, 'build', 'index.js')], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      HOST: '127.0.0.1',
      PORT: String(port),
      ORIGIN: address,
      BODY_SIZE_LIMIT: '20M',
      // a busy test machine must not find its connections closed between two requests
      KEEP_ALIVE_TIMEOUT: '300',
      ISKARN_DATA: data,
      ...(demo ? { ISKARN_DEMO: '1' } : {})
    }
  });
  for (let attempt = 0; attempt < 200; attempt++) {
    const up = await fetch(`${address}/api/health`).catch(() => null);
    if (up?.ok) break;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  return {
    address,
    data,
    stop: async () => {
      const gone = new Promise((resolve) => child.once('exit', resolve));
      child.kill();
      await gone;
      rmSync(data, { recursive: true, force: true });
    }
  };
}
