import { namesHaving, type Having } from './having.ts';
import { CELSIUS_ZERO_K, GRAVITY_MS2 } from '../units/constants.ts';
import { FOOT_M, KM_PER_HOUR_MS, KNOT_MS, MILE_PER_HOUR_MS, OUNCE_KG, POUND_KG } from '../units/convert.ts';
import type { QuantityName } from '../units/quantity.ts';

/** What of the setup a unit needs: cells in series, poles of the motor, blades of the propulsor, its gear. */
export interface UnitContext {
  readonly series: number;
  readonly poles: number;
  readonly blades: number;
  readonly gearRatio: number;
}

/** One unit of a column in a meter's file: SI = (figure − from) × factor. `time` is read as time of day or date instead. */
interface ChannelUnit {
  readonly id: string;
  readonly label: string;
  readonly factor: number | ((c: UnitContext) => number);
  readonly from?: number;
  readonly isTime?: true;
}

type Range = readonly [low: number, high: number];

/** A quantity that a meter shows. SI throughout. */
interface Channel {
  /** In a sentence and as the meaning of a column: "amps of the pack". */
  readonly title: string;
  /** Beside its figure: "amps", "motor case". */
  readonly name: string;
  /** Head of a narrow column where the name is too long. */
  readonly head?: string;
  /** What it is in a document's reading: "amps from the pack". */
  readonly reading?: string;
  readonly quantity: QuantityName;
  /** Digits that a meter of it is worth, where they are not three. */
  readonly digits?: number;
  /** Units that a meter's file may write it in, the likeliest first; factors are exact. */
  readonly units: readonly ChannelUnit[];
  /** What lies outside was not read but damaged. */
  readonly bounds: Range;
  /** Recorded against time. */
  readonly recorded?: true;
  /** Bounds of a reading in a document, where a measurement may hold one. */
  readonly typed?: Range;
  /** Standard deviation of a reading, relative: of a hobby meter, and of a maker's printed row. Common practice, no source. */
  readonly error?: { readonly meter: number; readonly maker: number };
  /** Watched during a run: too high is where it ends, of volts per cell too low. */
  readonly watched?: 'high' | 'low';
  /** Drawn with a ribbon of what is expected, at this place among the strips. */
  readonly ribbon?: number;
  /** A run must have read one of these. */
  readonly telling?: true;
  /** Several columns of a file may be it: they are added up. */
  readonly adds?: true;
}

const unit = (id: string, factor: ChannelUnit['factor'], label = id, from = 0): ChannelUnit => ({
  id,
  label,
  factor,
  from
});
const CELSIUS = [unit('°C', 1), unit('°F', 5 / 9, '°F', 32), unit('K', 1, 'K', CELSIUS_ZERO_K)] as const;
const VOLTS = [unit('V', 1), unit('mV', 1e-3), unit('cV', 1e-2, 'hundredths of V')] as const;
const AMPS = [unit('A', 1), unit('mA', 1e-3), unit('cA', 1e-2, 'hundredths of A')] as const;

/**
 * Every quantity that a meter shows, once: what it is called, in which units files write it, what it can be. Recorded channels
 * stand in the order in which a stored block has them: a new one goes to their end.
 */
