import type { SetupDocument } from '../document/schema.ts';
import type { QuantityName } from '../units/quantity.ts';

/** A figure that an exercise gives, or asks for; SI. */
export interface Given {
  readonly title: string;
  readonly quantity: QuantityName;
  readonly value: number;
}

/** A typical wrong way, with what comes out of it and what is wrong. */
export interface WrongStep {
  readonly value: number;
  readonly says: string;
}

/** One case to be worked by hand. */
export interface Exercise {
  readonly question: string;
  readonly givens: readonly Given[];
  readonly asked: Given;
  /** How far off an answer may be, relative: the rounding of a pocket calculator, or of a size that is picked. */
  readonly tolerance: number;
  /** The way, step by step, with the numbers in it. */
  readonly steps: readonly string[];
  /** At least three. */
  readonly wrongs: readonly WrongStep[];
}

/** A kind of exercise: a case of it is made from a setup, or from numbers that a draw between 0 and 1 gives. */
export interface ExerciseKind {
  readonly id: string;
  readonly title: string;
  /** 1: a single sum; 2: two steps; 3: with a rule or a root; 4: a whole match. */
  readonly level: 1 | 2 | 3 | 4;
  /** Page of help that teaches it. */
  readonly page: string;
  /** @param draw the next number between 0 and 1; @param setup the user's own, where a case is made of it; null for a made one */
  readonly make: (draw: () => number, setup: SetupDocument | null) => Exercise;
}

/** Declares a kind of exercise. */
export const kind = (k: ExerciseKind): ExerciseKind => k;

/** One of a list, by a draw. */
export const oneOf = <T>(draw: () => number, list: readonly T[]): T =>
  list[Math.min(Math.floor(draw() * list.length), list.length - 1)];
