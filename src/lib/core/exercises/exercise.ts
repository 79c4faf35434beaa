import type { SetupDocument } from '../document/schema.ts';
import type { QuantityName } from '../units/quantity.ts';
import { titleOf } from './texts.ts';

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

/** A kind of exercise: a case of it, in one step or several that build on each other, is made from a setup, or from numbers that a draw between 0 and 1 gives. */
export interface ExerciseKind {
  readonly id: string;
  readonly title: string;
  /** 1: a single sum; 2: two steps; 3: with a rule or a root; 4: a whole match. */
  readonly level: 1 | 2 | 3 | 4;
  /** Page of help that teaches it. */
  readonly page: string;
  /** @param draw the next number between 0 and 1; @param setup the user's own, where a case is made of it; null for a made one */
  readonly make: (draw: () => number, setup: SetupDocument | null) => Exercise | readonly Exercise[];
}

/** Declares a kind of exercise; its title stands with its other texts. */
export const kind = (k: Omit<ExerciseKind, 'title'>): ExerciseKind => ({ ...k, title: titleOf(k.id) });

/** One of a list, by a draw. */
export const oneOf = <T>(draw: () => number, list: readonly T[]): T =>
  list[Math.min(Math.floor(draw() * list.length), list.length - 1)];

/** A figure that an exercise gives. @param value SI */
export const given = (title: string, quantity: Given['quantity'], value: number): Given => ({
  title,
  quantity,
  value
});

export const CELLS = [2, 3, 4, 5, 6] as const;
export const AH = [0.85, 1.3, 1.8, 2.2, 2.65, 3.3, 4, 5] as const;
export const NOMINAL_V = 3.7;

/** The size of a list that is at least as large; the largest where none is. */
export const atLeast = (sizes: readonly number[], value: number): number =>
  sizes.find((x) => x >= value - 1e-9) ?? sizes[sizes.length - 1];

/** How near an answer must be to a typical wrong one to be told by it, relative. */
export const LIKE = 0.015;

/** Typical wrong ways of a case without those that come, by chance, to the right answer or to one that is there already. */
export const unlikeRight = (right: number, tolerance: number, wrongs: readonly WrongStep[]): WrongStep[] =>
  wrongs.filter(
    (w, k) =>
      Math.abs(w.value / right - 1) > Math.max(tolerance, LIKE) &&
      wrongs.findIndex((other) => Math.abs(other.value / w.value - 1) < LIKE) === k
  );
