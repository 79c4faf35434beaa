import { CHEMISTRIES } from '../battery/chemistry.ts';
import { show, showUnit } from '../units/show.ts';
import { judge, type Check } from './check.ts';
import { capacities, lighterPropulsors } from './ladders.ts';

/** Loaded volts per cell at full throttle when the usable share is spent; those that are held, where they are. */
export const cellVoltage: Check = {
  id: 'cell-voltage',
  ladders: (s) => [capacities(s), lighterPropulsors(s)],
  run: (c) => {
    const { battery } = c.i.setup;
    const chemistry = CHEMISTRIES[battery.chemistry];
    const series = c.i.model.series;
    const floor = battery.cutoffCellV ?? chemistry.loadedFloorV;
    const marginLimit = Math.max(floor, chemistry.loadedMarginV);
    if (!c.last) {
      // a meter's reading under load: it is the loaded cell itself
      const held = c.worst.batteryVoltageV / series;
      return judge(
        {
          id: 'cell-voltage',
          title: 'volts per cell, held',
          part: 'battery',
          unit: 'V',
          direction: 'above',
          value: held,
          rating: floor,
          marginLimit,
          working: `${showUnit(c.worst.batteryVoltageV, 'V')} held at the pack / ${series} cells = ${showUnit(held, 'V')}. Floor ${showUnit(floor, 'V')}; what the pack does later the held volts do not tell.`
        },
        c.schools
      );
    }
    const value = c.last.cellVoltageV;
    // the current's band moves the sag
    const sag = c.last.openCircuitV / series - value;
    const band = c.last.band?.batteryCurrentA;
    const scale = (amps: number) => c.last!.openCircuitV / series - (sag * amps) / c.last!.batteryCurrentA;
    const rest = c.last.openCircuitV / series;
    return judge(
      {
        id: 'cell-voltage',
        title: 'volts per cell at the end',
        part: 'battery',
        unit: 'V',
        direction: 'above',
        value,
        band: band && c.last.batteryCurrentA > 0 ? [scale(band[1]), scale(band[0])] : null,
        rating: floor,
        marginLimit,
        working: `With ${show(100 * (c.last.stateOfCharge ?? 0))} % left a resting cell shows ${showUnit(rest, 'V')}; at ${showUnit(c.last.batteryCurrentA, 'A')} it sags by ${showUnit(sag, 'V')} to ${showUnit(value, 'V')}. Floor ${showUnit(floor, 'V')}.`
      },
      c.schools
    );
  }
};
