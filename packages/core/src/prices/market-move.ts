import type { Observation } from './types.ts';

/** Prices of like parts that began to move together so many days ago: by how much a day, and how likely that is what happens. */
export interface MoveSince {
  readonly days: number;
  readonly weight: number;
  /** Change of the logarithm of a price per day: mean and standard deviation. */
  readonly perDay: number;
  readonly perDaySd: number;
}
/** What offers of like parts do together just now. What is left of all weights to 1: nothing out of the ordinary. */
export interface MarketMove {
  readonly offers: number;
  readonly since: readonly MoveSince[];
}

/** Moves are looked for that began so many days ago. */
const BEGINNINGS = [5, 7, 10, 14, 21, 30, 45];
/** Chance that a market is moving, before anything was seen; and how fast markets move, per day, when they do. Chosen. */
const MOVES = 0.15;
const PACE = 0.004;
/** What the mean of a market does by itself, per root of a day. Chosen. */
const WANDER = 0.001;
/** Fewer offers than this say nothing together. */
const LEAST_OFFERS = 8;
/** A last look older than this tells nothing of today; one so much before the beginning stands for it. */
const FRESH = 4;
const STANDS_FOR = 10;
/** Changes beyond so many standard deviations are cut there: one slip does not make a market. */
const CUT = 2.5;

/** The logarithm of the last price seen up to a day, where it was seen within so many days before it. */
function lastAt(looks: readonly Observation[], day: number, within: number): number | null {
  for (let i = looks.length - 1; i >= 0; i--) {
    const look = looks[i];
    if (look.day > day) continue;
    if (look.day < day - within) return null;
    if (look.price !== null && look.price > 0) return Math.log(look.price);
  }
  return null;
}

/** Mean of the changes with its variance, the furthest ones cut. */
function meanChange(changes: readonly number[]): { readonly mean: number; readonly variance: number } {
  const n = changes.length;
  const of = (values: readonly number[]) => {
    const mean = values.reduce((sum, each) => sum + each, 0) / n;
    return { mean, variance: values.reduce((sum, each) => sum + (each - mean) ** 2, 0) / (n - 1) };
  };
  const raw = of(changes);
  const reach = CUT * Math.sqrt(raw.variance);
  const cut = of(changes.map((each) => Math.min(raw.mean + reach, Math.max(raw.mean - reach, each))));
  return { mean: cut.mean, variance: cut.variance / n };
}

/**
 * Whether like parts move together, since when, and how fast: Bayes' rule over beginnings, each a change of the mean over offers since that
 * day against what sales and settings of single offers make of a mean. `usual`: change per day that is expected anyway. Null with fewer
 * than eight offers that were looked at then and now.
 */
export function marketMove(
  series: readonly (readonly Observation[])[],
  today: number,
  usual: number,
): MarketMove | null {
  const found: (Omit<MoveSince, 'weight'> & { readonly odds: number })[] = [];
  let most = 0;
  for (const days of BEGINNINGS) {
    const changes = series.flatMap((looks) => {
      const now = lastAt(looks, today, FRESH);
      const then = lastAt(looks, today - days, STANDS_FOR);
      return now === null || then === null ? [] : [now - then];
    });
    if (changes.length < LEAST_OFFERS) continue;
    most = Math.max(most, changes.length);
    const { mean, variance } = meanChange(changes);
    const still = variance + WANDER ** 2 * days + 1e-8;
    const moving = still + (PACE * days) ** 2;
    const off = mean - usual * days;
    const odds =
      Math.sqrt(still / moving) * Math.exp(Math.min(200, off ** 2 / 2 / still - off ** 2 / 2 / moving));
    const share = (PACE * days) ** 2 / moving;
    found.push({ days, odds, perDay: usual + (share * off) / days, perDaySd: PACE * Math.sqrt(1 - share) });
  }
  if (found.length === 0) return null;
  const total = 1 - MOVES + (MOVES / found.length) * found.reduce((sum, { odds }) => sum + odds, 0);
  return {
    offers: most,
    since: found.map(({ odds, ...each }) => ({ ...each, weight: ((MOVES / found.length) * odds) / total })),
  };
}
