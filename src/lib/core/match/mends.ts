import type { PredictAnswer } from '../predict/answer.ts';
import type { MatchPicture } from './match-picture.ts';

/** What a whole picture has beyond a banded one: what puts the setup right, and what cannot be met. */
export type MatchMends = Required<Pick<PredictAnswer, 'putRight' | 'cannot'>>;

/** A banded picture made whole by what puts it right. */
export const withMends = (picture: MatchPicture, mends: MatchMends): MatchPicture => ({
  ...picture,
  answer: { ...picture.answer, ...mends }
});

/** Whether what puts the setup right has been looked for. */
export const isWhole = (picture: MatchPicture): boolean => picture.answer.putRight !== undefined;
