import type { PartKind } from '../parts/index.ts';
import { failureOf, lookBack, type KnownThen, type LookBack, type SimpleRule } from './look-back.ts';
import { marketMove, type MarketMove } from './market-move.ts';
import type { Plan } from './plan.ts';
import { LEAST_POOL, pooledPrior } from './pooled-prior.ts';
import { busyness, isClearing, isWeekly } from './pool-ways.ts';
import { SHIPPED_PRIOR } from './prior.ts';
import type { Observation, PricePrior } from './types.ts';

/** The history of an offer, with the kind of its part. */
export interface PoolOffer {
  readonly kind: PartKind | null;
  readonly observations: readonly Observation[];
}

/**
 * Why nothing is advised: too few offers were watched long enough; prices set anew nearly every day were watched for less than two months; prices go by the days of the
 * week; like parts sell out for good; a simple rule did better of late; savings that were stated did not come.
 */
export type Silence = 'short' | 'busy' | 'weekly' | 'clearing' | SimpleRule | 'savings';

/** What the pool says of one kind of part. */
export interface KindView {
  readonly move: MarketMove | null;
  /** What the advice would have done of late; null where nothing reaches back. */
  readonly record: LookBack | null;
  readonly silence: Silence | null;
}
/** What all offers that are watched say together. */
export interface PoolView {
  readonly prior: PricePrior;
  of(kind: PartKind | null): KindView;
}

/** A kind with fewer offers than this is judged with all kinds together. */
const LEAST_OF_KIND = 12;
/** Histories that a prior of a day gone by is learnt from, at most. */
const MOST_SAMPLED = 50;
const sampleOf = <T>(all: readonly T[]): readonly T[] => {
  const every = Math.max(1, Math.ceil(all.length / MOST_SAMPLED));
  return all.filter((_, n) => n % every === 0);
};

/** The pool as it is on a day: what is usual for all, what each kind does now, and whether advice on it came true of late. */
export function poolView(
  pool: readonly PoolOffer[],
  today: number,
  base: PricePrior = SHIPPED_PRIOR,
): PoolView {
  const all = pool.map(({ observations }) => observations);
  const knownOn = (series: readonly (readonly Observation[])[], day: number): KnownThen => {
    const prior = priorOn(day);
    return { prior, move: marketMove(series, day, -prior.fallPerYear / 365) };
  };
  const priors = new Map<number, PricePrior>();
  const priorOn = (day: number): PricePrior => {
    // Of days gone by a sample says enough, and takes a part of the time.
    const known = priors.get(day) ?? pooledPrior(day === today ? all : sampleOf(all), day, base);
    priors.set(day, known);
    return known;
  };
  const views = new Map<PartKind | null, KindView>();
  const viewOf = (series: readonly (readonly Observation[])[]): KindView => {
    const { move } = knownOn(series, today);
    // Looking back takes longest: only where it is asked for.
    let record: LookBack | null | undefined;
    const looked = () => (record ??= lookBack(series, today, (day) => knownOn(series, day)));
    const silence = (): Silence | null => {
      const found = looked();
      if (priorOn(today).pooledFrom < LEAST_POOL || !found) return 'short';
      const { isBusy: busy, isShort } = busyness(series, today);
      if (isShort) return 'busy';
      if (isClearing(series, today)) return 'clearing';
      return isWeekly(series, today) ? 'weekly' : failureOf(found, busy);
    };
    return {
      move,
      get record() {
        return looked();
      },
      get silence() {
        return silence();
      },
    };
  };
  return {
    prior: priorOn(today),
    of(kind) {
      const like = pool.filter((offer) => offer.kind === kind).map(({ observations }) => observations);
      const key = like.length >= LEAST_OF_KIND ? kind : null;
      const known = views.get(key) ?? viewOf(key === null ? all : like);
      views.set(key, known);
      return known;
    },
  };
}

/** Whether a plan may be told; why not. To buy is no claim that waiting fails, so that it stands where only waiting failed. */
export function silenceOn(view: KindView | undefined, { advice }: Pick<Plan, 'advice'>): Silence | null {
  const silence = view?.silence ?? null;
  const isOfWaiting = silence === 'now' || silence === 'savings';
  return advice === 'buy' && isOfWaiting ? null : silence;
}

/** Chances are told as they came of late: by how much in logits, and how many histories it takes to believe it by half. Chosen. */
const SHIFTS = { dearer: 1, regret: 1 };
const BELIEF = 5;
const logit = (p: number) => Math.log(p / (1 - p));
const within = (p: number) => Math.min(0.99, Math.max(0.01, p));

/** A chance that the futures give, as such chances came true of late. */
export function asItCame(
  chance: number,
  of: 'dearer' | 'regret',
  record: LookBack | null | undefined,
): number {
  if (!record || chance <= 0 || chance >= 1) return chance;
  const { stated, came } = record[of];
  const believed = (came * record.offers + stated * BELIEF) / (record.offers + BELIEF);
  const shift = SHIFTS[of] * (logit(within(believed)) - logit(within(stated)));
  return 1 / (1 + Math.exp(-(logit(chance) + shift)));
}
