import { quantile } from 'd3-array';

/** A figure of how quick or how large something is. */
export interface Figure {
  /** By which it is known in the baseline. */
  readonly id: string;
  readonly title: string;
  readonly value: number;
  readonly unit: string;
  readonly better: 'less' | 'more';
  /** Whether it grows and shrinks with how quick the machine is. */
  readonly timed: boolean;
  /** What it may not pass. */
  readonly limit?: number;
}

const figure = (better: Figure['better'], timed: boolean) => {
  return (id: string, title: string, value: number, unit: string, limit?: number): Figure => ({
    id,
    title,
    value,
    unit,
    better,
    timed,
    limit
  });
};
/** A time: less is better. */
export const time = figure('less', true);
/** So much a second: more is better. */
export const rate = figure('more', true);
/** A size, or a ratio of two times: no matter of the machine. */
export const size = figure('less', false);
export const gain = figure('more', false);

/** Best of a few runs, seconds per item. */
export function perItem(count: number, run: (count: number) => void, runs = 5): number {
  let best = Infinity;
  for (let r = 0; r < runs; r++) {
    const start = process.hrtime.bigint();
    run(count);
    best = Math.min(best, Number(process.hrtime.bigint() - start) / 1e9 / count);
  }
  return best;
}

/** Times of many calls, ms each, after some that are not counted. */
export function timesOf(calls: number, run: (k: number) => void): number[] {
  for (let k = 0; k < Math.ceil(calls / 5); k++) run(k);
  return Array.from({ length: calls }, (_, k) => {
    const from = performance.now();
    run(k);
    return performance.now() - from;
  });
}

/** Median and 95th percentile of times, ms. */
export const spread = (id: string, title: string, times: readonly number[]): Figure[] => [
  time(`${id}.median`, `${title}, median`, quantile(times, 0.5) ?? NaN, 'ms'),
  time(`${id}.p95`, `${title}, 95 %`, quantile(times, 0.95) ?? NaN, 'ms')
];

/** Seconds that something takes. */
export async function seconds(act: () => unknown): Promise<number> {
  const from = performance.now();
  await act();
  return (performance.now() - from) / 1000;
}

/** Hands a suite's figures to who started it. */
export function tell(figures: readonly Figure[]): void {
  process.stdout.write(`\n${JSON.stringify(figures)}\n`);
}
