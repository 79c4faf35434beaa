import type { Measurement } from '../calibration/schema.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';
import { airOf } from '../powertrain/heat-run.ts';
import type { FigureChange } from './differences.ts';

/** Temperatures that a reading may hold, and the figures that they belong to. */
const WARM = [
  ['esc-heat', 'escC'],
  ['motor-heat', 'motorC']
] as const;

/**
 * Temperatures as they follow from what was felt or measured before the change: the rise over the air grows as the predicted
 * one does, since the way to the air is the same. ΔT_after = ΔT_measured × ΔT_predicted after / before.
 */
export function withMeasuredHeat(
  differences: readonly FigureChange[],
  anchor: Measurement | null,
  before: SetupAnalysis,
  after: SetupAnalysis
): FigureChange[] {
  return differences.map((d) => {
    const [, reading] = WARM.find(([id]) => id === d.id) ?? [];
    const measured = reading ? anchor?.[reading] : null;
    if (measured == null || d.before === null || d.after === null) return d;
    const [airBefore, airAfter] = [airOf(before.model), airOf(after.model)];
    const rise = d.before - airBefore;
    if (!(rise > 0.5) || measured <= airBefore) return d;
    const was = measured;
    const is = airAfter + ((measured - airBefore) * (d.after - airAfter)) / rise;
    return {
      ...d,
      note: `from ${Math.round(measured)} °C measured`,
      before: was,
      after: is,
      ratio: was === 0 ? null : is / was,
      band: null,
      beforeBand: null
    };
  });
}
