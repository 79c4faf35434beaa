import { median } from 'd3-array';
import { cellsOf, dialectOf, type Dialect } from './dialect.ts';
import { numberOf } from './number-of.ts';
import { ROLE_UNITS, ROLES, type Role } from './roles.ts';

/** What a column is; null: left out. */
export interface Column {
  readonly title: string;
  readonly role: Role | null;
  readonly unit: string;
}

/** How a table of text becomes a run. */
export interface Mapping extends Dialect {
  readonly columns: readonly Column[];
  /** Rows a second, where no column tells the time. */
  readonly rateHz: number;
}

/** Words by which columns are known, in the languages that meters speak, most telling first. A table of data. */
const WORDS: readonly (readonly [Role, RegExp])[] = [
  ['escC', /\b(esc|fet|controller|regler)\b.*(temp|°|\bt\b|deg)|temp.*\b(esc|fet|controller)\b|t_?esc/],
  ['packC', /\b(batt?(ery)?|pack|cell|lipo|akku)\b.*(temp|°|deg)|temp.*\b(batt?(ery)?|pack|akku)\b/],
  ['motorC', /\bmotor\b.*(temp|°|deg)|temp.*\bmotor\b|\btemp(erature|eratur)?\b|\bt_?mot(or)?\b/],
  ['speedMs', /\b(gps ?)?(speed|velocity|geschwindigkeit|vitesse|ground ?speed|airspeed)\b/],
  [
    'rpm',
    /\b(e ?)?rpm\b|\brps\b|\brev(s|olutions)?\b|drehzahl|u\/min|tr\/min|blades?\/s|motor ?speed|headspeed/
  ],
  ['thrustN', /thrust|\bpull\b|schub|pouss[ée]e|\bload ?cell\b|\bforce\b|\bscale\b/],
  ['electricalPowerW', /\bpower\b|\bwatts?\b|leistung|puissance|\b(in)?put ?w\b/],
  ['batteryCurrentA', /current|\bamps?\b|amperes?|strom|courant|\bcurr\b|\bi(bat|in)?\b/],
  ['batteryVoltageV', /volt|spannung|tension|\bvbat\b|\bu(bat|in)?\b|\bv(bat|in)\b|\bcell ?v\b/],
  ['throttle', /throttle|\bthr\b|\bgas\b|\bpwm\b|\besc ?signal\b|duty|\bcommand\b|\bpulse\b|\bstick\b/],
  ['seconds', /^time|\btime\b|timestamp|\bsec(onds?)?\b|zeit|temps|\belapsed\b|\bdate\b|^t$|\bms\b|\bclock\b/]
];
/** A title that is nothing but a unit tells its role too. */
const BARE: Readonly<Record<string, Role>> = {
  s: 'seconds',
  ms: 'seconds',
  v: 'batteryVoltageV',
  mv: 'batteryVoltageV',
  a: 'batteryCurrentA',
  ma: 'batteryCurrentA',
  w: 'electricalPowerW',
  rpm: 'rpm',
  g: 'thrustN',
  gf: 'thrustN',
  n: 'thrustN',
  '°c': 'motorC',
  'km/h': 'speedMs',
  'm/s': 'speedMs',
  '%': 'throttle'
};

