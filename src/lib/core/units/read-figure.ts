import { displayUnit, QUANTITIES, type DisplayUnit, type QuantityName, type UnitChoice } from './quantity.ts';

/** A number with decimal point or comma, blanks or thin spaces between thousands, and what stands behind it. */
const FIGURE = /^([+-]?[\d\s\u00a0\u2009\u202f]*(?:[.,]\d+)?(?:e[+-]?\d+)?)\s*([a-zμΩ°²/%]*)\.?$/i;

/**
 * A figure as people type it into a field: "30", "30 A", "1200 g" in a field of kilograms, "12,5". A unit that is written is
 * taken at its word; without one the field's own is meant.
 * @returns the SI value; null for an empty text, undefined where it is no such figure
 */
export function readFigure(
  text: string,
  quantity: QuantityName,
  choice: UnitChoice = {}
): number | null | undefined {
  const trimmed = text.trim();
  if (trimmed === '') return null;
  const m = FIGURE.exec(trimmed);
  const digits = m?.[1].replace(/[\s\u00a0\u2009\u202f]/g, '').replace(',', '.') ?? '';
  const number = Number(digits);
  if (!m || !/\d/.test(digits) || !Number.isFinite(number)) return undefined;
  const unit = m[2] === '' ? displayUnit(quantity, choice) : unitNamed(m[2], quantity);
  return unit && Number((number * unit.inSi).toPrecision(9));
}

/** Kinds of masses and lengths may be typed in each other's units. */
const RELATED: Partial<Record<QuantityName, readonly QuantityName[]>> = {
  mass: ['craftMass'],
  craftMass: ['mass'],
  propLength: ['screwLength', 'length'],
  screwLength: ['propLength', 'length'],
  length: ['propLength', 'screwLength']
};

/** A unit by its label, of the quantity or of one like it; case counts only where nothing else tells (mΩ and MΩ do not occur). */
function unitNamed(name: string, quantity: QuantityName): DisplayUnit | undefined {
  for (const q of [quantity, ...(RELATED[quantity] ?? [])]) {
    const found = (Object.values(QUANTITIES[q]) as DisplayUnit[]).find(
      (u) => u.label !== '' && u.label.toLowerCase() === name.toLowerCase()
    );
    if (found) return found;
  }
  return undefined;
}
