import { escTemperatureC } from '../esc/heat.ts';
import { airOf } from '../train/heat-run.ts';
import { meetDemand } from '../train/demand.ts';
import { operatingPoint, solveOperatingPoint } from '../train/operating-point.ts';
import { throttleForThrust } from '../train/throttle-for-thrust.ts';
import { mixedDemand, mixedUseOf } from '../train/mixed-use.ts';
import { show, showUnit } from '../units/show.ts';
import { judge, type Check } from './check.ts';
import { capacities, heavierPropulsors, higherC, largerEscs, lighterPropulsors } from './ladders.ts';

/** Temperature at which an ESC throttles or fails, and at which it should be left alone, °C. Common practice, no source. */
const ESC_LIMIT_C = 110;
const ESC_MARGIN_C = 85;

/** Heat of the ESC in ordinary use: what it loses on average, chopping included, in the air it has. */
export const escTemperature: Check = {
  id: 'esc-temperature',
  ladders: (s) => [largerEscs(s), lighterPropulsors(s), heavierPropulsors(s)],
  run: (c) => {
    const { esc, craft } = c.i.setup;
    if (esc?.continuousA == null) return null;
    const m = c.i.model;
    const { openCircuitV, packOhm } = c.supply;
    const use = mixedDemand(craft, c.usualSpeedMs);
    const p = operatingPoint();
    solveOperatingPoint(m, openCircuitV, packOhm, 1, use.speedMs, p);
    const fullW = p.lossEscW / m.count;
    const amps = p.batteryCurrentA;
    let restW =
      fullW * use.restShare ** 2 + (m.escSwitchingShare * use.restShare * p.electricalPowerW) / m.count;
    if (use.thrustN !== null) {
      const lifts = throttleForThrust(m, openCircuitV, packOhm, use.thrustN, use.speedMs, p).ok;
      restW = lifts ? p.lossEscW / m.count : fullW;
    }
    const heatW = use.fullShare * fullW + (1 - use.fullShare) * restW;
    const air = airOf(c.i);
    const still = craft.kind === 'boat' && c.i.inWater;
    const value = escTemperatureC(heatW, esc.continuousA, air, still);
    return judge(
      {
        id: 'esc-temperature',
        title: 'ESC temperature',
        part: 'esc',
        unit: '°C',
        value,
        rating: ESC_LIMIT_C,
        marginLimit: ESC_MARGIN_C,
        working: `Ordinary use, ${mixedUseOf(craft).title}: ${showUnit(fullW, 'W')} of heat at full throttle (${showUnit(amps, 'A')} from the pack), ${showUnit(restW, 'W')} between, where it chops: ${showUnit(heatW, 'W')} on average. At its rating of ${show(esc.continuousA)} A it is taken to be 55 K above moving air: ${showUnit(value, '°C')} in ${still ? 'a closed hull' : 'moving air'} of ${show(air)} °C. A guess within a third; a finger or a thermometer knows better.`
      },
      c.schools
    );
  }
};

/** Pack temperatures: best below 50, never above 60 °C. Common practice, no source. */
const PACK_LIMIT_C = 60;
const PACK_MARGIN_C = 50;

/** Warmth of the pack when ordinary use has emptied it. */
export const packTemperature: Check = {
  id: 'pack-temperature',
  ladders: (s) => [capacities(s), higherC(s), lighterPropulsors(s)],
  run: (c) => {
    const mixed = c.lasting('mixed');
    if (!mixed || mixed.packC === null) return null;
    const { heat } = c.i.packInUse;
    const drawn = meetDemand(
      c.i.model,
      mixedDemand(c.i.setup.craft, c.usualSpeedMs),
      c.supply.openCircuitV,
      c.supply.packOhm
    );
    return judge(
      {
        id: 'pack-temperature',
        title: 'pack temperature',
        part: 'battery',
        unit: '°C',
        value: mixed.packC,
        rating: PACK_LIMIT_C,
        marginLimit: PACK_MARGIN_C,
        working: `From ${show(heat.startC)} °C, ${drawn ? `${showUnit(drawn.heatW, 'W')} of heat at first (I² R on average), ` : ''}${show(heat.joulePerK)} J/K of pack and ${show(heat.kelvinPerW)} K/W to the air: ${showUnit(mixed.packC, '°C')} after ${showUnit(mixed.seconds / 60, 'min')} of ordinary use. Warm hands: 45 °C is hot to hold, 60 °C ends packs.`
      },
      c.schools
    );
  }
};
