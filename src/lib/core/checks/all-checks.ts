import { boatPlaning, boatRpm, boatSlip, cavitation } from './boat-checks.ts';
import { cellVoltage } from './cell-voltage.ts';
import { credibleCurrent } from './credible-current.ts';
import { escBurst } from './esc-burst.ts';
import { escCells, escVoltage } from './esc-cells.ts';
import { escChemistry } from './esc-chemistry.ts';
import { escCurrent } from './esc-current.ts';
import { escElectricalRpm } from './esc-electrical-rpm.ts';
import { hoverThrottle } from './hover-throttle.ts';
import { motorCurrent, motorLoading, motorPower } from './motor-limits.ts';
import { motorTemperature } from './motor-temperature.ts';
import { packCurrent } from './pack-current.ts';
import { escTemperature, packTemperature } from './part-heat.ts';
import { pitchSpeed } from './pitch-speed.ts';
import { clearance, propulsorRpm, stalledBlade, tipMach } from './propulsor-limits.ts';
import { receiverSupply, receiverVolts } from './receiver-supply.ts';
import { thrustToWeight } from './thrust-to-weight.ts';
import { time } from './time.ts';
import { handLaunch, levelSpeed } from './wing.ts';
import { connectorCurrent, leadLength, wiringCurrent } from './wiring-limits.ts';
import type { Check } from './check.ts';

/** Every check, in the order power flows. */
export const CHECKS: readonly Check[] = [
  packCurrent,
  credibleCurrent,
  cellVoltage,
  packTemperature,
  time,
  wiringCurrent,
  connectorCurrent,
  leadLength,
  escCurrent,
  escBurst,
  escTemperature,
  escCells,
  escVoltage,
  escChemistry,
  escElectricalRpm,
  receiverSupply,
  receiverVolts,
  motorCurrent,
  motorPower,
  motorLoading,
  motorTemperature,
  boatRpm,
  propulsorRpm,
  tipMach,
  stalledBlade,
  pitchSpeed,
  clearance,
  boatSlip,
  cavitation,
  thrustToWeight,
  hoverThrottle,
  handLaunch,
  levelSpeed,
  boatPlaning
];
