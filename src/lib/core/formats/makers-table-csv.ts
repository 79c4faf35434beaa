import type { RowError } from '../text/row-error.ts';
import { csvText, readCsv } from '../text/csv.ts';
import { cellsOf, tableOfCells } from '../shelf/makers-table.ts';
import type { MakersRow } from '../document/makers-row.ts';
import type { PortablePart } from './part-csv.ts';

/** Columns of the file of maker's tables: whose, which, and the row as it is typed. */
export const TABLE_COLUMNS = [
  'motor',
  'table',
  'volts',
  'prop',
  'throttle (%)',
  'amps',
  'watts',
  'thrust (g)',
  'rpm'
] as const;

/** Every maker's table of the shelf's motors in one file. */
export const makersTablesToCsv = (parts: readonly PortablePart[]): string =>
  csvText(
    TABLE_COLUMNS,
    parts.flatMap((p) =>
      (p.tables ?? []).flatMap((t) => cellsOf(t.rows).map((cells) => [p.name, t.title, ...cells]))
    )
  );

/** Reads the file back: tables by motor's name. */
export function makersTablesFromCsv(text: string): {
  tables: Map<string, { title: string; rows: MakersRow[] }[]>;
  errors: RowError[];
} {
  const read = readCsv(text);
  if (!read.ok) return { tables: new Map(), errors: [read.error] };
  const groups = new Map<string, Map<string, string[][]>>();
  for (const [motor = '', title = '', ...cells] of read.rows.slice(1)) {
    const ofMotor = groups.get(motor) ?? new Map<string, string[][]>();
    const rows = ofMotor.get(title) ?? [];
    rows.push(cells);
    ofMotor.set(title, rows);
    groups.set(motor, ofMotor);
  }
  const errors: RowError[] = [];
  const tables = new Map(
    [...groups].map(([motor, list]) => [
      motor,
      [...list].map(([title, cells]) => {
        const read = tableOfCells(cells);
        for (const p of read.problems) if (p.unread) errors.push(p);
        return { title, rows: read.rows };
      })
    ])
  );
  return { tables, errors };
}
