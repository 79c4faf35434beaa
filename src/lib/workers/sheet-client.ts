import type { SetupDocument } from '../core/document/schema.ts';
import type { BuildSheet, SheetMore } from '../core/sheet/sheet.ts';
import type { Problem } from '../core/text/issues.ts';
import type { SheetWorker } from './sheet.worker.ts';
import { WorkerClient } from './worker-client.ts';

/** A sheet, or all that is wrong with the setup. */
type SheetAnswer =
  { ok: true; answer: BuildSheet } | { ok: false; errors: { message: string; errors: readonly Problem[] } };

const client = new WorkerClient<SheetWorker>(
  () => new Worker(new URL('./sheet.worker.ts', import.meta.url), { type: 'module' })
);

/** Makes a build sheet in a worker. Browser only. @throws WorkerLost when it died; it is started anew with the next sheet */
export const sheetInWorker = (document: SetupDocument, more: SheetMore): Promise<SheetAnswer> =>
  client.ask((w) => w.sheet(document, more)) as Promise<SheetAnswer>;
