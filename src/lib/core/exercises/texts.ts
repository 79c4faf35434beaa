import content from './content/exercises.json' with { type: 'json' };
import type { WrongStep } from './exercise.ts';

/** Texts of an exercise as they stand in `content/exercises.json`. */
interface ExerciseText {
  /** Of a kind; a step of a whole match has none. */
  readonly title?: string;
  /** With places in braces for what differs from case to case. A whole match has none of its own. */
  readonly question?: string;
  /** What is wrong with each typical wrong way, in the order of the values. */
  readonly wrongs?: readonly string[];
}

type TextId = keyof typeof content;
type Words = Readonly<Record<string, string | number>>;

const textOf = (id: string): ExerciseText =>
  Object.hasOwn(content, id) ? (content as Record<string, ExerciseText>)[id] : {};

/** A text with its places filled. @throws RangeError where nothing is given for one */
const filled = (text: string, words: Words): string =>
  text.replace(/\{(\w+)\}/g, (place, name: string) => {
    if (!Object.hasOwn(words, name)) throw new RangeError(`no word for ${place}`);
    return String(words[name]);
  });

/** What a kind of exercise is called. @throws RangeError where it has no title */
export function titleOf(id: string): string {
  const { title } = textOf(id);
  if (title === undefined) throw new RangeError(`the exercise ${id} has no title`);
  return title;
}

/** The question of an exercise. @throws RangeError where it has none, or lacks a word */
export function questionOf(id: TextId, words: Words = {}): string {
  const { question } = textOf(id);
  if (question === undefined) throw new RangeError(`the exercise ${id} asks nothing`);
  return filled(question, words);
}

/**
 * Typical wrong ways: what comes out of each, with what is wrong.
 * @param values in the order in which the texts stand
 * @throws RangeError where there are not as many as texts
 */
export function wrongsOf(id: TextId, values: readonly number[], words: Words = {}): WrongStep[] {
  const { wrongs = [] } = textOf(id);
  if (wrongs.length !== values.length)
    throw new RangeError(`${values.length} wrong ways of ${id}, ${wrongs.length} texts`);
  return values.map((value, k) => ({ value, says: filled(wrongs[k], words) }));
}
