/** The part of a general-purpose package that the benchmark uses; it ships no types. */
declare module 'fmin/src/bisect.js' {
  export function bisect(
    f: (x: number) => number,
    a: number,
    b: number,
    options?: { tolerance?: number; maxIterations?: number }
  ): number;
}
