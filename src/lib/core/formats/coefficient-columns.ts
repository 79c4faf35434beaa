/** Propeller coefficient columns (J, CT, CP) in whitespace or CSV text. */
export function parseCoefficients(
  text: string
): { ok: true; advanceRatio: number[]; thrust: number[]; power: number[] } | { ok: false; message: string } {
  const lines = text
    .trim()
    .split(/\r?\n/)
    .map((l) => l.trim())
    .filter((l) => l !== '' && !l.startsWith('#'));
  const cells = lines.map((l) => l.split(/[\s,;]+/));
  let order = [0, 1, 2];
  let first = 0;
  if (cells.length > 0 && cells[0].some((c) => Number.isNaN(Number(c)))) {
    const heads = cells[0].map((h) => h.toLowerCase().replace(/[^a-z]/g, ''));
    order = ['j', 'ct', 'cp'].map((name) => heads.indexOf(name));
    if (order.includes(-1))
      return { ok: false, message: `the header is "${lines[0]}"; it should name J, CT and CP.` };
    first = 1;
  }
  const columns: [number[], number[], number[]] = [[], [], []];
  for (let at = first; at < cells.length; at++) {
    const values = order.map((c) => Number(cells[at][c]));
    if (values.some((v) => !Number.isFinite(v)))
      return {
        ok: false,
        message: `line ${at + 1} is "${lines[at]}"; it should hold three numbers: J, CT, CP.`
      };
    values.forEach((v, c) => columns[c].push(v));
  }
  if (columns[0].length < 2) return { ok: false, message: 'give at least two rows of J, CT and CP.' };
  for (let k = 1; k < columns[0].length; k++)
    if (!(columns[0][k] > columns[0][k - 1]))
      return {
        ok: false,
        message: `J must rise from row to row; it is ${columns[0][k]} after ${columns[0][k - 1]}.`
      };
  return { ok: true, advanceRatio: columns[0], thrust: columns[1], power: columns[2] };
}
