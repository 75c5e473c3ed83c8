import { fitted, pathsOf, planOf, type Observation, type Paths } from '@ripe-pick/core/prices';
import { drawsFrom, seedOf } from '@ripe-pick/core/stats';
import type { Episode } from './episodes.ts';

/** Waiting cost as a share of the first price, per day. */
export type WaitShare = 0 | 0.001 | 0.003;

/** What not being able to buy on the last day costs: 1.05 times the median of the last 30 days. */
function fallbackOf(observations: readonly Observation[], today: number): number {
  const prices = observations
    .filter((look): look is Observation & { price: number } => look.price !== null && look.day > today - 30)
    .map((look) => look.price)
    .sort((a, b) => a - b);
  return 1.05 * (prices[Math.floor(prices.length / 2)] ?? 0);
}

/** What is paid, waiting included, by a rule that says on each day with a price whether to take it. */
function follow(
  episode: Episode,
  wait: WaitShare,
  takes: (day: number, price: number, observations: readonly Observation[]) => boolean,
): number {
  const observations: Observation[] = [...episode.observations];
  const perDay = wait * episode.ahead[0];
  for (let day = 0; day <= episode.days; day++) {
    const price = episode.ahead[day];
    if (day > 0) observations.push({ day, price: price === Infinity ? null : price });
    const isLast = day === episode.days;
    if (price === Infinity) {
      if (isLast) return fallbackOf(episode.observations, 0) + perDay * day;
    } else if (isLast || takes(day, price, observations)) return price + perDay * day;
  }
  throw new Error('a rule ends on the last day at the latest');
}

export function clairvoyant(episode: Episode, wait: WaitShare): number {
  const perDay = wait * episode.ahead[0];
  let least = Infinity;
  episode.ahead.forEach((price, day) => (least = Math.min(least, price + perDay * day)));
  return least;
}
export const buyNow = (episode: Episode): number => episode.ahead[0];
export const deadline = (episode: Episode, wait: WaitShare) => follow(episode, wait, () => false);

const known = (observations: readonly Observation[]) =>
  observations.flatMap((look) => (look.price === null ? [] : [look.price]));
const sorted = (values: number[]) => values.sort((a, b) => a - b);
/** First price a tenth below the median of all that was seen before. */
export const off10 = (episode: Episode, wait: WaitShare) =>
  follow(episode, wait, (_, price, observations) => {
    const all = sorted(
      known(observations.slice(0, -1).length > 0 ? observations.slice(0, -1) : observations),
    );
    return price <= 0.9 * all[Math.floor(all.length / 2)];
  });
/** First price at or below the tenth percentile of what was seen. */
export const p10 = (episode: Episode, wait: WaitShare) =>
  follow(episode, wait, (_, price, observations) => {
    const all = sorted(known(observations));
    return price <= all[Math.floor(0.1 * (all.length - 1))];
  });
/** First price at or below the least of the last 30 days. */
export const min30 = (episode: Episode, wait: WaitShare) =>
  follow(
    episode,
    wait,
    (day, price, observations) =>
      price <= Math.min(...known(observations.filter((look) => look.day > day - 30))),
  );

/** The model, planning anew with each new price and every fourth day at least. */
export function model(episode: Episode, wait: WaitShare, paths = 400): number {
  let planned = -99;
  let last = NaN;
  let isBuy = false;
  let curve: Float64Array | null = null;
  return follow(episode, wait, (day, price, observations) => {
    if (price === last && day - planned < 4 && curve) return price <= curve[day - planned - 1];
    const plan = planAt(episode, wait, observations, day, paths);
    planned = day;
    last = price;
    curve = plan.curve;
    isBuy = plan.advice === 'buy';
    return isBuy;
  });
}

export function futures(
  episode: Episode,
  observations: readonly Observation[],
  day: number,
  paths: number,
  seed = 0,
): Paths {
  const fit = fitted(observations, day, episode.prior);
  if (!fit) throw new Error('an episode has a price on its first day');
  return pathsOf(fit, episode.prior, {
    days: episode.days - day,
    paths,
    today: day,
    seed: seedOf(episode.id, day, seed),
    seasons: [],
    launches: [],
  });
}

export function planAt(
  episode: Episode,
  wait: WaitShare,
  observations: readonly Observation[],
  day: number,
  paths: number,
  seed = 0,
) {
  return planOf(futures(episode, observations, day, paths, seed), {
    now: observations[observations.length - 1].price,
    fallback: fallbackOf(observations, day),
    waitPerDay: wait * episode.ahead[0],
  });
}

/** A forecaster that knows the true market and its hidden state: as good as any can be. It plans anew with each new price. */
export function knowing(episode: Episode, wait: WaitShare, paths = 400): number {
  const draws = drawsFrom(seedOf('knowing', episode.id));
  let planned = -99;
  let last = NaN;
  let curve: Float64Array | null = null;
  return follow(episode, wait, (day, price) => {
    if (price === last && day - planned < 4 && curve) return price <= curve[day - planned - 1];
    const days = episode.days - day;
    const prices = new Float64Array(days * paths);
    for (let m = 0; m < paths; m++) {
      const one = episode.states[day].copy();
      for (let d = 0; d < days; d++) prices[d * paths + m] = 100 * one.next(draws);
    }
    const plan = planOf(
      { days, paths, prices },
      { now: price, fallback: fallbackOf(episode.observations, 0), waitPerDay: wait * episode.ahead[0] },
    );
    planned = day;
    last = price;
    curve = plan.curve;
    return plan.advice === 'buy';
  });
}
