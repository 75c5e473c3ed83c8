import type { Work } from '@ripe-pick/core/work';
import {
  backtest,
  backtestSummary,
  chanceOfTarget,
  forecastOf,
  jointPlan,
  poolView,
  ripenessOf,
  ruleLimit,
  SIMPLE_RULES,
  trendOf,
  type BacktestPart,
  type BacktestRow,
  type DayBand,
  type Forecast,
  type Observation,
  type JointPlan,
  type PriceEvent,
  type PoolOffer,
  type PoolView,
  type Ripeness,
  type Silence,
  type Percentile,
  type TrackedOffer,
} from '@ripe-pick/core/prices';
import type { PartKind } from '@ripe-pick/core/parts';
import { serveWork } from './serve.ts';
import { drive, Tickets } from './drive.ts';

/** An offer whose history was told by `learn`; null: that is its history. */
export interface OfferToJudge extends Omit<TrackedOffer, 'observations'> {
  readonly observations: readonly Observation[] | null;
}
/** A history that is learnt from, and the part that it is of. */
export interface PoolPart extends PoolOffer {
  readonly part: string;
}
/** A part to be judged, with its offers. */
export interface PartToJudge {
  readonly part: string;
  readonly kind: PartKind | null;
  readonly offers: readonly OfferToJudge[];
  /** A target in the brief’s currency and the day number that it is wanted by; null without one. */
  readonly target: { readonly minor: number; readonly by: number } | null;
}
export interface JudgeWish {
  readonly today: number;
  readonly days: number;
  readonly waitPerDay: number;
  readonly events: readonly PriceEvent[];
}

/** What is shown of a part’s forecast: everything but the futures themselves. */
export interface PriceVerdict {
  readonly part: string;
  readonly ripeness: Ripeness;
  /** Why nothing is advised; null where something is. */
  readonly silence: Silence | null;
  /** What the simple rule that did better waits for, in the brief's currency; null where it is no rule, or waits for no price. */
  readonly limit: number | null;
  readonly now: number | null;
  readonly offer: string | null;
  readonly age: number;
  readonly saving: number;
  readonly reservation: number;
  readonly dearerChance: number;
  readonly regretChance: number;
  readonly least: { readonly low: number; readonly middle: number; readonly high: number };
  readonly fan: readonly DayBand[];
  readonly curve: readonly number[];
  readonly standing: Percentile | null;
  readonly priorShare: number;
  readonly observations: number;
  readonly lookIn: number;
  readonly saleChance: number;
  readonly targetChance: number | null;
  readonly days: number;
  /** Least price of each day that was looked at, in the brief’s currency; null: nothing was for sale. */
  readonly history: readonly { readonly day: number; readonly price: number | null }[];
}

export interface Pooled {
  /** Offers that were learnt from; 0: too few. */
  readonly offers: number;
  /** Kinds of parts whose prices rose over the last month, with the change. */
  readonly rising: readonly { readonly kind: PartKind; readonly change: number }[];
}

const tickets = new Tickets();
/** Looking back is called off by itself: a forecast made anew meanwhile leaves it alone. */
const ticketsBack = new Tickets();
const LEAST_RISING = 5;
/** Forecasts that were made, and what each was made of. */
let forecasts = new Map<string, { readonly of: string; readonly forecast: Forecast | null }>();
/** Histories by offer, and those that are learnt from beside them. */
const histories = new Map<string, readonly Observation[]>();
let pooled: readonly PoolPart[] = [];
/** Rises with every history that is told. */
let learnt = 0;
const tracked = (offers: readonly OfferToJudge[]): readonly TrackedOffer[] =>
  offers.map((offer) => ({
    ...offer,
    observations: offer.observations ?? histories.get(offer.id) ?? [],
  }));
/** What the pool says, kept for as long as it is the same: looking back takes longer than all forecasts. */
let view: { readonly of: string; readonly pool: PoolView } | null = null;
function viewOf(offers: readonly PoolOffer[], today: number, of: string): PoolView {
  if (view?.of !== of) view = { of, pool: poolView(offers, today) };
  return view.pool;
}

/** Least price over the offers of each day on which any was looked at; an offer not looked at that day keeps its last price for a while. */
const HOLDS = 7;
function historyOf(offers: readonly TrackedOffer[]): PriceVerdict['history'] {
  const days = [...new Set(offers.flatMap((offer) => offer.observations.map((look) => look.day)))].sort(
    (a, b) => a - b,
  );
  const at = offers.map(() => -1);
  return days.map((day) => {
    let least: number | null = null;
    offers.forEach((offer, n) => {
      while (at[n] + 1 < offer.observations.length && offer.observations[at[n] + 1].day <= day) at[n]++;
      const look = offer.observations[at[n]];
      if (!look || look.price === null || day - look.day > HOLDS) return;
      const price = Math.round(look.price * offer.rate + offer.extraMinor);
      if (least === null || price < least) least = price;
    });
    return { day, price: least };
  });
}

function limitOf({ silence, now }: Forecast, history: PriceVerdict['history']): number | null {
  const rule = SIMPLE_RULES.find((each) => each === silence);
  const seen = history.flatMap(({ price }) => price ?? []).sort((a, b) => a - b);
  return rule === undefined || now === null ? null : ruleLimit(rule, seen, now);
}

