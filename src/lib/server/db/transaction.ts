import type { Outcome } from '../outcome.ts';
import type { Db } from './open.ts';

/** Carries a refusal out of the transaction that it undoes. */
class Refused extends Error {
  readonly outcome: Outcome<never>;
  constructor(outcome: Outcome<never>) {
    super('refused');
    this.outcome = outcome;
  }
}

/**
 * The one write path: runs `work` in a transaction that is undone whole when it throws or when its outcome is a refusal.
 * Nested calls are savepoints of the outer one; a refusal inside undoes only the inner work and is an outcome there, which
 * the outer work passes on or not.
 */
export function transaction<T>(db: Db, work: () => Outcome<T>): Outcome<T> {
  try {
    return db
      .transaction(() => {
        const outcome = work();
        if (!outcome.ok) throw new Refused(outcome);
        return outcome;
      })
      .immediate();
  } catch (error) {
    if (error instanceof Refused) return error.outcome;
    throw error;
  }
}

/** Works out what `work` would do, and undoes it all. */
export function rehearse<T>(db: Db, work: () => T): T {
  let result: T | undefined;
  const undo = new Error('rehearsed');
  try {
    db.transaction(() => {
      result = work();
      throw undo;
    }).immediate();
  } catch (error) {
    if (error !== undo) throw error;
  }
  return result as T;
}
