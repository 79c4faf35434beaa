import { balance } from './balance.ts';
import { boatPlaning } from './boat-planing.ts';
import { boatRpm } from './boat-rpm.ts';
import { boatSlip } from './boat-slip.ts';
import { cavitation } from './cavitation.ts';
import { cellVoltage } from './cell-voltage.ts';
import { cellsByPropeller } from './cells-by-propeller.ts';
import type { Check } from './check.ts';
import { clearance } from './clearance.ts';
import { climb } from './climb.ts';
import { connectorCurrent } from './connector-current.ts';
import { credibleCurrent } from './credible-current.ts';
import { escBurst } from './esc-burst.ts';
import { escCells } from './esc-cells.ts';
import { escChemistry } from './esc-chemistry.ts';
import { escCount } from './esc-count.ts';
import { escCurrent } from './esc-current.ts';
import { escElectricalRpm } from './esc-electrical-rpm.ts';
import { escOversize } from './esc-oversize.ts';
import { escTemperature } from './esc-temperature.ts';
import { escVoltage } from './esc-voltage.ts';
import { handLaunch } from './hand-launch.ts';
import { hoverThrottle } from './hover-throttle.ts';
import { leadLength } from './lead-length.ts';
import { levelSpeed } from './level-speed.ts';
import { motorCells } from './motor-cells.ts';
import { motorCurrent } from './motor-current.ts';
import { motorLabel } from './motor-label.ts';
import { motorPower } from './motor-power.ts';
import { motorTemperature } from './motor-temperature.ts';
import { packCurrent } from './pack-current.ts';
import { packHealth } from './pack-health.ts';
import { packTemperature } from './pack-temperature.ts';
import { packWeight } from './pack-weight.ts';
import { payload } from './payload.ts';
import { loadVolts } from './load-volts.ts';
import { pitchSpeed } from './pitch-speed.ts';
import { plugMatch } from './plug-match.ts';
import { propulsorRpm } from './propulsor-rpm.ts';
import { railVoltage } from './rail-voltage.ts';
import { receiverSupply } from './receiver-supply.ts';
import { receiverVolts } from './receiver-volts.ts';
import { restingVoltage } from './resting-voltage.ts';
import { shaftFit } from './shaft-fit.ts';
import { stalledBlade } from './stalled-blade.ts';
import { thrustToWeight } from './thrust-to-weight.ts';
import { time } from './time.ts';
import { tipMach } from './tip-mach.ts';
import { topSpeed } from './top-speed.ts';
import { touchTemperature } from './touch-temperature.ts';
import { voltageDrop } from './voltage-drop.ts';
import { motorLoading } from './motor-loading.ts';
import { wiringCurrent } from './wiring-current.ts';

const ALL = [
  packHealth,
  packCurrent,
  credibleCurrent,
  cellVoltage,
  restingVoltage,
  packTemperature,
  packWeight,
  time,
  wiringCurrent,
  connectorCurrent,
  plugMatch,
  voltageDrop,
  leadLength,
  escCurrent,
  escBurst,
  escOversize,
  escCount,
  escTemperature,
  escCells,
  escVoltage,
  escChemistry,
  escElectricalRpm,
  receiverSupply,
  receiverVolts,
  loadVolts,
  railVoltage,
  motorCurrent,
  motorPower,
  motorCells,
  motorLoading,
  motorTemperature,
  touchTemperature,
  motorLabel,
  shaftFit,
  boatRpm,
  propulsorRpm,
  tipMach,
  stalledBlade,
  pitchSpeed,
  clearance,
  cellsByPropeller,
  boatSlip,
  cavitation,
  thrustToWeight,
  hoverThrottle,
  payload,
  balance,
  handLaunch,
  levelSpeed,
  climb,
  boatPlaning,
  topSpeed
] as const;

/** Name of a check. */
export type CheckId = (typeof ALL)[number]['id'];

/** Every check, in the order power flows. */
export const CHECKS: readonly Check<CheckId>[] = ALL;

const BY_ID: ReadonlyMap<string, Check<CheckId>> = new Map(ALL.map((check) => [check.id, check]));

/** The check of a name; undefined where there is none. */
export const checkOf = (id: string): Check<CheckId> | undefined => BY_ID.get(id);
