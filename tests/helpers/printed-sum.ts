import { all, create } from 'mathjs';

const math = create(all);
math.createUnit('mohm', '0.001 ohm');

/** A sum as it is printed, worked out again from its printed figures. */
export interface PrintedSum {
  /** What the figures left of the last "=" come to, over what is printed right of it. */
  readonly ratio: number;
  /** How far the ratio may lie from one because the figures are rounded: each taken half a last digit off, added up. */
  readonly rounding: number;
}

/** Words and signs of a derivation in the notation of the expression parser. */
const plain = (text: string): string =>
  text
    .replaceAll(/(?<=\d) (?=\d{3}(?!\d))/g, '')
    .replaceAll('×', '*')
    .replaceAll('−', '-')
    .replaceAll('²', '^2')
    .replaceAll('³', '^3')
    .replaceAll('⁴', '^4')
    // so that a unit in a divisor is divided by whole
    .replaceAll('rad/s', 's^(-1)')
    .replaceAll('m/s^2', 'm s^(-2)')
    .replaceAll('m/s', 'm s^(-1)')
    .replaceAll('kg/m^3', 'kg m^(-3)')
    .replaceAll(/(?<=\d) \/s/g, ' s^(-1)')
    .replaceAll('√', 'sqrt')
    .replaceAll('π', 'pi')
    .replaceAll('mΩ', 'mohm')
    .replaceAll('Ω', 'ohm')
    .replaceAll(/\bin\b/g, 'inch')
    .replaceAll(/\bmin\b/g, 'minute')
    .replaceAll(/\bAh\b/g, 'A h')
    .replaceAll(/([\d.]+) *%/g, '($1 / 100)')
    .replaceAll(/\(coaxial\)|\(estimated\)/g, '')
    // "pack 205 g": what the figure is of
    .replaceAll(/(?<=\+ )(?:\d+ )?[a-z’]+ (?=\d)/gi, '')
    .replaceAll(/ at [\d.]+ rpm.*$/g, '');

const FIGURE = /(?<![\w^.])(\d+\.\d+|\d{3,})(?![\w.])/g;
const halfDigit = (figure: string): number => 0.5 * 10 ** -(figure.split('.')[1]?.length ?? 0);

function value(expression: string): number {
  let v: unknown;
  try {
    v = math.evaluate(`(${expression})`);
  } catch (cause) {
    throw new Error(`"${expression}" cannot be worked out`, { cause });
  }
  if (typeof v === 'number') return v;
  throw new Error(`"${expression}" is not a plain number: its units do not agree with those printed`);
}

/**
 * Works a printed sum out with an expression parser that knows units.
 * @param numbers "16.8 V − 11.4 A × 16.0 mΩ = 16.5 V; …": words after ";" or ". " are left out
 * @throws where there is no sum, it cannot be read, or the units of both sides differ
 */
export function workOut(numbers: string): PrintedSum {
  const sums = numbers
    .split(/; |\. /)
    .filter((part) => part.includes('='))
    .map(plain);
  if (sums.length === 0) throw new Error(`no sum in "${numbers}"`);
  const text = sums[0];
  const at = text.lastIndexOf('=');
  const left = text.slice(0, at).replace(/^slip /, '');
  const right = text.slice(at + 1);
  // where nothing comes out, the difference is what counts
  const zero = /^\s*-?0(\.0*)?(?![\d.])/.test(right);
  const whole = zero ? `(${left}) / (${right.replace(/0(\.0*)?/, '1')})` : `(${left}) / (${right})`;
  const base = value(whole);
  let rounding = 0;
  for (const m of whole.matchAll(FIGURE)) {
    // the hundred of a per cent is exact
    if (m[0] === '100' && whole.slice(0, m.index).endsWith('/ ')) continue;
    const more =
      whole.slice(0, m.index) + String(Number(m[0]) + halfDigit(m[0])) + whole.slice(m.index + m[0].length);
    rounding += Math.abs(value(more) - base);
  }
  return { ratio: zero ? 1 + base : base, rounding };
}
