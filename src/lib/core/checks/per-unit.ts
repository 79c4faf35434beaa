import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import type { Band } from '../powertrain/bands.ts';
import { driveWatts, escAmps, motorAmps, standingOf } from './standing.ts';

/**
 * Worst-case current through one ESC or one motor, with its band, A. Behind an output limit the ESC's switches carry the
 * motor's current, which is more than what comes from the pack.
 */
export function perUnit(s: SetupAnalysis, what: 'esc' | 'motor'): { value: number; band: Band | null } {
  const { worst, powertrain } = s;
  if (what === 'motor' || powertrain.outputLimit < 1)
    return { value: motorAmps(standingOf(s)), band: worst.band?.motorCurrentA ?? null };
  const of = (total: number): number => (total - powertrain.auxiliaryCurrentA) / powertrain.count;
  const band = worst.band?.batteryCurrentA;
  return { value: escAmps(standingOf(s)), band: band ? [of(band[0]), of(band[1])] : null };
}

/** Electrical power of one motor at the pack, worst case, without what receiver and video take, W. */
export const driveWEach = (s: SetupAnalysis): number => driveWatts(standingOf(s));

/** What a hobbyist calls the propulsor: prop, fan or screw. */
export const propulsorWord = (s: SetupAnalysis): string =>
  ({ propeller: 'prop', 'ducted-fan': 'fan', 'submerged-screw': 'screw', 'surface-drive': 'screw' })[
    s.setup.propulsor.kind
  ];
