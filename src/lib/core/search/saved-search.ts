import { searchLimitsSchema, searchRequestSchema, type SearchLimits } from './search-request.ts';
import { type Axis, type Yardstick } from '../yardstick/objectives.ts';

/** What a kept search holds: everything that is set on the page, nothing of what was found. */
export interface SavedSearchDocument {
  readonly limits: SearchLimits;
  readonly yardstick: Yardstick;
  readonly axes: readonly [Axis, Axis];
}

/** A search to be kept. */
export interface SavedSearch {
  readonly name: string;
  readonly document: SavedSearchDocument;
}

const { rank, axes } = searchRequestSchema.properties;

/** JSON Schema of a search to be kept. */
export const savedSearchSchema = {
  title: 'search',
  type: 'object',
  required: ['name', 'document'],
  properties: {
    name: { type: 'string', minLength: 1, maxLength: 120, pattern: '\\S', title: 'name' },
    revision: { type: 'integer', title: 'revision' },
    document: {
      title: 'what is searched',
      type: 'object',
      required: ['limits', 'yardstick', 'axes'],
      properties: {
        limits: searchLimitsSchema,
        yardstick: rank.anyOf[1],
        axes: axes.anyOf[0]
      }
    }
  }
} as const;
