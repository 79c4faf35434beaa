import { expose } from 'comlink';
import type { TableFit } from '../core/calibration/fit-makers-table.ts';
import type { Motor } from '../core/document/schema.ts';
import type { MakersRow } from '../core/document/makers-row.ts';
import { fitAround } from '../core/fit/fit-around.ts';
import { compareWithTable } from '../core/shelf/compare-makers-table.ts';
import { tellCandidate } from '../core/search/told.ts';
import {
  fittingsFor,
  matchPicture,
  remediesFor,
  shoppingFor,
  whyFigure
} from '../core/match/match-picture.ts';

/** Fits a motor to a maker's table; the least-squares package is loaded when it is first asked for. */
const fitTable = async (motor: Motor, rows: readonly MakersRow[]): Promise<TableFit | null> =>
  (await import('../core/calibration/fit-makers-table.ts')).fitMakersTable(motor, rows);

/** What the page may ask of the worker: the core's own functions, nothing else. */
const api = {
  matchPicture,
  remediesFor,
  fittingsFor,
  shoppingFor,
  whyFigure,
  fitAround,
  compareWithTable,
  fitTable,
  tellCandidate
};
export type MatchWorker = typeof api;

expose(api);
