import { DRIVE_PARTS, type DrivePart } from '../registry/parts.ts';
import { withChanges, type Change } from '../document/change.ts';
import type { SetupDocument } from '../document/schema.ts';
import { inInches, show } from '../units/show.ts';
import { parseShorthand } from './parse.ts';

const SIZES: Readonly<Record<DrivePart, (d: SetupDocument) => (string | null)[]>> = {
  battery: ({ battery: b }) => [
    `${b.series}S${(b.parallel ?? 1) > 1 ? `${b.parallel}P` : ''} ${show(b.capacityAh, 3).replace(/0+$/, '').replace(/\.$/, '')} Ah`,
    b.continuousC == null ? null : `${Math.round(b.continuousC)}C`
  ],
  esc: ({ esc }) => [
    esc?.continuousA == null ? null : `${plain(esc.continuousA)} A`,
    esc?.maxSeries == null ? null : `to ${esc.maxSeries}S`
  ],
  motor: ({ motor: m }) => [
    `${Math.round(m.kvRpmPerVolt)} KV`,
    m.massKg == null ? null : `${show(1000 * m.massKg, 3).replace(/\.0+$/, '')} g`
  ],
  propulsor: ({ propulsor: p }) => [
    p.kind === 'propeller'
      ? `${inInches(p.diameterM)} × ${inInches(p.pitchM)}${(p.blades ?? 2) === 2 ? '' : ` × ${p.blades}`}`
      : `${plain(1000 * p.diameterM)} mm${p.kind === 'ducted-fan' || p.pitchM == null ? '' : ` × ${plain(p.pitchM / p.diameterM)}`}`
  ]
};

const plain = (value: number): string => String(Number(value.toPrecision(3)));

/** Figures that a size is made of. */
const SIZE_FIGURES: Readonly<Record<DrivePart, readonly string[]>> = {
  battery: ['series', 'parallel', 'capacityAh', 'continuousC'],
  esc: ['continuousA', 'maxSeries'],
  motor: ['kvRpmPerVolt', 'massKg'],
  propulsor: ['diameterM', 'pitchM', 'blades']
};

/** Whether a part's size can be said: what was typed may be no figure at all, and is told where it is. */
const hasSize = (part: DrivePart, setup: SetupDocument): boolean =>
  SIZE_FIGURES[part].every((field) => {
    const value = (setup[part] as Record<string, unknown> | null | undefined)?.[field];
    return value == null || typeof value === 'number';
  });

/** What a part is by its figures, short: "4S 2.2 Ah, 30C", "60 A, to 6S", "920 KV, 56 g", "10 × 3.8". */
export const sizeWords = (part: DrivePart, setup: SetupDocument): string =>
  SIZES[part](setup)
    .filter((words) => words !== null)
    .join(', ');

/** A mark of an earlier version, and what stands behind a name whose part was changed. */
const CHANGED = / (?:\*|\(changed: [^()]*\))$/;

/** A name without what was said of a change. */
const givenName = (name: string): string => name.replace(CHANGED, '');

/** Whether a name says nothing that the figures do not say: it follows them, and is not kept where they change. */
export function isMadeOfFigures(part: DrivePart, name: string): boolean {
  const reading = parseShorthand(part, givenName(name));
  return (
    reading.changes.length > 0 &&
    reading.notRead.length === 0 &&
    !reading.changes.some((c) => c.path === `${part}.name`)
  );
}

const MOST_LETTERS = 120;

/** The name of a part once its figures changed: one made of figures goes, a given one stays with what the part is now. */
function nameAfter(part: DrivePart, name: string, after: SetupDocument): string {
  if (isMadeOfFigures(part, name)) return '';
  const changed = ` (changed: ${sizeWords(part, after)})`;
  return `${givenName(name).slice(0, MOST_LETTERS - changed.length)}${changed}`;
}

/**
 * Changes with the names of the parts they touch set right: a part that was changed is no longer the one on the shelf. A name
 * that was made of figures follows them; one that the user gave stays, with what the part is now behind it.
 */
export function withChangedNames(setup: SetupDocument, changes: readonly Change[]): Change[] {
  const touched = DRIVE_PARTS.filter(
    (part) =>
      setup[part]?.name &&
      changes.some((c) => c.path.startsWith(`${part}.`)) &&
      !changes.some((c) => c.path === `${part}.name`)
  );
  if (touched.length === 0) return [...changes];
  const after = withChanges(setup, changes);
  return [
    ...changes,
    ...touched
      .filter((part) => hasSize(part, after))
      .map((part) => ({
        path: `${part}.name`,
        value: nameAfter(part, setup[part]?.name as string, after)
      }))
  ];
}

/** What a part is called on a screen or on paper: the name it was given, and its figures where the name does not say them. */
export function calledOf(part: DrivePart, setup: SetupDocument): { name: string; size: string } {
  const size = sizeWords(part, setup);
  const name = setup[part]?.name ?? '';
  return name === '' || isMadeOfFigures(part, name)
    ? { name: '', size }
    : { name, size: CHANGED.test(name) ? '' : size };
}
