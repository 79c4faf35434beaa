import { estimateCellResistanceOhm, resistanceTemperatureFactor } from '../parts/pack/cell-resistance.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { estimatePackMassKg } from '../parts/pack/estimate-mass.ts';
import {
  capacityTemperatureFactor,
  packHeat,
  startTemperatureC,
  type PackInUse
} from '../parts/pack/under-load.ts';
import { LABEL_TEMPERATURE_C } from '../units/constants.ts';
import { show } from '../units/show.ts';
import type { Estimating } from './estimating.ts';
import type { SetupDocument } from '../document/schema.ts';

/** A pack turned into numbers, at the temperature it starts with and before a calibration. */
export interface InterpretedPack {
  /** Pulse resistance of the whole pack, ohm. */
  readonly ohm: number;
  readonly inUse: PackInUse;
}

/** The setup's pack: resistance of its cells (estimated where the document has none), capacity and heat. */
export function interpretPack({ battery, environment }: SetupDocument, e: Estimating): InterpretedPack {
  const parallel = battery.parallel ?? 1;
  // a strand: cells side by side share the current
  const cellAh = battery.capacityAh / parallel;
  const cellOhm =
    battery.cellResistanceOhm ??
    e.take('batteryResistance', {
      path: 'battery.cellResistanceOhm',
      title: 'resistance of one cell',
      value: estimateCellResistanceOhm(battery.chemistry, cellAh, battery.continuousC ?? null),
      unit: 'Ω',
      working: `R Ah = ${show(CHEMISTRIES[battery.chemistry].resistanceOhmAh * 1000)} mΩ Ah × (20/C)^0.7 over ${show(cellAh)} Ah`
    });
  const airC = environment?.airTemperatureC ?? LABEL_TEMPERATURE_C;
  const packC = battery.temperatureC ?? startTemperatureC(airC);
  const massKg = battery.massKg ?? estimatePackMassKg(battery.chemistry, battery.series, battery.capacityAh);
  return {
    ohm: ((cellOhm * battery.series) / parallel) * resistanceTemperatureFactor(packC),
    inUse: {
      chemistry: battery.chemistry,
      capacityAh: battery.capacityAh * capacityTemperatureFactor(packC),
      heat: packHeat(massKg, packC, airC)
    }
  };
}
