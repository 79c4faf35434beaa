import { channel, toSi, type ChannelName, type UnitContext } from '../../registry/channels.ts';
import { median } from 'd3-array';
import { show, showMinutes, showUnit } from '../../units/show.ts';
import type { ExpectedFigures } from './expected-figures.ts';
import { numberOf } from './number-of.ts';
import type { FileColumn, Mapping } from './mapping.ts';

/** Least, middle and greatest figure of a column, as they are written. */
export interface ColumnFigures {
  readonly least: number;
  readonly middle: number;
  readonly greatest: number;
}

/** The figures of each column of some rows; null where a column holds none. */
export function columnFigures(
  rows: readonly (readonly string[])[],
  columns: number,
  decimal: '.' | ','
): (ColumnFigures | null)[] {
  return Array.from({ length: columns }, (_, k) => {
    const figures = rows
      .map((r) => numberOf(r[k] ?? '', decimal))
      .filter((v): v is number => v !== null && Number.isFinite(v));
    return figures.length === 0
      ? null
      : {
          least: figures.reduce((a, b) => Math.min(a, b)),
          middle: median(figures) as number,
          greatest: figures.reduce((a, b) => Math.max(a, b))
        };
  });
}

/** One way to read what is in doubt. */
export interface DoubtWay {
  readonly words: string;
  /** What of the mapping it changes; nothing where it stays as it was read. */
  readonly change: Partial<Mapping>;
}

/** Something of a file that cannot be as it was read, or can be read in two ways: asked before a row is kept. */
export interface Doubt {
  /** Column, or what of the file it is. */
  readonly id: string;
  readonly question: string;
  /** The likelier first. */
  readonly ways: readonly DoubtWay[];
}

/** A run lasts at least a second and at most two hours. */
const LENGTH_S = [1, 7200] as const;
/** Greatest figures over the predicted worst case within which they are believed. (m) */
const BELIEVED = { amps: [0.04, 3], watts: [0.04, 4], rpm: [0.2, 1.2], thrust: [0.04, 3] } as const;
const MOST_SPEED_MS = 90;
const CELSIUS = [-25, 200] as const;

/** What the deciding figure of a role can be, SI, and which figure decides; null where nothing is known of it. */
function beliefOf(
  role: ChannelName,
  e: ExpectedFigures
): { range: readonly [number, number]; by: 'middle' | 'greatest' } | null {
  switch (role) {
    case 'batteryVoltageV':
      return { range: [e.cellV[0] * e.series, e.cellV[1] * e.series], by: 'middle' };
    case 'cellVoltageV':
      return { range: e.cellV, by: 'middle' };
    case 'batteryCurrentA':
    case 'escCurrentA':
      return { range: [BELIEVED.amps[0] * e.amps, BELIEVED.amps[1] * e.amps], by: 'greatest' };
    case 'electricalPowerW':
      return { range: [BELIEVED.watts[0] * e.watts, BELIEVED.watts[1] * e.watts], by: 'greatest' };
    case 'rpm':
      return {
        range: [BELIEVED.rpm[0] * e.rpm, Math.max(BELIEVED.rpm[1] * e.unloadedRpm, e.rpm)],
        by: 'greatest'
      };
    case 'thrustN':
      return e.thrustN === null
        ? null
        : { range: [BELIEVED.thrust[0] * e.thrustN, BELIEVED.thrust[1] * e.thrustN], by: 'greatest' };
    case 'speedMs':
      return { range: [0, MOST_SPEED_MS], by: 'greatest' };
    case 'motorC':
    case 'escC':
    case 'packC':
      return { range: CELSIUS, by: 'greatest' };
    default:
      return null;
  }
}

const SI_UNIT: Readonly<Partial<Record<ChannelName, string>>> = {
  batteryVoltageV: 'V',
  cellVoltageV: 'V',
  batteryCurrentA: 'A',
  escCurrentA: 'A',
  electricalPowerW: 'W',
  rpm: 'rpm',
  thrustN: 'N',
  speedMs: 'm/s',
  motorC: '°C',
  escC: '°C',
  packC: '°C'
};

