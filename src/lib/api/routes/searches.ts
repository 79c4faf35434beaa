import type { StoredSearch } from '../../core/document/stored.ts';
import { savedSearchSchema, type SavedSearch } from '../../core/search/saved-search.ts';
import { as, route } from '../route.ts';
import { named } from '../schemas.ts';
import { byRevision, marked } from './common.ts';

const search = as<StoredSearch>(named('StoredSearch'));

/** Searches that are kept with a craft. A table of data. */
export const SEARCH_ROUTES = {
  listSearches: route('listSearches', {
    summary: 'Searches that are kept with a craft.',
    answer: as<StoredSearch[]>({ type: 'array', items: named('StoredSearch') }),
    refuses: []
  }),
  createSearch: route('createSearch', {
    summary: 'Keeps a search with a craft.',
    body: { kind: 'json', is: as<SavedSearch & { revision?: number }>(savedSearchSchema) },
    answer: search,
    status: 201,
    refuses: [404]
  }),
  readSearch: route('readSearch', {
    summary: 'One search.',
    answer: search,
    refuses: [404]
  }),
  editSearch: route('editSearch', {
    summary: 'Changes a search; names the revision the edit was made from.',
    body: { kind: 'json', is: as<SavedSearch & { revision?: number }>(savedSearchSchema) },
    answer: search,
    refuses: [404, 409]
  }),
  deleteSearch: route('deleteSearch', {
    summary: 'Takes a search away.',
    body: { kind: 'json', is: byRevision, optional: true },
    answer: marked,
    refuses: [404, 409]
  }),
  restoreSearch: route('restoreSearch', {
    summary: 'Puts a deleted search back.',
    answer: marked,
    refuses: [404]
  })
};
