import { wrap, type Remote } from 'comlink';
import type { SetupDocument } from '../core/document/schema.ts';
import type { HelpView } from '../core/help/help.ts';
import type { HelpWorker } from './help.worker.ts';

let remote: Remote<HelpWorker> | null = null;

/** A page of help with one figure moved, worked out in a worker. Browser only. */
export async function helpInWorker(
  id: string,
  document: SetupDocument,
  moved: number | null,
  schools: Record<string, string>
): Promise<HelpView | null> {
  remote ??= wrap<HelpWorker>(new Worker(new URL('./help.worker.ts', import.meta.url), { type: 'module' }));
  return (await remote.view(id, document, moved, schools)) as HelpView | null;
}
