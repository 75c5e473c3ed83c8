import { seedOf } from '../stats/random.ts';
import { fitted } from './fit.ts';
import type { MarketMove } from './market-move.ts';
import { pathsOf } from './paths.ts';
import { DEARER, planOf, REGRET, type Plan } from './plan.ts';
import type { Observation, PricePrior } from './types.ts';

/** What anybody can do without a forecast. */
export const SIMPLE_RULES = ['now', 'deadline', 'tenthOff', 'percentile', 'target'] as const;
export type SimpleRule = (typeof SIMPLE_RULES)[number];

/** What the advice would have done of late on the histories of like parts, beside the simple rules. Shares of the price at the start. */
export interface LookBack {
  /** Offers that were looked at long enough to be judged. */
  readonly offers: number;
  /** Days of the furthest start that could be judged. */
  readonly days: number;
  /** What the advice paid beyond each rule, with its standard error. */
  readonly beyond: Readonly<Record<SimpleRule, { readonly mean: number; readonly error: number }>>;
  /** Saving as stated and as it came, where it said to wait. */
  readonly waits: number;
  readonly stated: number;
  readonly came: number;
  readonly shortError: number;
  /** ToldAndCame as stated against shares that came: that waiting by the advice ends dearer, that buying at once is regretted. */
  readonly dearer: ToldAndCame;
  readonly regret: ToldAndCame;
}
interface ToldAndCame {
  readonly stated: number;
  readonly came: number;
}

/** So many days are looked back. */
const HORIZONS = [7, 14, 28];
/** Offers that are judged, at most; and looks before a start that it takes. */
const MOST_OFFERS = 30;
const LEAST_BEFORE = 4;
/** Share of the days since a start that must have been looked at. */
const LOOKED_AT = 0.25;
const PATHS = 150;
/** The advice is planned anew after so many days: of the same price, and of another one. */
const REPLAN_DAYS = { same: 4, other: 2 };
/** Below this share of the price on the first day the rule of a target buys. */
const TARGET = 0.95;

/** The price that a rule waits for, by the prices seen so far in rising order and that of the first day; null: it waits for none. */
export function ruleLimit(rule: SimpleRule, sorted: readonly number[], now: number): number | null {
  if (rule === 'target') return TARGET * now;
  if (sorted.length === 0) return null;
  if (rule === 'tenthOff') return 0.9 * medianOf(sorted);
  return rule === 'percentile' ? sorted[Math.floor(0.1 * sorted.length)] : null;
}

type PricedLook = Observation & { readonly price: number };
const pricedOf = (looks: readonly Observation[]) =>
  looks.filter((look): look is PricedLook => look.price !== null && look.price > 0);
const medianOf = (sorted: readonly number[]) => sorted[Math.floor(sorted.length / 2)];

/** What came after a start: looks with a price, and what has to be paid at the end where nothing was taken. */
interface Ahead {
  readonly looks: readonly PricedLook[];
  readonly atEnd: number;
}

/** What a rule pays that takes a price, by those seen before, or what is left at the end. */
function paidBy(
  before: readonly number[],
  { looks, atEnd }: Ahead,
  takes: (price: number, sorted: readonly number[], look: PricedLook) => boolean,
): number {
  const seen = [...before];
  for (const look of looks) {
    const sorted = [...seen].sort((a, b) => a - b);
    if (takes(look.price, sorted, look)) return look.price;
    seen.push(look.price);
  }
  return atEnd;
}

/** What is known of the market on the day of a start. */
export interface KnownThen {
  readonly prior: PricePrior;
  readonly move: MarketMove | null;
}

/** What is paid for a part that is not for sale on the last day, as on the screen. */
const fallbackOf = (before: readonly PricedLook[]) =>
  1.05 * medianOf(before.map(({ price }) => price).sort((a, b) => a - b));

/** What would have been planned on a day, with what had been seen by then; null where nothing had. */
function planOn(
  known: readonly Observation[],
  day: number,
  until: number,
  { prior, move }: KnownThen,
): Plan | null {
  const fit = fitted(known, day, prior, move);
  const before = pricedOf(known);
  const last = before.at(-1);
  if (!fit || !last) return null;
  const wish = { paths: PATHS, today: day, seasons: [], launches: [], move };
  const seed = seedOf('look back', day, before.length, last.price);
  const futures = pathsOf(fit, prior, { ...wish, days: until - day, seed });
  return planOf(futures, { now: last.price, fallback: fallbackOf(before), waitPerDay: 0 });
}

/** What the advice pays when it is planned anew with each new price, and after four days. */
function advisedOn(
  looks: readonly Observation[],
  ahead: Ahead,
  first: { readonly plan: Plan; readonly day: number; readonly price: number; readonly until: number },
  known: KnownThen,
): number {
  if (first.plan.advice === 'buy') return first.price;
  let { plan, day: planned, price: last } = first;
  return paidBy([], ahead, (price, _, { day }) => {
    if (day >= first.until) return true;
    const wait = price === last ? REPLAN_DAYS.same : REPLAN_DAYS.other;
    if (day - planned < wait) return price <= plan.curve[day - planned - 1];
    const seen = looks.filter((look) => look.day <= day);
    plan = planOn(seen, day, first.until, known) ?? plan;
    planned = day;
    last = price;
    return plan.advice === 'buy';
  });
}

