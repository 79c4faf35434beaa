/** How the columns of a meter are read, as it is remembered by what they are called. */
export interface RememberedColumns {
  readonly signature: string;
  readonly columns: readonly {
    readonly title: string;
    readonly role: string | null;
    readonly unit: string;
  }[];
  /** Speed of a port, bits a second; null for a file. */
  readonly baud?: number | null;
}

/** Most columns of a meter. */
const MOST_COLUMNS = 200;
export const columnsSchema = {
  title: 'columns',
  type: 'object',
  required: ['signature', 'columns'],
  properties: {
    signature: { type: 'string', minLength: 1, maxLength: 500, title: 'names of the columns' },
    baud: { type: ['integer', 'null'], minimum: 300, maximum: 4_000_000, title: 'speed of the port' },
    columns: {
      type: 'array',
      maxItems: MOST_COLUMNS,
      title: 'columns',
      items: {
        type: 'object',
        required: ['title', 'role', 'unit'],
        properties: {
          title: { type: 'string', maxLength: 200 },
          role: { type: ['string', 'null'], maxLength: 40 },
          unit: { type: 'string', maxLength: 40 }
        }
      }
    }
  }
} as const;