export const CHANNEL_TABLE = {
  seconds: {
    title: 'time',
    name: 'time',
    quantity: 'minutes',
    units: [
      unit('s', 1),
      unit('ms', 1e-3),
      unit('µs', 1e-6),
      unit('min', 60),
      unit('h', 3600),
      { ...unit('time', 1, 'time of day or date'), isTime: true }
    ],
    bounds: [-Infinity, Infinity]
  },
  throttle: {
    title: 'throttle',
    name: 'throttle',
    reading: 'throttle',
    quantity: 'share',
    units: [
      unit('%', 0.01),
      unit('0–1', 1, '0 to 1'),
      unit('pulse', 1e-3, 'pulse, 1000 to 2000 µs', 1000),
      unit('‰', 1e-3, '0 to 1000'),
      unit('byte', 1 / 255, '0 to 255')
    ],
    bounds: [0, 1],
    recorded: true,
    typed: [0, 1]
  },
  batteryVoltageV: {
    title: 'volts of the pack',
    name: 'volts',
    reading: 'volts at the pack',
    quantity: 'voltage',
    units: [...VOLTS, unit('V/cell', (c) => c.series, 'V per cell')],
    bounds: [0, 300],
    recorded: true,
    typed: [0.1, 300],
    error: { meter: 0.005, maker: 0.005 },
    telling: true
  },
  cellVoltageV: {
    title: 'volts of one cell, added up',
    name: 'volts per cell',
    quantity: 'voltage',
    units: VOLTS,
    bounds: [0, 300],
    watched: 'low',
    ribbon: 2,
    adds: true
  },
  batteryCurrentA: {
    title: 'amps of the pack',
    name: 'amps',
    reading: 'amps from the pack',
    quantity: 'current',
    units: AMPS,
    bounds: [-5000, 5000],
    recorded: true,
    typed: [0, 5000],
    error: { meter: 0.02, maker: 0.05 },
    watched: 'high',
    ribbon: 1,
    telling: true
  },
  rpm: {
    title: 'rpm of the propeller',
    name: 'rpm',
    reading: 'rpm of the propulsor',
    quantity: 'rpm',
    units: [
      unit('rpm', 1),
      unit('krpm', 1000, 'thousands of rpm'),
      unit('rps', 60, 'turns per s'),
      unit('erpm', (c) => 2 / c.poles / c.gearRatio, 'electrical rpm'),
      unit('erpm/100', (c) => 200 / c.poles / c.gearRatio, 'electrical rpm ÷ 100'),
      unit('motor rpm', (c) => 1 / c.gearRatio, 'rpm of the motor before its gear'),
      unit('blades/s', (c) => 60 / c.blades, 'blades per s')
    ],
    bounds: [0, 500_000],
    recorded: true,
    typed: [0, 500_000],
    error: { meter: 0.005, maker: 0.03 },
    watched: 'high',
    ribbon: 4,
    telling: true
  },
  thrustN: {
    title: 'thrust',
    name: 'thrust',
    reading: 'thrust',
    quantity: 'thrust',
    units: [
      unit('g', GRAVITY_MS2 / 1000),
      unit('N', 1),
      unit('kg', GRAVITY_MS2),
      unit('oz', OUNCE_KG * GRAVITY_MS2),
      unit('lb', POUND_KG * GRAVITY_MS2),
      unit('−g', -GRAVITY_MS2 / 1000, 'g, pull counted as minus'),
      unit('−N', -1, 'N, pull counted as minus'),
      unit('−kg', -GRAVITY_MS2, 'kg, pull counted as minus')
    ],
    bounds: [-10_000, 100_000],
    recorded: true,
    typed: [-10_000, 100_000],
    error: { meter: 0.03, maker: 0.12 },
    watched: 'high',
    telling: true
  },
  motorC: {
    title: 'motor, warmth',
    name: 'motor case',
    head: 'motor',
    reading: 'temperature of the motor',
    quantity: 'temperature',
    digits: 2,
    units: CELSIUS,
    bounds: [-40, 400],
    recorded: true,
    typed: [-40, 400],
    watched: 'high',
    ribbon: 3
  },
  escC: {
    title: 'ESC, warmth',
    name: 'ESC',
    reading: 'temperature of the ESC',
    quantity: 'temperature',
    digits: 2,
    units: CELSIUS,
    bounds: [-40, 400],
    recorded: true,
    typed: [-40, 400],
    watched: 'high'
  },
  packC: {
    title: 'pack, warmth',
    name: 'pack',
    reading: 'temperature of the pack',
    quantity: 'temperature',
    digits: 2,
    units: CELSIUS,
    bounds: [-40, 200],
    recorded: true,
    typed: [-30, 80]
  },
  speedMs: {
    title: 'speed',
    name: 'speed',
    reading: 'speed',
    quantity: 'speed',
    units: [
      unit('m/s', 1),
      unit('km/h', KM_PER_HOUR_MS),
      unit('kn', KNOT_MS),
      unit('mph', MILE_PER_HOUR_MS),
      unit('ft/s', FOOT_M)
    ],
    bounds: [0, 200],
    recorded: true,
    typed: [0, 200],
    telling: true
  },
  electricalPowerW: {
    title: 'watts',
    name: 'watts',
    reading: 'watts at the pack',
    quantity: 'power',
    units: [unit('W', 1), unit('kW', 1000), unit('mW', 1e-3)],
    bounds: [-1e6, 1e6],
    typed: [0, 500_000]
  },
  escCurrentA: {
    title: 'amps of one ESC, added up',
    name: 'amps of one ESC',
    quantity: 'current',
    units: AMPS,
    bounds: [-5000, 5000],
    adds: true
  }
} as const satisfies Record<string, Channel>;

