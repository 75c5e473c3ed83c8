import { seedOf } from '../stats/random.ts';
import { fitted } from './fit.ts';
import type { MarketMove } from './market-move.ts';
import { pathsOf } from './paths.ts';
import { DEARER, planOf, REGRET } from './plan.ts';
import type { Observation, PricePrior } from './types.ts';

/** What anybody can do without a forecast. */
export const SIMPLE_RULES = ['now', 'deadline', 'tenthOff', 'percentile', 'target'] as const;
export type SimpleRule = (typeof SIMPLE_RULES)[number];

/** What the advice would have done of late on the histories of like parts, beside the simple rules. Shares of the price at the start. */
export interface LookBack {
  /** Offers that were looked at long enough to be judged. */
  readonly offers: number;
  /** What the advice paid beyond each rule, with its standard error. */
  readonly beyond: Readonly<Record<SimpleRule, { readonly mean: number; readonly error: number }>>;
  /** Saving as stated and as it came, where it said to wait. */
  readonly waits: number;
  readonly stated: number;
  readonly came: number;
  readonly shortError: number;
  /** Chances as stated against shares that came: that waiting by the advice ends dearer, that buying at once is regretted. */
  readonly dearer: Chances;
  readonly regret: Chances;
}
interface Chances {
  readonly stated: number;
  readonly came: number;
}

/** So many days are looked back. */
const HORIZONS = [7, 14, 28];
/** Offers that are judged, at most; and looks before a start that it takes. */
const MOST_OFFERS = 40;
const LEAST_BEFORE = 4;
const PATHS = 150;
/** Below this share of the price on the first day the rule of a target buys. */
const TARGET = 0.95;

type Priced = Observation & { readonly price: number };
const pricedOf = (looks: readonly Observation[]) =>
  looks.filter((look): look is Priced => look.price !== null && look.price > 0);
const medianOf = (sorted: readonly number[]) => sorted[Math.floor(sorted.length / 2)];

/** What a rule pays that takes a price, by those seen before, or the last one. */
function paidBy(
  before: readonly number[],
  ahead: readonly Priced[],
  takes: (price: number, sorted: readonly number[], look: Priced) => boolean,
): number {
  const seen = [...before];
  for (const look of ahead) {
    if (
      takes(
        look.price,
        [...seen].sort((a, b) => a - b),
        look,
      )
    )
      return look.price;
    seen.push(look.price);
  }
  return ahead[ahead.length - 1].price;
}

/** What is known of the market on the day of a start. */
export interface KnownThen {
  readonly prior: PricePrior;
  readonly move: MarketMove | null;
}

/** One start on one history; null where too little was seen before or after. */
function rowOf(looks: readonly Observation[], start: number, today: number, { prior, move }: KnownThen) {
  const known = looks.filter(({ day }) => day <= start);
  const before = pricedOf(known);
  const first = known.at(-1);
  const ahead = pricedOf(looks.filter(({ day }) => day > start && day <= today));
  const days = today - start;
  if (before.length < LEAST_BEFORE || !first || first.price === null || start - first.day > 2) return null;
  if (ahead.length < 0.4 * days || today - ahead[ahead.length - 1].day > 3) return null;
  const fit = fitted(known, start, prior, move);
  if (!fit) return null;
  const seed = seedOf('look back', start, before.length, first.price);
  const futures = pathsOf(fit, prior, {
    days,
    paths: PATHS,
    today: start,
    seed,
    seasons: [],
    launches: [],
    move,
  });
  const now = first.price;
  const plan = planOf(futures, {
    now,
    fallback: 1.05 * medianOf(before.map(({ price }) => price).sort((a, b) => a - b)),
    waitPerDay: 0,
  });
  const prices = before.slice(0, -1).map(({ price }) => price);
  const all = [{ ...first, price: now }, ...ahead];
  const simple: Record<SimpleRule, number> = {
    now,
    deadline: ahead[ahead.length - 1].price,
    tenthOff: paidBy(prices, all, (price, sorted) => price <= 0.9 * medianOf(sorted)),
    percentile: paidBy(prices, all, (price, sorted) => price <= sorted[Math.floor(0.1 * sorted.length)]),
    target: paidBy(prices, ahead, (price) => price <= TARGET * now),
  };
  const waited = paidBy([], ahead, (price, _, { day }) => price <= plan.curve[day - start - 1]);
  return {
    now,
    advised: plan.advice === 'buy' ? now : waited,
    simple,
    saving: plan.advice === 'wait' ? plan.saving / now : null,
    dearer: { stated: plan.dearerChance, came: Number(waited > DEARER * now) },
    regret: { stated: plan.regretChance, came: Number(ahead.some(({ price }) => price < REGRET * now)) },
  };
}

