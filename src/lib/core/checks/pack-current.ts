import { show, showUnit } from '../units/show.ts';
import { lighterPropulsors } from './propulsor-candidates.ts';
import { capacities, higherC } from './candidates.ts';
import { check, withBand } from './check.ts';
import { packAmps, standingOf } from './standing.ts';

/**
 * Margin limit of a pack's amps under a school: what of them the worst case may take, A.
 * @param escTotalA ratings of all ESCs together; null where they are not given @param drawnA worst-case current
 */
export function packMarginLimit(
  school: string,
  ratingA: number,
  escTotalA: number | null,
  drawnA: number
): number {
  switch (school) {
    case '2x':
      return ratingA / 2;
    case '1x':
      return ratingA;
    case 'esc-rating':
      // the pack must stand the ESCs' rating: short of it, the margin shrinks in proportion
      return escTotalA === null || ratingA >= escTotalA
        ? ratingA
        : Math.min(ratingA ** 2 / escTotalA, drawnA * 0.999);
    default:
      return ratingA / 1.5;
  }
}

/** Current over what a pack was measured to carry for long beyond which it is harmed: as in `credible-current`. (m) */
const CARRIES_OVER = 1.3;

/** Ah × C against worst-case current; of a pack whose health is known, what it was found to carry. */
export const packCurrent = check({
  id: 'pack-current',
  title: 'pack current',
  part: 'battery',
  unit: 'A',
  rail: 'battery',
  wish: 'a pack that can give the current',
  gives: ['room'],
  urgency: 5,
  byPack: true,
  candidates: (s) => [lighterPropulsors(s), higherC(s), capacities(s)],
  judge: (s) => {
    const { battery, esc } = s.setup;
    const value = packAmps(standingOf(s));
    const label = battery.continuousC == null ? null : battery.capacityAh * battery.continuousC;
    // a pack that was measured is held to what it was found to carry, as its resistance is good to a third
    const carries = battery.health?.credibleA ?? null;
    const found = carries === null ? null : CARRIES_OVER * carries;
    const rating = found === null ? label : Math.min(label ?? Infinity, found);
    const escTotal = esc?.continuousA == null ? null : esc.continuousA * s.powertrain.count;
    return {
      value,
      band: s.worst.band?.batteryCurrentA,
      rating,
      missing: 'the pack’s C',
      margin: 'pack-current',
      limitOf: (id) =>
        Math.min(packMarginLimit(id, label ?? (rating as number), escTotal, value), carries ?? Infinity),
      working: () =>
        `Ah × C: ${show(battery.capacityAh)} × ${battery.continuousC == null ? '?' : show(battery.continuousC)} = ${label === null ? 'not known' : showUnit(label, 'A')}.${carries === null ? '' : ` Measured, it carries ${showUnit(carries, 'A')} for long, ${showUnit(CARRIES_OVER * carries, 'A')} at the most.`} Worst case ${withBand(value, 'A', s.worst.band?.batteryCurrentA)}.`
    };
  }
});
