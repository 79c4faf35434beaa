import { expose } from 'comlink';
import type { TableFit } from '../core/calibration/fit-makers-table.ts';
import type { Measurement } from '../core/calibration/schema.ts';
import type { Learnt } from '../core/change/learn-from.ts';
import type { Motor, SetupDocument } from '../core/document/schema.ts';
import type { MakersRow } from '../core/document/makers-row.ts';
import { fitAround } from '../core/alternatives/fit-around.ts';
import { compareWithTable } from '../core/shelf/compare-makers-table.ts';
import { changePicture, whyChange } from '../core/change/change-picture.ts';
import type { Implied } from '../core/testing/compare/implied.ts';
import type { RunComparison } from '../core/testing/compare/comparison.ts';
import type { RpmByEar } from '../core/testing/instruments/rpm-by-ear.ts';
import type { RunsLearnt } from '../core/testing/learn.ts';
import type { Quality } from '../core/testing/quality.ts';
import { planned } from '../core/testing/planned.ts';
import { expectedFigures } from '../core/testing/files/expected-figures.ts';
import { readingRanges } from '../core/testing/reading-ranges.ts';
import { expectedOf } from '../core/testing/record/expected.ts';
import { seriesStage } from '../core/testing/series/series-stage.ts';
import { seriesOf } from '../core/testing/series/series.ts';
import { tellCandidate } from '../core/search/candidate-detail.ts';
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

/** Calibrates by readings; the least-squares package is loaded when it is first asked for. */
const learnFrom = async (setup: SetupDocument, readings: readonly Measurement[]): Promise<Learnt | null> =>
  (await import('../core/change/learn-from.ts')).learnFrom(setup, readings);
const learnFromBoth = async (
  ...of: Parameters<typeof import('../core/change/learn-from.ts').learnFromBoth>
): Promise<Learnt | null> => (await import('../core/change/learn-from.ts')).learnFromBoth(...of);

/** Learns from runs; the least-squares package is loaded when it is first asked for. */
const learnFromRuns = async (
  ...of: Parameters<typeof import('../core/testing/learn.ts').learnFromRuns>
): Promise<RunsLearnt | null> => (await import('../core/testing/learn.ts')).learnFromRuns(...of);
/** Compares a run with its prediction; the matrix package is loaded when it is first asked for. */
const compareRun = async (
  ...of: Parameters<typeof import('../core/testing/compare/comparison.ts').compareRun>
): Promise<RunComparison> => (await import('../core/testing/compare/comparison.ts')).compareRun(...of);

/** How often readings lay inside their band. */
const qualityOf = async (
  ...of: Parameters<typeof import('../core/testing/quality.ts').qualityOf>
): Promise<Quality> => (await import('../core/testing/quality.ts')).qualityOf(...of);

/** What volts and amps alone imply. */
const implied = async (
  ...of: Parameters<typeof import('../core/testing/compare/implied.ts').implied>
): Promise<Implied | null> => (await import('../core/testing/compare/implied.ts')).implied(...of);

/** Rpm of a sound; the transform is loaded when it is first asked for. */
const rpmByEar = async (
  ...of: Parameters<typeof import('../core/testing/instruments/rpm-by-ear.ts').rpmByEar>
): Promise<RpmByEar> => (await import('../core/testing/instruments/rpm-by-ear.ts')).rpmByEar(...of);

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
  tellCandidate,
  changePicture,
  whyChange,
  learnFrom,
  learnFromBoth,
  planned,
  readingRanges,
  expectedFigures,
  expectedOf,
  compareRun,
  learnFromRuns,
  rpmByEar,
  qualityOf,
  implied,
  seriesOf,
  seriesStage
};
export type MatchWorker = typeof api;

expose(api);
