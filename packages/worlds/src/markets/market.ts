import { drawsFrom, seedOf } from '@ripe-pick/core/stats';
import { MARKET_LAWS, type Common, type MarketKind, type MarketLaw } from './kinds.ts';

/** Prices of one offer in minor units; day d at `prices[d + past]`, null when it is not for sale. */
interface MarketOffer {
  readonly id: string;
  readonly prices: readonly (number | null)[];
}
/** Offers of like parts that live through the same days. Day 0 is today. */
export interface Market {
  readonly past: number;
  readonly ahead: number;
  readonly offers: readonly MarketOffer[];
}
interface MarketSize {
  readonly offers: number;
  readonly past: number;
  readonly ahead: number;
}

/** Days that pass before anybody looks. */
const UNSEEN = 60;
/** Chances a day that a shop runs out, and that it gets more. */
const RUNS_OUT = 0.006;
const GETS_MORE = 0.2;

/** As shops write them: just under the next whole, coarser for dear ones. */
function written(ln: number): number {
  const price = Math.exp(ln);
  const step = price > 150 ? 5 : 1;
  return Math.max(1, Math.round(price / step) * step) * 100 - 10;
}

/** A market of a kind from a seed: what happens to all of its offers happens on the same days. `common`: instead of what the seed would draw. */
export function marketWorld(
  kind: MarketKind,
  seed: number,
  { offers, past, ahead }: MarketSize,
  common?: Common,
): Market {
  const law: MarketLaw = MARKET_LAWS[kind];
  const shared = common ?? law.common(drawsFrom(seedOf('common', kind, seed)));
  const isFine = kind === 'undercutting' || kind.startsWith('wandering');
  return {
    past,
    ahead,
    offers: Array.from({ length: offers }, (_, n) => {
      const draws = drawsFrom(seedOf('offer', kind, seed, n));
      const course = law.course(draws, shared);
      const prices: (number | null)[] = [];
      let isOut = false;
      for (let day = -past - UNSEEN; day <= ahead; day++) {
        const ln = course(day);
        isOut = isOut ? draws.uniform() > GETS_MORE : draws.uniform() < RUNS_OUT;
        if (day < -past) continue;
        prices.push(ln === null || isOut ? null : isFine ? Math.round(Math.exp(ln) * 100) : written(ln));
      }
      return { id: `${kind}-${seed}-${n}`, prices };
    }),
  };
}
