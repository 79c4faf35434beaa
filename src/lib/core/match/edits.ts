import type { DrivePart } from '../registry/parts.ts';
import { readPath, withChanges, type Change } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';
import { isTyped, markedFrom, markOf } from '../document/sources.ts';
import type { StoredPart } from '../document/stored.ts';
import { partsKg } from '../model/all-up-mass.ts';
import { withBelongings, type WithBelongings } from '../model/belongings.ts';
import { estimatedWingAreaM2 } from '../model/wing.ts';
import { withShelfPart } from '../shelf/measured.ts';
import type { LabelReading } from '../shorthand/parse.ts';
import { withChangedNames } from '../shorthand/part-name.ts';
import { takeReading } from '../shorthand/take-reading.ts';

/** What is estimated from what was typed is estimated anew with it: the wing's area from its span. */
function estimatesAfter(document: SetupDocument, changes: readonly Change[]): SetupDocument {
  const { craft } = document;
  const changed = (field: string): boolean => changes.some((c) => c.path === `craft.${field}`);
  if (craft.kind !== 'fixed-wing' || !(changed('wingSpanM') || changed('wingAreaM2'))) return document;
  const emptied = craft.wingAreaM2 == null;
  if (!emptied && markOf(document, 'craft.wingAreaM2') !== 'estimated') return document;
  const area: Change[] = [{ path: 'craft.wingAreaM2', value: estimatedWingAreaM2(craft) }];
  return markedFrom(withChanges(document, area), area, 'estimated');
}

/**
 * Figures that the user typed: they are his from now on. What belongs to a part that they make another one comes along; an
 * all-up weight that was typed stays. Where what was typed is no figure the document goes on with it, to be told what is wrong.
 */
export function typedEdit(present: SetupDocument, changes: readonly Change[]): WithBelongings {
  const isNoFigure = ({ path, value }: Change): boolean =>
    typeof value === 'string' && typeof readPath(present, path) === 'number';
  if (changes.some(isNoFigure)) return { document: withChanges(present, changes), said: [] };
  const named = withChangedNames(present, changes);
  const { document, said } = withBelongings(
    present,
    markedFrom(withChanges(present, named), changes, 'typed'),
    changes
  );
  const weighed = changes.some((c) => c.path === 'craft.massKg' || c.path === 'craft.airframeMassKg')
    ? withChanges(document, [{ path: 'craft.weighedPartsKg', value: partsKg(document) }])
    : document;
  return { document: estimatesAfter(weighed, changes), said };
}

/** Figures that decide how surely a figure is known: marking one as chosen would widen bands that it was judged by. */
const DECIDES_BANDS =
  /^(motor\.(kvRpmPerVolt|resistanceOhm|noLoadCurrentA)|battery\.cellResistanceOhm|esc\.resistanceOhm|wiring\.resistanceOhm)$/;

/**
 * Figures that Iskarn proposed and the user took. They are no longer what he typed or measured, and are estimates until the
 * part is there; an all-up weight that he typed stays.
 */
export function proposedEdit(present: SetupDocument, changes: readonly Change[]): WithBelongings {
  const kept = isTyped(present, 'craft.massKg') ? changes.filter((c) => c.path !== 'craft.massKg') : changes;
  const named = withChangedNames(present, kept);
  const estimated = kept.filter((c) => !DECIDES_BANDS.test(c.path));
  const gone = kept.filter((c) => DECIDES_BANDS.test(c.path) && markOf(present, c.path) !== 'estimated');
  const after = markedFrom(markedFrom(withChanges(present, named), estimated, 'estimated'), gone, null);
  return withBelongings(present, after, kept);
}

/** A label taken into the setup, with what belongs to the part it names. */
export const labelEdit = (
  present: SetupDocument,
  part: DrivePart,
  reading: LabelReading,
  text: string
): WithBelongings => withBelongings(present, takeReading(present, part, reading, text).document);

/** A part of the shelf put in its place, with what belongs to it. */
export const shelfEdit = (present: SetupDocument, part: StoredPart): WithBelongings =>
  withBelongings(present, withShelfPart(present, part));
