import { fill } from '../text/fill.ts';
import atTest from './content/at-test.json' with { type: 'json' };
import cautions from './content/cautions.json' with { type: 'json' };

const CONTENT = { ...atTest, ...cautions };

/** A sentence of `content/`, by its id. */
export type SentenceId = keyof typeof CONTENT;

/** Words for the places of a sentence. */
export type CautionWords = Readonly<Record<string, string | number>>;

/** A sentence with its places filled. @throws RangeError where a place has no word */
export const sentenceOf = (id: SentenceId, words?: CautionWords): string => fill(CONTENT[id], words);
