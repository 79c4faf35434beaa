import { channel, FILE_CHANNELS, addsUp, type ChannelName } from '../../registry/channels.ts';
import { median } from 'd3-array';
import { cellsOf, dialectOf, rowCellsOf, type Dialect } from './dialect.ts';
import { numberOf } from './number-of.ts';

/** What a column is; null: left out. */
export interface FileColumn {
  readonly title: string;
  readonly role: ChannelName | null;
  readonly unit: string;
  /** Whether the file itself names the unit; else it was guessed from the figures. */
  readonly told?: boolean;
}

/** How a table of text becomes a run. */
export interface Mapping extends Dialect {
  readonly columns: readonly FileColumn[];
  /** Whether rows have more cells than there are titles: commas seem to part columns and figures alike. */
  readonly clashes?: boolean;
  /** Rows a second, where no column tells the time. */
  readonly rateHz: number;
}

/** Words by which columns are known, in the languages that meters speak, most telling first. A table of data. */
const WORDS: readonly (readonly [ChannelName, RegExp])[] = [
  // a speed that is told in rpm, or of the motor, is no way through the air
  ['rpm', /\bmotor ?(speed|rpm)\b|\b(rotor|prop|shaft) ?speed\b/],
  [
    'cellVoltageV',
    /^(?!.*\bcells\b).*\b(c(ell)? ?\d+|cell|vcell|min ?cell|low(est)? ?cell|zelle ?\d*)\b(?!.*temp).*(volt|\bv\b|spannung|$)/
  ],
  [
    'escCurrentA',
    /\b(esc|motor|mot|m) ?\d\b.*(current|amps?|strom|\bi\b)|(current|amps?|strom|\bi\b).*\b(esc|motor|mot|m) ?\d\b/
  ],
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
const BARE: Readonly<Record<string, ChannelName>> = {
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
const UNIT_WORDS: Readonly<Partial<Record<ChannelName, readonly (readonly [string, RegExp])[]>>> = {
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
  cellVoltageV: [
    ['mV', /^(mv|millivolts?)$/],
    ['cV', /^(cv)$/],
    ['V', /^(v|volts?)$/]
  ],
  escCurrentA: [
    ['mA', /^(ma|milliamps?)$/],
    ['cA', /^(ca)$/],
    ['A', /^(a|amps?|amperes?)$/]
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
const unitWords = (role: ChannelName): readonly (readonly [string, RegExp])[] =>
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
export function roleOfTitle(title: string): ChannelName | null {
  const bare = title
    .trim()
    .toLowerCase()
    .replace(/^[([{]|[)\]}]$/g, '');
  if (Object.hasOwn(BARE, bare)) return BARE[bare];
  const text = plain(title.replace(/[([{<][^)\]}>]*[)\]}>]/g, ' '));
  // what stands in brackets is a unit: it tells more than a word that means several things
  const byUnit = roleOfUnit(title);
  if (text === '') return byUnit;
  const told = WORDS.filter(([, words]) => words.test(text)).map(([role]) => role);
  const load = /\bload ?cell\b/.test(text);
  const fits = told.filter((role) => !(load && role === 'cellVoltageV'));
  if (byUnit === null) return fits[0] ?? null;
  return (
    fits.find((role) => KIND_OF_UNIT[byUnit]?.includes(role)) ??
    (fits.length > 0 || text !== '' ? byUnit : null)
  );
}

/** Roles that share the units of one: volts are those of a pack or a cell, amps of all ESCs or of one. */
const KIND_OF_UNIT: Partial<Record<ChannelName, readonly ChannelName[]>> = {
  rpm: ['rpm'],
  batteryVoltageV: ['batteryVoltageV', 'cellVoltageV'],
  batteryCurrentA: ['batteryCurrentA', 'escCurrentA'],
  motorC: ['motorC', 'escC', 'packC'],
  speedMs: ['speedMs'],
  electricalPowerW: ['electricalPowerW']
};
/** Units that only one kind of figure has. */
const TELLING_UNITS: readonly (readonly [ChannelName, RegExp])[] = [
  ['rpm', /^(e-?rpm|rpm|krpm|1\/min|u\/min|tr\/min|min-1|rps)$/],
  ['batteryVoltageV', /^(v|mv|cv|volts?)$/],
  ['batteryCurrentA', /^(a|ma|ca|amps?|amperes?)$/],
  ['motorC', /^(°c|°f|deg ?c|deg ?f|celsius|fahrenheit)$/],
  ['speedMs', /^(m\/s|km\/h|kmh|kph|mph|kn|kts|knots?)$/],
  ['electricalPowerW', /^(w|kw|mw|watts?)$/]
];

/** The kind of figure that a unit in brackets names; null where there is none, or it could be several. */
function roleOfUnit(title: string): ChannelName | null {
  const [unit] = [...title.matchAll(/[([{<]([^)\]}>]*)[)\]}>]/g)].map((m) => m[1].trim().toLowerCase());
  return unit === undefined ? null : (TELLING_UNITS.find(([, words]) => words.test(unit))?.[0] ?? null);
}

/** The unit that a title tells of a role; null where it tells none. */
function unitOfTitle(role: ChannelName, title: string): string | null {
  if (role === 'rpm' && /\be ?rpm\b|electrical/.test(plain(title))) return 'erpm';
  const texts = unitTextsOf(title);
  for (const text of texts) for (const [id, words] of unitWords(role)) if (words.test(text)) return id;
  return null;
}

