import { UNIT_SPACE } from '../units/show.ts';
import { unitOfField } from '../units/unit-of-field.ts';

/** A figure of a document in words, by its path: number with its unit, a part by its name, nothing as a dash. */
export function showValue(path: string, value: unknown): string {
  if (value === null || value === undefined) return '–';
  if (typeof value === 'number') {
    const si = unitOfField(path.slice(path.lastIndexOf('.') + 1));
    // as the screen has them: milliohms, and grams below a kilogram
    const [unit, scale] =
      si === 'ohm' ? ['mΩ', 1000] : si === 'kg' && Math.abs(value) < 1 ? ['g', 1000] : [si, 1];
    const text = String(Number((scale * value).toPrecision(4)));
    return unit === '' ? text : `${text}${UNIT_SPACE}${unit}`;
  }
  if (typeof value === 'string' || typeof value === 'boolean') return String(value);
  if (Array.isArray(value)) return value.length === 0 ? 'none' : value.map(String).join(', ');
  const { name, kind } = value as { name?: unknown; kind?: unknown };
  return typeof name === 'string' ? name : typeof kind === 'string' ? kind : 'given';
}
