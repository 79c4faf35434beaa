import { otherPropulsors, pitches } from '../checks/propulsor-candidates.ts';
import {
  cells,
  otherGears,
  otherKv,
  otherMotors,
  waterCooling,
  type Ladder,
  type Rung
} from '../checks/candidates.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';

/** One way to turn the shaft otherwise: changes of propulsor, cells, motor or gear, and how far it goes from what is there. */
export interface Drive {
  readonly rungs: readonly Rung[];
  readonly cost: number;
}

interface Option {
  readonly rung: Rung;
  readonly cost: number;
}

/** Changes of another kind that are tried too, the nearest first, and what the first of them weighs. */
export interface Also {
  readonly ladder: Ladder;
  readonly cost: number;
}

/** What a change of a part weighs against one of another: a propeller is cheap, a motor dear; then by how far it goes. (m) */
export const BASE = {
  output: 0.8,
  propulsor: 1,
  cells: 2.2,
  winding: 2.6,
  motor: 3,
  gear: 2,
  cooling: 1.5
} as const;
const FARTHER = 0.12;

/** Options of one part that are combined with those of others: the nearest. */
const COMBINED = { propulsor: 22, cells: 4, winding: 8, size: 15 } as const;

/** Options that are nearest, of several ladders. */
const merged = (...ladders: Option[][]): Option[] => ladders.flat().sort((a, b) => a.cost - b.cost);

const pairs = (a: readonly Option[], b: readonly Option[]): Drive[] =>
  a.flatMap((x) => b.map((y) => ({ rungs: [x.rung, y.rung], cost: x.cost + y.cost })));

/**
 * Every drive that is tried round a setup, the nearest first: nothing changed, one part changed, two, and three where the
 * nearest options of propulsor, cells and winding go together. Parts that the user holds stay.
 * @param also changes beside those of the parts; @param isFree whether a change leaves alone what is to stay
 */
export function drivesAround(
  s: SetupAnalysis,
  also: readonly Also[] = [],
  isFree: (rung: Rung) => boolean = () => true
): Drive[] {
  const options = (ladder: readonly Rung[], base: number): Option[] =>
    ladder.filter(isFree).map((rung, k) => ({ rung, cost: base + FARTHER * k }));
  const others = also.flatMap(({ ladder, cost }) => options(ladder, cost));
  const propulsors = merged(
    options(otherPropulsors(s), BASE.propulsor),
    // propellers are sold in sizes, screws are bent to a pitch
    ...(s.setup.propulsor.kind === 'propeller'
      ? []
      : (['down', 'up'] as const).map((way) => options(pitches(s, way), BASE.propulsor + FARTHER)))
  );
  const packs = merged(options(cells(s, 'fewer', 3), BASE.cells), options(cells(s, 'more', 3), BASE.cells));
  const windings = merged(
    options(otherKv(s, 'lower'), BASE.winding),
    options(otherKv(s, 'higher'), BASE.winding)
  );
  const sizes = options(otherMotors(s), BASE.motor);
  const gears = options(otherGears(s), BASE.gear);
  const cooling = options(waterCooling(s), BASE.cooling);
  const near = {
    propulsors: propulsors.slice(0, COMBINED.propulsor),
    packs: packs.slice(0, COMBINED.cells),
    motors: merged(windings.slice(0, COMBINED.winding), sizes.slice(0, COMBINED.size))
  };
  const single = [...others, ...propulsors, ...packs, ...windings, ...sizes, ...gears, ...cooling].map(
    ({ rung, cost }) => ({
      rungs: [rung],
      cost
    })
  );
  const triple = near.packs
    .slice(0, 2)
    .flatMap((pack) =>
      [...windings.slice(0, 4), ...sizes.slice(0, 4)].flatMap((motor) =>
        near.propulsors
          .slice(0, 8)
          .map((p) => ({ rungs: [p.rung, pack.rung, motor.rung], cost: p.cost + pack.cost + motor.cost }))
      )
    );
  return [
    { rungs: [], cost: 0 },
    ...[
      ...single,
      ...pairs(near.propulsors, packs),
      ...pairs(near.propulsors, near.motors),
      ...pairs(packs, near.motors),
      ...pairs(near.propulsors, [...gears, ...cooling]),
      ...pairs(packs, cooling),
      ...pairs(near.motors, cooling),
      ...pairs(others, near.propulsors),
      ...pairs(others, packs),
      ...triple
    ].sort((a, b) => a.cost - b.cost)
  ];
}
