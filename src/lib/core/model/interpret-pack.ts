import { estimateCellResistanceOhm, resistanceTemperatureFactor } from '../parts/pack/cell-resistance.ts';
import { CHEMISTRIES } from '../parts/pack/chemistry.ts';
import { estimatePackMassKg } from '../parts/pack/estimate-mass.ts';
import { ageing } from '../parts/pack/state.ts';
import {
  capacityTemperatureFactor,
  packHeat,
  startTemperatureC,
  type PackInUse
} from '../parts/pack/under-load.ts';
import { LABEL_TEMPERATURE_C } from '../units/constants.ts';
import { show } from '../units/show.ts';
import { sourceOf, type Estimating } from './estimating.ts';
import type { SetupDocument } from '../document/schema.ts';

/** A pack turned into numbers, at the temperature it starts with and before a calibration. */
export interface InterpretedPack {
  /** Pulse resistance of the whole pack, ohm. */
  readonly ohm: number;
  readonly inUse: PackInUse;
  /** What its age adds to how surely the resistance is known, relative; 0 where it was measured. */
  readonly stateSd: number;
}

/** The setup's pack: resistance of its cells (estimated where the document has none), capacity and heat. */
export function interpretPack(setup: SetupDocument, e: Estimating): InterpretedPack {
  const { battery, environment } = setup;
  const { resistance } = CHEMISTRIES[battery.chemistry];
  const parallel = battery.parallel ?? 1;
  // a strand: cells side by side share the current
  const cellAh = battery.capacityAh / parallel;
  const newOhm =
    battery.cellResistanceOhm ??
    e.take('batteryResistance', {
      path: 'battery.cellResistanceOhm',
      title: 'resistance of one cell',
      value: estimateCellResistanceOhm(battery.chemistry, cellAh, battery.continuousC ?? null),
      unit: 'Ω',
      working: `${show(1000 * resistance.ohm)} mΩ × (20/C)^${resistance.byC} over (${show(cellAh)} Ah)^${resistance.byAh}`
    });
  const age = ageing(battery.state);
  const isMeasured = e.sources.batteryResistance === 'measured';
  const cellOhm = newOhm * (isMeasured ? 1 : age.resistance);
  const capacityAh =
    battery.capacityAh * (sourceOf(setup, 'battery.capacityAh') === 'measured' ? 1 : age.capacity);
  const airC = environment?.airTemperatureC ?? LABEL_TEMPERATURE_C;
  const packC = battery.temperatureC ?? startTemperatureC(airC);
  const massKg = battery.massKg ?? estimatePackMassKg(battery.chemistry, battery.series, battery.capacityAh);
  return {
    ohm: ((cellOhm * battery.series) / parallel) * resistanceTemperatureFactor(packC),
    inUse: {
      chemistry: battery.chemistry,
      capacityAh: capacityAh * capacityTemperatureFactor(packC),
      heat: packHeat(massKg, packC, airC)
    },
    stateSd: isMeasured ? 0 : age.resistanceSd
  };
}
