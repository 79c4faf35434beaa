import type { StoredSetup } from '../../core/document/stored.ts';
import { as } from '../route.ts';
import { named } from '../schemas.ts';

/** A deletion, or its taking back. */
export interface Marked {
  id: number;
  revision: number;
}

/** The revision that a write was made from. */
export const revision = { type: 'integer', title: 'revision' } as const;

/** A body that names that revision, or nothing. */
export const byRevision = as<{ revision?: number }>({
  title: 'request',
  type: 'object',
  properties: { revision }
});

/** Ids of what an import made. */
export const ids = { type: 'array', maxItems: 5000, items: { type: 'integer' } } as const;

/** A setup as it is kept. */
export const setup = as<StoredSetup>(named('StoredSetup'));

/** What a deletion answers, and its taking back. */
export const marked = as<Marked>(named('Marked'));
