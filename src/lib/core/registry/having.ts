/** Names of a table whose entries have a property. */
export type Having<T, K extends PropertyKey> = {
  [N in keyof T & string]: T[N] extends Record<K, unknown> ? N : never;
}[keyof T & string];

/** The same as a list, in the order of the table. */
export const namesHaving = <T extends Readonly<Record<string, object>>, K extends PropertyKey>(
  table: T,
  property: K
): readonly Having<T, K>[] => Object.keys(table).filter((n): n is Having<T, K> => property in table[n]);
