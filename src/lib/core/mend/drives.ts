import {
  cells,
  otherGears,
  otherKv,
  otherMotors,
  otherPropulsors,
  pitches,
  waterCooling,
  type Rung
} from '../checks/candidates.ts';
import type { Situation } from '../situation/situation.ts';

/** One way to turn the shaft otherwise: changes of propulsor, cells, motor or gear, and how far it goes from what is there. */
export interface Drive {
  readonly rungs: readonly Rung[];
  readonly cost: number;
}

interface Option {
  readonly rung: Rung;
  readonly cost: number;
}

/** What a change of a part weighs against one of another: a propeller is cheap, a motor dear; then by how far it goes. (m) */
const BASE = { propulsor: 1, cells: 2.2, winding: 2.6, motor: 3, gear: 2, cooling: 1.5 } as const;
const FARTHER = 0.12;

/** Options of one part that are combined with those of others: the nearest. */
const COMBINED = { propulsor: 22, cells: 4, winding: 8, size: 15 } as const;

const options = (ladder: readonly Rung[], base: number): Option[] =>
  ladder.map((rung, k) => ({ rung, cost: base + FARTHER * k }));

/** Options that are nearest, of several ladders. */
const merged = (...ladders: Option[][]): Option[] => ladders.flat().sort((a, b) => a.cost - b.cost);

const pairs = (a: readonly Option[], b: readonly Option[]): Drive[] =>
  a.flatMap((x) => b.map((y) => ({ rungs: [x.rung, y.rung], cost: x.cost + y.cost })));

/**
 * Every drive that is tried round a setup, the nearest first: nothing changed, one part changed, two, and three where the
 * nearest options of propulsor, cells and winding go together. Parts that the user holds stay.
 */
export function drivesAround(s: Situation): Drive[] {
  const propulsors = merged(
    options(otherPropulsors(s), BASE.propulsor),
    options(pitches(s, 'down'), BASE.propulsor + FARTHER),
    options(pitches(s, 'up'), BASE.propulsor + FARTHER)
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
  const single = [...propulsors, ...packs, ...windings, ...sizes, ...gears, ...cooling].map(
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
      ...triple
    ].sort((a, b) => a.cost - b.cost)
  ];
}
