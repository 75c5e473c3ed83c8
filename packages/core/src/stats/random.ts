/*
 * Draws from a seed: the same data give the same answer, to the cent. No clock and no machine’s dice come in.
 */

export interface Draws {
  /** Uniform in [0, 1). */
  uniform(): number;
  /** Standard normal. */
  normal(): number;
  /** Gamma with a shape and rate 1. */
  gamma(shape: number): number;
}

/** A seed from words (FNV-1a, G. Fowler, L. C. Noll, K.-P. Vo). */
export function seedOf(...words: readonly (string | number)[]): number {
  let hash = 0x811c9dc5;
  for (const letter of words.join('|')) hash = Math.imul(hash ^ (letter.codePointAt(0) ?? 0), 0x01000193);
  return hash >>> 0;
}

/**
 * Uniform draws by sfc32 (C. Doty-Humphrey, PractRand), normal ones by the polar method (G. Marsaglia, T. A. Bray, 1964), gamma ones by
 * G. Marsaglia and W. W. Tsang, ACM Transactions on Mathematical Software 26 (2000). All from memory, checked by their moments.
 */
export function drawsFrom(seed: number): Draws {
  let a = 0x9e3779b9 | 0;
  let b = seed | 0;
  let c = (seed ^ 0x85ebca6b) | 0;
  let d = 1;
  let spare = NaN;
  const uniform = () => {
    const t = (((a + b) | 0) + d) | 0;
    d = (d + 1) | 0;
    a = b ^ (b >>> 9);
    b = (c + (c << 3)) | 0;
    c = (((c << 21) | (c >>> 11)) + t) | 0;
    return (t >>> 0) / 4294967296;
  };
  const normal = () => {
    if (spare === spare) {
      const kept = spare;
      spare = NaN;
      return kept;
    }
    for (;;) {
      const x = 2 * uniform() - 1;
      const y = 2 * uniform() - 1;
      const s = x * x + y * y;
      if (s >= 1 || s === 0) continue;
      const scale = Math.sqrt((-2 * Math.log(s)) / s);
      spare = y * scale;
      return x * scale;
    }
  };
  const gamma = (shape: number): number => {
    // A shape below one: drawn one higher and scaled down.
    if (shape < 1) return gamma(shape + 1) * Math.pow(uniform() + 1e-300, 1 / shape);
    const e = shape - 1 / 3;
    const f = 1 / Math.sqrt(9 * e);
    for (;;) {
      const x = normal();
      const v = (1 + f * x) ** 3;
      if (v > 0 && Math.log(uniform() + 1e-300) < 0.5 * x * x + e - e * v + e * Math.log(v)) return e * v;
    }
  };
  for (let i = 0; i < 12; i++) uniform();
  return { uniform, normal, gamma };
}
