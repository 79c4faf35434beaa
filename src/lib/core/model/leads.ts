import type { SetupDocument } from '../document/schema.ts';
import { insulationOf, PLUG_LIMIT_C, TOUCH_C, type Insulation } from '../parts/wiring/insulation.ts';
import { keptAmpacityA, spellAmpacityA } from '../parts/wiring/lead-heat.ts';

/** Air that leads are judged in at least, °C: ratings are kept on a summer's day too. Common practice, no source. */
const SUMMER_C = 25;

/** What leads of a gauge carry in a craft. */
interface LeadLimits {
  readonly insulation: Insulation;
  /** Air they lie in, °C. */
  readonly airC: number;
  /** Amps for as long as you like that keep them fit to hold. */
  readonly touchA: number;
  /** Amps that bring insulation or plugs to their limit within the spell, and which that is, °C. */
  readonly limitA: number;
  readonly limitC: number;
}

/** Air round the leads of a craft, °C: that of its environment, and at least a summer's day. */
export const leadAirC = (setup: SetupDocument): number =>
  Math.max(setup.environment?.airTemperatureC ?? SUMMER_C, SUMMER_C);

/**
 * What leads of a gauge carry in a setup.
 * @param spellS how long full throttle is held, s; Infinity for as long as you like
 */
export function leadLimits(setup: SetupDocument, awg: number, spellS: number): LeadLimits {
  const insulation = insulationOf(setup.wiring?.insulation);
  const airC = leadAirC(setup);
  const limitC = Math.min(insulation.limitC, PLUG_LIMIT_C);
  return {
    insulation,
    airC,
    touchA: keptAmpacityA(awg, Math.min(TOUCH_C, limitC), airC),
    limitA: spellAmpacityA(awg, limitC, airC, spellS),
    limitC
  };
}
