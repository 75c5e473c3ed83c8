/*
 * Symmetric positive definite systems as dense rows in one typed array. Our own because the core has no packages and
 * the fit factors a few hundred unknowns many times over; checked against `ml-matrix`.
 */

/** Lower factor L of A = L Lᵀ, in place of A's lower triangle; `a` is n x n, by rows. False when A is not positive definite. */
export function factorise(a: Float64Array, n: number): boolean {
  for (let i = 0; i < n; i++) {
    const row = i * n;
    for (let j = 0; j <= i; j++) {
      const other = j * n;
      let sum = a[row + j];
      for (let k = 0; k < j; k++) sum -= a[row + k] * a[other + k];
      if (i === j) {
        if (!(sum > 0)) return false;
        a[row + i] = Math.sqrt(sum);
      } else a[row + j] = sum / a[other + j];
    }
  }
  return true;
}

/** Solves L Lᵀ x = b for a factor of {@link factorise}. */
export function solveWith(l: Float64Array, n: number, b: Float64Array): Float64Array {
  const x = Float64Array.from(b);
  for (let i = 0; i < n; i++) {
    let sum = x[i];
    for (let k = 0; k < i; k++) sum -= l[i * n + k] * x[k];
    x[i] = sum / l[i * n + i];
  }
  for (let i = n - 1; i >= 0; i--) {
    const value = x[i] / l[i * n + i];
    x[i] = value;
    for (let k = 0; k < i; k++) x[k] -= l[i * n + k] * value;
  }
  return x;
}

/** (L Lᵀ)⁻¹ as a full symmetric matrix, by rows. */
export function invertWith(l: Float64Array, n: number): Float64Array {
  // The inverse of L, kept by columns as rows, so that the products below run along memory.
  const inverse = new Float64Array(n * n);
  for (let c = 0; c < n; c++) {
    const at = c * n;
    inverse[at + c] = 1 / l[c * n + c];
    for (let i = c + 1; i < n; i++) {
      let sum = 0;
      for (let k = c; k < i; k++) sum -= l[i * n + k] * inverse[at + k];
      inverse[at + i] = sum / l[i * n + i];
    }
  }
  const out = new Float64Array(n * n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      let sum = 0;
      for (let k = i; k < n; k++) sum += inverse[i * n + k] * inverse[j * n + k];
      out[i * n + j] = sum;
      out[j * n + i] = sum;
    }
  return out;
}