/** A quantity that a meter shows, by its name. */
export type ChannelName = keyof typeof CHANNEL_TABLE;
type With<K extends keyof Channel> = Having<typeof CHANNEL_TABLE, K>;

const having = <K extends keyof Channel>(property: K): readonly With<K>[] =>
  namesHaving(CHANNEL_TABLE, property);

export type RecordedChannel = With<'recorded'>;
export type StripChannel = Exclude<RecordedChannel, 'throttle' | 'batteryVoltageV'> | 'cellVoltageV';
export type WatchedChannel = With<'watched'>;
export type RibbonChannel = With<'ribbon'>;
export type ComparedChannel = With<'error'>;

/** Channels with temperatures behind the others, which are read more often. */
export const warmthLast = <N extends ChannelName>(names: readonly N[]): N[] => {
  const isWarmth = (name: N): boolean => CHANNEL_TABLE[name].quantity === 'temperature';
  return [...names.filter((n) => !isWarmth(n)), ...names.filter(isWarmth)];
};

/** What a column of a meter's file may be. */
export const FILE_CHANNELS = Object.keys(CHANNEL_TABLE) as readonly ChannelName[];
/** What a run records against time. */
export const RECORDED_CHANNELS = having('recorded');
/** What is watched during a run. */
export const WATCHED_CHANNELS = having('watched');
/** What is drawn with a ribbon of what is expected. */
export const RIBBON_CHANNELS = having('ribbon');
/** Strips of a run in their order: those with a ribbon, the others, warmth last; volts are drawn as those of a cell. */
export const STRIP_CHANNELS: readonly StripChannel[] = [
  ...[...RIBBON_CHANNELS].sort((a, b) => CHANNEL_TABLE[a].ribbon - CHANNEL_TABLE[b].ribbon),
  ...warmthLast(RECORDED_CHANNELS).filter(
    (n) => !('ribbon' in CHANNEL_TABLE[n]) && n !== 'throttle' && n !== 'batteryVoltageV'
  )
] as StripChannel[];
/** What is compared with its prediction: what has an error of its own. */
export const COMPARED_CHANNELS = having('error');

/** What is known of a channel. */
export const channel = (name: ChannelName): Channel => CHANNEL_TABLE[name];
/** Channels that a run must have read one of. */
export const TELLING_CHANNELS: readonly RecordedChannel[] = RECORDED_CHANNELS.filter(
  (n) => channel(n).telling
);
/** Whether several columns may be it. */
export const addsUp = (name: ChannelName): boolean => channel(name).adds === true;

/** A channel's unit by its id; the likeliest where there is none of that name. */
export const unitOf = (name: ChannelName, id: string): ChannelUnit =>
  channel(name).units.find((u) => u.id === id) ?? channel(name).units[0];

/** Figure of a unit in SI. */
export function toSi(name: ChannelName, id: string, context: UnitContext): { factor: number; from: number } {
  const { factor, from = 0 } = unitOf(name, id);
  return { factor: typeof factor === 'number' ? factor : factor(context), from };
}

/** Schema of a reading of a channel, which may be left out or null. */
export const readingOf = <N extends With<'typed'>>(name: N) => {
  const { typed, reading } = CHANNEL_TABLE[name];
  return { type: ['number', 'null'], minimum: typed[0], maximum: typed[1], title: reading } as const;
};
