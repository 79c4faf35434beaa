import { expose } from 'comlink';
import { matchPicture } from '../core/train/match-picture.ts';

/** What the page may ask of the worker: the core's own functions, nothing else. */
const api = { matchPicture };
export type MatchWorker = typeof api;

expose(api);
