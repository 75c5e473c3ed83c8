/** The three means that people name. */
export interface Means {
  readonly arithmetic: number;
  readonly geometric: number;
  readonly harmonic: number;
}

/** The three means that people form of frame rates; null of nothing. */
export function meansOf(rates: readonly number[]): Means | null {
  const n = rates.length;
  if (n === 0) return null;
  const sum = (of: (rate: number) => number) => rates.reduce((total, rate) => total + of(rate), 0);
  return {
    arithmetic: sum((rate) => rate) / n,
    geometric: Math.exp(sum(Math.log) / n),
    harmonic: n / sum((rate) => 1 / rate),
  };
}
