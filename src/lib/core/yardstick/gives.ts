import { CHECKS } from '../checks/all-checks.ts';
import type { Judged } from '../checks/check.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { GRAVITY_MS2 } from '../units/constants.ts';
import { usualSeconds } from '../brief/usual-time.ts';
import { partMasses, partsKg } from '../model/all-up-mass.ts';
import type { Goals } from './goals.ts';
import { COLUMNS, type Axis, type FoundColumn } from './objectives.ts';
import { buildOf, type Built } from './usual-build.ts';
import { ENOUGH } from './worth.ts';

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
  /** Smallest share of a rating that is left beyond what is wanted of its part. */
  readonly spare: number | null;
  /**
   * Thrust for each watt in the way the craft is mostly used, N/W: hovering; an aeroplane at cruise, level, where thrust is
   * drag; a boat at its top speed.
   */
  readonly efficiency: number | null;
  /** How far it departs from how such craft are built, in logarithms: 0 where it does not, else below. */
  readonly build: number;
}

/** Parts whose ratings headroom counts. */
const RATED = new Set(['battery', 'wiring', 'esc', 'motor']);

/** Checks of ratings in amps, watts and rpm. Volts and cells either suit or do not: an ESC for more cells than there are spares nothing. */
const RATINGS = CHECKS.filter(
  (c) => RATED.has(c.part) && ['A', 'W', 'rpm'].includes(c.unit) && c.id !== 'receiver-supply'
);

/** Share of a rating that is left. */
function left(j: Judged | null): number | null {
  if (j === null || 'unknown' in j || j.rating == null || j.rating === 0 || j.direction === 'above')
    return null;
  return 1 - j.value / j.rating;
}

/** Share of a rating that is wanted to be left: by the margins of the usual schools; a motor's rating is what it stands. */
export const WANTED_LEFT = { battery: 0.25, wiring: 0.1, esc: 0.2, motor: 0.05 } as const;

/** What is left of the ratings of pack, leads, ESC and motor. */
export interface Left {
  /** Smallest share; null where no rating is known. */
  readonly headroom: number | null;
  /** Smallest share beyond the one that is wanted of that part: below 0 where a margin is used up. */
  readonly spare: number | null;
}

/** What is left of the ratings. @param judged what the checks compared, where at hand */
export function leftOf(s: SetupAnalysis, judged?: ReadonlyMap<string, Judged | null>): Left {
  let headroom: number | null = null;
  let spare: number | null = null;
  for (const check of RATINGS) {
    const share = left(judged?.get(check.id) ?? check.judge(s));
    if (share === null) continue;
    const beyond = share - WANTED_LEFT[check.part as keyof typeof WANTED_LEFT];
    if (headroom === null || share < headroom) headroom = share;
    if (spare === null || beyond < spare) spare = beyond;
  }
  return { headroom, spare };
}

function efficiencyOf(s: SetupAnalysis): number | null {
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

/** What is at hand of a setup beside what follows from its document. */
interface AtHand {
  /** What the chosen parts weigh together, kg. */
  readonly partsKg?: number;
  /** What the checks compared. */
  readonly judged?: ReadonlyMap<string, Judged | null>;
  readonly packKg?: number | null;
  /** What it costs to buy what is not owned, by `bought.ts`. */
  readonly buying?: number;
  /** All-up mass of the brief, where the setup's own follows its parts. */
  readonly briefKg?: number;
}

/**
 * What the rules of building are read from.
 * @param timed whether the time that it lasts is followed through, which takes longer than all the rest
 */
export function builtOf(s: SetupAnalysis, { packKg, briefKg, buying }: AtHand = {}, timed = true): Built {
  const { setup, worst } = s;
  const { craft } = setup;
  return {
    craft,
    count: s.powertrain.count,
    battery: setup.battery,
    esc: setup.esc ?? null,
    motor: setup.motor,
    propulsor: setup.propulsor,
    gearRatio: setup.gearRatio ?? 1,
    fed: setup.receiverSupply != null,
    schools: s.schools ?? {},
    currentA: worst.batteryCurrentA,
    massKg: craft.massKg,
    briefKg: briefKg ?? s.document.craft.massKg,
    packKg: packKg === undefined ? (partMasses(setup).find((m) => m.part === 'battery')?.kg ?? null) : packKg,
    timeS: timed ? (s.lasting('mixed')?.seconds ?? null) : null,
    seconds:
      craft.targetSeconds ??
      usualSeconds({ kind: craft.kind, purpose: craft.purpose ?? '', hull: craft.hull }),
    buying: buying ?? 0
  };
}

/** One figure of what a setup gives, by its name. */
export type Figures = (column: FoundColumn) => number | null;

/** What a setup gives, each figure worked out when it is first asked for: time and top speed cost a hundred times the others. */
export function figuresOf(s: SetupAnalysis, atHand: AtHand = {}): Figures {
  const { worst } = s;
  const { craft } = s.setup;
  let left: Left | undefined;
  const spared = (): Left => (left ??= leftOf(s, atHand.judged));
  return (column) => {
    switch (column) {
      case 'time':
        return s.lasting('mixed')?.seconds ?? null;
      case 'thrust':
        return worst.thrustN;
      case 'thrustToWeight':
        return craft.kind === 'boat' ? null : worst.thrustN / (craft.massKg * GRAVITY_MS2);
      case 'current':
        return worst.batteryCurrentA;
      case 'mass':
        return craft.airframeMassKg == null ? (atHand.partsKg ?? partsKg(s.setup)) : craft.massKg;
      case 'topSpeed':
        return (s.level ?? s.boat ?? s.forward)?.topSpeedMs ?? null;
      case 'pitchSpeed':
        return worst.pitchSpeedMs;
      case 'hoverThrottle':
        return s.hover?.throttle ?? null;
      case 'headroom':
      case 'spare':
        return spared()[column];
      case 'efficiency':
        return efficiencyOf(s);
      case 'build':
        return buildOf(builtOf(s, atHand));
    }
  };
}

/**
 * The most that a setup can give, without following through how long it lasts and how fast it gets: both are taken as more
 * than enough.
 */
export function mostOf(s: SetupAnalysis, { seconds, speedMs }: Goals, atHand: AtHand = {}): Figures {
  const figures = figuresOf(s, atHand);
  return (column) => {
    switch (column) {
      case 'time':
        return ENOUGH * seconds;
      case 'topSpeed':
        return speedMs === null ? null : ENOUGH * speedMs;
      case 'build':
        return buildOf(builtOf(s, atHand, false));
      default:
        return figures(column);
    }
  };
}

/** Everything that a setup gives. */
export function givesOf(s: SetupAnalysis, atHand: AtHand = {}): Gives {
  const figure = figuresOf(s, atHand);
  return Object.fromEntries(COLUMNS.map((column) => [column, figure(column)])) as unknown as Gives;
}

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