/** The unit that the figures themselves make likely, where the title tells none. */
function unitOfFigures(role: ChannelName, cells: readonly string[], decimal: '.' | ','): string {
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
    case 'cellVoltageV':
      return most > 1000 ? 'mV' : most > 100 ? 'cV' : 'V';
    case 'batteryVoltageV':
      return most > 1000 ? 'mV' : 'V';
    case 'escCurrentA':
    case 'batteryCurrentA':
      return most > 2000 ? 'mA' : 'A';
    case 'thrustN':
      return most > 0 && most < 20 ? 'N' : 'g';
    case 'rpm':
      return most > 0 && most < 100 ? 'krpm' : 'rpm';
    case 'electricalPowerW':
      return 'W';
    default:
      return channel(role).units[0].id;
  }
}

/**
 * Where commas part the columns and stand in the figures too, each row has twice as many cells as there are titles: two are one
 * figure. Anything between cannot be told.
 */
function clashOf(
  titles: number,
  rows: readonly (readonly string[])[],
  delimiter: string
): Partial<Pick<Mapping, 'joined' | 'decimal' | 'clashes'>> {
  if (delimiter !== ',' || titles < 2 || rows.length === 0) return {};
  const wide = rows.filter((r) => r.length > titles).length;
  if (wide < 0.9 * rows.length) return {};
  const twice = rows.every((r) => r.length === 2 * titles && r.every((c) => /^\s*[+-]?\d*\s*$/.test(c)));
  return twice ? { joined: true, decimal: ',', clashes: true } : { clashes: true };
}

/** A pack's own column counts before those of its cells, and the sum of all amps before those of each ESC. */
function oneOrSum(columns: readonly FileColumn[]): FileColumn[] {
  const has = (role: ChannelName): boolean => columns.some((c) => c.role === role);
  return columns.map((c) =>
    (c.role === 'cellVoltageV' && has('batteryVoltageV')) ||
    (c.role === 'escCurrentA' && has('batteryCurrentA'))
      ? { title: c.title, role: null, unit: '' }
      : c
  );
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
  const titles = dialect.headerLine > 0 ? cellsOf(lines[dialect.headerLine - 1], dialect.delimiter) : [];
  const written = lines.slice(dialect.firstLine - 1, dialect.firstLine + 199).filter((l) => l.trim() !== '');
  const clash = clashOf(
    titles.length,
    written.map((l) => cellsOf(l, dialect.delimiter)),
    dialect.delimiter
  );
  const rows = written.map((l) => rowCellsOf(l, { ...dialect, ...clash }));
  // units on a line of their own below the titles
  const below = dialect.headerLine > 0 ? cellsOf(lines[dialect.headerLine] ?? '', dialect.delimiter) : [];
  const unitLine = dialect.firstLine > dialect.headerLine + 1 ? below : [];
  const width = Math.min(Math.max(titles.length, ...rows.slice(0, 20).map((r) => r.length)), MOST_COLUMNS);
  const taken = new Set<ChannelName>();
  const columns = Array.from({ length: width }, (_, k): FileColumn => {
    const title = (titles[k] ?? '').trim().replace(/^"|"$/g, '').slice(0, LONGEST_TITLE) || `column ${k + 1}`;
    const told = titles[k] === undefined ? null : roleOfTitle(title);
    // the first of its kind counts: a second one is of a second sensor
    const role = told !== null && (addsUp(told) || !taken.has(told)) ? told : null;
    if (role === null) return { title, role: null, unit: '' };
    taken.add(role);
    const named = unitOfTitle(role, `(${unitLine[k] ?? ''})`) ?? unitOfTitle(role, title);
    const unit =
      named ??
      unitOfFigures(
        role,
        rows.map((r) => r[k] ?? ''),
        clash.decimal ?? dialect.decimal
      );
    // a time of day in a column of "s" is what it is
    const isClock = role === 'seconds' && rows.some((r) => /\d:\d/.test(r[k] ?? ''));
    return { title, role, unit: isClock ? 'time' : unit, told: named !== null || isClock };
  });
  return { ...dialect, ...clash, columns: oneOrSum(columns), rateHz: DEFAULT_HZ };
}

/** By what the table of a meter is known again: its column names in their order. */
export const signatureOf = (columns: readonly { readonly title: string }[]): string =>
  columns
    .map((c) => plain(c.title))
    .join('|')
    .slice(0, 500);

/**
 * A mapping as it was remembered, on a file of the same columns: how that file is written down is its own, and so is every unit
 * that it names or that its figures tell of the time.
 */
export function recalled(guess: Mapping, columns: unknown): Mapping {
  if (!Array.isArray(columns) || columns.length !== guess.columns.length) return guess;
  return {
    ...guess,
    columns: guess.columns.map((c, k): FileColumn => {
      const was = columns[k] as Partial<FileColumn> | null;
      const role = FILE_CHANNELS.find((r) => r === was?.role) ?? null;
      const unit = role && channel(role).units.find((u) => u.id === was?.unit);
      const own = c.role === role && (c.told === true || role === 'seconds');
      return role && unit
        ? { title: c.title, role, unit: own ? c.unit : unit.id, told: c.told }
        : { title: c.title, role: null, unit: '' };
    })
  };
}
