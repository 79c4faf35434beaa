import type { SetupDocument } from '../document/schema.ts';
import { INCH_M } from '../units/convert.ts';

/** A field of cell counts against propeller sizes where a count is at home. */
interface CellsField {
  readonly title: string;
  readonly inches: readonly [number, number];
  readonly series: readonly [number, number];
  /** Whether counts are at home there, not out of place. */
  readonly atHome: boolean;
}

/** Where counts of cells are at home on multirotors. Common practice, no source. A table of data. */
const CELLS_FIELDS: readonly CellsField[] = [
  { title: 'little reason', inches: [1, 3.5], series: [5, 6], atHome: false },
  { title: '6 best', inches: [4, 7], series: [6, 6], atHome: true },
  { title: '3, 4 usual', inches: [2, 5], series: [3, 4], atHome: true },
  { title: 'large rotors', inches: [10, 30], series: [6, 14], atHome: true }
];

/** Where a craft stands in the field of cells against propellers. */
export interface CellsPlace {
  readonly inches: number;
  readonly before: number;
  readonly after: number;
  readonly fields: readonly CellsField[];
  readonly says: string;
}

/** The place of a multirotor before and after; null for other craft. */
export function cellsPlaceOf(before: SetupDocument, after: SetupDocument): CellsPlace | null {
  if (after.craft.kind !== 'multirotor' || after.propulsor.kind !== 'propeller') return null;
  const inches = after.propulsor.diameterM / INCH_M;
  const size = `${inches.toFixed(1)} in`;
  const says =
    inches < 3.5
      ? `Below 3.5 in little is gained by 6 cells: the watts are few, and short leads carry them at 4 cells with hardly more heat. ${size} lies there.`
      : inches <= 7
        ? `From about 4 to 7 in 6 cells are at their best: the same watts at two thirds of the current, so less heat in leads, ESCs and pack. ${inches < 4 ? `${size} lies just below.` : `${size} lies there.`}`
        : `Beyond 7 in cells go with size: large rotors turn slowly, on a low KV or on fewer cells. ${size} lies there.`;
  return { inches, before: before.battery.series, after: after.battery.series, fields: CELLS_FIELDS, says };
}
