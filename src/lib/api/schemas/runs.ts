// Runs as their page is given them, and how the columns of a meter are remembered.
import type { RememberedColumns } from '../../core/document/columns-schema.ts';
import type { SetupDocument } from '../../core/document/schema.ts';
import type { StoredRun } from '../../core/document/stored.ts';
import {
  anyObject,
  describes,
  list,
  nullable,
  number,
  object,
  text,
  whole,
  type TypeOf
} from '../../core/document/typed-schema.ts';
import type { Thinned } from '../../core/testing/record/thin.ts';
import { reference } from './reference.ts';

/** A run as its page shows it: with the document it was made with, and its curve where it was recorded. */
export const runWholeSchema = object({
  run: reference<StoredRun>('StoredRun'),
  document: reference<SetupDocument>('Setup'),
  overview: nullable(describes<Thinned>()(object({ seconds: list(number), channels: anyObject })))
});
export type RunWhole = TypeOf<typeof runWholeSchema>;

/** How columns of these names were read last; null where they never were. */
export const rememberedSchema = object({
  columns: nullable(
    describes<RememberedColumns>()(
      object({ signature: text, columns: list(anyObject), baud: nullable(whole) }, ['baud'])
    )
  )
});
