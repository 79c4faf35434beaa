import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, renameSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export const root = join(import.meta.dirname, '..', '..');

/** A free port on the loopback. */
export async function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.on('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}

/** A folder of its own for a test's data. */
export const dataFolder = (): string => mkdtempSync(join(tmpdir(), 'iskarn-test-'));

/** The server's program running, however it fares. */
export interface Launched {
  address: string;
  child: ChildProcess;
  /** What it has said so far, both outputs. */
  output: () => string;
  /** Waits until health answers; the status of its answer. */
  up: () => Promise<number>;
  /** Waits until it has left; its exit code, or null where a signal ended it. */
  gone: Promise<number | null>;
}

/** How a server is launched. */
export interface LaunchOptions {
  env?: Record<string, string>;
  /** User to run as; needs root. */
  uid?: number;
  /** A shell's words before the program, such as a limit. */
  before?: string;
  /** Folder of the build that is launched; the application's own unless told otherwise. */
  build?: string;
}

/** Launches the built server on a data folder. */
export async function launchServer(data: string, options: LaunchOptions = {}): Promise<Launched> {
  const port = Number(options.env?.PORT ?? (await freePort()));
  const program = join(options.build ?? join(root, 'build'), 'iskarn.js');
  const [command, args] = options.before
    ? ['bash', ['-c', `${options.before}; exec "${process.execPath}" "${program}"`]]
    : [process.execPath, [program]];
  const child = spawn(command, args, {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    uid: options.uid,
    env: {
      ...process.env,
      HOST: '127.0.0.1',
      PORT: String(port),
      // a busy test machine must not find its connections closed between two requests
      KEEP_ALIVE_TIMEOUT: '300',
      ISKARN_DATA: data,
      // some eighty servers are started: what only makes the first answer quicker would take minutes of them
      ISKARN_WARM: '0',
      ...options.env
    }
  });
  let said = '';
  const hear = (chunk: Buffer): void => void (said += chunk.toString());
  child.stdout?.on('data', hear);
  child.stderr?.on('data', hear);
  const gone = new Promise<number | null>((resolve) => child.once('exit', resolve));
  const address = `http://127.0.0.1:${port}`;
  return {
    address,
    child,
    output: () => said,
    gone,
    up: async () => {
      for (let attempt = 0; attempt < 400; attempt++) {
        const answer = await fetch(`${address}/api/health`).catch(() => null);
        if (answer) return answer.status;
        if (child.exitCode !== null) throw new Error(`the server left with ${child.exitCode}: ${said}`);
        await new Promise((resolve) => setTimeout(resolve, 50));
      }
      throw new Error(`the server does not answer: ${said}`);
    }
  };
}

/** Ends a launched server by a signal and waits for it. */
export async function endServer(server: Launched, signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
  if (server.child.exitCode === null && server.child.signalCode === null) server.child.kill(signal);
  await server.gone;
}

/** The real server, as built, with a real database file in a folder of its own. */
export interface RunningServer {
  address: string;
  data: string;
  /** What it has said so far. */
  output: () => string;
  stop: () => Promise<void>;
}

/**
 * A new folder with the demo's data, closed as it should be: made once for a whole run of tests and copied from there; null
 * where there is no place for it, or another is just making it.
 */
export async function demoFolder(): Promise<string | null> {
  const place = process.env.ISKARN_TEST_CACHE;
  if (!place) return null;
  const [made, making] = [join(place, 'demo'), join(place, 'demo.making')];
  if (!existsSync(made)) {
    mkdirSync(place, { recursive: true });
    try {
      mkdirSync(making);
    } catch {
      return null;
    }
    const server = await launchServer(making, { env: { ISKARN_DEMO: '1' } });
    await server.up();
    await endServer(server);
    renameSync(making, made);
  }
  const data = dataFolder();
  cpSync(made, data, { recursive: true });
  return data;
}

/** Starts the built server on a free port and a new folder; demo data unless told otherwise. */
export async function startServer(demo = true): Promise<RunningServer> {
  const data = (demo && (await demoFolder())) || dataFolder();
  const server = await launchServer(data, { env: demo ? { ISKARN_DEMO: '1' } : {} });
  await server.up();
  return {
    address: server.address,
    data,
    output: server.output,
    stop: async () => {
      await endServer(server);
      rmSync(data, { recursive: true, force: true });
    }
  };
}
