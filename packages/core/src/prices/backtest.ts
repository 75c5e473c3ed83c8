import type { Work } from '../work/index.ts';
import type { PartKind } from '../parts/index.ts';
import type { PriceEvent } from './events.ts';
import { forecastOf, type TrackedOffer } from './forecast.ts';
import { DEARER } from './plan.ts';
import type { Observation, PricePrior } from './types.ts';

/** A part with the history of its offers. */
export interface BacktestPart {
  readonly id: string;
  readonly kind: PartKind | null;
  readonly offers: readonly TrackedOffer[];
}

interface BacktestWish {
  readonly today: number;
  /** Days from each start to the day needed. */
  readonly days: number;
  /** Days between two starts. */
  readonly every: number;
  readonly waitPerDay: number;
  readonly events: readonly PriceEvent[];
  readonly prior: PricePrior;
}

/** One start: what each way of buying paid, waiting included, in minor units. */
export interface BacktestRow {
  readonly part: string;
  readonly start: number;
  readonly atOnce: number;
  readonly advised: number;
  readonly advisedDay: number;
  /** Cheapest of what was seen: what a clairvoyant pays. */
  readonly foresight: number;
  readonly tenthOff: number;
}

interface BacktestProgress {
  readonly done: number;
  readonly of: number;
  /** What came of the start that was done last; null when too little was seen after it. */
  readonly row: BacktestRow | null;
}

/** Looks before a start that it takes for advice. */
const LEAST_LOOKS = 10;
const PATHS = 300;

/** Least price for sale on a day over a part’s offers, in the brief’s currency; null when none was seen that day. */
function pricesByDay(part: BacktestPart): Map<number, number> {
  const least = new Map<number, number>();
  for (const offer of part.offers)
    for (const { day, price } of offer.observations) {
      if (price === null) continue;
      const cost = Math.round(price * offer.rate + offer.extraMinor);
      least.set(day, Math.min(cost, least.get(day) ?? Infinity));
    }
  return least;
}

/**
 * What the advice would have done on a history, start after start, with nothing known but what had been seen by then; only days that were
 * looked at count, for every way of buying alike. A step per start, so that it can be stopped and shown as it goes.
 */
export function* backtest(
  parts: readonly BacktestPart[],
  wish: BacktestWish,
): Work<BacktestProgress, BacktestRow[]> {
  const jobs: { part: BacktestPart; start: number; least: Map<number, number> }[] = [];
  for (const part of parts) {
    const least = pricesByDay(part);
    const seen = [...least.keys()].sort((a, b) => a - b);
    if (seen.length <= LEAST_LOOKS) continue;
    let next = seen[LEAST_LOOKS];
    for (const day of seen)
      if (day >= next && day + wish.days <= wish.today) {
        jobs.push({ part, start: day, least });
        next = day + wish.every;
      }
  }
  const rows: BacktestRow[] = [];
  for (const [n, { part, start, least }] of jobs.entries()) {
    const row = rowOf(part, start, least, wish);
    if (row) rows.push(row);
    const isStopped = yield { done: n + 1, of: jobs.length, row };
    if (isStopped) break;
  }
  return rows;
}

/** The day on which the advice would have bought, among the days that were looked at. */
function advisedDay(
  part: BacktestPart,
  days: readonly number[],
  least: ReadonlyMap<number, number>,
  wish: BacktestWish,
): number {
  const last = days[days.length - 1];
  let planned = -Infinity;
  let plannedPrice = 0;
  let curve: Float64Array | null = null;
  for (const day of days) {
    if (day === last) break;
    const price = least.get(day) ?? Infinity;
    if (curve && price === plannedPrice && day - planned < 4) {
      if (price > curve[day - planned - 1]) continue;
      return day;
    }
    const known = part.offers.map((offer) => ({
      ...offer,
      off: [],
      observations: offer.observations.filter((look: Observation) => look.day <= day),
    }));
    const terms = { ...wish, kind: part.kind, today: day, days: last - day, paths: PATHS };
    const forecast = forecastOf(known, terms);
    if (!forecast) continue;
    planned = day;
    plannedPrice = price;
    curve = forecast.plan.curve;
    // The advice may rest on an offer that was not looked at on this day; what can be bought is what was seen.
    if (forecast.plan.advice === 'buy' || price <= forecast.plan.reservation) return day;
  }
  return last;
}

function rowOf(
  part: BacktestPart,
  start: number,
  least: ReadonlyMap<number, number>,
  wish: BacktestWish,
): BacktestRow | null {
  const end = start + wish.days;
  const days = [...least.keys()].filter((day) => day >= start && day <= end).sort((a, b) => a - b);
  if (days.length < 3) return null;
  const cost = (day: number) => (least.get(day) ?? Infinity) + wish.waitPerDay * (day - start);
  const before = [...least]
    .filter(([day]) => day < start)
    .map(([, price]) => price)
    .sort((a, b) => a - b);
  const target = 0.9 * before[Math.floor(before.length / 2)];
  const tenth = days.find((day) => (least.get(day) ?? Infinity) <= target) ?? days[days.length - 1];
  const taken = advisedDay(part, days, least, wish);
  return {
    part: part.id,
    start,
    atOnce: cost(start),
    advised: cost(taken),
    advisedDay: taken - start,
    foresight: Math.min(...days.map(cost)),
    tenthOff: cost(tenth),
  };
}

/** Sums over rows: shares of what buying at once paid, and regret against foresight. */
export function backtestSummary(rows: readonly BacktestRow[]) {
  const mean = (value: (row: BacktestRow) => number) =>
    rows.length === 0 ? 0 : rows.reduce((sum, row) => sum + value(row), 0) / rows.length;
  const regret = (value: (row: BacktestRow) => number) => mean((row) => value(row) / row.foresight - 1);
  const edge = rows.map((row) => row.advised / row.foresight - row.tenthOff / row.foresight);
  const edgeMean = mean((row) => row.advised / row.foresight - row.tenthOff / row.foresight);
  const variance = edge.reduce((sum, each) => sum + (each - edgeMean) ** 2, 0) / Math.max(1, rows.length - 1);
  return {
    starts: rows.length,
    atOnce: regret((row) => row.atOnce),
    advised: regret((row) => row.advised),
    tenthOff: regret((row) => row.tenthOff),
    /** Saved against buying at once, as a share: by the advice, and by foresight. */
    saved: mean((row) => 1 - row.advised / row.atOnce),
    couldSave: mean((row) => 1 - row.foresight / row.atOnce),
    /** Regret less that of the simple rule, with its standard error: starts overlap, so that the true error is larger. */
    edge: edgeMean,
    edgeError: Math.sqrt(variance / Math.max(1, rows.length)),
    dearer: mean((row) => (row.advised > DEARER * row.atOnce ? 1 : 0)),
  };
}

export type BacktestSummary = ReturnType<typeof backtestSummary>;
