/** Most rows that one paste may fill. */
const MOST_ROWS = 500;

/**
 * Cells copied from a spreadsheet, put into a grid from one cell on: rows are added below where they are needed, what would
 * stand right of the last column is left out.
 * @param grid rows of cells, all as long as `columns`
 * @returns the new grid; null where the text is one cell only, which the field takes by itself
 */
export function pasted(
  grid: readonly (readonly string[])[],
  text: string,
  at: { readonly row: number; readonly column: number },
  columns: number
): string[][] | null {
  const rows = text.replace(/\r\n?/g, '\n').replace(/\n+$/, '').split('\n').slice(0, MOST_ROWS);
  const cells = rows.map((row) => row.split('\t'));
  if (cells.length === 1 && cells[0].length === 1) return null;
  const filled = grid.map((row) => [...row]);
  cells.forEach((row, down) => {
    filled[at.row + down] ??= Array.from({ length: columns }, () => '');
    row.slice(0, columns - at.column).forEach((cell, right) => {
      filled[at.row + down][at.column + right] = cell.trim();
    });
  });
  return filled;
}
