import { escTemperatureC } from '../parts/esc/heat.ts';
import type { Supply, TrainModel } from '../model/train-model.ts';
import type { MixedDemand } from '../train/demand.ts';
import { airOf } from '../train/heat-run.ts';
import { operatingPoint, solveOperatingPoint } from '../train/operating-point.ts';
import { throttleForThrust } from '../train/throttle-for-thrust.ts';
import { show, showUnit } from '../units/show.ts';
import { heavierPropulsors, largerEscs, lighterPropulsors } from './candidates.ts';
import { check } from './check.ts';

/** Temperature at which an ESC throttles or fails, and at which it should be left alone, °C. Common practice, no source. */
export const ESC_LIMIT_C = 110;

const ESC_MARGIN_C = 85;

/** Heat of one ESC in ordinary use, W, on average, at full throttle and between; and the pack's amps at full throttle. */
export interface EscHeat {
  readonly averageW: number;
  readonly fullW: number;
  readonly restW: number;
  readonly fullA: number;
}

const p = operatingPoint();

/** What one ESC loses in ordinary use from a supply, chopping included. One at a time, none re-entrant. */
export function escHeat(m: TrainModel, supply: Supply, use: MixedDemand): EscHeat {
  solveOperatingPoint(m, supply, 1, use.speedMs, p);
  const fullW = p.lossEscW / m.count;
  const fullA = p.batteryCurrentA;
  let restW =
    fullW * use.restShare ** 2 + (m.escSwitchingShare * use.restShare * p.electricalPowerW) / m.count;
  if (use.thrustN !== null) {
    const lifts = throttleForThrust(m, supply, use.thrustN, use.speedMs, p).ok;
    restW = lifts ? p.lossEscW / m.count : fullW;
  }
  return { averageW: use.fullShare * fullW + (1 - use.fullShare) * restW, fullW, restW, fullA };
}

/** Heat of the ESC in ordinary use: what it loses on average, chopping included, in the air it has. */
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
    const { esc, craft } = s.setup;
    const ratedA = esc?.continuousA;
    if (ratedA == null) return null;
    const { averageW: heatW, fullW, restW, fullA: amps } = escHeat(s.train, s.supply, s.ordinary);
    const air = airOf(s.model);
    const still = craft.kind === 'boat' && s.model.inWater;
    const value = escTemperatureC(heatW, ratedA, air, still);
    return {
      value,
      rating: ESC_LIMIT_C,
      marginLimit: ESC_MARGIN_C,
      working: () =>
        `Ordinary use, ${s.use.title}: ${showUnit(fullW, 'W')} of heat at full throttle (${showUnit(amps, 'A')} from the pack), ${showUnit(restW, 'W')} between, where it chops: ${showUnit(heatW, 'W')} on average. At its rating of ${show(ratedA)} A it is taken to be 55 K above moving air: ${showUnit(value, '°C')} in ${still ? 'a closed hull' : 'moving air'} of ${show(air)} °C. A guess within a third; a finger or a thermometer knows better.`
    };
  }
});
