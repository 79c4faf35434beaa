import { wrap, type Remote } from 'comlink';
import type { SetupDocument } from '../core/document/schema.ts';
import type { BuildSheet, SheetMore } from '../core/sheet/sheet.ts';
import type { Problem } from '../core/text/issues.ts';
import type { SheetWorker } from './sheet.worker.ts';

/** A sheet, or all that is wrong with the setup. */
export type SheetAnswer =
  { ok: true; answer: BuildSheet } | { ok: false; errors: { message: string; errors: readonly Problem[] } };

let running: { worker: Worker; remote: Remote<SheetWorker>; lost: Promise<never> } | null = null;

function start(): NonNullable<typeof running> {
  const worker = new Worker(new URL('./sheet.worker.ts', import.meta.url), { type: 'module' });
  const lost = new Promise<never>((_, reject) => {
    worker.onerror = (e) => reject(new Error(e.message || 'it could not be loaded'));
  });
  lost.catch(() => {});
  return { worker, remote: wrap<SheetWorker>(worker), lost };
}

/** Makes a build sheet in a worker, which is started when it is first asked, and anew after it died. Browser only. */
export async function sheetInWorker(document: SetupDocument, more: SheetMore): Promise<SheetAnswer> {
  running ??= start();
  const { worker, remote, lost } = running;
  try {
    return (await Promise.race([remote.sheet(document, more), lost])) as SheetAnswer;
  } catch (error) {
    worker.terminate();
    running = null;
    throw error;
  }
}