/** The deciding figure of a column in a unit, SI: its largest in size counts where the greatest decides. */
function decidingOf(
  role: ChannelName,
  unit: string,
  f: ColumnFigures,
  by: 'middle' | 'greatest',
  context: UnitContext
): number {
  const { factor, from } = toSi(role, unit, context);
  const si = (v: number): number => (v - from) * factor;
  if (by === 'middle') return si(f.middle);
  return Math.max(si(f.greatest), si(f.least));
}

/** What a column may be instead where its figures cannot be what its title says. */
const OTHER_ROLES: readonly (readonly [ChannelName, ChannelName])[] = [
  ['cellVoltageV', 'batteryVoltageV'],
  ['speedMs', 'rpm'],
  ['escCurrentA', 'batteryCurrentA']
];

const withColumn = (mapping: Mapping, at: number, column: FileColumn): Partial<Mapping> => ({
  columns: mapping.columns.map((c, k) => (k === at ? column : c))
});

/** How a unit of rpm is told: beside an electrical one stand the pole pairs that it is divided by. */
function unitWords(role: ChannelName, unit: string, context: UnitContext, e: ExpectedFigures): string {
  const { label } = channel(role).units.find((u) => u.id === unit) ?? { label: unit };
  if (role !== 'rpm' || !unit.startsWith('erpm')) return label;
  return `${label}, of ${context.poles / 2} pole pairs${e.poles === null ? ' (poles not told)' : ''}`;
}

/** What a column can be read as instead: other units in which it can be, those nearest to the prediction first. */
function columnDoubt(
  mapping: Mapping,
  at: number,
  f: ColumnFigures,
  e: ExpectedFigures,
  context: UnitContext
): Doubt | null {
  const { role, unit, title } = mapping.columns[at];
  const belief = role === null ? null : beliefOf(role, e);
  if (role === null || !belief) return null;
  const [low, high] = belief.range;
  const of = (id: string, r: ChannelName = role): number => decidingOf(r, id, f, belief.by, context);
  const isIn = (v: number): boolean => v >= low && v <= high;
  const now = of(unit);
  const { factor } = toSi(role, unit, context);
  const negative = role === 'thrustN' && factor * f.middle < 0 && Math.abs(f.least + f.greatest) > 0;
  // a meter that stood still tells nothing of its units
  const still = f.least === 0 && f.greatest === 0;
  if (still) return null;
  const si = SI_UNIT[role] ?? '';
  const said = (v: number): string => showUnit(v, si, 3);
  const others: { role: ChannelName; unit: string }[] = [
    ...channel(role)
      .units.filter((u) => u.id !== unit)
      .map((u) => ({ role, unit: u.id })),
    ...OTHER_ROLES.filter(([from, to]) => from === role && !mapping.columns.some((c) => c.role === to)).map(
      ([, to]) => ({ role: to, unit: channel(to).units[0].id })
    )
  ];
  const target = predictedOf(role, e) ?? Math.sqrt(Math.max(low, 1e-6) * high);
  const away = (v: number): number => Math.abs(Math.log(Math.max(v, 1e-12) / target));
  const possible = others
    .map((o) => ({ ...o, value: of(o.unit, o.role), range: beliefOf(o.role, e)?.range ?? belief.range }))
    .filter((o) => o.value >= o.range[0] && o.value <= o.range[1])
    .sort((a, b) => away(a.value) - away(b.value))
    .slice(0, 3);
  // a unit that the file does not name is believed where no other one comes nearer
  const believed = isIn(now) && !negative;
  if (
    believed &&
    (mapping.columns[at].told === true || possible.length === 0 || away(possible[0].value) >= away(now))
  )
    return null;
  const ways = possible.map((o): DoubtWay => ({
    words: `as ${o.role === role ? '' : `${channel(o.role).title}, `}${unitWords(o.role, o.unit, context, e)}: ${belief.by === 'middle' ? 'about' : 'up to'} ${showUnit(o.value, SI_UNIT[o.role] ?? '', 3)}`,
    change: withColumn(mapping, at, { title, role: o.role, unit: o.unit, told: true })
  }));
  const range = `${show(low, 2)} to ${showUnit(high, si, 2)}`;
  return {
    id: `column-${at}`,
    question: `“${title}”: ${belief.by === 'middle' ? 'about' : 'up to'} ${said(now)} as ${unitWords(role, unit, context, e)}${negative ? ', and below nought' : ''}; ${believed ? 'another unit comes nearer to what is predicted, and' : 'that cannot be:'} this setup gives ${channel(role).title} of ${range}.`,
    ways: [
      ...ways,
      { words: `keep ${unitWords(role, unit, context, e)}`, change: {} },
      {
        words: 'leave the column out',
        change: withColumn(mapping, at, { title, role: null, unit: '' })
      }
    ]
  };
}

