import { createRequire } from 'node:module';

/** The part of the ODE package that the tests use. */
export interface OdeSolver {
  absoluteTolerance: number;
  relativeTolerance: number;
  solve(
    rate: (x: number, y: number[]) => number[],
    from: number,
    start: number[],
    to: number
  ): { y: number[] };
}

/** A solver of some equations. Loaded by name, since the package ships sources that are not strict instead of types. */
export function odeSolver(equations = 1): OdeSolver {
  const { Solver } = createRequire(import.meta.url)('odex') as {
    Solver: new (dimension: number) => OdeSolver;
  };
  return new Solver(equations);
}
