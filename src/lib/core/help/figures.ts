import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import type { QuantityName } from '../units/quantity.ts';
import { show, showUnit } from '../units/show.ts';
import type { HelpFigure } from './page.ts';

/** Air at sea level, °C. ISO 2533. */
const STANDARD_AIR_C = 15;

/** A figure of a page. */
export const figure = (
  id: string,
  quantity: QuantityName,
  value: number,
  working: string,
  zero = 0
): HelpFigure => ({ id, quantity, value, working, zero });

/** Air round a motor, °C, where its warmth is counted from. */
export const airC = (s: SetupAnalysis): number => s.setup.environment?.airTemperatureC ?? STANDARD_AIR_C;

/** Amps of the pack at full throttle, standing, on a full pack. */
export const amps = (s: SetupAnalysis): HelpFigure =>
  figure('amps', 'current', s.worst.batteryCurrentA, 'where motor, propulsor and pack agree');
/** Watts of the pack at the same point. */
export const watts = (s: SetupAnalysis): HelpFigure =>
  figure(
    'watts',
    'power',
    s.worst.electricalPowerW,
    `${showUnit(s.worst.batteryVoltageV, 'V')} × ${showUnit(s.worst.batteryCurrentA, 'A')}`
  );
/** Volts of the pack under that load. */
export const volts = (s: SetupAnalysis): HelpFigure =>
  figure('volts', 'voltage', s.worst.batteryVoltageV, 'what a meter shows at full throttle');
/** Rpm of the propulsor at that point. */
export const rpm = (s: SetupAnalysis): HelpFigure =>
  figure('rpm', 'rpm', s.worst.rpm, 'full throttle, standing');
/** Thrust of all propulsors at that point, N. */
export const thrust = (s: SetupAnalysis): HelpFigure =>
  figure('thrust', 'thrust', s.worst.thrustN, 'full throttle, full pack');
/** Time in ordinary use, else at full throttle, s; nothing where neither can be told. */
export const time = (s: SetupAnalysis): HelpFigure[] => {
  const lasting = s.lasting('mixed') ?? s.lasting('full');
  return lasting
    ? [
        figure(
          'time',
          'minutes',
          lasting.seconds,
          `${show(100 * lasting.usedShare, 2)} % of ${showUnit(s.model.capacityAh, 'Ah')} at ${showUnit(lasting.averageCurrentA, 'A')} on average`
        )
      ]
    : [];
};
/** Grams of thrust for each watt at full throttle, standing. */
export const pull = (s: SetupAnalysis): HelpFigure =>
  figure(
    'pull',
    'ratio',
    (1000 * s.worst.thrustN) / GRAVITY_MS2 / Math.max(s.worst.electricalPowerW, 1e-9),
    'grams of thrust ÷ watts'
  );
