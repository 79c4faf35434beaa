import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { show, showUnit } from '../units/show.ts';
import { lighterPropulsors } from './propulsor-candidates.ts';
import { capacities } from './candidates.ts';
import { check } from './check.ts';

/** Loaded volts per cell at full throttle when the usable share is spent; those that are held, where they are. */
export const cellVoltage = check({
  id: 'cell-voltage',
  title: 'volts per cell at the end',
  part: 'battery',
  unit: 'V',
  rail: 'battery',
  wish: 'a pack that sags less',
  byPack: true,
  candidates: (s) => [capacities(s), lighterPropulsors(s)],
  judge: (s) => {
    const { battery } = s.setup;
    const chemistry = CHEMISTRIES[battery.chemistry];
    const series = s.powertrain.series;
    const floor = battery.cutoffCellV ?? chemistry.loadedFloorV;
    const marginLimit = Math.max(floor, chemistry.loadedMarginV);
    const { last } = s;
    if (!last) {
      // a meter's reading under load: it is the loaded cell itself
      const held = s.worst.batteryVoltageV / series;
      return {
        title: 'volts per cell, held',
        direction: 'above',
        value: held,
        rating: floor,
        marginLimit,
        working: () =>
          `${showUnit(s.worst.batteryVoltageV, 'V')} held at the pack / ${series} cells = ${showUnit(held, 'V')}. Floor ${showUnit(floor, 'V')}; what the pack does later the held volts do not tell.`
      };
    }
    const value = last.cellVoltageV;
    // the current's band moves the sag
    const sag = last.openCircuitV / series - value;
    const band = last.band?.batteryCurrentA;
    const scale = (amps: number) => last.openCircuitV / series - (sag * amps) / last.batteryCurrentA;
    const rest = last.openCircuitV / series;
    return {
      direction: 'above',
      value,
      band: band && last.batteryCurrentA > 0 ? [scale(band[1]), scale(band[0])] : null,
      rating: floor,
      marginLimit,
      working: () =>
        `With ${show(100 * (last.stateOfCharge ?? 0))} % left a resting cell shows ${showUnit(rest, 'V')}; at ${showUnit(last.batteryCurrentA, 'A')} it sags by ${showUnit(sag, 'V')} to ${showUnit(value, 'V')}. Floor ${showUnit(floor, 'V')}.`
    };
  }
});
