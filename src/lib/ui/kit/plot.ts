/** Where the values of a plot are drawn, px within its drawing, and how large the drawing is. */
export interface PlotBox {
  left: number;
  right: number;
  top: number;
  bottom: number;
  width: number;
  height: number;
}

/** A place on an axis, px, with what stands at it. */
export interface Tick {
  at: number;
  text: string;
  strong?: boolean;
}

/** The box that margins leave of a drawing; all px. */
export const plotBox = (
  width: number,
  height: number,
  margin: { left: number; right: number; top: number; bottom: number }
): PlotBox => ({
  left: margin.left,
  right: width - margin.right,
  top: margin.top,
  bottom: height - margin.bottom,
  width,
  height
});

/** The round figures of a scale, about so many of them. */
export const ticksOf = (
  scale: { (value: number): number; ticks: (count: number) => number[] },
  count: number
): Tick[] => scale.ticks(count).map((value) => ({ at: scale(value), text: String(value) }));

/** Height of a label's line, px. */
const LABEL_PX = 13;

/** Labels at heights of their own, from top to bottom, moved down where they would lie on each other. */
export function movedApart<T extends { y: number }>(labels: readonly T[]): T[] {
  const placed: T[] = [];
  for (const label of labels.toSorted((a, b) => a.y - b.y)) {
    const above = placed[placed.length - 1];
    placed.push({ ...label, y: above ? Math.max(label.y, above.y + LABEL_PX) : label.y });
  }
  return placed;
}

/** An upright cross, the mark of what was measured. */
export const crossAt = (x: number, y: number, half = 4): string =>
  `M${x - half} ${y}h${2 * half}M${x} ${y - half}v${2 * half}`;
