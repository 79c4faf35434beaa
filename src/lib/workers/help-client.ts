import type { SetupDocument } from '../core/document/schema.ts';
import type { HelpView } from '../core/help/help.ts';
import type { HelpWorker } from './help.worker.ts';
import { WorkerClient } from './worker-client.ts';

const client = new WorkerClient<HelpWorker>(
  () => new Worker(new URL('./help.worker.ts', import.meta.url), { type: 'module' })
);

/** A page of help with one figure moved, worked out in a worker. Browser only. @throws WorkerLost when it died */
export const helpInWorker = (
  id: string,
  document: SetupDocument,
  moved: number | null,
  schools: Record<string, string>
): Promise<HelpView | null> =>
  client.ask((w) => w.view(id, document, moved, schools)) as Promise<HelpView | null>;
