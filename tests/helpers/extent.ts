import { test } from 'node:test';

/** Whether all is tried, as every night: `npm run test:long`, which takes the better part of an hour. */
export const LONG = process.env.ISKARN_LONG === '1';

/** How many of a row of random cases are tried: so many usually, so many in the long run. */
export const extent = (usual: number, long: number): number => (LONG ? long : usual);

/**
 * Cases of a list: all of them in the long run, else as many as `usual`, spread over the list.
 * @param first where the picking begins, so that two tests of one list do not leave out the same cases
 */
export function some<T>(all: readonly T[], usual: number, first = 0): T[] {
  if (LONG || usual >= all.length) return [...all];
  return Array.from(
    { length: usual },
    (_, k) => all[(first + Math.floor((k * all.length) / usual)) % all.length]
  );
}

/** A test of the long run alone: what it tries is tried more cheaply elsewhere, or takes a minute by itself. */
export const nightly = (LONG ? test : test.skip) as typeof test;
