import { showUnit } from '../units/show.ts';
import { judge, withBand, type Check } from './check.ts';
import { ESC_SIZES_A } from './schools.ts';
import { perUnit } from './per-unit.ts';
import { cells, largerEscs, lighterPropulsors } from './ladders.ts';

/** Margin limit of an ESC rating under a school; `recommendedA` is what the motor's maker recommends, if known. */
export function escMarginLimit(school: string, ratingA: number, recommendedA: number | null): number {
  switch (school) {
    case 'next-size':
      return ratingA / 1.05;
    case '+5A':
      return ratingA - 5;
    case 'one-above': {
      const maker = recommendedA ?? ratingA;
      const size = ESC_SIZES_A.find((s) => s >= maker) ?? maker;
      const above = ESC_SIZES_A.find((s) => s > size) ?? size;
      return ratingA >= above ? ratingA : (ratingA * size) / above;
    }
    default:
      return ratingA / 1.25;
  }
}

/** Continuous rating of one ESC against the worst-case current through it. */
export const escCurrent: Check = {
  id: 'esc-current',
  ladders: (s) => [lighterPropulsors(s), largerEscs(s), cells(s, 'fewer', 1)],
  run: (c) => {
    const { value, band } = perUnit(c, 'esc');
    const rating = c.i.setup.esc?.continuousA;
    return judge(
      {
        id: 'esc-current',
        title: 'ESC current',
        part: 'esc',
        unit: 'A',
        value,
        band,
        rating,
        missing: 'the ESC’s continuous rating',
        margin: 'esc-current',
        limitOf: (s) => escMarginLimit(s, rating as number, c.i.setup.motor.maxCurrentA ?? null),
        working: `Full throttle, standing, full pack: ${withBand(value, 'A', band)} through ${c.i.model.count === 1 ? 'the ESC' : `each of ${c.i.model.count} ESCs`}. Rating ${rating == null ? 'not given' : showUnit(rating, 'A')}.`
      },
      c.schools
    );
  }
};
