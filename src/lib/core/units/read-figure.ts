import { displayUnit, QUANTITIES, type DisplayUnit, type QuantityName, type UnitChoice } from './quantity.ts';
import { PLAUSIBLE, SLIPS } from './plausible.ts';
import { show, showUnit } from './show.ts';

/** One way to understand what was typed: the SI value, and how it would be written plainly, "27 500 rpm". */
export interface Way {
  readonly value: number;
  readonly words: string;
}

/** What was typed, as far as it can be told. */
export type Entry =
  | { readonly is: 'empty' }
  | { readonly is: 'figure'; readonly value: number }
  /** Two readings are possible, or the figure can hardly be meant: the likelier way first. */
  | { readonly is: 'ask'; readonly question: string; readonly ways: readonly Way[] }
  | { readonly is: 'none'; readonly sentence: string };

/** A number by its sign, digits with whatever parts them, and power of ten; and what stands behind it. */
const FIGURE = /^([+\-−]?)\s*(\d[\d.,'’\s\u00a0\u2009\u202f]*|[.,]\d+)(e[+-]?\d+)?\s*([a-zµμΩ°²/%"″]*)\.?$/iu;
/** A time as a clock shows it, "3:30". */
const CLOCK = /^(\d{1,3}):([0-5]\d)(?:\s*min\.?)?$/i;
const SPACES = /['’\s\u00a0\u2009\u202f]+/g;

/**
 * The numbers that digits with separators can be: decimal sign first, thousands second. Two only where one comma or point has
 * three digits behind it and one to three before it, "27,500"; a nought before it makes it a decimal sign. None where the
 * groups are no thousands.
 */
export function numbersOf(text: string): readonly number[] {
  const digits = text.trim();
  if (digits.search(SPACES) >= 0) {
    // spaces part thousands, whole groups of them
    if (!/^\d{1,3}(['’\s\u00a0\u2009\u202f]\d{3})+([.,]\d+)?$/.test(digits)) return [];
    return [Number(digits.replace(SPACES, '').replace(',', '.'))];
  }
  const commas = digits.split(',').length - 1;
  const points = digits.split('.').length - 1;
  if (commas + points === 0) return [Number(digits)];
  if (commas > 0 && points > 0) {
    const decimal = digits.lastIndexOf(',') > digits.lastIndexOf('.') ? ',' : '.';
    const [whole, fraction, ...more] = digits.split(decimal);
    if (more.length > 0 || !/^\d{1,3}([.,]\d{3})+$/.test(whole)) return [];
    return [Number(`${whole.replace(/[.,]/g, '')}.${fraction}`)];
  }
  if (commas + points > 1)
    return /^\d{1,3}([.,]\d{3})+$/.test(digits) ? [Number(digits.replace(/[.,]/g, ''))] : [];
  const asDecimal = Number(digits.replace(',', '.'));
  return /^[1-9]\d{0,2}[.,]\d{3}$/.test(digits)
    ? [asDecimal, Number(digits.replace(/[.,]/, ''))]
    : [asDecimal];
}

/** What reading a figure may go by. */
interface ReadBy {
  /** What the figure can be here, SI; what such figures are in this hobby where it is left out. */
  readonly range?: readonly [low: number, high: number];
  /** Whether a figure far outside that is asked about rather than taken; it is, where nothing is said. */
  readonly slips?: boolean;
}

const inside = (value: number, [low, high]: readonly [number, number]): boolean =>
  Math.abs(value) >= low && Math.abs(value) <= high;

/**
 * A figure as people type it into a field: "30", "30 A", "1200 g" in a field of kilograms, "12,5", "27 500". A unit that is
 * written is taken at its word; without one the field's own is meant. A comma or point that may part thousands is decided by
 * what can be meant here, and asked about where both can; so is a figure far outside of it.
 */
export function enterFigure(
  text: string,
  quantity: QuantityName,
  choice: UnitChoice = {},
  { range, slips = true }: ReadBy = {}
): Entry {
  const trimmed = text.trim();
  if (trimmed === '') return { is: 'empty' };
  const clock = quantity === 'minutes' ? CLOCK.exec(trimmed) : null;
  if (clock) return { is: 'figure', value: 60 * Number(clock[1]) + Number(clock[2]) };
  const m = FIGURE.exec(trimmed);
  const own = displayUnit(quantity, choice);
  if (!m) return { is: 'none', sentence: `“${short(trimmed)}” is not a number.` };
  const unit = m[4] === '' ? own : unitNamed(m[4], quantity);
  if (!unit)
    return {
      is: 'none',
      sentence: `“${short(m[4])}” is not a unit here${own.label === '' ? '' : `; write it in ${own.label}`}.`
    };
  const sign = m[1] === '-' || m[1] === '−' ? -1 : 1;
  const power = m[3] === undefined ? 1 : Number(`1${m[3]}`);
  const ways = numbersOf(m[2])
    .map((n) => Number((sign * n * power * unit.inSi).toPrecision(9)))
    .filter((value) => Number.isFinite(value))
    .map((value) => ({ value, words: inUnit(value, unit) }));
  if (ways.length === 0) return { is: 'none', sentence: `“${short(trimmed)}” is not a number.` };
  const usual = range ?? PLAUSIBLE[quantity];
  const possible = usual === undefined ? ways : ways.filter((w) => inside(w.value, usual));
  if (ways.length > 1 && possible.length !== 1)
    return {
      is: 'ask',
      question: `“${trimmed}” could be ${ways[0].words} or ${ways[1].words}: which?`,
      ways
    };
  if (possible.length > 0) return { is: 'figure', value: possible[0].value };
  const [{ value, words }] = ways;
  if (!slips || usual === undefined || value === 0) return { is: 'figure', value };
  return slipped(value, words, quantity, unit, usual);
}

/** A figure that can hardly be meant: what may be meant instead, where there is something, and as it was typed. */
function slipped(
  value: number,
  words: string,
  quantity: QuantityName,
  unit: DisplayUnit,
  usual: readonly [number, number]
): Entry {
  const meant = (SLIPS[quantity] ?? [0.001, 1000, 0.1, 10]).find((by) => inside(value * by, usual));
  if (meant === undefined) return { is: 'figure', value };
  const other = Number((value * meant).toPrecision(9));
  const said = inUnit(other, unit);
  return {
    is: 'ask',
    question: `${words}? Did you mean ${said}?`,
    ways: [
      { value: other, words: said },
      { value, words }
    ]
  };
}

const short = (text: string): string => (text.length > 24 ? `${text.slice(0, 23)}…` : text);

/** A value in a unit as it is asked about: all digits that were typed, no noughts behind. */
export const inUnit = (si: number, unit: DisplayUnit): string => {
  const value = si / unit.inSi;
  const plain = show(value, Math.abs(value) >= 1000 ? 7 : 5)
    .replace(/(\.\d*?)0+$/, '$1')
    .replace(/\.$/, '');
  return unit.label === '' ? plain : showUnit(value, unit.label, 7).replace(show(value, 7), plain);
};

/**
 * A figure read without asking, for where nobody can be asked: two possible readings are none.
 * @returns the SI value; null for an empty text, undefined where it is no such figure
 */
export function readFigure(
  text: string,
  quantity: QuantityName,
  choice: UnitChoice = {},
  range?: readonly [number, number]
): number | null | undefined {
  const entry = enterFigure(text, quantity, choice, { range, slips: false });
  return entry.is === 'empty' ? null : entry.is === 'figure' ? entry.value : undefined;
}

/**
 * A figure of a field whose unit its label names, in that unit: "8 600", "12,5", a unit behind it or none.
 * @param range what such figures are: decides a comma that may part thousands
 * @returns null for an empty text, NaN for what is no figure, or can be read in two ways
 */
export function readPlain(text: string, range?: readonly [low: number, high: number]): number | null {
  const trimmed = text.trim();
  if (trimmed === '') return null;
  const m = FIGURE.exec(trimmed);
  if (!m) return NaN;
  const ways = numbersOf(m[2]).map(
    (n) => (m[1] === '-' || m[1] === '−' ? -n : n) * (m[3] === undefined ? 1 : Number(`1${m[3]}`))
  );
  if (ways.length <= 1) return ways[0] ?? NaN;
  const possible = range ? ways.filter((n) => inside(n, range)) : ways;
  return possible.length === 1 ? possible[0] : NaN;
}

/** Kinds of masses and lengths may be typed in each other's units. */
const RELATED: Partial<Record<QuantityName, readonly QuantityName[]>> = {
  mass: ['craftMass'],
  craftMass: ['mass'],
  propLength: ['screwLength', 'length'],
  screwLength: ['propLength', 'length'],
  length: ['propLength', 'screwLength'],
  area: []
};

/** Other ways to write a unit. */
const ALSO: Readonly<Record<string, string>> = {
  '"': 'in',
  '″': 'in',
  inch: 'in',
  inches: 'in',
  kph: 'km/h',
  kmh: 'km/h',
  ohm: 'ω',
  mohm: 'mω',
  dm2: 'dm²',
  ft2: 'ft²',
  grams: 'g',
  lbs: 'lb',
  mins: 'min',
  minutes: 'min',
  sec: 's',
  secs: 's',
  seconds: 's',
  'rpm/v': '',
  kv: ''
};

/** Units that times are typed in beside minutes. */
const TIMES: Readonly<Record<string, DisplayUnit>> = {
  s: { label: 's', inSi: 1, step: 1, digits: 3 },
  h: { label: 'h', inSi: 3600, step: 0.1, digits: 3 }
};

/** A unit by its label, of the quantity or of one like it; case counts only where nothing else tells (mΩ and MΩ do not occur). */
function unitNamed(name: string, quantity: QuantityName): DisplayUnit | undefined {
  const written = name.toLowerCase();
  const wanted = ALSO[written] ?? written;
  if (quantity === 'minutes' && Object.hasOwn(TIMES, wanted)) return TIMES[wanted];
  for (const q of [quantity, ...(RELATED[quantity] ?? [])]) {
    const units = Object.values(QUANTITIES[q]) as DisplayUnit[];
    if (wanted === '' && q === quantity && quantity === 'kv') return units[0];
    const found = units.find((u) => u.label !== '' && u.label.toLowerCase() === wanted);
    if (found) return found;
  }
  return undefined;
}
