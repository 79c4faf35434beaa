import { savedSearchSchema, type SavedSearch } from '../../core/search/saved-search.ts';
import { named } from '../schemas.ts';
import { byRevision, marked } from './common.ts';
import { list, standsFor } from '../../core/document/typed-schema.ts';
import { route } from '../route.ts';

const search = named('StoredSearch');

/** Searches that are kept with a craft. A table of data. */
export const SEARCH_ROUTES = {
  listSearches: route('listSearches', {
    summary: 'Searches that are kept with a craft.',
    answer: list(named('StoredSearch')),
    refuses: []
  }),
  createSearch: route('createSearch', {
    summary: 'Keeps a search with a craft.',
    body: { kind: 'json', is: standsFor<SavedSearch & { revision?: number }>(savedSearchSchema) },
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
    body: { kind: 'json', is: standsFor<SavedSearch & { revision?: number }>(savedSearchSchema) },
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
