import { readPath } from '../document/change.ts';
import { fieldTitle } from '../document/field-title.ts';
import type { SetupDocument } from '../document/schema.ts';
import { showUnit } from '../units/show.ts';
import { unitOfField } from '../units/unit-of-field.ts';
import { RELATIVE_SD, type Estimate } from './tolerance.ts';

/** Spread of figures that bands know, by their path; of others a band knows nothing. */
const SPREAD: Readonly<Record<string, number>> = {
  'motor.kvRpmPerVolt': RELATIVE_SD.kv.estimated,
  'motor.resistanceOhm': RELATIVE_SD.motorResistance.estimated,
  'motor.noLoadCurrentA': RELATIVE_SD.noLoadCurrent.estimated,
  'battery.cellResistanceOhm': RELATIVE_SD.batteryResistance.estimated,
  'esc.resistanceOhm': RELATIVE_SD.escResistance.estimated
};

/**
 * Figures that the document gives and marks as estimated: a first sketch or a fitting chose them, or they followed another
 * part's size. `relativeSd` is 0 where no band counts them.
 * @param known paths that are listed already
 */
export const markedEstimates = (setup: SetupDocument, known: ReadonlySet<string>): Estimate[] =>
  Object.entries(setup.sources ?? {}).flatMap(([path, source]): Estimate[] => {
    const value = readPath(setup, path);
    if (source !== 'estimated' || known.has(path) || typeof value !== 'number') return [];
    const unit = unitOfField(path.split('.').at(-1) as string);
    return [
      {
        path,
        title: fieldTitle(path),
        value,
        unit,
        relativeSd: SPREAD[path] ?? 0,
        working: `${showUnit(value, unit, 4)} stands in the setup for want of the real figure; give it when you know it`
      }
    ];
  });
