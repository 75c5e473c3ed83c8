/*
 * Symmetric positive definite systems as dense rows in one typed array. Our own because the core has no packages and
 * the fit factors a few hundred unknowns many times over; checked against `ml-matrix`.
 */

/** Σ a[i + k] b[j + k] for k below `count`; four sums side by side, because one alone waits for itself. */
export function dot(a: Float64Array, i: number, b: Float64Array, j: number, count: number): number {
  let s0 = 0;
  let s1 = 0;
  let s2 = 0;
  let s3 = 0;
  let k = 0;
  for (; k + 3 < count; k += 4) {
    s0 += a[i + k] * b[j + k];
    s1 += a[i + k + 1] * b[j + k + 1];
    s2 += a[i + k + 2] * b[j + k + 2];
    s3 += a[i + k + 3] * b[j + k + 3];
  }
  for (; k < count; k++) s0 += a[i + k] * b[j + k];
  return s0 + s1 + (s2 + s3);
}

/**
 * Lower factor L of A = L Lᵀ, in place of A's lower triangle; `a` is n x n, by rows. The first `apart` unknowns must have
 * nothing to do with one another (their block is diagonal); that saves most of the work. False when A is not positive
 * definite.
 */
export function factorise(a: Float64Array, n: number, apart = 0): boolean {
  const touched: number[] = [];
  for (let k = 0; k < apart; k++) {
    const pivot = a[k * n + k];
    if (!(pivot > 0)) return false;
    const root = Math.sqrt(pivot);
    a[k * n + k] = root;
    touched.length = 0;
    for (let i = apart; i < n; i++) {
      if (a[i * n + k] === 0) continue;
      a[i * n + k] /= root;
      touched.push(i);
    }
    for (const i of touched)
      for (const j of touched) {
        if (j > i) break;
        a[i * n + j] -= a[i * n + k] * a[j * n + k];
      }
  }
  for (let i = apart; i < n; i++) {
    const row = i * n;
    for (let j = apart; j <= i; j++) {
      const other = j * n;
      const sum = a[row + j] - dot(a, row + apart, a, other + apart, j - apart);
      if (i === j) {
        if (!(sum > 0)) return false;
        a[row + i] = Math.sqrt(sum);
      } else a[row + j] = sum / a[other + j];
    }
  }
  return true;
}

/** Solves L Lᵀ x = b for a factor of {@link factorise}. Entries of the diagonal block must be zero, as they come. */
export function solveWith(l: Float64Array, n: number, b: Float64Array, apart = 0): Float64Array {
  const x = Float64Array.from(b);
  for (let i = 0; i < n; i++) {
    const sum = i < apart ? x[i] : x[i] - dot(l, i * n, x, 0, i);
    x[i] = sum / l[i * n + i];
  }
  for (let i = n - 1; i >= 0; i--) {
    const value = x[i] / l[i * n + i];
    x[i] = value;
    if (i >= apart) for (let k = 0; k < i; k++) x[k] -= l[i * n + k] * value;
  }
  return x;
}

/** (L Lᵀ)⁻¹ as a full symmetric matrix, by rows. */
export function invertWith(l: Float64Array, n: number, apart = 0): Float64Array {
  const out = new Float64Array(n * n);
  // The inverse of the lower right factor, kept by columns as rows, so that the products below run along memory.
  const inverse = new Float64Array(n * n);
  for (let c = apart; c < n; c++) {
    const at = c * n;
    inverse[at + c] = 1 / l[c * n + c];
    for (let i = c + 1; i < n; i++)
      inverse[at + i] = -dot(l, i * n + c, inverse, at + c, i - c) / l[i * n + i];
  }
  for (let i = apart; i < n; i++)
    for (let j = apart; j <= i; j++) {
      const sum = dot(inverse, i * n + i, inverse, j * n + i, n - i);
      out[i * n + j] = sum;
      out[j * n + i] = sum;
    }
  // The unknowns apart hang on the others alone.
  for (let k = 0; k < apart; k++) {
    const pivot = l[k * n + k];
    const row = k * n;
    for (let r = apart; r < n; r++) {
      const u = l[r * n + k] / pivot;
      if (u !== 0) for (let c = 0; c < k; c++) out[row + c] -= u * out[r * n + c];
      if (u !== 0) for (let c = apart; c < n; c++) out[row + c] -= u * out[r * n + c];
    }
    for (let c = apart; c < n; c++) out[c * n + k] = out[row + c];
    for (let c = 0; c < k; c++) out[c * n + k] = out[row + c];
    let own = 1 / (pivot * pivot);
    for (let r = apart; r < n; r++) own -= (l[r * n + k] / pivot) * out[row + r];
    out[row + k] = own;
  }
  return out;
}
