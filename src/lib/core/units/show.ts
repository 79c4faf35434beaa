import { INCH_M } from './convert.ts';

/** Space between a number and its unit, and between thousands. */
export const UNIT_SPACE = ' ';

/** A number with three significant digits, plain for people: 31.3, 0.084, 12 400, −0.967 (with a minus sign, not a hyphen). */
export function show(value: number, digits = 3): string {
  if (!Number.isFinite(value)) return 'not known';
  if (value === 0) return '0';
  if (value < 0) return `−${show(-value, digits)}`;
  const size = Math.floor(Math.log10(Math.abs(value)));
  const places = Math.min(Math.max(digits - 1 - size, 0), 6);
  const text = value.toFixed(places);
  const [whole, fraction] = text.split('.');
  const grouped = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+(?!\d))/g, UNIT_SPACE) : whole;
  return fraction ? `${grouped}.${fraction}` : grouped;
}

/** A limit as it is written on a label: "50" where `show` says "50.0"; small ones keep their digits, "3.00". */
export const showRound = (value: number, digits?: number): string =>
  Math.abs(value) >= 10 ? show(value, digits).replace(/\.0+$/, '') : show(value, digits);

/** A number with its unit, a space between. */
export const showUnit = (value: number, unit: string, digits = 3): string =>
  unit === '' ? show(value, digits) : `${show(value, digits)}${UNIT_SPACE}${unit}`;

/** Metres in inches, to a tenth and without noughts: "11", "5.5". */
export const inInches = (metres: number): string => String(Math.round((metres / INCH_M) * 10) / 10);

/** A time as a timer shows it: "45 s", "6:40 min". */
export const showMinutes = (seconds: number): string => {
  const whole = Math.round(seconds);
  return whole < 60
    ? `${whole}${UNIT_SPACE}s`
    : `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}${UNIT_SPACE}min`;
};
