import type { PartKind } from '../parts/index.ts';
import type { PricePrior, Season } from './types.ts';

/** Assumed, not measured on real shops; what a user’s own offers show takes over. Common practice, no source. */
export const SHIPPED_PRIOR: PricePrior = {
  saleStart: 0.014,
  saleStartDays: 120,
  saleEnd: 0.13,
  saleEndDays: 40,
  change: 0.08,
  changeDays: 25,
  spread: 0.03,
  wander: 0.003,
  fallPerYear: 0.12,
  fallPerYearSd: 0.3,
  depths: [0.05, 0.07, 0.09, 0.11, 0.14, 0.17, 0.21, 0.26],
  regularity: 1,
  goesOut: 0.008,
  comesBack: 0.16,
  pooledFrom: 0,
};

/** Fall per year by kind of part. Assumed, editable. Common practice, no source. */
const FALL: { readonly [kind in PartKind]?: number } = {
  cpu: 0.2,
  gpu: 0.2,
  storage: 0.18,
  memory: 0.15,
  motherboard: 0.1,
  psu: 0.04,
  case: 0.03,
  cooler: 0.05,
};

/** Fall of prices of a kind per year, as a logarithm. Assumed, as above. */
export function fallOf(kind: PartKind): number {
  return FALL[kind] ?? SHIPPED_PRIOR.fallPerYear;
}

export function priorFor(kind: PartKind | null, base: PricePrior = SHIPPED_PRIOR): PricePrior {
  const fall = kind === null ? undefined : FALL[kind];
  // A kind’s own fall is known relative to the general one, so that pooling moves all kinds alike.
  return fall === undefined
    ? base
    : {
        ...base,
        fallPerYear: base.fallPerYear + fall - SHIPPED_PRIOR.fallPerYear,
        // Memory swings.
        fallPerYearSd: kind === 'memory' ? 0.4 : base.fallPerYearSd,
      };
}

/** How many times more often a sale begins on a day. */
export const seasonAt = (seasons: readonly Season[], day: number): number =>
  seasons.reduce(
    (most, season) => (day >= season.from && day <= season.to ? Math.max(most, season.factor) : most),
    1,
  );
