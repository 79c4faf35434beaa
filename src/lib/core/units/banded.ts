import { show, UNIT_SPACE } from './show.ts';

/** Width of a band over its value from which the band is written in the value's place, share. */
const WIDE = 0.04;

/** A number to the nearest multiple of a power of ten, plain for people: 12 400 to hundreds, 0.35 to hundredths. */
function to(value: number, power: number): string {
  const rounded = Number((Math.round(value / 10 ** power) * 10 ** power).toFixed(Math.max(-power, 0)));
  if (power >= 0 || rounded === 0) return show(rounded, Math.max(String(Math.abs(rounded)).length, 1));
  return `${rounded < 0 ? '−' : ''}${Math.abs(rounded).toFixed(-power)}`;
}

/**
 * A predicted figure as surely as it is known: "43 to 58" where its band is wide, the figure itself where it is not. The
 * digits follow the band: about half of its width is the last of them.
 * @param band from 10 to 90 %, in the same unit; null where none is known
 */
export function banded(
  value: number,
  band: readonly [number, number] | null | undefined,
  digits = 3
): string {
  if (!band || !Number.isFinite(band[0]) || !Number.isFinite(band[1])) return show(value, digits);
  const width = Math.abs(band[1] - band[0]);
  if (!(width > WIDE * Math.abs(value))) return show(value, digits);
  const power = Math.floor(Math.log10(width / 2));
  const [low, high] = [to(band[0], power), to(band[1], power)];
  return low === high ? low : `${low} to ${high}`;
}

/** The same with its unit behind it. */
export const bandedUnit = (
  value: number,
  band: readonly [number, number] | null | undefined,
  unit: string,
  digits = 3
): string =>
  unit === '' ? banded(value, band, digits) : `${banded(value, band, digits)}${UNIT_SPACE}${unit}`;
