/** Linear interpolation in a table with rising `x`; held at the ends (callers check the range themselves). */
export function interpolate(x: readonly number[], y: readonly number[], at: number): number {
  const last = x.length - 1;
  if (at <= x[0]) return y[0];
  if (at >= x[last]) return y[last];
  let i = 1;
  while (x[i] < at) i++;
  return y[i - 1] + ((y[i] - y[i - 1]) * (at - x[i - 1])) / (x[i] - x[i - 1]);
}
