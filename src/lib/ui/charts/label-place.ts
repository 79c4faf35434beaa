/** A curve as it is drawn, px: one height for each abscissa, NaN where there is none. */
export type CurvePx = readonly number[];

/** Box that labels keep within, px. */
interface Panel {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** Height of a label above its base line, and the air it wants to any line, px. */
const TALL = 10;
const AIR = 5;
/** Width of a letter of a chart's labels, px, on the wide side. */
const LETTER = 6.5;

/**
 * Where a curve's name stands, px: beside the curve, inside the panel, and as far from every other curve as it can be, so
 * that it sits on no line. Ties go to the right, where curves have parted.
 * @param xs abscissas, px, rising; @param own the curve that is named; @param others the others
 */
export function labelPlace(
  name: string,
  xs: readonly number[],
  own: CurvePx,
  others: readonly CurvePx[],
  panel: Panel
): { x: number; y: number } {
  const half = (LETTER * name.length) / 2;
  let best = { x: panel.left + half, y: panel.top + TALL, clear: -Infinity };
  const from = xs.findIndex((x) => x >= panel.left + half);
  for (let k = Math.max(from, 0); k < xs.length && xs[k] <= panel.right - half; k++) {
    if (!Number.isFinite(own[k])) continue;
    const [a, b] = [xs[k] - half, xs[k] + half];
    const within = xs.map((x, i) => (x >= a && x <= b ? i : -1)).filter((i) => i >= 0);
    const heights = (line: CurvePx): number[] => within.map((i) => line[i]).filter((y) => Number.isFinite(y));
    const ownBeside = heights(own);
    for (const y of [Math.min(...ownBeside) - AIR, Math.max(...ownBeside) + AIR + TALL]) {
      if (y - TALL < panel.top || y > panel.bottom) continue;
      const gaps = others.flatMap(heights).map((line) => Math.max(y - TALL - line, line - y));
      // a label need not be farther from its neighbours than it is long
      const clear = Math.min(half, ...gaps);
      if (clear >= best.clear) best = { x: xs[k], y, clear };
    }
  }
  return { x: best.x, y: best.y };
}

/** On which side of its line a mark's name stands: to the left where it would run out of the panel to the right. */
export const markSide = (name: string, x: number, panel: Panel): { x: number; anchor: 'start' | 'end' } =>
  x + 3 + LETTER * name.length > panel.right ? { x: x - 3, anchor: 'end' } : { x: x + 3, anchor: 'start' };