/** Ways in which units are written in a title, by the unit's id. */
const UNIT_WORDS: Readonly<Partial<Record<Role, readonly (readonly [string, RegExp])[]>>> = {
  seconds: [
    ['ms', /^(ms|msec|milli\w*)$/],
    ['µs', /^(us|µs|μs|usec|micro\w*)$/],
    ['min', /^(min|minutes?)$/],
    ['h', /^(h|hours?)$/],
    ['s', /^(s|sec|secs|seconds?)$/]
  ],
  throttle: [
    ['%', /^(%|percent|pct)$/],
    ['pulse', /^(us|µs|μs)$/],
    ['‰', /^(‰|permille)$/]
  ],
  batteryVoltageV: [
    ['mV', /^(mv|millivolts?)$/],
    ['cV', /^(cv)$/],
    ['V/cell', /^(v\/cell|v per cell|vpc)$/],
    ['V', /^(v|volts?)$/]
  ],
  batteryCurrentA: [
    ['mA', /^(ma|milliamps?)$/],
    ['cA', /^(ca)$/],
    ['A', /^(a|amps?|amperes?)$/]
  ],
  rpm: [
    ['erpm', /^(erpm|e-rpm)$/],
    ['krpm', /^(krpm|k rpm|rpm x ?1000|x1000)$/],
    ['rps', /^(rps|hz|1\/s)$/],
    ['blades/s', /^(blades\/s)$/],
    ['rpm', /^(rpm|1\/min|u\/min|tr\/min|min-1)$/]
  ],
  thrustN: [
    ['kg', /^(kg|kgf|kp)$/],
    ['N', /^(n|newtons?)$/],
    ['oz', /^(oz|ozf)$/],
    ['lb', /^(lb|lbs|lbf)$/],
    ['g', /^(g|gf|gr|grams?|gramm)$/]
  ],
  speedMs: [
    ['km/h', /^(km\/h|kmh|kph|km per h)$/],
    ['kn', /^(kn|kt|kts|knots?)$/],
    ['mph', /^(mph)$/],
    ['ft/s', /^(ft\/s|fps)$/],
    ['m/s', /^(m\/s|mps)$/]
  ],
  electricalPowerW: [
    ['kW', /^(kw)$/],
    ['mW', /^(mw)$/],
    ['W', /^(w|watts?)$/]
  ]
};
const WARMTH: readonly (readonly [string, RegExp])[] = [
  ['°F', /^(°?f|deg ?f|fahrenheit)$/],
  ['K', /^(k|kelvin)$/],
  ['°C', /^(°?c|deg ?c|celsius)$/]
];
const unitWords = (role: Role): readonly (readonly [string, RegExp])[] =>
  UNIT_WORDS[role] ?? (role.endsWith('C') ? WARMTH : []);

/** A title in small letters with blanks for what joins its words. */
const plain = (title: string): string =>
  title
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/[_\-.,:]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

/** What may be a unit in a title: in brackets, else its last word. */
function unitTextsOf(title: string): string[] {
  const inBrackets = [...title.matchAll(/[([{<]([^)\]}>]*)[)\]}>]/g)].map((m) => m[1]);
  const words = plain(title.replace(/[([{<][^)\]}>]*[)\]}>]/g, ' ')).split(' ');
  return [...inBrackets, ...words.toReversed()].map((t) => t.trim().toLowerCase()).filter((t) => t !== '');
}

/** The role that a title tells; null where it tells none. */
export function roleOfTitle(title: string): Role | null {
  const bare = title
    .trim()
    .toLowerCase()
    .replace(/^[([{]|[)\]}]$/g, '');
  if (Object.hasOwn(BARE, bare)) return BARE[bare];
  const text = plain(title.replace(/[([{<][^)\]}>]*[)\]}>]/g, ' '));
  if (text === '') return null;
  return WORDS.find(([, words]) => words.test(text))?.[0] ?? null;
}

/** The unit that a title tells of a role; null where it tells none. */
function unitOfTitle(role: Role, title: string): string | null {
  if (role === 'rpm' && /\be ?rpm\b|electrical/.test(plain(title))) return 'erpm';
  const texts = unitTextsOf(title);
  for (const text of texts) for (const [id, words] of unitWords(role)) if (words.test(text)) return id;
  return null;
}