/** What is predicted of the deciding figure of a role; null where nothing is. */
function predictedOf(role: ChannelName, e: ExpectedFigures): number | null {
  switch (role) {
    case 'rpm':
      return e.rpm;
    case 'batteryCurrentA':
    case 'escCurrentA':
      return e.amps;
    case 'electricalPowerW':
      return e.watts;
    case 'thrustN':
      return e.thrustN;
    default:
      return null;
  }
}

/** A length that no run has: other units of the time in which it could be. */
function lengthDoubt(mapping: Mapping, seconds: number, context: UnitContext): Doubt | null {
  const at = mapping.columns.findIndex((c) => c.role === 'seconds');
  if (at < 0 || !(seconds > 0) || (seconds >= LENGTH_S[0] && seconds <= LENGTH_S[1])) return null;
  const column = mapping.columns[at];
  if (column.unit === 'time') return null;
  const { factor } = toSi('seconds', column.unit, context);
  const ways = channel('seconds')
    .units.filter((u) => u.id !== column.unit && !u.isTime)
    .map((u) => ({ u, s: (seconds / factor) * toSi('seconds', u.id, context).factor }))
    .filter(({ s }) => s >= LENGTH_S[0] && s <= LENGTH_S[1])
    .map(({ u, s }): DoubtWay => ({
      words: `in ${u.label}: ${showMinutes(s)}`,
      change: withColumn(mapping, at, { ...column, unit: u.id, told: true })
    }));
  return {
    id: 'length',
    question: `“${column.title}”: in ${column.unit} the run would last ${seconds < LENGTH_S[0] ? showUnit(seconds, 's', 2) : showMinutes(seconds)}.`,
    ways: [...ways, { words: `keep ${column.unit}`, change: {} }]
  };
}

/** Figures that all have three digits behind one comma or point: thousands, or decimals. */
const BOTH_WAYS = /^\s*[+-]?[1-9]\d{0,2}[.,]\d{3}\s*$/;

