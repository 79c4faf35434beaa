import type { UnitChoice } from '../../core/units/quantity.ts';

/** What the settings screen changes. */
export interface Settings {
  units: UnitChoice;
  schools: Record<string, string>;
}
