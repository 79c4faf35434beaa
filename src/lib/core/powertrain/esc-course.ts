import type { Interpreted } from '../model/interpret.ts';
import type { Supply, PowertrainModel } from '../model/powertrain-model.ts';
import { conductionW, EscWarmth, type EscPlace } from '../parts/esc/heat.ts';
import type { HeatPhase } from './heat-run.ts';
import { operatingPoint, solveOperatingPoint, type OperatingPoint } from './operating-point.ts';
import { throttleForThrust } from './throttle-for-thrust.ts';

/** What one ESC goes through. */
export interface EscCourse {
  /** Hottest its switches get, °C. */
  readonly hottestC: number;
  /** Heat at full throttle and between spells of it, W. */
  readonly fullW: number;
  readonly restW: number | null;
  /** Amps through it at full throttle. */
  readonly fullA: number;
}

/** Where the ESC of a setup sits: as its cooling says, else as such craft carry it. */
export function escPlaceOf({ setup, inWater }: Pick<Interpreted, 'setup' | 'inWater'>): EscPlace {
  const { craft, esc, motor } = setup;
  const told = esc?.cooling ?? null;
  if (told === 'water') return 'water';
  if (told === 'still') return 'hull';
  if (craft.kind === 'multirotor') return (esc?.channels ?? 1) > 1 ? 'stack' : 'arm';
  if (told === 'wash') return 'arm';
  if (craft.kind === 'boat' && inWater) return motor.cooling === 'water' ? 'water' : 'hull';
  return 'fuselage';
}

const p = operatingPoint();

/** Motor current at a share of the full current from the pack: power goes with the cube of the speed, torque with its square. */
const MOTOR_CURRENT_BY_SHARE = 2 / 3;

/** Heat of one ESC at a solved point, W: by its rating, and what chopping costs below full throttle. */
export const escHeatW = (m: PowertrainModel, at: OperatingPoint, ratedA: number, throttle: number): number =>
  conductionW(Math.abs(at.motorCurrentA), ratedA) +
  (throttle < 1 ? m.escSwitchingShare * at.escVoltageV * Math.abs(at.motorCurrentA) : 0);

/**
 * Follows one ESC through the phases that its motor goes through: the full-throttle run, ordinary use, a last spell. Its heat is
 * that of its rating and the current; how hot that makes it, its place.
 */
export function escCourse(
  i: Interpreted,
  m: PowertrainModel,
  supply: Supply,
  phases: readonly HeatPhase[],
  ratedA: number,
  airC: number
): EscCourse {
  const { esc } = i.setup;
  const warmth = new EscWarmth(ratedA, escPlaceOf(i), esc?.massKg ?? null, esc?.channels ?? 1);
  let hottest = 0;
  let fullW = 0;
  let fullA = 0;
  let rest: number | null = null;
  for (const phase of phases) {
    const throttle = phase.throttle ?? 1;
    solveOperatingPoint(m, supply, throttle, phase.speedMs, p);
    const full = escHeatW(m, p, ratedA, throttle);
    if (full > fullW) {
      fullW = full;
      fullA = p.motorCurrentA;
    }
    let between = 0;
    if (phase.fullShare < 1) {
      if (phase.thrustN !== null) {
        const lifts = throttleForThrust(m, supply, phase.thrustN, phase.speedMs, p).ok;
        between = lifts ? escHeatW(m, p, ratedA, 0) : full;
      } else {
        const motorA = p.motorCurrentA * Math.pow(phase.restShare, MOTOR_CURRENT_BY_SHARE);
        between = conductionW(motorA, ratedA) + m.escSwitchingShare * p.escVoltageV * motorA;
      }
      rest = between;
    }
    hottest = Math.max(
      hottest,
      warmth.after(phase.fullShare * full + (1 - phase.fullShare) * between, phase.seconds)
    );
  }
  return { hottestC: airC + hottest, fullW, restW: rest, fullA };
}
