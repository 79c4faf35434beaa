// Answers about setups that are not setups: links to a sheet, places of a calibration, what was marked.
import { list, nullable, object, text, whole, type TypeOf } from '../../core/document/typed-schema.ts';

const share = { id: whole, createdAt: text, readAt: nullable(text) };

/** A link by which a sheet may be read. */
export const shareSchema = object(share);
export type Share = Readonly<TypeOf<typeof shareSchema>>;

/** A link that was just made, with its path: it is told once. */
export const newShareSchema = object({ ...share, path: text });

/**
 * Where a calibration stands: a calibration is of parts, and goes wherever they do. Setups whose predictions follow it, this one
 * left out; parts of the shelf that carry it on, by name.
 */
export const calibrationPlacesSchema = object({
  setups: list(object({ id: whole, name: text, craft: text })),
  parts: list(text)
});
export type CalibrationPlaces = Readonly<TypeOf<typeof calibrationPlacesSchema>>;

/** A deletion, or its taking back. */
export const markedSchema = object({ id: whole, revision: whole });
export type Marked = TypeOf<typeof markedSchema>;

/** The id of what was opened, or of what is answered by no more than its id. */
export const openedSchema = object({ id: whole });
