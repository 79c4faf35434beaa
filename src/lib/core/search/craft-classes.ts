import type { Craft } from '../document/schema.ts';

/**
 * A class of craft as people fly and drive them, with the motors they usually carry: all-up weight, kg, span (or propeller, or
 * length), m, and grams of one motor.
 */
interface CraftClass {
  readonly kind: Craft['kind'];
  readonly title: string;
  readonly massKg: readonly [number, number];
  readonly sizeM: readonly [number, number];
  readonly motorKg: readonly [number, number];
  readonly cells: string;
  /** Of boats: whether they push water aside, not plane over it. */
  readonly slow: boolean;
}

const of = (
  kind: Craft['kind'],
  title: string,
  massKg: readonly [number, number],
  sizeM: readonly [number, number],
  grams: readonly [number, number],
  cells: string,
  slow = false
): CraftClass => ({ kind, title, massKg, sizeM, motorKg: [grams[0] / 1000, grams[1] / 1000], cells, slow });

/**
 * Classes by weight and size. Common practice, no source; from memory of what is flown, each bound good to a fifth. One stands
 * in a rule of the trade: motors of 28 × 36 mm and 73 g for craft of 0.7 to 1.2 kg on 3 cells. A table of data.
 */
export const CLASSES: readonly CraftClass[] = [
  of('fixed-wing', 'indoor and park', [0.03, 0.25], [0.4, 0.85], [5, 22], '1–2'),
  of('fixed-wing', 'small park', [0.25, 0.65], [0.75, 1.15], [18, 55], '2–3'),
  of('fixed-wing', 'club', [0.65, 1.3], [1.1, 1.6], [55, 130], '3'),
  of('fixed-wing', 'sport', [1.3, 2.6], [1.4, 2.2], [110, 220], '3–4'),
  of('fixed-wing', 'large', [2.6, 5], [1.6, 3], [200, 420], '4–6'),
  of('fixed-wing', 'giant', [5, 12], [2, 4], [400, 900], '6–12'),
  of('multirotor', '3 inch', [0.12, 0.4], [0.07, 0.09], [7, 17], '2–4'),
  of('multirotor', '5 inch', [0.4, 0.9], [0.12, 0.14], [27, 38], '4–6'),
  of('multirotor', '7 inch', [0.8, 1.6], [0.17, 0.19], [35, 55], '4–6'),
  of('multirotor', '9 to 10 inch', [1.1, 3], [0.22, 0.26], [50, 90], '3–6'),
  of('multirotor', '13 to 18 inch', [2.5, 10], [0.33, 0.46], [90, 220], '6–12'),
  of('boat', 'small and fast', [0.5, 1.5], [0.35, 0.6], [60, 190], '2–3'),
  of('boat', 'fast', [1.4, 3.2], [0.55, 0.85], [180, 300], '3–6'),
  of('boat', 'large and fast', [3, 7], [0.8, 1.2], [290, 480], '4–12'),
  of('boat', 'work', [1.5, 12], [0.5, 1.4], [60, 300], '2–4', true)
];

/** Size by which a craft's class goes: span, waterline length; null where it is not given. */
const sizeOf = (craft: Craft): number | null =>
  (craft.kind === 'fixed-wing' ? craft.wingSpanM : craft.kind === 'boat' ? craft.waterlineLengthM : null) ??
  null;

/** The classes of a craft's kind, each with whether the craft is of it: by weight, and by size where that is given. */
export function classesFor(craft: Craft): { readonly of: CraftClass; readonly fits: boolean }[] {
  const size = sizeOf(craft);
  const inside = (value: number, [low, high]: readonly [number, number]): boolean =>
    value >= low && value <= high;
  const slow = craft.hull === 'displacement';
  return CLASSES.filter((c) => c.kind === craft.kind && (craft.kind !== 'boat' || c.slow === slow)).map(
    (c) => ({
      of: c,
      fits:
        inside(craft.massKg, c.massKg) &&
        (size === null || inside(size, [c.sizeM[0] * 0.8, c.sizeM[1] * 1.25]))
    })
  );
}
