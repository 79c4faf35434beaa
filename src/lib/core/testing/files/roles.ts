import {
  FOOT_M,
  KM_PER_HOUR_MS,
  KNOT_MS,
  MILE_PER_HOUR_MS,
  OUNCE_KG,
  POUND_KG
} from '../../units/convert.ts';
import { GRAVITY_MS2 } from '../../units/constants.ts';
import { CHANNELS, type Channel } from '../record/sample.ts';

/**
 * What a column of a meter's table may be: time, a channel of a run, or what stands in for missing amps or volts: watts, the
 * volts of single cells, the amps of single ESCs.
 */
export const ROLES = ['seconds', ...CHANNELS, 'electricalPowerW', 'cellVoltageV', 'escCurrentA'] as const;
/** Roles that several columns may have: they are added up. */
export const SEVERAL: readonly Role[] = ['cellVoltageV', 'escCurrentA'];
export type Role = (typeof ROLES)[number];

/** What of the setup a unit needs: cells in series, poles of the motor, blades of the propulsor, its gear. */
export interface UnitContext {
  readonly series: number;
  readonly poles: number;
  readonly blades: number;
  readonly gearRatio: number;
}

/** One unit of a role: SI = (figure − from) × factor. `time` is read as time of day or date instead. */
export interface RoleUnit {
  readonly id: string;
  readonly label: string;
  readonly factor: number | ((c: UnitContext) => number);
  readonly from?: number;
  readonly isTime?: true;
}

const unit = (id: string, factor: RoleUnit['factor'], label = id, from = 0): RoleUnit => ({
  id,
  label,
  factor,
  from
});
const TEMPERATURES = [unit('°C', 1), unit('°F', 5 / 9, '°F', 32), unit('K', 1, 'K', 273.15)] as const;

/** Units of each role, the likeliest first. A table of data; factors are exact. */
export const ROLE_UNITS: Readonly<Record<Role, readonly RoleUnit[]>> = {
  seconds: [
    unit('s', 1),
    unit('ms', 1e-3),
    unit('µs', 1e-6),
    unit('min', 60),
    unit('h', 3600),
    { ...unit('time', 1, 'time of day or date'), isTime: true }
  ],
  throttle: [
    unit('%', 0.01),
    unit('0–1', 1, '0 to 1'),
    unit('pulse', 1e-3, 'pulse, 1000 to 2000 µs', 1000),
    unit('‰', 1e-3, '0 to 1000'),
    unit('byte', 1 / 255, '0 to 255')
  ],
  batteryVoltageV: [
    unit('V', 1),
    unit('mV', 1e-3),
    unit('cV', 1e-2, 'hundredths of V'),
    unit('V/cell', (c) => c.series, 'V per cell')
  ],
  batteryCurrentA: [unit('A', 1), unit('mA', 1e-3), unit('cA', 1e-2, 'hundredths of A')],
  rpm: [
    unit('rpm', 1),
    unit('krpm', 1000, 'thousands of rpm'),
    unit('rps', 60, 'turns per s'),
    unit('erpm', (c) => 2 / c.poles / c.gearRatio, 'electrical rpm'),
    unit('erpm/100', (c) => 200 / c.poles / c.gearRatio, 'electrical rpm ÷ 100'),
    unit('motor rpm', (c) => 1 / c.gearRatio, 'rpm of the motor before its gear'),
    unit('blades/s', (c) => 60 / c.blades, 'blades per s')
  ],
  thrustN: [
    unit('g', GRAVITY_MS2 / 1000),
    unit('N', 1),
    unit('kg', GRAVITY_MS2),
    unit('oz', OUNCE_KG * GRAVITY_MS2),
    unit('lb', POUND_KG * GRAVITY_MS2),
    unit('−g', -GRAVITY_MS2 / 1000, 'g, pull counted as minus'),
    unit('−N', -1, 'N, pull counted as minus'),
    unit('−kg', -GRAVITY_MS2, 'kg, pull counted as minus')
  ],
  motorC: TEMPERATURES,
  escC: TEMPERATURES,
  packC: TEMPERATURES,
  speedMs: [
    unit('m/s', 1),
    unit('km/h', KM_PER_HOUR_MS),
    unit('kn', KNOT_MS),
    unit('mph', MILE_PER_HOUR_MS),
    unit('ft/s', FOOT_M)
  ],
  electricalPowerW: [unit('W', 1), unit('kW', 1000), unit('mW', 1e-3)],
  cellVoltageV: [unit('V', 1), unit('mV', 1e-3), unit('cV', 1e-2, 'hundredths of V')],
  escCurrentA: [unit('A', 1), unit('mA', 1e-3), unit('cA', 1e-2, 'hundredths of A')]
};

/** A role's unit by its id; the likeliest where there is none of that name. */
export const unitOf = (role: Role, id: string): RoleUnit =>
  ROLE_UNITS[role].find((u) => u.id === id) ?? ROLE_UNITS[role][0];

/** Figure of a unit in SI. */
export function toSi(role: Role, id: string, context: UnitContext): { factor: number; from: number } {
  const { factor, from = 0 } = unitOf(role, id);
  return { factor: typeof factor === 'number' ? factor : factor(context), from };
}

/** What each is called on the screen. */
export const ROLE_TITLES: Readonly<Record<Role, string>> = {
  seconds: 'time',
  throttle: 'throttle',
  batteryVoltageV: 'volts of the pack',
  batteryCurrentA: 'amps of the pack',
  rpm: 'rpm of the propeller',
  thrustN: 'thrust',
  motorC: 'motor, warmth',
  escC: 'ESC, warmth',
  packC: 'pack, warmth',
  speedMs: 'speed',
  electricalPowerW: 'watts',
  cellVoltageV: 'volts of one cell, added up',
  escCurrentA: 'amps of one ESC, added up'
};

/** Channels that a run must have one of. */
export const TELLING: readonly Channel[] = [
  'batteryVoltageV',
  'batteryCurrentA',
  'rpm',
  'thrustN',
  'speedMs'
];
