import { checkOf, type CheckId } from '../checks/all-checks.ts';
import { runCheck } from '../checks/check.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { Band } from '../powertrain/bands.ts';
import type { EnduranceKind } from '../powertrain/predicted.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import type { QuantityName } from '../units/quantity.ts';

/** A predicted figure of a setup. SI. */
export interface Figure {
  /** Beside its value, where the place says of what: "current". */
  readonly name: string;
  /** By itself, on paper and in help: "pack amps, full throttle, standing". */
  readonly full: string | ((s: SetupAnalysis) => string);
  /** Unit of its value, in words of a file. */
  readonly unit: string;
  readonly quantity: QuantityName;
  /** Its value; null where it does not apply to the craft, or is not known. */
  readonly of: (s: SetupAnalysis) => number | null;
  /** Its band, 10 to 90 %; null where nothing is known of how sure it is. */
  readonly band?: (s: SetupAnalysis) => Band | null;
  /** The derivation that explains it, or the check in whose working it is told. */
  readonly why: string | { readonly check: CheckId };
  /** Whether following it takes a run or a flight. */
  readonly slow?: true;
  /** Which of two setups is the better by it, where one is. */
  readonly better?: 'most' | 'least';
}

const checked = (id: CheckId) => (s: SetupAnalysis) => {
  const check = checkOf(id);
  return check ? runCheck(check, s) : null;
};
const times = (band: Band | null | undefined, factor: number): Band | null =>
  band ? [band[0] * factor, band[1] * factor] : null;
const perWeight = (s: SetupAnalysis): number => 1 / (s.setup.craft.massKg * GRAVITY_MS2);
const winding = checked('motor-temperature');

/** Of how many motors a figure is told one by one: of several, and of one whose output is limited. */
const motorsApart = (s: SetupAnalysis): boolean => s.powertrain.count > 1 || s.powertrain.outputLimit < 1;

/** How long a setup lasts in a kind of use. */
const lasting = (at: EnduranceKind, name: string, full: string): Figure => ({
  name,
  full,
  unit: 's',
  quantity: 'minutes',
  of: (s) => s.lasting(at)?.seconds ?? null,
  band: (s) => s.endurance(at)?.band ?? null,
  why: `time-${at}`,
  slow: true,
  better: 'most'
});

