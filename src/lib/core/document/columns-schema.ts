import { having, list, nullable, object, text, whole, type TypeOf } from './typed-schema.ts';

/** Most columns of a meter. */
const MOST_COLUMNS = 200;

/** How the columns of a meter are read, as it is remembered by what they are called; without a speed for a file. */
export const columnsSchema = having(
  object(
    {
      signature: having(text, { minLength: 1, maxLength: 500, title: 'names of the columns' }),
      baud: having(nullable(having(whole, { minimum: 300, maximum: 4_000_000 })), {
        title: 'speed of the port'
      }),
      columns: having(
        list(
          object({
            title: having(text, { maxLength: 200 }),
            role: nullable(having(text, { maxLength: 40 })),
            unit: having(text, { maxLength: 40 })
          })
        ),
        { maxItems: MOST_COLUMNS, title: 'columns' }
      )
    },
    ['baud']
  ),
  { title: 'columns' }
);
export type RememberedColumns = TypeOf<typeof columnsSchema>;
