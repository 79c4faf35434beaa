import type { UnitContext } from '../../registry/channels.ts';
import type { SetupDocument } from '../../document/schema.ts';

/** Poles of a motor whose label does not say: the commonest outrunner has fourteen. Common practice, no source. */
const USUAL_POLES = 14;

/** What of a setup the units of a meter need. */
export const unitContextOf = (setup: SetupDocument): UnitContext => ({
  series: setup.battery.series,
  poles: setup.motor.poles ?? USUAL_POLES,
  blades: setup.propulsor.blades ?? 2,
  gearRatio: setup.gearRatio ?? 1
});
