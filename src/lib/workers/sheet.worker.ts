import { expose } from 'comlink';
import { answerSheet } from '../core/sheet/answer-sheet.ts';

const worker = { sheet: answerSheet };
export type SheetWorker = typeof worker;
expose(worker);
