import { existsSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { Piscina } from 'piscina';
import type * as tasks from './tasks.ts';

type Tasks = typeof tasks;

/** A computation that was not done: too many at once, too long, too large. */
export class ComputeFailure extends Error {
  readonly code: 'busy' | 'too-large';
  constructor(code: 'busy' | 'too-large', message: string) {
    super(message);
    this.code = code;
  }
}

/** Longest time one computation may take, ms; a search may take longer than anything else. */
const LONGEST_MS = 20_000;
const LONGEST_SEARCH_MS = 240_000;
/** Most computations that wait for a thread. */
const QUEUE = 200;
/** Most memory of one thread, MB. */
const MEMORY_MB = 1024;

/** Threads that work; all of them are kept, since a cold one takes half a second to begin. */
export const THREADS = Math.max(1, Math.min(availableParallelism(), 4));

let pool: Piscina | null = null;

/** The threads' program: made by the build; null while developing, where the work is done in the server itself. */
function program(): string | null {
  const file = process.env.ISKARN_COMPUTE ?? join(process.cwd(), 'build', 'compute.js');
  return existsSync(file) ? file : null;
}

function threads(filename: string): Piscina {
  pool ??= new Piscina({
    filename,
    minThreads: THREADS,
    maxThreads: THREADS,
    maxQueue: 2 * QUEUE,
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB }
  });
  return pool;
}

/**
 * Runs one of the server's heavy tasks in a thread of its own, so that nothing else waits for it.
 * @throws ComputeFailure in words where it cannot be done now
 */
export async function compute<K extends keyof Tasks>(
  name: K,
  ...args: Parameters<Tasks[K]>
): Promise<Awaited<ReturnType<Tasks[K]>>> {
  const filename = program();
  if (filename === null) {
    const own = (await import('./tasks.ts')) as Record<string, (...a: unknown[]) => unknown>;
    return own[name](...args) as Awaited<ReturnType<Tasks[K]>>;
  }
  const workers = threads(filename);
  if (workers.queueSize >= QUEUE)
    throw new ComputeFailure('busy', 'Too much is being worked out at once; try again in a moment.');
  // a signal of its own, let go of at once: one that waits for its time would hold every answer as long
  const patience = new AbortController();
  const timer = setTimeout(() => patience.abort(), longestMs(name));
  try {
    return (await workers.run({ name, args }, { signal: patience.signal })) as Awaited<ReturnType<Tasks[K]>>;
  } catch (error) {
    throw failureOf(error, name) ?? error;
  } finally {
    clearTimeout(timer);
  }
}

/** A list of a thousand is put together in the time of its search: on a busy machine that is no small part of it. */
const SEARCHES: readonly string[] = ['searchShare', 'answerOfSearch'] satisfies (keyof Tasks)[];
const longestMs = (task: string): number => (SEARCHES.includes(task) ? LONGEST_SEARCH_MS : LONGEST_MS);

function failureOf(error: unknown, task: string): ComputeFailure | null {
  const { name, code } = error as { name?: string; code?: string };
  if (name === 'AbortError' || name === 'TimeoutError')
    return new ComputeFailure(
      'busy',
      `This took longer than ${longestMs(task) / 1000} s and was stopped; ask for less at a time.`
    );
  if (code === 'ERR_WORKER_OUT_OF_MEMORY')
    return new ComputeFailure('too-large', 'This takes more memory than there is; send less at a time.');
  return null;
}

/**
 * Has every thread do a little of everything, so that nobody waits for a cold one; with ISKARN_WARM=0 they begin cold. Never
 * throws.
 */
export const warmPool = async (): Promise<void> => {
  if (program() === null || process.env.ISKARN_WARM === '0') return;
  await Promise.allSettled(Array.from({ length: THREADS }, () => compute('warm')));
};

/** Ends the threads. */
export async function closePool(): Promise<void> {
  await pool?.destroy();
  pool = null;
}
