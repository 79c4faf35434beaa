import { checkOf, type CheckId } from '../../checks/all-checks.ts';
import { runCheck } from '../../checks/check.ts';
import type { CheckResult } from '../../checks/finding.ts';
import { touchLimitC } from '../../checks/touch-temperature.ts';
import type { SetupAnalysis } from '../../analysis/setup-analysis.ts';
import { predictPoints } from '../../powertrain/predict-points.ts';
import { showUnit } from '../../units/show.ts';
import type { Feel } from '../../document/run-schema.ts';

/** Temperatures at which a run ends whatever the school of warmth, °C: a case and an ESC too hot to touch. Common practice. */
export const STOP_MOTOR_C = 80;
export const STOP_ESC_C = 85;
/** A lithium pack hotter than this is harmed, °C. Common practice, no source. */
const STOP_PACK_C = 60;
/** Loaded volts per cell below which a run ends, of those at full charge. Common practice, no source. */
export const STOP_CELL_SHARE = 0.79;

/** Warmer than the air by so much is no longer stone cold; warmer than the first of the two is hot where a hand decides. °C. (m) */
const COLD_ABOVE_AIR_C = 10;
const HOT_BELOW_LIMIT_C = 7;

/** Checks of what a craft is wished to do: none of them breaks a part. */
const WISHES: readonly string[] = [
  'time',
  'thrust-to-weight',
  'hover-throttle',
  'payload',
  'hand-launch',
  'level-speed',
  'climb',
  'boat-planing',
  'boat-slip',
  'top-speed',
  'pitch-speed',
  'cells-by-propeller',
  'pack-weight',
  'balance',
  'stalled-blade'
] satisfies readonly CheckId[];

/** Checks of what grows with the throttle: over at full, they may hold below it, and that is what a staged test is for. */
const GRADED: readonly string[] = [
  'esc-current',
  'esc-temperature',
  'motor-current',
  'motor-power',
  'motor-temperature',
  'touch-temperature',
  'watts-per-gram',
  'pack-current',
  'pack-temperature',
  'credible-current',
  'cell-voltage',
  'connector-current',
  'wiring-current',
  'voltage-drop'
] satisfies readonly CheckId[];

/** The checks that are over and would break something at any throttle. */
const ungradedOver = (results: readonly CheckResult[], s: SetupAnalysis): CheckResult[] =>
  overOf(results, s).filter((r) => !GRADED.includes(r.id));

/** Whether a setup may be put on the bench at all: nothing is over that would break at the least throttle. */
export const mayBeTested = (results: readonly CheckResult[], s: SetupAnalysis): boolean =>
  ungradedOver(results, s).length === 0;

/** The checks that are over and would break something. */
export const overOf = (results: readonly CheckResult[], s: SetupAnalysis): CheckResult[] =>
  results.filter((r) => r.finding === 'over' && !WISHES.includes(r.id) && !isTooSlow(r) && !isGround(r, s));

/** A propeller that would not clear the ground breaks nothing on a bench; one that meets frame or neighbours does. */
const isGround = (r: CheckResult, { setup, kind, powertrain }: SetupAnalysis): boolean =>
  r.id === 'clearance' &&
  kind === 'fixed-wing' &&
  setup.propulsor.kind === 'propeller' &&
  powertrain.count === 1;

/** A screw that turns below its window drives badly and breaks nothing; above it, it does. */
const isTooSlow = (r: CheckResult): boolean => r.id === 'boat-rpm' && r.direction === 'above';

/** The lowest of what the labels allow of the pack's current, A; null where none says anything. */
export function mostCurrentA(s: SetupAnalysis): number | null {
  const limits = (['esc-current', 'pack-current', 'motor-current', 'connector-current'] as const).flatMap(
    (id: CheckId) => {
      const check = checkOf(id);
      const result = check ? runCheck(check, s) : null;
      if (!result || result.limit === null) return [];
      const each = id === 'esc-current' || id === 'motor-current';
      return [each ? result.limit * s.powertrain.count + s.powertrain.auxiliaryCurrentA : result.limit];
    }
  );
  return limits.length === 0 ? null : Math.min(...limits);
}

/** Ratings that a moment at a throttle is held against: of what, for how many amps of the point, in words. */
const RATINGS = [
  ['motor-current', 'motor', 'the motor'],
  ['esc-current', 'motor', 'the ESC'],
  ['pack-current', 'pack', 'the pack'],
  ['connector-current', 'pack', 'the plug'],
  ['wiring-current', 'pack', 'the leads']
] as const;

/**
 * What a run at a throttle is predicted to pass, in words: "would draw 19.6 A through the motor, rated 18.0 A"; null where every
 * rating holds.
 * @param share of the predicted amps that were read at gentler steps; 1 where nothing was
 */
export function passesAt(s: SetupAnalysis, throttle: number, speedMs: number, share = 1): string | null {
  // amps alone: no band is asked for
  const [p] = predictPoints(s.model, [{ throttle, speedMs, stateOfCharge: 1 }], false);
  for (const [id, of, what] of RATINGS) {
    const check = checkOf(id as CheckId);
    const limit = check ? (runCheck(check, s)?.limit ?? null) : null;
    const amps = share * (of === 'motor' ? p.motorCurrentA : p.batteryCurrentA);
    if (limit !== null && amps > limit * (1 + 1e-9))
      return `would draw ${showUnit(amps, 'A')} through ${what}, rated ${showUnit(limit, 'A')}`;
  }
  return null;
}

/** Temperatures that are read after a run, °C; null where they were not. */
export interface Temperatures {
  readonly motorC?: number | null;
  readonly escC?: number | null;
  readonly packC?: number | null;
}

/**
 * How warm a run left its parts, by the thermometer and the school: beyond the school's limit it is too hot, a little below
 * hot, within 10 K of the air stone cold. The pack has its own limit in every school. Null where nothing was read.
 * @param school of `touch-temperature`
 */
export function feltBy(felt: Temperatures, school: string, airC: number): Feel | null {
  const limit = touchLimitC(school);
  const read = [
    [felt.motorC, Math.min(limit, STOP_MOTOR_C)],
    [felt.escC, Math.min(limit, STOP_ESC_C)],
    [felt.packC, Math.min(limit, STOP_PACK_C)]
  ].filter((pair): pair is [number, number] => pair[0] != null);
  if (read.length === 0) return null;
  if (read.some(([c, most]) => c >= most)) return 'too-hot';
  if (read.some(([c, most]) => c >= most - HOT_BELOW_LIMIT_C)) return 'hot';
  return read.every(([c]) => c < airC + COLD_ABOVE_AIR_C) ? 'cold' : 'warm';
}
