import { expose } from 'comlink';
import { helpView } from '../core/help/help.ts';

const worker = { view: helpView };
export type HelpWorker = typeof worker;
expose(worker);
