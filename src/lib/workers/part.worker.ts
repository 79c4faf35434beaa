import { expose } from 'comlink';
import { checkPart } from '../core/shelf/checked-part.ts';

const worker = { check: checkPart };
export type PartWorker = typeof worker;
expose(worker);
