import { ESC_PLACES } from '../parts/esc/heat.ts';
import { escPlaceOf } from '../powertrain/esc-course.ts';
import { airOf } from '../powertrain/heat-run.ts';
import { show, showUnit } from '../units/show.ts';
import { heavierPropulsors, lighterPropulsors } from './propulsor-candidates.ts';
import { largerEscs } from './candidates.ts';
import { check } from './check.ts';
import { escRatingThatCounts } from './esc-current.ts';
import { perUnit } from './per-unit.ts';

/** Temperature at which an ESC throttles or fails, and at which it should be left alone, °C. Common practice, no source. */
export const ESC_LIMIT_C = 110;

const ESC_MARGIN_C = 85;
/** How far a guess of the rise may be off. */
const RISE_WITHIN = 0.35;

/**
 * Hottest that the ESC gets in what its motor goes through: the full-throttle run, ordinary use and a last spell, in the air it
 * has. One that carries more than its rating never holds: its maker has not tried it so.
 */
export const escTemperature = check({
  id: 'esc-temperature',
  title: 'ESC temperature',
  part: 'esc',
  unit: '°C',
  wish: 'a cooler ESC',
  slow: true,
  gives: ['room'],
  candidates: (s) => [largerEscs(s), lighterPropulsors(s), heavierPropulsors(s)],
  judge: (s) => {
    const ratedA = s.setup.esc?.continuousA;
    if (ratedA == null) return null;
    const course = s.escCourse;
    if (!course) return null;
    const air = airOf(s.model);
    const value = course.hottestC;
    const rise = value - air;
    const counts = escRatingThatCounts(s) as number;
    const beyond = perUnit(s, 'esc').value / counts;
    const { words } = ESC_PLACES[escPlaceOf(s.model)];
    return {
      value,
      band: [air + (1 - RISE_WITHIN) * rise, air + (1 + RISE_WITHIN) * rise],
      rating: ESC_LIMIT_C,
      marginLimit: beyond > 1 ? Math.min(ESC_MARGIN_C, air + rise / beyond) : ESC_MARGIN_C,
      working: () =>
        `${show(s.heatPhases.find((p) => p.fullShare === 1)?.seconds ?? 0)} s of full throttle with ${showUnit(course.fullA, 'A')} through it, ${showUnit(course.fullW, 'W')} of heat${course.restW === null ? '' : `, then ordinary use (${s.use.title}), ${showUnit(course.restW, 'W')} between spells`}. At its rating of ${show(ratedA)} A it drops 0.2 V and is taken to be 55 K above moving air in the end, its switches within half a minute more than half of that; ${words}, from ${show(air)} °C: ${showUnit(value, '°C')}.${beyond > 1 ? ` It carries ${show(beyond, 2)} times its rating, more than its maker has tried.` : ''} A guess within a third; a finger or a thermometer knows better.`
    };
  }
});
