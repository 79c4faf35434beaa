import { CHEMISTRIES } from '../battery/chemistry.ts';
import { show, showUnit } from '../units/show.ts';
import { judge, unknown, type Check } from './check.ts';
import { capacities, lighterPropulsors } from './ladders.ts';

/** Loaded volts per cell at full throttle when the usable share is spent. */
export const cellVoltage: Check = {
  id: 'cell-voltage',
  ladders: (s) => [capacities(s), lighterPropulsors(s)],
  run: (c) => {
    if (!c.last)
      return unknown(
        'cell-voltage',
        'volts per cell',
        'battery',
        'V',
        'the supply holds its volts: no cell to look at'
      );
    const { battery } = c.i.setup;
    const chemistry = CHEMISTRIES[battery.chemistry];
    const series = c.i.model.series;
    const value = c.last.cellVoltageV;
    const floor = battery.cutoffCellV ?? chemistry.loadedFloorV;
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
        marginLimit: Math.max(floor, chemistry.loadedMarginV),
        working: `With ${show(100 * (c.last.stateOfCharge ?? 0))} % left a resting cell shows ${showUnit(rest, 'V')}; at ${showUnit(c.last.batteryCurrentA, 'A')} it sags by ${showUnit(sag, 'V')} to ${showUnit(value, 'V')}. Floor ${showUnit(floor, 'V')}.`
      },
      c.schools
    );
  }
};
