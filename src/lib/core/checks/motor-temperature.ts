import { burnsWords } from '../powertrain/burns-before.ts';
import { BURNT_C, CASE_LIMIT_C, MAGNETS_LOSE_C, WINDING_LIMIT_C } from '../parts/motor/heat.ts';
import { bandsOf } from '../powertrain/bands.ts';
import { airOf, coolingOf, heatRun, type HeatRun } from '../powertrain/heat-run.ts';
import { show, showUnit } from '../units/show.ts';
import { lighterPropulsors } from './propulsor-candidates.ts';
import { cells, otherKv, waterCooling } from './candidates.ts';
import { check } from './check.ts';
import { motorRatingA } from './motor-current.ts';
import { perUnit } from './per-unit.ts';
import type { SetupAnalysis } from '../analysis/setup-analysis.ts';

const COOLED = {
  wash: 'in the air that moves over it',
  still: 'in still air',
  water: 'water-cooled'
} as const;
const HEAT_SD = 0.3;
const MARGIN_C = 100;

/** Worst-case current over the motor's rating; 0 where none is told. */
const overRating = (s: SetupAnalysis): number => {
  const rating = motorRatingA(s);
  return rating === null ? 0 : perUnit(s, 'motor').value / rating;
};

/** Hottest winding through the planned full-throttle run and ordinary use, with the airflow it really has. */
export const motorTemperature = check({
  id: 'motor-temperature',
  title: 'winding temperature',
  part: 'motor',
  unit: '°C',
  wish: 'a cooler motor',
  slow: true,
  gives: ['room'],
  candidates: (s) => [lighterPropulsors(s), cells(s, 'fewer'), otherKv(s, 'lower'), waterCooling(s)],
  judge: (s) => {
    const mass = s.motorMassKg;
    if (mass === null) return { unknown: 'neither the motor’s mass nor its power rating is known' };
    const phases = s.heatPhases;
    const volts = s.worst.openCircuitV;
    const packOhm = s.last ? s.supply.packOhm : 0;
    const at = s.heatCourse as HeatRun;
    const value = at.hottestC;
    const air = airOf(s.model);
    const beyond = overRating(s);
    const [band] = s.worst.band
      ? bandsOf(
          s.model,
          1,
          (model, pack, z, out) => {
            const heavy = mass * Math.exp(HEAT_SD * z);
            out[0] = heatRun(
              s.model,
              model,
              heavy,
              { openCircuitV: volts, packOhm: packOhm * pack },
              phases,
              16
            ).hottestC;
          },
          24
        )
      : [null];
    const limit = at.secondsToWindingLimit;
    const burns = at.secondsToBurn;
    const full = phases.find((phase) => phase.fullShare === 1);
    const use = s.use;
    return {
      value,
      band,
      rating: WINDING_LIMIT_C,
      ...(burns === null ? {} : { words: burnsWords(burns) }),
      marginLimit: beyond > 1 ? Math.min(MARGIN_C, air + (value - air) / beyond ** 2) : MARGIN_C,
      working: () =>
        `${show(full?.seconds ?? 0)} s of full throttle${full && full.speedMs > 0 ? ` at ${showUnit(full.speedMs, 'm/s')}` : ''} and ordinary use (${use.title}), ${COOLED[coolingOf(s.model)]} from ${show(air)} °C: at full throttle copper loses ${showUnit(s.worst.lossW.motorCopper / s.powertrain.count, 'W')}, iron ${showUnit(s.worst.lossW.motorIron / s.powertrain.count, 'W')}; winding at most ${showUnit(value, '°C')}, case ${showUnit(at.hottestCaseC, '°C')} (limits ${WINDING_LIMIT_C} and ${CASE_LIMIT_C} °C)${limit === null ? '' : `; the winding meets its limit after ${show(limit)} s`}${burns === null ? '' : `; it burns after ${show(burns, 2)} s (about ${BURNT_C} °C): nothing that is reckoned for later happens`}${at.hottestCaseC >= MAGNETS_LOSE_C ? `; magnets of common grades lose for good from about ${MAGNETS_LOSE_C} °C` : ''}${beyond > 1 ? `; it carries ${show(beyond, 2)} times its rating, which its maker has not tried for long` : ''}.`
    };
  }
});
