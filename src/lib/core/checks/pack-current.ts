import { show, showUnit } from '../units/show.ts';
import { capacities, higherC, lighterPropulsors } from './candidates.ts';
import { check, withBand } from './check.ts';

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

/** Ah × C against worst-case current. */
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
    const value = s.worst.batteryCurrentA;
    const rating = battery.continuousC == null ? null : battery.capacityAh * battery.continuousC;
    const escTotal = esc?.continuousA == null ? null : esc.continuousA * s.train.count;
    return {
      value,
      band: s.worst.band?.batteryCurrentA,
      rating,
      missing: 'the pack’s C',
      margin: 'pack-current',
      limitOf: (id) => packMarginLimit(id, rating as number, escTotal, value),
      working: () =>
        `Ah × C: ${show(battery.capacityAh)} × ${battery.continuousC == null ? '?' : show(battery.continuousC)} = ${rating === null ? 'not known' : showUnit(rating, 'A')}. Worst case ${withBand(value, 'A', s.worst.band?.batteryCurrentA)}.`
    };
  }
});
