import type { PredictPoint } from '../document/schema.ts';
import type { Cooling } from '../parts/motor/heat.ts';
import type { Band } from './bands.ts';
import type { BoatRun } from './craft/boat-run.ts';
import type { LevelFlight } from './craft/level-flight.ts';
import type { OperatingPoint } from './operating-point.ts';

/** One predicted point, as the interfaces give it. Units in the names; see the contract for per unit or total. */
export interface PredictedPoint extends PredictPoint {
  throttle: number;
  speedMs: number;
  state: OperatingPoint['state'];
  /** Where the propulsor was asked outside its data, in words. */
  outside: string | null;
  rpm: number;
  motorCurrentA: number;
  batteryCurrentA: number;
  batteryVoltageV: number;
  openCircuitV: number;
  cellVoltageV: number;
  electricalPowerW: number;
  shaftPowerW: number;
  torqueNm: number;
  thrustN: number;
  thrustPowerW: number;
  /** Least power that could make this thrust with this disc in the flow it meets (momentum theory), W. */
  idealPowerW: number;
  motorEfficiency: number;
  propulsorEfficiency: number;
  pitchSpeedMs: number;
  lossW: {
    battery: number;
    wiring: number;
    esc: number;
    motorCopper: number;
    motorIron: number;
    gear: number;
    auxiliary: number;
    propulsor: number;
  };
  band: {
    batteryCurrentA: Band;
    thrustN: Band;
    rpm: Band;
    electricalPowerW: Band;
    motorCurrentA: Band;
    batteryVoltageV: Band;
  } | null;
}

export interface HoverAnswer {
  throttle: number;
  rpm: number;
  batteryCurrentA: number;
  electricalPowerW: number;
  band?: { throttle: Band; batteryCurrentA: Band };
}

/** Level flight with its bands. */
export interface LevelAnswer extends LevelFlight {
  band?: { topSpeedMs: Band | null; climbMs: Band | null };
}

/** A boat's run with its bands. */
export interface BoatAnswer extends BoatRun {
  band?: { topSpeedMs: Band; loadedRpm: Band; batteryCurrentA: Band };
}

/**
 * What a time is for: ordinary mixed use by purpose (the figure people ask for), full throttle all the way, hovering, or
 * level at the speed of best range (the longest it can be).
 */
export const ENDURANCES = ['mixed', 'full', 'hover', 'cruise'] as const;
export type EnduranceKind = (typeof ENDURANCES)[number];

export interface EnduranceAnswer {
  at: EnduranceKind;
  seconds: number;
  usedShare: number;
  averageCurrentA: number;
  endedBy: string;
  lowestLoadedCellV: number;
  /** Temperature of the pack at the end, °C; null where the volts are held. */
  packC: number | null;
  band?: Band;
}

/** A motor's heat in short. */
export interface HeatAnswer {
  cooling: Cooling;
  seconds: number;
  windingC: number;
  caseC: number;
  secondsToCaseLimit: number | null;
  secondsToWindingLimit: number | null;
  /** When the winding burns at full throttle held, s; and in the planned run and ordinary use after it. Null: not at all. */
  secondsToBurn: number | null;
  useBurnsAfterS: number | null;
}
