import { wattsPerGram } from '../parts/motor/estimate.ts';
import { steadyPowerW } from '../powertrain/heat-run.ts';
import { operatingPoint, solveOperatingPoint } from '../powertrain/operating-point.ts';
import { show, showUnit } from '../units/show.ts';
import { lighterPropulsors } from './propulsor-candidates.ts';
import { cells, otherKv, waterCooling } from './candidates.ts';
import { check } from './check.ts';
import { driveWEach } from './per-unit.ts';

/** Share of what a motor stands for as long as the pack lasts that leaves a margin. (m) */
const STEADY_MARGIN = 0.8;

/**
 * Watts per gram of motor in ordinary use, against what its heat model calls steady in the airflow it has. The rule of
 * thumb, 3 continuous and 5 in bursts, stands beside it: it holds for motors in their propeller's wash.
 */
export const motorLoading = check({
  id: 'watts-per-gram',
  title: 'watts per gram of motor',
  part: 'motor',
  unit: 'W/g',
  wish: 'a lighter load on the motor',
  gives: ['room'],
  candidates: (s) => [lighterPropulsors(s), cells(s, 'fewer'), otherKv(s, 'lower'), waterCooling(s)],
  judge: (s) => {
    const { motor } = s.setup;
    if (motor.massKg == null) return null;
    const grams = motor.massKg * 1000;
    const mixed = s.lasting('mixed');
    const full = driveWEach(s);
    const share = mixed ? mixed.averageCurrentA / Math.max(s.worst.batteryCurrentA, 1e-9) : 1;
    const value = (full * Math.min(share, 1)) / grams;
    const p = operatingPoint();
    const { openCircuitV, packOhm } = s.supply;
    solveOperatingPoint(s.powertrain, { openCircuitV, packOhm }, 1, s.usualSpeedMs, p);
    const steady = steadyPowerW(s.model, motor.massKg, p, s.usualSpeedMs) / grams;
    return {
      value,
      rating: steady,
      marginLimit: STEADY_MARGIN * steady,
      working: () =>
        `Ordinary use, ${s.use.title}: ${showUnit(full * Math.min(share, 1), 'W')} on average over ${show(grams)} g; ${showUnit(full / grams, 'W/g')} at full throttle, standing. In the air that moves over it this motor stands ${showUnit(steady, 'W/g')} without end (case at 80 °C or winding at 120). Rule of thumb, for motors in a propeller’s wash: ${wattsPerGram.continuous} W/g without end, ${wattsPerGram.burst} in bursts.`
    };
  }
});
