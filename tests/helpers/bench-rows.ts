import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { PredictRequest } from '../../src/lib/core/document/schema.ts';

/** A full-throttle reading, standing, at held volts, typical of its class of motor. */
export interface BenchRow {
  id: string;
  what: string;
  source: string;
  request: PredictRequest;
  reading: { batteryCurrentA: number; thrustN: number };
}

/** Classes that are left out together: what one of them teaches is not tried on its own kind. */
const CLASS: Record<string, string> = {
  B01: 'aeroplane outrunners',
  B04: 'aeroplane outrunners',
  B06: 'aeroplane outrunners',
  B08: 'aeroplane outrunners',
  B11: '5-inch multirotor',
  B12: '5-inch multirotor',
  B14: '3-inch multirotor',
  B15: '7-inch multirotor',
  B16: 'large slow multirotor',
  B18: 'ducted fans',
  B20: 'ducted fans'
};

export const classOf = (row: BenchRow): string => CLASS[row.id] ?? row.what;

/** The rows that ship with the project. */
export const benchRows = (): BenchRow[] =>
  readFileSync(join(process.cwd(), 'tests/reference/data/bench-rows.ndjson'), 'utf8')
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as BenchRow);

/** Root mean square. */
export const rms = (values: readonly number[]): number =>
  Math.sqrt(values.reduce((sum, v) => sum + v * v, 0) / values.length);
