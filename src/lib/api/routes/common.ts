import { named } from '../schemas.ts';
import { having, object, request, whole, type Schema } from '../../core/document/typed-schema.ts';

/** The revision that a write was made from. */
export const revision = having(whole, { title: 'revision' });

/** A body that names that revision, or nothing. */
export const byRevision = request(object({ revision }, ['revision']));

/** Ids of what an import made. */
export const ids: Schema<number[]> = { type: 'array', maxItems: 5000, items: whole };

/** A setup as it is kept. */
export const setup = named('StoredSetup');

/** What a deletion answers, and its taking back. */
export const marked = named('Marked');