/** One start on one history; null where too little was seen before or after. What is gone by the end counts: waiting for it failed. */
function rowOf(looks: readonly Observation[], start: number, today: number, then: KnownThen) {
  const known = looks.filter(({ day }) => day <= start);
  const after = looks.filter(({ day }) => day > start && day <= today);
  const before = pricedOf(known);
  const first = known.at(-1);
  const last = after.at(-1);
  const days = today - start;
  if (before.length < LEAST_BEFORE || !first || first.price === null || start - first.day > 2) return null;
  if (!last || after.length < LOOKED_AT * days || today - last.day > 3) return null;
  const plan = planOn(known, start, today, then);
  if (!plan) return null;
  const now = first.price;
  const ahead = { looks: pricedOf(after), atEnd: last.price ?? fallbackOf(before) };
  const prices = before.slice(0, -1).map(({ price }) => price);
  const all = { ...ahead, looks: [{ ...first, price: now }, ...ahead.looks] };
  const byLimit = (rule: SimpleRule) =>
    paidBy(prices, all, (price, sorted) => price <= (ruleLimit(rule, sorted, now) ?? 0));
  const simple: Record<SimpleRule, number> = {
    now,
    deadline: ahead.atEnd,
    tenthOff: byLimit('tenthOff'),
    percentile: byLimit('percentile'),
    target: byLimit('target'),
  };
  const waited = paidBy([], ahead, (price, _, { day }) => price <= plan.curve[day - start - 1]);
  return {
    now,
    advised: advisedOn(looks, ahead, { plan, day: start, price: now, until: today }, then),
    simple,
    saving: plan.advice === 'wait' ? plan.saving / now : null,
    dearer: { stated: plan.dearerChance, came: Number(waited > DEARER * now) },
    regret: {
      stated: plan.regretChance,
      came: Number(ahead.looks.some(({ price }) => price < REGRET * now)),
    },
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
  let furthest = 0;
  for (const days of HORIZONS) {
    const known = knownOn(today - days);
    judged.forEach((looks, n) => {
      const row = rowOf(looks, today - days, today, known);
      if (!row) return;
      byOffer[n].push(row);
      furthest = days;
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
  const chances = (which: 'dearer' | 'regret'): ToldAndCame => ({
    stated: mean(rows.map((row) => row[which].stated)),
    came: mean(rows.map((row) => row[which].came)),
  });
  return {
    offers: n,
    days: furthest,
    beyond: Object.fromEntries(SIMPLE_RULES.map((rule) => [rule, beyond(rule)])) as LookBack['beyond'],
    waits: waits.length,
    stated: mean(waits.map(({ saving }) => saving ?? 0)),
    came: mean(waits.map(({ now, advised }) => 1 - advised / now)),
    shortError: Math.sqrt(mean(short.map((each) => (each - mean(short)) ** 2)) / Math.max(1, waits.length)),
    dearer: chances('dearer'),
    regret: chances('regret'),
  };
}

/**
 * A rule is better when it paid so much less, and more than so many standard errors: fewer where prices are set anew nearly every day, since
 * their cycles are longer than what is looked back. Chosen on worlds that are not reported.
 */
const WORSE_BY = 0.005;
const RULE_ERRORS = { busy: 1, other: 1.6 };
/** Savings that were stated failed when less than this share of them came, by so many standard errors. */
const FAILED_SHARE = 0.5;
const SAVING_ERRORS = 1.2;
const LEAST_WAITS = 10;
/** Where no start is so many days back, waiting has to have gained to be advised: what moves slowly has not shown itself yet. */
const LONG_ENOUGH = 28;

/** Why advice is not to be given: a simple rule that did better of late, or savings that did not come. Null: it may be. */
export function failureOf(record: LookBack, isBusy: boolean): SimpleRule | 'savings' | null {
  const errors = isBusy ? RULE_ERRORS.busy : RULE_ERRORS.other;
  const worse = SIMPLE_RULES.filter((rule) => {
    const { mean, error } = record.beyond[rule];
    return mean > WORSE_BY && mean > errors * error;
  });
  const worst = worse.sort((a, b) => record.beyond[b].mean - record.beyond[a].mean)[0];
  if (worst) return worst;
  if (record.days < LONG_ENOUGH && record.beyond.now.mean > -WORSE_BY) return 'now';
  const short = record.stated - record.came;
  const failed = record.came < FAILED_SHARE * record.stated && short > SAVING_ERRORS * record.shortError;
  return record.waits >= LEAST_WAITS && failed ? 'savings' : null;
}
