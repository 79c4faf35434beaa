import type { SetupDocument } from '../document/schema.ts';
import { seededRandom } from '../numeric/random.ts';
import { displayUnit, type UnitChoice } from '../units/quantity.ts';
import { enterFigure } from '../units/read-figure.ts';
import { showUnit } from '../units/show.ts';
import { LIKE, type Exercise, type ExerciseKind } from './exercise.ts';
import { KINDS } from './kinds.ts';

/** Kinds in short, by level. */
export const EXERCISES: readonly Pick<ExerciseKind, 'id' | 'title' | 'level' | 'page'>[] = KINDS.map(
  ({ id, title, level, page }) => ({ id, title, level, page })
);

/**
 * The case of a kind that a number stands for, step by step: the same number, the same case. Empty for no such kind.
 * @param setup of which it is made where the kind can; null for a made one
 */
export function exerciseOf(id: string, seed: number, setup: SetupDocument | null): readonly Exercise[] {
  const made = KINDS.find((k) => k.id === id)?.make(seededRandom(seed), setup) ?? [];
  return 'asked' in made ? [made] : made;
}

/** What came of an answer. */
export interface Checked {
  readonly right: boolean;
  /** Whether it was a number at all: what is none is not counted as a try. */
  readonly attempt: boolean;
  readonly says: string;
  /** The way, where it was asked for or the answer is right. */
  readonly steps: readonly string[];
}

/** The number of an answer, SI; of two that a comma leaves open the one that is nearer to what is told. Null for what is no number. */
function nearestReading(typed: string, { asked, wrongs }: Exercise, choice: UnitChoice): number | null {
  const entry = enterFigure(typed, asked.quantity, choice, { slips: false, range: [0, Infinity] });
  if (entry.is === 'figure') return entry.value;
  if (entry.is !== 'ask') return null;
  const told = [asked.value, ...wrongs.map((w) => w.value)];
  const off = (value: number): number =>
    Math.min(...told.map((t) => Math.abs(Math.log(Math.abs(value / t)))));
  return entry.ways.reduce(
    (best, way) => (off(way.value) < off(best) ? way.value : best),
    entry.ways[0].value
  );
}

/**
 * Checks an answer as it was typed, in the user's units or with a unit behind it. Right within the exercise's rounding; a
 * typical wrong one is told by the step that was missed.
 */
export function checkAnswer(exercise: Exercise, typed: string, choice: UnitChoice = {}): Checked {
  const { asked, wrongs, steps, tolerance } = exercise;
  const value = nearestReading(typed, exercise, choice);
  if (value === null)
    return {
      right: false,
      attempt: false,
      says: 'Type a number, with a unit behind it if it is another one.',
      steps: []
    };
  const off = (other: number): number => Math.abs(value - other) / Math.max(Math.abs(other), 1e-12);
  if (off(asked.value) <= tolerance) return { right: true, attempt: true, says: 'Right.', steps };
  const near = wrongs.filter((w) => off(w.value) <= LIKE).sort((a, b) => off(a.value) - off(b.value))[0];
  if (near) return { right: false, attempt: true, says: near.says, steps: [] };
  const factor = value / asked.value;
  const ten = Math.log10(Math.abs(factor));
  if (factor > 0 && Math.abs(ten) > 0.9 && Math.abs(ten - Math.round(ten)) < 0.01)
    return {
      right: false,
      attempt: true,
      says: `The digits are right, the place of the point is not: ${factor > 1 ? 'too large' : 'too small'} by ${showUnit(10 ** Math.abs(Math.round(ten)), 'times', 1)}.`,
      steps: []
    };
  const { label } = displayUnit(asked.quantity, choice);
  return {
    right: false,
    attempt: true,
    says: `Not yet: that is too ${value > asked.value ? 'large' : 'small'}${label === '' ? '' : ` in ${label}`}. The first step is: ${steps[0]}.`,
    steps: []
  };
}
