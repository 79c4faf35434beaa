import { CHECKS } from '../checks/all-checks.ts';
import type { Judged } from '../checks/check.ts';
import type { Situation } from '../situation/situation.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { AXES, type Axis, type Objective, type Yardstick } from './search-request.ts';

/** What a combination gives, SI; null where its kind of craft does not do that. */
export interface Gives {
  /** Time in ordinary use, s. */
  readonly time: number | null;
  /** Thrust standing still, N. */
  readonly thrust: number;
  /** Thrust standing still over weight; null afloat. */
  readonly thrustToWeight: number | null;
  /** Current from the pack at full throttle, standing, A. */
  readonly current: number;
  /** All-up mass, kg, where it follows the parts; else what the chosen parts weigh together. */
  readonly mass: number;
  /** Level top speed, or a boat's, m/s. */
  readonly topSpeed: number | null;
  /** Rpm × pitch, standing, m/s. */
  readonly pitchSpeed: number;
  /** Throttle at which a multirotor hovers, 0..1. */
  readonly hoverThrottle: number | null;
  /** Smallest share of a rating that is left among pack, leads, ESC and motor; null where no rating is known. */
  readonly headroom: number | null;
  /**
   * Thrust for each watt in the way the craft is mostly used, N/W: hovering; an aeroplane at cruise, level, where thrust is
   * drag; a boat at its top speed.
   */
  readonly efficiency: number | null;
}

/** Parts whose ratings headroom counts. */
const RATED = new Set(['battery', 'wiring', 'esc', 'motor']);

/** Checks of ratings in amps, watts, volts and rpm: those a part must not pass. */
const RATINGS = CHECKS.filter(
  (c) => RATED.has(c.part) && ['A', 'W', 'V', 'rpm'].includes(c.unit) && c.id !== 'receiver-supply'
);

/** Share of a rating that is left. */
function left(j: Judged | null): number | null {
  if (j === null || 'unknown' in j || j.rating == null || j.rating === 0 || j.direction === 'above')
    return null;
  return 1 - j.value / j.rating;
}

/** Smallest share left among the ratings of pack, leads, ESC and motor. @param judged what the checks compared, where at hand */
export function headroomOf(s: Situation, judged?: ReadonlyMap<string, Judged | null>): number | null {
  let least: number | null = null;
  for (const check of RATINGS) {
    const share = left(judged?.get(check.id) ?? check.judge(s));
    if (share !== null && (least === null || share < least)) least = share;
  }
  return least;
}

function efficiencyOf(s: Situation): number | null {
  if (s.kind === 'multirotor')
    return s.hover ? (s.setup.craft.massKg * GRAVITY_MS2) / s.hover.electricalPowerW : null;
  const speedMs = s.level ? s.level.cruiseSpeedMs : (s.boat?.topSpeedMs ?? null);
  if (s.level) {
    const { cruiseThrottle } = s.level;
    if (speedMs === null || cruiseThrottle === null) return null;
    const { stateOfCharge, openCircuitV } = s.supply;
    const held = stateOfCharge === null ? { batteryVoltageV: openCircuitV } : { stateOfCharge };
    const [p] = s.at([{ throttle: cruiseThrottle, speedMs, ...held }]);
    return p.electricalPowerW > 0 ? p.thrustN / p.electricalPowerW : null;
  }
  if (speedMs !== null && s.kind === 'boat') {
    const { stateOfCharge, openCircuitV } = s.supply;
    const held = stateOfCharge === null ? { batteryVoltageV: openCircuitV } : { stateOfCharge };
    const [p] = s.at([{ throttle: 1, speedMs, ...held }]);
    return p.electricalPowerW > 0 ? p.thrustN / p.electricalPowerW : null;
  }
  const { worst } = s;
  return worst.electricalPowerW > 0 ? worst.thrustN / worst.electricalPowerW : null;
}

/** What a setup gives. @param partsKg what its chosen parts weigh together, kg */
export function givesOf(s: Situation, partsKg: number, judged?: ReadonlyMap<string, Judged | null>): Gives {
  const { worst } = s;
  const { craft } = s.setup;
  return {
    time: s.lasting('mixed')?.seconds ?? null,
    thrust: worst.thrustN,
    thrustToWeight: craft.kind === 'boat' ? null : worst.thrustN / (craft.massKg * GRAVITY_MS2),
    current: worst.batteryCurrentA,
    mass: craft.airframeMassKg == null ? partsKg : craft.massKg,
    topSpeed: (s.level ?? s.boat ?? s.forward)?.topSpeedMs ?? null,
    pitchSpeed: worst.pitchSpeedMs,
    hoverThrottle: s.hover?.throttle ?? null,
    headroom: headroomOf(s, judged),
    efficiency: efficiencyOf(s)
  };
}

/** Which axis tells an objective. */
export const AXIS_OF: Readonly<Record<Objective, Axis>> = {
  time: 'time',
  thrust: 'thrust',
  efficiency: 'efficiency',
  speed: 'topSpeed',
  mass: 'mass',
  headroom: 'headroom'
};

/** Columns in which the figures of many combinations are kept. */
export const COLUMNS: readonly Axis[] = AXES;

/** Whether more of it is better. */
export const MORE_IS_BETTER: Readonly<Record<Axis, boolean>> = {
  time: true,
  thrust: true,
  thrustToWeight: true,
  current: false,
  mass: false,
  topSpeed: true,
  pitchSpeed: true,
  hoverThrottle: false,
  headroom: true,
  efficiency: true
};

/**
 * What one objective counts for: the logarithm, so that ten per cent more counts the same whatever there is, and the unit
 * does not matter. Mass the other way round; headroom, which may be next to nothing, as 1 + headroom. What a craft does not
 * do counts nothing, what it cannot do counts as the least there is.
 */
export function worth(objective: Objective, value: number | null): number {
  if (value === null) return 0;
  if (objective === 'headroom') return Math.log(Math.max(1 + value, LEAST));
  const log = Math.log(Math.max(value, LEAST));
  return objective === 'mass' ? -log : log;
}
const LEAST = 1e-9;

/** Score by a yardstick: the sum of weight times worth. The higher the better. */
export function scoreOf(value: (axis: Axis) => number | null, yardstick: Yardstick): number {
  let score = 0;
  for (const objective of Object.keys(AXIS_OF) as Objective[]) {
    const weight = yardstick[objective] ?? 0;
    if (weight !== 0) score += weight * worth(objective, value(AXIS_OF[objective]));
  }
  return score;
}
