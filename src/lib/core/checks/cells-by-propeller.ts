import { INCH_M } from '../units/convert.ts';
import { show } from '../units/show.ts';
import { cells } from './candidates.ts';
import { check } from './check.ts';

/** Any count of cells: no propeller forbids one by itself. */
const ANY = 60;

/** Cells that a school sees a reason for with propellers of a diameter, inches. Common practice, no source. */
function mostCells(school: string, inches: number): number {
  if (school === 'best-6s') return inches < 4 ? 4 : inches <= 7 ? 6 : ANY;
  return inches < 3.5 ? 5 : ANY;
}

/** Cell count by propeller, multirotors: small propellers have no use for many cells. */
export const cellsByPropeller = check({
  id: 'cells-by-propeller',
  title: 'cells for the propeller',
  part: 'battery',
  unit: 'cells',
  wish: 'fewer cells or larger propellers',
  candidates: (s) => [cells(s, 'fewer', 3)],
  judge: (s) => {
    const { propulsor, battery } = s.setup;
    if (s.kind !== 'multirotor' || propulsor.kind !== 'propeller') return null;
    const inches = propulsor.diameterM / INCH_M;
    return {
      value: battery.series,
      digits: 1,
      rating: ANY,
      margin: 'cells-by-propeller',
      limitOf: (id) => mostCells(id, inches),
      working: () =>
        `${battery.series} cells turn ${show(inches)} in propellers. Below 3.5 in nothing is gained by six cells; from about 4 to 7 in six are at their best: the same watts at less current and less heat in leads and ESCs, not more torque.`
    };
  }
});
