import { CASE_LIMIT_C, WINDING_LIMIT_C } from '../motor/heat.ts';
import { bandsOf } from '../train/bands.ts';
import { airOf, coolingOf, heatMassKg, heatRun } from '../train/heat-run.ts';
import { mixedUseOf } from '../train/mixed-use.ts';
import { show, showUnit } from '../units/show.ts';
import { judge, unknown, type Check } from './check.ts';
import { cells, lighterPropulsors, otherKv } from './ladders.ts';

const COOLED = {
  wash: 'in the air that moves over it',
  still: 'in still air',
  water: 'water-cooled'
} as const;
const HEAT_SD = 0.3;

/** Hottest winding through the planned full-throttle run and ordinary use, with the airflow it really has. */
export const motorTemperature: Check = {
  id: 'motor-temperature',
  ladders: (s) => [lighterPropulsors(s), cells(s, 'fewer'), otherKv(s, 'lower')],
  run: (c) => {
    const mass = heatMassKg(c.i);
    if (mass === null)
      return unknown(
        'motor-temperature',
        'motor temperature',
        'motor',
        '°C',
        'neither the motor’s mass nor its power rating is known'
      );
    const phases = c.heatPhases;
    const volts = c.worst.openCircuitV;
    const packOhm = c.last ? c.supply.packOhm : 0;
    const at = heatRun(c.i, c.i.model, mass, volts, packOhm, phases, 60);
    const value = at.hottestC;
    const air = airOf(c.i);
    const [band] = c.worst.band
      ? bandsOf(
          c.i,
          1,
          (model, pack, z, out) => {
            const heavy = mass * Math.exp(HEAT_SD * z);
            out[0] = heatRun(c.i, model, heavy, volts, packOhm * pack, phases, 16).hottestC;
          },
          24
        )
      : [null];
    const limit = at.secondsToWindingLimit;
    const full = phases.find((phase) => phase.fullShare === 1);
    const use = mixedUseOf(c.i.setup.craft);
    return judge(
      {
        id: 'motor-temperature',
        title: 'motor temperature',
        part: 'motor',
        unit: '°C',
        value,
        band,
        rating: WINDING_LIMIT_C,
        marginLimit: 100,
        working: `${show(full?.seconds ?? 0)} s of full throttle${full && full.speedMs > 0 ? ` at ${showUnit(full.speedMs, 'm/s')}` : ''} and ordinary use (${use.title}), ${COOLED[coolingOf(c.i)]} from ${show(air)} °C: at full throttle copper loses ${showUnit(c.worst.lossW.motorCopper / c.i.model.count, 'W')}, iron ${showUnit(c.worst.lossW.motorIron / c.i.model.count, 'W')}; winding at most ${showUnit(value, '°C')}, case ${showUnit(at.hottestCaseC, '°C')} (limits ${WINDING_LIMIT_C} and ${CASE_LIMIT_C} °C)${limit === null ? '' : `; the winding meets its limit after ${show(limit)} s`}${at.runaway ? '; it runs away: heat makes more heat' : ''}.`
      },
      c.schools
    );
  }
};
