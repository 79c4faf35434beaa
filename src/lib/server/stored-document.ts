import type { SetupDocument } from '../core/document/schema.ts';
import { withGivenWeight } from '../core/document/sources.ts';

/**
 * The document of a row, as every room reads it: one of before sources were kept, or from a file that has none, has its weight
 * marked as given, so that no room takes for an estimate what another holds for the user's own.
 */
export const readDocument = (text: string): SetupDocument =>
  withGivenWeight(JSON.parse(text) as SetupDocument);
