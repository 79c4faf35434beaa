import { INCH_M } from '../units/convert.ts';
import { PROPELLER_SIZES } from './propeller-sizes.ts';

/** The next size of a list above or below a value; null at its end. */
export function nextSize(sizes: readonly number[], value: number, up: boolean): number | null {
  const beyond = sizes.filter((s) => (up ? s > value * 1.0001 : s < value * 0.9999));
  return beyond.length === 0 ? null : up ? Math.min(...beyond) : Math.max(...beyond);
}

/** An inch size in metres, as it is written down: without the noise of the conversion. */
export const inchesM = (inches: number): number => Number((inches * INCH_M).toPrecision(6));

/** The next propeller commonly sold by diameter, of about the same pitch for it; m. Null at the end of the list. */
export function nextPropeller(
  { diameterM, pitchM }: { diameterM: number; pitchM: number },
  up: boolean
): { diameterM: number; pitchM: number } | null {
  const diameter = nextSize(
    PROPELLER_SIZES.map(([size]) => size),
    diameterM / INCH_M,
    up
  );
  if (diameter === null) return null;
  const off = (pitch: number): number => Math.abs(pitch / diameter - pitchM / diameterM);
  const [, pitch] = PROPELLER_SIZES.filter(([size]) => size === diameter).reduce((a, b) =>
    off(a[1]) <= off(b[1]) ? a : b
  );
  return { diameterM: inchesM(diameter), pitchM: inchesM(pitch) };
}
