import { ticks } from 'd3';

/** A straight scale from amounts to px: what d3's has, without the scales of times and colours that come with it. */
interface Linear {
  (amount: number): number;
  readonly range: () => readonly [number, number];
  /** About so many round amounts along it. */
  readonly ticks: (count: number) => readonly number[];
}

/** @param domain amounts at both ends, @param range where these stand, px */
export function linear(domain: readonly [number, number], range: readonly [number, number]): Linear {
  const perAmount = (range[1] - range[0]) / (domain[1] - domain[0]);
  return Object.assign((amount: number) => range[0] + (amount - domain[0]) * perAmount, {
    range: () => range,
    ticks: (count: number) => ticks(domain[0], domain[1], count),
  });
}
