export function round4(value: number): number {
  return Math.round(value * 1e4) / 1e4;
}

/** Figures as sheets state them: three digits. */
export const sheet = (value: number): number => Number(value.toPrecision(3));