/** Where the sign before three digits may part thousands in a column and not be decimal. */
function decimalDoubt(
  mapping: Mapping,
  rows: readonly (readonly string[])[],
  e: ExpectedFigures,
  context: UnitContext
): Doubt | null {
  const both = mapping.columns.flatMap((c, k) =>
    c.role !== null &&
    c.role !== 'seconds' &&
    rows.filter((r) => BOTH_WAYS.test(r[k] ?? '')).length > 0.5 * rows.length
      ? [k]
      : []
  );
  if (both.length === 0 || mapping.joined) return null;
  const other = mapping.decimal === '.' ? ',' : '.';
  const wrong = (decimal: '.' | ','): number => {
    const figures = columnFigures(rows, mapping.columns.length, decimal);
    const unread = (k: number): boolean =>
      rows.filter((r) => Number.isNaN(numberOf(r[k] ?? '', decimal))).length > 0.1 * rows.length;
    return mapping.columns.filter((c, k) => {
      if (c.role !== null && unread(k)) return true;
      const f = figures[k];
      const belief = c.role && f ? beliefOf(c.role, e) : null;
      if (!belief || !f || c.role === null) return false;
      const v = decidingOf(c.role, c.unit, f, belief.by, context);
      return v < belief.range[0] || v > belief.range[1];
    }).length;
  };
  if (wrong(mapping.decimal) <= wrong(other)) return null;
  const sample = rows.find((r) => BOTH_WAYS.test(r[both[0]] ?? ''))?.[both[0]].trim() ?? '';
  const [asDecimal, asThousands] = [numberOf(sample, mapping.decimal), numberOf(sample, other)];
  return {
    id: 'decimal',
    question: `“${mapping.columns[both[0]].title}”: “${sample}” could be ${show(asDecimal ?? NaN, 6)} or ${show(asThousands ?? NaN, 6)}; read as ${show(asDecimal ?? NaN, 6)} it is not what this setup does.`,
    ways: [
      {
        words: `decimal ${other === ',' ? 'comma' : 'point'}: ${show(asThousands ?? NaN, 6)}`,
        change: { decimal: other }
      },
      { words: `keep ${show(asDecimal ?? NaN, 6)}`, change: {} }
    ]
  };
}

/** Commas that part columns and figures alike. */
function clashDoubt(mapping: Mapping): Doubt | null {
  if (!mapping.clashes) return null;
  return mapping.joined
    ? {
        id: 'clash',
        question:
          'Rows have twice as many cells as there are titles: commas seem to part the columns and stand inside the figures too.',
        ways: [
          { words: 'join two cells to one figure with a decimal comma', change: { clashes: false } },
          { words: 'no: read the cells as they are parted', change: { clashes: false, joined: false } }
        ]
      }
    : {
        id: 'clash',
        question:
          'Rows have more cells than there are titles: a comma seems to part columns and stand inside figures. Which it is cannot be told: export the file with semicolons or tabs, or check each column below.',
        ways: [{ words: 'the columns below are right', change: { clashes: false } }]
      };
}

/**
 * Everything of a file that cannot be as it was read, held against the setup: volts against its cells, rpm against KV × volts,
 * amps, watts and thrust against its worst case, its length. Nothing of it is kept before each is answered.
 * @param rows rows spread over the file, as they are written
 * @param seconds how long it lasts, as it was read
 * @param accepted ids of what was kept as it is
 */
export function doubtsOf(
  mapping: Mapping,
  rows: readonly (readonly string[])[],
  seconds: number,
  e: ExpectedFigures,
  context: UnitContext,
  accepted: readonly string[] = []
): Doubt[] {
  const clash = clashDoubt(mapping);
  if (clash) return [clash];
  const decimal = decimalDoubt(mapping, rows, e, context);
  if (decimal && !accepted.includes(decimal.id)) return [decimal];
  const figures = columnFigures(rows, mapping.columns.length, mapping.decimal);
  return [
    lengthDoubt(mapping, seconds, context),
    ...mapping.columns.map((_, at) => {
      const f = figures[at];
      return f && columnDoubt(mapping, at, f, e, context);
    }),
    polesDoubt(mapping, context, e)
  ].filter((d): d is Doubt => d !== null && !accepted.includes(d.id));
}

/** Electrical rpm of a motor whose poles nobody told: the division is shown, and asked once. */
function polesDoubt(mapping: Mapping, context: UnitContext, e: ExpectedFigures): Doubt | null {
  const at = mapping.columns.findIndex((c) => c.role === 'rpm' && c.unit.startsWith('erpm'));
  if (at < 0 || e.poles !== null) return null;
  return {
    id: 'poles',
    question: `“${mapping.columns[at].title}” is electrical rpm, divided by the motor’s pole pairs. Its poles are not told: count the magnets in the bell.`,
    ways: [{ words: `it has ${context.poles}: divide by ${context.poles / 2}`, change: {} }]
  };
}
