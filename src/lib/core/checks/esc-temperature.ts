import { escTemperatureC } from '../parts/esc/heat.ts';
import { airOf } from '../train/heat-run.ts';
import { operatingPoint, solveOperatingPoint } from '../train/operating-point.ts';
import { throttleForThrust } from '../train/throttle-for-thrust.ts';
import { show, showUnit } from '../units/show.ts';
import { heavierPropulsors, largerEscs, lighterPropulsors } from './candidates.ts';
import { check } from './check.ts';

/** Temperature at which an ESC throttles or fails, and at which it should be left alone, °C. Common practice, no source. */
const ESC_LIMIT_C = 110;

const ESC_MARGIN_C = 85;

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
    const m = s.train;
    const { openCircuitV, packOhm } = s.supply;
    const use = s.ordinary;
    const p = operatingPoint();
    solveOperatingPoint(m, { openCircuitV, packOhm }, 1, use.speedMs, p);
    const fullW = p.lossEscW / m.count;
    const amps = p.batteryCurrentA;
    let restW =
      fullW * use.restShare ** 2 + (m.escSwitchingShare * use.restShare * p.electricalPowerW) / m.count;
    if (use.thrustN !== null) {
      const lifts = throttleForThrust(m, { openCircuitV, packOhm }, use.thrustN, use.speedMs, p).ok;
      restW = lifts ? p.lossEscW / m.count : fullW;
    }
    const heatW = use.fullShare * fullW + (1 - use.fullShare) * restW;
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
