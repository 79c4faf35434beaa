import { expose } from 'comlink';
import { fitAround } from '../core/brief/fit-around.ts';
import { compareWithTable } from '../core/shelf/compare-makers-table.ts';
import { matchPicture } from '../core/train/match-picture.ts';

/** What the page may ask of the worker: the core's own functions, nothing else. */
const api = { matchPicture, fitAround, compareWithTable };
export type MatchWorker = typeof api;

expose(api);
