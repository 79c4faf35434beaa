import type { Situation } from '../situation/situation.ts';
import type { Band } from '../train/bands.ts';
import type { EnduranceKind } from '../train/predicted.ts';
import { bandedUnit } from '../units/banded.ts';
import { displayUnit, type QuantityName, type UnitChoice } from '../units/quantity.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';

/** A predicted figure on paper: SI, with its band and the quantity it is shown in. */
export interface SheetFigure {
  readonly id: string;
  readonly title: string;
  readonly quantity: QuantityName;
  readonly value: number;
  /** 10 to 90 %; null where nothing is known of how sure it is. */
  readonly band: Band | null;
}

/** A figure of a sheet in words, as surely as it is known. */
export function figureWords({ quantity, value, band }: SheetFigure, choice: UnitChoice = {}): string {
  const { inSi, label, digits } = displayUnit(quantity, choice);
  return bandedUnit(value / inSi, band && [band[0] / inSi, band[1] / inSi], label, digits);
}

const TIMES: Readonly<Record<EnduranceKind, string>> = {
  mixed: 'time in ordinary use',
  full: 'time at full throttle',
  hover: 'time hovering',
  cruise: 'time at best range, at most'
};

/** What is predicted of a setup, in the order in which a meter and a pilot meet it. */
export function sheetFigures(s: Situation): SheetFigure[] {
  const { worst } = s;
  const list: SheetFigure[] = [];
  const add = (
    id: string,
    title: string,
    quantity: QuantityName,
    value: number | null | undefined,
    band: Band | null | undefined = null
  ): void => {
    if (value != null && Number.isFinite(value))
      list.push({ id, title, quantity, value, band: band ?? null });
  };
  const n = s.train.count;
  const per = (band: Band | null | undefined, by: number): Band | null =>
    band ? [band[0] * by, band[1] * by] : null;
  add(
    'amps',
    'pack amps, full throttle, standing',
    'current',
    worst.batteryCurrentA,
    worst.band?.batteryCurrentA
  );
  add('watts', 'watts at the pack', 'power', worst.electricalPowerW, worst.band?.electricalPowerW);
  add(
    'cell-volts',
    'loaded volts per cell, full pack',
    'voltage',
    worst.cellVoltageV,
    per(worst.band?.batteryVoltageV, 1 / s.train.series)
  );
  add('last-cell-volts', 'and at the end of the usable share', 'voltage', s.last?.cellVoltageV);
  if (n > 1)
    add('motor-amps', 'amps of each motor', 'current', worst.motorCurrentA, worst.band?.motorCurrentA);
  add('rpm', 'rpm of the propulsor', 'rpm', worst.rpm, worst.band?.rpm);
  add('thrust', n > 1 ? 'thrust of all' : 'thrust, standing', 'thrust', worst.thrustN, worst.band?.thrustN);
  if (s.kind !== 'boat')
    add(
      'thrust-to-weight',
      'thrust for the weight',
      'ratio',
      worst.thrustN / (s.setup.craft.massKg * GRAVITY_MS2),
      per(worst.band?.thrustN, 1 / (s.setup.craft.massKg * GRAVITY_MS2))
    );
  if (s.kind === 'fixed-wing') add('pitch-speed', 'pitch speed', 'speed', worst.pitchSpeedMs);
  add('hover', 'hover throttle', 'share', s.hover?.throttle, s.hover?.band?.throttle);
  add(
    'hover-amps',
    'pack amps hovering',
    'current',
    s.hover?.batteryCurrentA,
    s.hover?.band?.batteryCurrentA
  );
  add('stall', 'stall speed', 'speed', s.level?.stallSpeedMs);
  add('top-speed', 'top speed', 'speed', s.level?.topSpeedMs, s.level?.band?.topSpeedMs);
  add('climb', 'climb', 'speed', s.level?.climbMs, s.level?.band?.climbMs);
  add('boat-speed', 'top speed', 'speed', s.boat?.topSpeedMs, s.boat?.band?.topSpeedMs);
  add('boat-rpm', 'rpm under way', 'rpm', s.boat?.loadedRpm, s.boat?.band?.loadedRpm);
  for (const at of ['mixed', 'hover', 'full', 'cruise'] as const) {
    const time = s.endurance(at);
    if (time) add(`time-${at}`, TIMES[at], 'minutes', time.seconds, time.band);
  }
  add('motor-case', 'motor case at its hottest, in ordinary use', 'temperature', s.heatCourse?.hottestCaseC);
  return list;
}
