import { CASE_LIMIT_C } from '../parts/motor/heat.ts';
import type { HeatRun } from '../powertrain/heat-run.ts';
import { show, showUnit } from '../units/show.ts';
import { lighterPropulsors } from './propulsor-candidates.ts';
import { otherKv, waterCooling } from './candidates.ts';
import { check } from './check.ts';

/**
 * Case temperatures that a hand tells, °C: bare metal burns after 10 s at about 55, after 5 s at about 58, after ten minutes at
 * 48 (burn thresholds of ISO 13732-1:2006, from memory); a hand left on it for as long as one likes means less than 45.
 */
const BY_HAND_C: Record<string, number> = { 'as-long': 45, '5s': 58, '10s': 55 };

/** Case temperature that a school of touch allows, °C: the case's own limit for the thermometer. */
export const touchLimitC = (school: string): number => BY_HAND_C[school] ?? CASE_LIMIT_C;

/** Warmth of a boat's motor as the hand feels it after a run: practitioners stop by different touches. */
export const touchTemperature = check({
  id: 'touch-temperature',
  title: 'motor to the touch',
  part: 'motor',
  unit: '°C',
  wish: 'a cooler motor',
  slow: true,
  gives: ['room'],
  candidates: (s) => [lighterPropulsors(s), otherKv(s, 'lower'), waterCooling(s)],
  judge: (s) => {
    if (s.kind !== 'boat' || s.motorMassKg === null) return null;
    const value = (s.heatCourse as HeatRun).hottestCaseC;
    return {
      value,
      rating: CASE_LIMIT_C,
      margin: 'touch-temperature',
      limitOf: touchLimitC,
      working: () =>
        `Case at most ${showUnit(value, '°C')} through run and ordinary use. By hand: ${show(BY_HAND_C['as-long'])} °C can be held for as long as you like, ${show(BY_HAND_C['10s'])} °C for about ten seconds, ${show(BY_HAND_C['5s'])} °C for five; the case’s own limit is ${CASE_LIMIT_C} °C. Touch a motor only when it stands and the pack is off.`
    };
  }
});
