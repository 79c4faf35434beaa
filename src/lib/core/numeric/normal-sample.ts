/**
 * Standard normal quantile by the rational approximation of P. J. Acklam (2003), relative error below 1.2e-9.
 * @param p probability in (0, 1)
 */
export function normalQuantile(p: number): number {
  if (!(p > 0 && p < 1)) throw new RangeError(`normalQuantile: p = ${p} is outside (0, 1)`);
  const a = [
    -3.969683028665376e1, 2.209460984245205e2, -2.759285104469687e2, 1.38357751867269e2, -3.066479806614716e1,
    2.506628277459239
  ];
  const b = [
    -5.447609879822406e1, 1.615858368580409e2, -1.556989798598866e2, 6.680131188771972e1, -1.328068155288572e1
  ];
  const c = [
    -7.784894002430293e-3, -3.223964580411365e-1, -2.400758277161838, -2.549732539343734, 4.374664141464968,
    2.938163982698783
  ];
  const d = [7.784695709041462e-3, 3.224671290700398e-1, 2.445134137142996, 3.754408661907416];
  if (p < 0.02425) {
    const q = Math.sqrt(-2 * Math.log(p));
    return (
      (((((c[0] * q + c[1]) * q + c[2]) * q + c[3]) * q + c[4]) * q + c[5]) /
      ((((d[0] * q + d[1]) * q + d[2]) * q + d[3]) * q + 1)
    );
  }
  if (p > 1 - 0.02425) return -normalQuantile(1 - p);
  const q = p - 0.5;
  const r = q * q;
  return (
    ((((((a[0] * r + a[1]) * r + a[2]) * r + a[3]) * r + a[4]) * r + a[5]) * q) /
    (((((b[0] * r + b[1]) * r + b[2]) * r + b[3]) * r + b[4]) * r + 1)
  );
}

/**
 * Quasi-random standard normal vectors: the additive recurrence of M. Roberts (2018, "R-sequence": fractional parts
 * of multiples of the powers of the generalised golden ratio), through the normal quantile; every row is followed by
 * its mirror image and every column scaled, so that mean and variance are exactly 0 and 1 even in short samples. The
 * same on every machine and every run.
 * @param count number of rows, even
 * @returns row-major array of `count` rows of `dimensions` values
 */
export function normalSample(count: number, dimensions: number): Float64Array {
  if (count % 2 !== 0)
    throw new RangeError(`normalSample: count = ${count} is odd; rows come in mirrored pairs`);
  let ratio = 2;
  for (let i = 0; i < 60; i++) ratio = Math.pow(1 + ratio, 1 / (dimensions + 1));
  const out = new Float64Array(count * dimensions);
  for (let d = 0; d < dimensions; d++) {
    const step = Math.pow(1 / ratio, d + 1);
    let square = 0;
    for (let i = 0; i < count / 2; i++) {
      const u = (0.5 + step * (i + 1)) % 1;
      const z = normalQuantile(Math.min(Math.max(u, 1e-9), 1 - 1e-9));
      out[2 * i * dimensions + d] = z;
      out[(2 * i + 1) * dimensions + d] = -z;
      square += 2 * z * z;
    }
    const scale = Math.sqrt(count / square);
    for (let i = 0; i < count; i++) out[i * dimensions + d] *= scale;
  }
  return out;
}