/**
 * Follows the advice from one, two and four weeks ago to today on the histories of like parts, with nothing known but what had been seen by
 * then, beside the simple rules. `knownOn`: the pool as it was on a day. Null where too few histories reach back.
 */
export function lookBack(
  series: readonly (readonly Observation[])[],
  today: number,
  knownOn: (day: number) => KnownThen,
): LookBack | null {
  const every = Math.max(1, Math.ceil(series.length / MOST_OFFERS));
  const judged = series.filter((_, n) => n % every === 0);
  const byOffer = judged.map((): NonNullable<ReturnType<typeof rowOf>>[] => []);
  for (const days of HORIZONS) {
    const known = knownOn(today - days);
    judged.forEach((looks, n) => {
      const row = rowOf(looks, today - days, today, known);
      if (row) byOffer[n].push(row);
    });
  }
  const offers = byOffer.filter((rows) => rows.length > 0);
  const n = offers.length;
  if (n < 2) return null;
  const mean = (values: readonly number[]) =>
    values.reduce((sum, each) => sum + each, 0) / Math.max(1, values.length);
  const beyond = (rule: SimpleRule) => {
    const each = offers.map((rows) =>
      mean(rows.map(({ now, advised, simple }) => (advised - simple[rule]) / now)),
    );
    const middle = mean(each);
    const variance = each.reduce((sum, one) => sum + (one - middle) ** 2, 0) / (n - 1);
    return { mean: middle, error: Math.sqrt(variance / n) };
  };
  const rows = offers.flat();
  const waits = rows.filter(({ saving }) => saving !== null);
  const short = waits.map(({ now, advised, saving }) => (saving ?? 0) - 1 + advised / now);
  const chances = (which: 'dearer' | 'regret'): Chances => ({
    stated: mean(rows.map((row) => row[which].stated)),
    came: mean(rows.map((row) => row[which].came)),
  });
  return {
    offers: n,
    beyond: Object.fromEntries(SIMPLE_RULES.map((rule) => [rule, beyond(rule)])) as LookBack['beyond'],
    waits: waits.length,
    stated: mean(waits.map(({ saving }) => saving ?? 0)),
    came: mean(waits.map(({ now, advised }) => 1 - advised / now)),
    shortError: Math.sqrt(mean(short.map((each) => (each - mean(short)) ** 2)) / Math.max(1, waits.length)),
    dearer: chances('dearer'),
    regret: chances('regret'),
  };
}

/** A rule is better when it paid so much less, and more than so many standard errors. Chosen on worlds that are not reported. */
const WORSE_BY = 0.004;
const ERRORS = 1.2;
/** Savings that were stated failed when less than this share of them came. */
const FAILED_SHARE = 0.5;
const LEAST_WAITS = 10;

/** Why advice is not to be given: a simple rule that did better of late, or savings that did not come. Null: it may be. */
export function failureOf(record: LookBack): SimpleRule | 'savings' | null {
  const worse = SIMPLE_RULES.filter((rule) => {
    const { mean, error } = record.beyond[rule];
    return mean > WORSE_BY && mean > ERRORS * error;
  });
  const worst = worse.sort((a, b) => record.beyond[b].mean - record.beyond[a].mean)[0];
  if (worst) return worst;
  const short = record.stated - record.came;
  const failed = record.came < FAILED_SHARE * record.stated && short > ERRORS * record.shortError;
  return record.waits >= LEAST_WAITS && failed ? 'savings' : null;
}
