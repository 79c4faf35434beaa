import { marksOf } from '../document/sources.ts';
import type { SetupDocument, Source } from '../document/schema.ts';
import { RELATIVE_SD, type Estimate, type FactorName } from './tolerance.ts';

/**
 * Where a figure of the document comes from, as far as it decides how surely it is known: as it says, else as such figures
 * usually do. What is typed or comes from the shelf is as sure as such figures are.
 */
export function sourceOf(setup: SetupDocument, path: string, otherwise: Source = 'label'): Source {
  const mark = marksOf(setup)[path];
  return mark === undefined || mark === 'typed' || mark === 'shelf' ? otherwise : mark;
}

/** The sources of a document's unknowns, and what had to be estimated on the way to numbers. */
export class Estimating {
  readonly sources: Record<FactorName, Source>;
  readonly estimates: Estimate[] = [];

  constructor(setup: SetupDocument) {
    this.sources = {
      kv: sourceOf(setup, 'motor.kvRpmPerVolt'),
      motorResistance: sourceOf(setup, 'motor.resistanceOhm'),
      noLoadCurrent: sourceOf(setup, 'motor.noLoadCurrentA'),
      batteryResistance: sourceOf(setup, 'battery.cellResistanceOhm', 'measured'),
      inductance:
        setup.motor.lineInductanceH == null ? 'estimated' : sourceOf(setup, 'motor.lineInductanceH'),
      wiringResistance: sourceOf(setup, 'wiring.resistanceOhm', 'estimated'),
      escResistance: sourceOf(setup, 'esc.resistanceOhm'),
      thrust: 'estimated',
      power: 'estimated'
    };
  }

  /** Notes an estimate of a figure that the document lacks, and gives its value. */
  take(
    factor: Exclude<FactorName, 'thrust' | 'power'>,
    estimate: Omit<Estimate, 'relativeSd'> & { readonly relativeSd?: number }
  ): number {
    this.sources[factor] = 'estimated';
    this.estimates.push({ relativeSd: RELATIVE_SD[factor].estimated, ...estimate });
    return estimate.value;
  }
}
