/**
 * Probability that a standard normal figure lies further out than |z|, both ways: erfc(|z|/√2).
 * erfc(x) ≈ (a₁ t + … + a₅ t⁵) e^(−x²), t = 1/(1 + 0.3275911 x); Abramowitz and Stegun 1964, 7.1.26, good to 1.5e−7.
 */
export function normalTail(z: number): number {
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const series =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  return Math.min(series * Math.exp(-x * x), 1);
}

/**
 * Probability that a chi-square figure of n degrees of freedom is larger than x: (x/n)^⅓ is nearly normal with mean
 * 1 − 2/(9n) and variance 2/(9n). Wilson and Hilferty 1931; good to about 0.01 from two degrees on.
 */
export function chiSquareTail(x: number, n: number): number {
  const v = 2 / (9 * n);
  const z = (Math.cbrt(Math.max(x, 0) / n) - (1 - v)) / Math.sqrt(v);
  return z > 0 ? 0.5 * normalTail(z) : 1 - 0.5 * normalTail(z);
}
