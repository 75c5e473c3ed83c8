import type { PartKind } from '../../parts/index.ts';
import type { Observation } from '../../prices/index.ts';
import { median } from '../../stats/index.ts';

/** A history says something about years when it spans this many days; shorter ones show a season. */
const LEAST_DAYS = 365;
/** Offers of a kind that it takes to speak of the kind. Chosen. */
const LEAST_OFFERS = 5;
/** Days at either end whose middle price stands for it. */
const END_DAYS = 60;

export type MeasuredFalls = {
  readonly [kind in PartKind]?: { readonly yearly: number; readonly sd: number; readonly offers: number };
};

/**
 * Yearly falls by kind of part from histories of a year or more: each offer's by the middle price of its first and last
 * {@link END_DAYS} days, a kind's by the middle of its offers. The spread is that of the offers, as a logarithm.
 */
export function measuredFalls(
  histories: readonly { readonly kind: PartKind; readonly observations: readonly Observation[] }[],
): MeasuredFalls {
  const slopes = new Map<PartKind, number[]>();
  for (const { kind, observations } of histories) {
    const seen = observations.filter(
      (look): look is Observation & { price: number } => look.price !== null && look.price > 0,
    );
    const [first, last] = [seen[0], seen[seen.length - 1]];
    if (!first || last.day - first.day < LEAST_DAYS) continue;
    const end = (isLast: boolean) => {
      const inside = seen.filter((look) => (isLast ? last.day - look.day : look.day - first.day) <= END_DAYS);
      return {
        day: median(inside.map((look) => look.day)),
        ln: Math.log(median(inside.map((look) => look.price))),
      };
    };
    const [a, b] = [end(false), end(true)];
    slopes.set(kind, [...(slopes.get(kind) ?? []), ((b.ln - a.ln) / (b.day - a.day)) * 365.25]);
  }
  const out: { -readonly [K in keyof MeasuredFalls]: MeasuredFalls[K] } = {};
  for (const [kind, each] of slopes) {
    if (each.length < LEAST_OFFERS) continue;
    const middle = median(each);
    const sd = Math.sqrt(each.reduce((sum, slope) => sum + (slope - middle) ** 2, 0) / (each.length - 1));
    out[kind] = { yearly: 1 - Math.exp(middle), sd: Math.max(0.05, sd), offers: each.length };
  }
  return out;
}
