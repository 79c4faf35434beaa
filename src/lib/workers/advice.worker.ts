import { expose } from 'comlink';
import { changeAdvice } from '../core/change/change-picture.ts';

const worker = { advise: changeAdvice };
export type AdviceWorker = typeof worker;
expose(worker);