/** Every predicted figure once: what it is called, how it is read from a situation, how sure it is, what explains it. */
export const FIGURES = {
  current: {
    name: 'current',
    full: 'pack amps, full throttle, standing',
    unit: 'A',
    quantity: 'current',
    of: (s) => s.worst.batteryCurrentA,
    band: (s) => s.worst.band?.batteryCurrentA ?? null,
    why: 'battery-current',
    better: 'least'
  },
  motorCurrent: {
    name: 'in one motor',
    full: 'amps of each motor',
    unit: 'A',
    quantity: 'current',
    of: (s) => (motorsApart(s) ? s.worst.motorCurrentA : null),
    band: (s) => s.worst.band?.motorCurrentA ?? null,
    why: 'motor-current'
  },
  power: {
    name: 'power',
    full: 'watts at the pack',
    unit: 'W',
    quantity: 'power',
    of: (s) => s.worst.electricalPowerW,
    band: (s) => s.worst.band?.electricalPowerW ?? null,
    why: 'power'
  },
  volts: {
    name: 'pack, loaded',
    full: 'volts of the pack under load',
    unit: 'V',
    quantity: 'voltage',
    of: (s) => s.worst.batteryVoltageV,
    band: (s) => s.worst.band?.batteryVoltageV ?? null,
    why: 'battery-voltage'
  },
  cellVolts: {
    name: 'each cell, loaded',
    full: 'loaded volts per cell, full pack',
    unit: 'V',
    quantity: 'voltage',
    of: (s) => s.worst.cellVoltageV,
    band: (s) => times(s.worst.band?.batteryVoltageV, 1 / s.powertrain.series),
    why: 'cell-voltage'
  },
  lastCellVolts: {
    name: 'each cell at the end',
    full: 'and at the end of the usable share',
    unit: 'V',
    quantity: 'voltage',
    of: (s) => s.last?.cellVoltageV ?? null,
    why: 'cell-voltage'
  },
  rpm: {
    name: 'rpm',
    full: 'rpm of the propulsor',
    unit: 'rpm',
    quantity: 'rpm',
    of: (s) => s.worst.rpm,
    band: (s) => s.worst.band?.rpm ?? null,
    why: 'rpm'
  },
  thrust: {
    name: 'thrust',
    full: (s) => (s.powertrain.count > 1 ? 'thrust of all' : 'thrust, standing'),
    unit: 'N',
    quantity: 'thrust',
    of: (s) => s.worst.thrustN,
    band: (s) => s.worst.band?.thrustN ?? null,
    why: 'thrust',
    better: 'most'
  },
  thrustToWeight: {
    name: 'thrust for the weight',
    full: 'thrust for the weight',
    unit: '',
    quantity: 'ratio',
    of: (s) => (s.kind === 'boat' ? null : s.worst.thrustN * perWeight(s)),
    band: (s) => times(s.worst.band?.thrustN, perWeight(s)),
    why: 'thrust-to-weight'
  },
  pitchSpeed: {
    name: 'pitch speed',
    full: 'pitch speed',
    unit: 'm/s',
    quantity: 'speed',
    of: (s) => (s.kind === 'boat' ? null : s.worst.pitchSpeedMs),
    why: 'pitch-speed'
  },
  windingHeat: {
    name: 'winding',
    full: 'winding at its hottest',
    unit: '°C',
    quantity: 'temperature',
    of: (s) => winding(s)?.value ?? null,
    band: (s) => winding(s)?.band ?? null,
    why: { check: 'motor-temperature' },
    slow: true,
    better: 'least'
  },
  motorCaseHeat: {
    name: 'motor case',
    full: 'motor case at its hottest, in ordinary use',
    unit: '°C',
    quantity: 'temperature',
    of: (s) => s.heatCourse?.hottestCaseC ?? null,
    why: { check: 'motor-temperature' },
    slow: true
  },
  escHeat: {
    name: 'ESC in use',
    full: 'ESC at its hottest, in ordinary use',
    unit: '°C',
    quantity: 'temperature',
    of: (s) => checked('esc-temperature')(s)?.value ?? null,
    why: { check: 'esc-temperature' },
    slow: true
  },
  packHeat: {
    name: 'pack at the end',
    full: 'pack at the end of its use',
    unit: '°C',
    quantity: 'temperature',
    of: (s) => checked('pack-temperature')(s)?.value ?? null,
    why: { check: 'pack-temperature' },
    slow: true
  },
  hoverPower: {
    name: 'hover',
    full: 'watts hovering',
    unit: 'W',
    quantity: 'power',
    of: (s) => s.hover?.electricalPowerW ?? null,
    why: 'hover'
  },
  hoverCurrent: {
    name: 'hover current',
    full: 'pack amps hovering',
    unit: 'A',
    quantity: 'current',
    of: (s) => s.hover?.batteryCurrentA ?? null,
    band: (s) => s.hover?.band?.batteryCurrentA ?? null,
    why: 'hover'
  },
  hoverThrottle: {
    name: 'hover throttle',
    full: 'hover throttle',
    unit: '',
    quantity: 'share',
    of: (s) => s.hover?.throttle ?? null,
    band: (s) => s.hover?.band?.throttle ?? null,
    why: 'hover',
    better: 'least'
  },
  agileReserve: {
    name: 'agile reserve',
    full: 'agile reserve',
    unit: '',
    quantity: 'ratio',
    of: (s) => s.forward?.reserveG ?? null,
    why: 'forward',
    better: 'most'
  },
  stallSpeed: {
    name: 'stall',
    full: 'stall speed',
    unit: 'm/s',
    quantity: 'speed',
    of: (s) => s.level?.stallSpeedMs ?? null,
    why: 'level',
    slow: true
  },
  topSpeed: {
    name: 'top speed',
    full: 'top speed',
    unit: 'm/s',
    quantity: 'speed',
    of: (s) => s.level?.topSpeedMs ?? s.boat?.topSpeedMs ?? null,
    band: (s) => s.level?.band?.topSpeedMs ?? s.boat?.band?.topSpeedMs ?? null,
    why: 'level',
    slow: true,
    better: 'most'
  },
  climb: {
    name: 'climb',
    full: 'climb',
    unit: 'm/s',
    quantity: 'speed',
    of: (s) => s.level?.climbMs ?? null,
    band: (s) => s.level?.band?.climbMs ?? null,
    why: 'level',
    slow: true,
    better: 'most'
  },
  loadedRpm: {
    name: 'rpm under way',
    full: 'rpm under way',
    unit: 'rpm',
    quantity: 'rpm',
    of: (s) => s.boat?.loadedRpm ?? null,
    band: (s) => s.boat?.band?.loadedRpm ?? null,
    why: 'boat',
    slow: true
  },
  timeMixed: lasting('mixed', 'time in use', 'time in ordinary use'),
  timeHover: lasting('hover', 'hover time', 'time hovering'),
  timeFull: lasting('full', 'full throttle', 'time at full throttle'),
  timeCruise: lasting('cruise', 'best range', 'time at best range, at most'),
  mass: {
    name: 'all-up weight',
    full: 'all-up weight',
    unit: 'kg',
    quantity: 'craftMass',
    of: (s) => s.setup.craft.massKg,
    why: 'all-up'
  }
} as const satisfies Record<string, Figure>;

/** A predicted figure, by its name. */
export type FigureName = keyof typeof FIGURES;
/** What is known of a figure. */
export const figureOf = (name: FigureName): Figure => FIGURES[name];
/** A figure by itself, in words. */
export const fullName = (name: FigureName, s: SetupAnalysis): string => {
  const { full } = figureOf(name);
  return typeof full === 'string' ? full : full(s);
};

/** The figure of each kind of use. */
export const TIMES = {
  mixed: 'timeMixed',
  hover: 'timeHover',
  full: 'timeFull',
  cruise: 'timeCruise'
} as const satisfies Record<EnduranceKind, FigureName>;