const judging = {
  cancel(): void {
    tickets.next();
  },
  /** Histories of offers, kept beside those that are known; and of others that are learnt from, where those are new. */
  learn(told: ReadonlyMap<string, readonly Observation[]>, pool: readonly PoolPart[] | null): void {
    for (const [offer, observations] of told) histories.set(offer, observations);
    pooled = pool ?? pooled;
    learnt++;
  },
  /** What all offers say together: kept for judging. */
  pool(parts: readonly PartToJudge[], { today }: JudgeWish): Pooled {
    const own = new Set(parts.map(({ part }) => part));
    const all: readonly PoolOffer[] = [
      ...pooled.filter(({ part }) => !own.has(part)),
      ...parts.flatMap(({ kind, offers }) =>
        tracked(offers).map(({ observations }) => ({ kind, observations })),
      ),
    ];
    const of = JSON.stringify([
      learnt,
      today,
      parts.map(({ kind, offers }) => [kind, offers.map(({ id, observations }) => [id, observations])]),
    ]);
    const { prior } = viewOf(all, today, of);
    const kinds = [...new Set(all.flatMap((each) => each.kind ?? []))];
    return {
      offers: prior.pooledFrom,
      rising: kinds.flatMap((kind) => {
        const series = all.filter((each) => each.kind === kind).map((each) => each.observations);
        const trend = trendOf(series, today);
        return series.length >= LEAST_RISING && trend.isRising ? [{ kind, change: trend.change }] : [];
      }),
    };
  },
  /**
   * Judges parts one by one; each is sent as soon as it is known, and not again while it is the same.
   *
   * @returns the parts that nothing can be said of
   */
  async judge(
    parts: readonly PartToJudge[],
    wish: JudgeWish,
    send: (verdicts: readonly PriceVerdict[]) => unknown,
  ): Promise<readonly string[]> {
    const known = view?.pool ?? viewOf(pooled, wish.today, 'the pool alone');
    const pool = view?.of ?? '';
    function* work(): Work<PriceVerdict | null, void> {
      for (const { part, kind, offers: asked, target } of parts) {
        const of = JSON.stringify([asked, target, wish, pool]);
        if (forecasts.get(part)?.of === of) continue;
        const offers = tracked(asked);
        const forecast = forecastOf(offers, { ...wish, kind, prior: known.prior, view: known.of(kind) });
        forecasts.set(part, { of, forecast });
        if (!forecast) continue;
        const { plan, futures: _futures, ...rest } = forecast;
        // Where nothing is advised, no odds are drawn either.
        const isSilent = forecast.silence !== null;
        const history = historyOf(offers);
        const stopped = yield {
          ...rest,
          part,
          ripeness: ripenessOf(forecast),
          saving: plan.saving,
          reservation: plan.reservation,
          dearerChance: plan.dearerChance,
          regretChance: plan.regretChance,
          least: plan.least,
          fan: isSilent ? [] : forecast.fan,
          curve: isSilent ? [] : [...plan.curve],
          days: wish.days,
          history,
          limit: limitOf(forecast, history),
          targetChance:
            target && target.by > wish.today
              ? chanceOfTarget(forecast, target.minor, target.by, wish.today)
              : null,
        };
        if (stopped) return;
      }
    }
    let batch: PriceVerdict[] = [];
    const flush = () => {
      const full = batch;
      batch = [];
      return full.length > 0 ? send(full) : null;
    };
    await drive(work(), tickets, flush, (verdict) => {
      if (verdict) batch.push(verdict);
    });
    await flush();
    return parts.flatMap(({ part }) => (forecasts.get(part)?.forecast === null ? [part] : []));
  },
  /** Forgets the forecasts of all other parts. */
  keepOnly(parts: readonly string[]): void {
    const kept = new Set(parts);
    forecasts = new Map([...forecasts].filter(([part]) => kept.has(part)));
  },
  /** How the parts given are best bought together, from the forecasts made last. */
  joint(parts: readonly string[], waitPerDay: number): JointPlan | null {
    const known = parts.flatMap((id) => {
      const forecast = forecasts.get(id)?.forecast;
      return forecast ? [{ id, forecast }] : [];
    });
    return jointPlan(known, waitPerDay);
  },
  cancelBacktest(): void {
    ticketsBack.next();
  },
  async backtest(
    parts: readonly (Omit<BacktestPart, 'offers'> & { readonly offers: readonly OfferToJudge[] })[],
    wish: JudgeWish & { readonly every: number },
    report: (progress: { readonly done: number; readonly of: number }) => void,
  ): Promise<{
    readonly rows: readonly BacktestRow[];
    readonly summary: ReturnType<typeof backtestSummary>;
  }> {
    // What the pool would have said then is not known any more: the shipped prior stands for it, so that nothing of the future comes in.
    const { prior } = poolView([], wish.today);
    const rows: BacktestRow[] = [];
    await drive(
      backtest(
        parts.map((each) => ({ ...each, offers: tracked(each.offers) })),
        { ...wish, prior },
      ),
      ticketsBack,
      report,
      ({ row }) => {
        if (row) rows.push(row);
      },
    );
    return { rows, summary: backtestSummary(rows) };
  },
};
export type Judging = typeof judging;
serveWork(judging);
