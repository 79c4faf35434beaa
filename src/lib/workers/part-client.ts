import type { StoredPart } from '../core/document/stored.ts';
import type { Problem } from '../core/text/issues.ts';
import type { PartWorker } from './part.worker.ts';
import { WorkerClient } from './worker-client.ts';

/** What is wrong with a part, in a worker that ends with its answer: nothing where it may be kept. Browser only. */
export async function faultsOfPart(part: StoredPart): Promise<readonly Problem[]> {
  const client = new WorkerClient<PartWorker>(
    () => new Worker(new URL('./part.worker.ts', import.meta.url), { type: 'module' })
  );
  try {
    const checked = await client.ask((w) => w.check(part));
    return checked.ok ? [] : (checked.errors as readonly Problem[]);
  } finally {
    client.end();
  }
}