/** The unit that the figures themselves make likely, where the title tells none. */
function unitOfFigures(role: Role, cells: readonly string[], decimal: '.' | ','): string {
  if (role === 'seconds' && cells.some((c) => /\d[:T/]\d|\d-\d/.test(c.trim()))) return 'time';
  const figures = cells
    .map((c) => numberOf(c, decimal))
    .filter((v): v is number => v !== null && !Number.isNaN(v));
  const most = figures.reduce((a, b) => Math.max(a, Math.abs(b)), 0);
  switch (role) {
    case 'seconds': {
      const steps = figures.slice(1).map((v, k) => v - figures[k]);
      const step = median(steps.filter((s) => s > 0)) ?? 0;
      // a count that began in 1970 is in ms where it has thirteen digits
      return most > 1e11 || (most < 1e9 && step >= 10) ? 'ms' : 's';
    }
    case 'throttle':
      return most <= 1
        ? '0–1'
        : most <= 110
          ? '%'
          : most <= 255
            ? 'byte'
            : (median(figures) ?? 0) >= 850
              ? 'pulse'
              : '‰';
    case 'batteryVoltageV':
      return most > 1000 ? 'mV' : 'V';
    case 'batteryCurrentA':
      return most > 2000 ? 'mA' : 'A';
    case 'thrustN':
      return most > 0 && most < 20 ? 'N' : 'g';
    case 'rpm':
      return most > 0 && most < 100 ? 'krpm' : 'rpm';
    case 'electricalPowerW':
      return 'W';
    default:
      return ROLE_UNITS[role][0].id;
  }
}

const DEFAULT_HZ = 10;
/** Most columns that are looked at, and most letters of a title: beyond them nothing of a meter stands. */
const MOST_COLUMNS = 120;
const LONGEST_TITLE = 120;

/**
 * How the head of a text is likely to be read: delimiter, decimal sign, where its table begins, what its columns are and in
 * which units. Everything is a guess that is shown and may be changed.
 * @param delimiter where it was chosen
 */
export function guessMapping(head: string, delimiter?: string): Mapping {
  const dialect = dialectOf(head, delimiter);
  const lines = head.split(/\r\n|\n|\r/);
  const rows = lines
    .slice(dialect.firstLine - 1, dialect.firstLine + 199)
    .filter((l) => l.trim() !== '')
    .map((l) => cellsOf(l, dialect.delimiter));
  const titles = dialect.headerLine > 0 ? cellsOf(lines[dialect.headerLine - 1], dialect.delimiter) : [];
  // units on a line of their own below the titles
  const below = dialect.headerLine > 0 ? cellsOf(lines[dialect.headerLine] ?? '', dialect.delimiter) : [];
  const unitLine = dialect.firstLine > dialect.headerLine + 1 ? below : [];
  const width = Math.min(Math.max(titles.length, ...rows.slice(0, 20).map((r) => r.length)), MOST_COLUMNS);
  const taken = new Set<Role>();
  const columns = Array.from({ length: width }, (_, k): Column => {
    const title = (titles[k] ?? '').trim().replace(/^"|"$/g, '').slice(0, LONGEST_TITLE) || `column ${k + 1}`;
    const told = titles[k] === undefined ? null : roleOfTitle(title);
    // the first of its kind counts: a second one is of a second sensor
    const role = told !== null && !taken.has(told) ? told : null;
    if (role === null) return { title, role: null, unit: '' };
    taken.add(role);
    const unit =
      unitOfTitle(role, `(${unitLine[k] ?? ''})`) ??
      unitOfTitle(role, title) ??
      unitOfFigures(
        role,
        rows.map((r) => r[k] ?? ''),
        dialect.decimal
      );
    // a time of day in a column of "s" is what it is
    const isClock = role === 'seconds' && rows.some((r) => /\d:\d/.test(r[k] ?? ''));
    return { title, role, unit: isClock ? 'time' : unit };
  });
  return { ...dialect, columns, rateHz: DEFAULT_HZ };
}

/** By what the table of a meter is known again: its column names in their order. */
export const signatureOf = (columns: readonly { readonly title: string }[]): string =>
  columns
    .map((c) => plain(c.title))
    .join('|')
    .slice(0, 500);

/** A mapping as it was remembered, on a file of the same columns: how that file is written down is its own. */
export function recalled(guess: Mapping, columns: unknown): Mapping {
  if (!Array.isArray(columns) || columns.length !== guess.columns.length) return guess;
  return {
    ...guess,
    columns: guess.columns.map((c, k): Column => {
      const was = columns[k] as Partial<Column> | null;
      const role = ROLES.find((r) => r === was?.role) ?? null;
      const unit = role && ROLE_UNITS[role].find((u) => u.id === was?.unit);
      return role && unit
        ? { title: c.title, role, unit: unit.id }
        : { title: c.title, role: null, unit: '' };
    })
  };
}
