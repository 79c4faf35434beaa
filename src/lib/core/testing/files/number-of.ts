/** What meters write where they read nothing. */
const NOTHING = /^(|-+|nan|n\/?a|null|none|inf|-inf|\?)$/i;

/**
 * A figure in a cell: a number with decimal point or comma, thousands parted or not, a unit behind it or none.
 * @returns null where the cell is empty or says that nothing was read; NaN where it holds something that is no number
 */
export function numberOf(cell: string, decimal: '.' | ','): number | null {
  // the usual case first: this is asked for millions of cells
  if (decimal === '.' && cell !== '') {
    const quick = Number(cell);
    if (Number.isFinite(quick) && cell.trim() !== '' && !/^\s*0[xbo]/i.test(cell)) return quick;
  }
  const text = cell.trim();
  if (NOTHING.test(text)) return null;
  const m = /^([+-]?)([\d.,' \u00a0\u2009\u202f]+)(e[+-]?\d+)?\s*([a-zµμΩ°²/%]{0,5})$/i.exec(text);
  if (!m) return NaN;
  const other = decimal === '.' ? ',' : '.';
  const digits = m[2].replace(/[' \u00a0\u2009\u202f]/g, '');
  const [whole, ...rest] = digits.split(decimal);
  if (rest.length > 1) return NaN;
  // thousands stand in groups of three, and only before the decimal sign
  if (whole.includes(other) && !/^\d{1,3}([.,]\d{3})+$/.test(whole)) return NaN;
  if (rest[0]?.includes(other)) return NaN;
  const joined = `${whole.replaceAll(other, '')}${rest.length > 0 ? `.${rest[0]}` : ''}`;
  return /\d/.test(joined) ? Number(`${m[1]}${joined}${m[3] ?? ''}`) : NaN;
}
