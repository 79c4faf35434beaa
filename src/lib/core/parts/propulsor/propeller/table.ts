import type { Fluid } from '../../../fluids/air.ts';
import { tablePerformance, U_STEPS, uAt, type TablePerformance } from '../performance.ts';
import { bladeElementLoad, bladeStations, type PropellerGeometry } from './blade-element.ts';

/** Table of a propeller over advance coordinate and tip speed; each row is made when a solution first needs it. */
export function propellerTable(geometry: PropellerGeometry, fluid: Fluid): TablePerformance {
  const load = new Float64Array(2);
  const stations = bladeStations(geometry);
  const d = geometry.diameterM;
  return tablePerformance((tipSpeedMs) => {
    const row = new Float64Array(2 * (U_STEPS + 1));
    for (const station of stations) station.phi = station.phiBefore = Number.NaN;
    for (let step = 0; step <= U_STEPS; step++) {
      const u = uAt(step);
      // n D and V that give this u at this helical tip speed
      const blade = 1 - Math.abs(u);
      const scale = tipSpeedMs / Math.sqrt((Math.PI * blade) ** 2 + u * u);
      const bladeMs = blade * scale;
      const speedMs = u * scale;
      bladeElementLoad(geometry, stations, fluid, (2 * Math.PI * bladeMs) / d, speedMs, load);
      const square = fluid.densityKgM3 * (bladeMs * bladeMs + speedMs * speedMs);
      row[2 * step] = load[0] / (square * d * d);
      row[2 * step + 1] = load[1] / (square * d * d * d);
    }
    return row;
  });
}
