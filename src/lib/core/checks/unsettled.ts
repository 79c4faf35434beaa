import type { CheckId } from './all-checks.ts';
import type { CheckOutcome } from './finding.ts';

/** A question whose answer decides whether something burns: which checks answer it, and what would settle it. */
interface Question {
  readonly id: string;
  /** What is not known, as the subject of a sentence. */
  readonly what: string;
  /** Any of these, known, is an answer. */
  readonly answered: readonly CheckId[];
  /** The one figure that would settle it, and where it is found. */
  readonly settle: string;
}

const QUESTIONS: readonly Question[] = [
  {
    id: 'motor',
    what: 'how hot the motor gets',
    answered: ['motor-temperature', 'motor-current', 'motor-power'],
    settle:
      'weigh the motor on a kitchen scale and enter its weight, or type the size on its label, for example 2820'
  },
  {
    id: 'esc',
    what: 'whether the ESC carries the current',
    answered: ['esc-current'],
    settle: 'enter the amps on the label of the ESC, for example 40A'
  },
  {
    id: 'esc-volts',
    what: 'how many cells the ESC takes',
    answered: ['esc-cells', 'esc-voltage'],
    settle: 'enter the cells on the label of the ESC, for example 2-4S'
  },
  {
    id: 'pack',
    what: 'whether the pack can give the current',
    answered: ['pack-current'],
    settle: 'enter the C on the label of the pack, for example 30C'
  }
];

/** A limit that decides and is not known. */
interface Unsettled {
  readonly id: string;
  readonly what: string;
  readonly settle: string;
}

/**
 * Limits that matter and are not known: every check that would answer the question lacks a figure. While one is open, nobody
 * may say that everything is within limits.
 */
export function unsettledOf(results: readonly CheckOutcome[]): Unsettled[] {
  return QUESTIONS.filter(({ answered }) => {
    const asked = results.filter((r) => (answered as readonly string[]).includes(r.id));
    return asked.length > 0 && asked.every((r) => r.finding === 'unknown');
  }).map(({ id, what, settle }) => ({ id, what, settle }));
}
