/**
 * Lower Cholesky factor of a symmetric positive semidefinite matrix, row by row; a direction without variance stays
 * without.
 * @param a n × n, row by row
 */
export function cholesky(a: Float64Array, n: number): Float64Array {
  const l = new Float64Array(n * n);
  for (let j = 0; j < n; j++) {
    for (let row = j; row < n; row++) {
      let sum = a[row * n + j];
      for (let k = 0; k < j; k++) sum -= l[row * n + k] * l[j * n + k];
      if (row === j) l[j * n + j] = sum > 1e-14 ? Math.sqrt(sum) : 0;
      else l[row * n + j] = l[j * n + j] > 0 ? sum / l[j * n + j] : 0;
    }
  }
  return l;
}
