import { createHash } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import { compute } from './pool.ts';
import type * as tasks from './tasks.ts';

type Tasks = typeof tasks;
/** Tasks of pages: each answer follows from what it is given alone. */
type PageTask = 'matchPage' | 'matchMends' | 'changePage' | 'testPage' | 'sheet' | 'help';

/** Most answers that are kept, some tens of kilobytes each. */
const MOST_KEPT = 120;
const kept = new LRUCache<string, Promise<unknown>>({ max: MOST_KEPT });

/**
 * What a page shows, worked out once for the same setup, settings and parts, however often it is opened and by however many at a
 * time. What could not be worked out is not kept. The answer is shared: nobody may change it.
 * @throws ComputeFailure in words where it cannot be done now
 */
export function computePage<K extends PageTask>(
  name: K,
  ...args: Parameters<Tasks[K]>
): Promise<Awaited<ReturnType<Tasks[K]>>> {
  const key = createHash('sha256')
    .update(JSON.stringify([name, args]))
    .digest('base64url');
  const before = kept.get(key);
  const answer = before ?? compute(name, ...args);
  if (!before) {
    kept.set(key, answer);
    answer.catch(() => kept.delete(key));
  }
  return answer as Promise<Awaited<ReturnType<Tasks[K]>>>;
}

/** Forgets every answer. */
export const forgetPages = (): void => kept.clear();
