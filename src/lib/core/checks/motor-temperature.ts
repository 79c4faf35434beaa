import { CASE_LIMIT_C, WINDING_LIMIT_C } from '../motor/heat.ts';
import { bandsOf } from '../train/bands.ts';
import { coolingOf, heatMassKg, heatRun } from '../train/heat-run.ts';
import { show, showUnit } from '../units/show.ts';
import { judge, unknown, type Check } from './check.ts';
import { cells, lighterPropulsors, otherKv } from './ladders.ts';

const COOLED = { wash: 'in the wash', still: 'in still air', water: 'water-cooled' } as const;
/** Full throttle held when the brief names no time, s. Common practice: a launch and a climb. */
const RUN_S = 60;
const HEAT_SD = 0.3;

/** Winding temperature after the planned full-throttle run, standing, with the airflow it really has. */
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
    const planned = c.i.setup.craft.runSeconds ?? RUN_S;
    const full = c.endurance('full');
    const seconds = full && full.seconds > 0 ? Math.min(planned, full.seconds) : planned;
    const volts = c.worst.openCircuitV;
    const packOhm = c.last ? c.i.packOhm : 0;
    const speed = c.boat?.topSpeedMs ?? 0;
    const at = heatRun(c.i, c.i.model, mass, volts, packOhm, 1, speed, seconds, 40);
    const value = at.steps[at.steps.length - 1].windingC;
    const air = c.i.setup.environment?.airTemperatureC ?? 15;
    const [band] = c.worst.band
      ? bandsOf(
          c.i,
          1,
          (model, pack, z, out) => {
            const h = heatRun(
              c.i,
              model,
              mass * Math.exp(HEAT_SD * z),
              volts,
              packOhm * pack,
              1,
              speed,
              seconds,
              12
            );
            out[0] = h.steps[h.steps.length - 1].windingC;
          },
          24
        )
      : [null];
    const limit = at.secondsToWindingLimit;
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
        working: `${show(seconds)} s of full throttle ${COOLED[coolingOf(c.i)]} from ${show(air)} °C: copper loses ${showUnit(c.worst.lossW.motorCopper / c.i.model.count, 'W')}, iron ${showUnit(c.worst.lossW.motorIron / c.i.model.count, 'W')}; winding ${showUnit(value, '°C')}, case ${showUnit(at.steps[at.steps.length - 1].caseC, '°C')} (limits ${WINDING_LIMIT_C} and ${CASE_LIMIT_C} °C)${limit === null ? '' : `; the winding meets its limit after ${show(limit)} s`}${at.runaway ? '; it runs away: heat makes more heat' : ''}.`
      },
      c.schools
    );
  }
};
