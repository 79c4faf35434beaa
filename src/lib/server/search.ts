import type { BadRequest } from '../core/predict/answer-predict.ts';
import type { SearchAnswer } from '../core/search/answer-search.ts';
import { searchPartsOf } from '../core/search/shelf-parts.ts';
import type { SearchParts } from '../core/search/space.ts';
import { compute, THREADS } from './compute/pool.ts';
import type { Db } from './db/open.ts';
import { knownParts } from './knowledge.ts';

/** The user's shelf as parts to choose from. */
export const shelfParts = (db: Db): SearchParts => searchPartsOf(knownParts(db));

/** Combinations from which a search is divided among the threads. */
const DIVIDED_FROM = 2000;

/** Answers the text of a search request: checked in one thread, searched in all but one, put together in one. */
export async function search(
  text: string,
  stored: SearchParts,
  schools: Record<string, string>
): Promise<{ ok: true; answer: SearchAnswer } | { ok: false; errors: BadRequest }> {
  const checked = await compute('checkedSearch', text, stored, schools);
  if (!checked.ok) return checked;
  const { job, size } = checked;
  // one thread stays free for whoever asks something else meanwhile
  const of = size < DIVIDED_FROM ? 1 : Math.max(THREADS - 1, 1);
  const outcomes = await Promise.all(
    Array.from({ length: of }, (_, at) => compute('searchShare', job, { at, of }))
  );
  return { ok: true, answer: await compute('answerOfSearch', job, outcomes) };
}
