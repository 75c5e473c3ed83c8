import { forecastOf, percentileOf, poolView, type Observation, type PoolView } from '@ripe-pick/core/prices';
import { drawsFrom, seedOf } from '@ripe-pick/core/stats';
import { marketWorld, type Common, type Market, type MarketKind } from '@ripe-pick/worlds/markets';
import { clairvoyant, paidBy, SIMPLE, type Ahead, type SimpleRule } from './buying.ts';

/** What somebody knows on the day of a question: so many offers, so many looks at each, so many days from one to the next. */
interface Looking {
  readonly offers: number;
  readonly looks: number;
  readonly every: number;
}

/** One question: what was advised, what the simple rules paid, and what came. Shares of the first price, or of what a clairvoyant pays. */
export interface PriceRow {
  readonly isSpoken: boolean;
  readonly advice: 'buy' | 'wait' | 'out';
  readonly regret: number;
  readonly simple: Readonly<Record<SimpleRule, number>>;
  readonly saving: Told;
  /** Chances, and 1 where it came. */
  readonly dearer: Told;
  readonly regretted: Told;
  readonly leastCovered: boolean;
  readonly standingCovered: boolean;
}
interface Told {
  readonly stated: number;
  readonly came: number;
}

const DAYS = [14, 30, 60];
const PAST = 200;
const PATHS = 300;
/** Questions of one market: its first so many offers. */
const ASKED = 15;
/** The pool is looked at anew every so many days. */
const VIEW_DAYS = 4;

/** What was seen of a market: each offer as it was looked at, and every day once a question is asked of it. */
class Seen {
  private readonly phases: readonly number[];
  private readonly views = new Map<number, PoolView>();

  constructor(
    readonly market: Market,
    private readonly looking: Looking,
    seed: number,
  ) {
    const draws = drawsFrom(seedOf('looks', seed));
    this.phases = market.offers.map(() => Math.floor(looking.every * draws.uniform()));
  }

  of(n: number, until: number): Observation[] {
    const { looks, every } = this.looking;
    const days = new Set<number>();
    for (let i = looks - 1; i > 0; i--) days.add(-i * every + this.phases[n]);
    for (let day = 0; day <= until; day++) days.add(day);
    return [...days]
      .filter((day) => day >= -PAST && day <= until)
      .sort((a, b) => a - b)
      .map((day) => ({ day, price: this.market.offers[n].prices[day + PAST] }));
  }

  view(day: number): PoolView {
    const on = VIEW_DAYS * Math.floor(day / VIEW_DAYS);
    const pool = this.looking.offers === 0 ? [] : this.market.offers;
    const known =
      this.views.get(on) ??
      poolView(
        pool.map((_, n) => ({ kind: null, observations: this.of(n, on) })),
        on,
      );
    this.views.set(on, known);
    return known;
  }

  forecast(n: number, day: number, days: number) {
    const { prior, of } = this.view(day);
    const { id } = this.market.offers[n];
    const offer = {
      id,
      kind: 'shop',
      observations: this.of(n, day),
      rate: 1,
      extraMinor: 0,
      off: [],
    } as const;
    const terms = { kind: null, today: day, days: days - day, waitPerDay: 0, events: [], paths: PATHS };
    // Whether it may speak is decided on the day of the question; after it, only what moves is looked at.
    return forecastOf([offer], {
      ...terms,
      prior,
      view: day === 0 ? of(null) : { move: of(null).move, record: null, silence: null },
    });
  }
}

/** Follows the advice, planned anew with each new price and every fourth day at least. */
function advised(
  seen: Seen,
  n: number,
  question: Ahead,
  first: NonNullable<ReturnType<Seen['forecast']>>,
): number {
  let { plan } = first;
  let planned = 0;
  let last = question.prices[0];
  return paidBy(question, (price, _, day) => {
    if (day > 0 && price === last && day - planned < VIEW_DAYS) return price <= plan.curve[day - planned - 1];
    if (day > 0) plan = seen.forecast(n, day, question.prices.length - 1)?.plan ?? plan;
    planned = day;
    last = price;
    return plan.advice === 'buy';
  });
}

/** Whether the interval of where a price stands holds what every day since the first look would have said. */
function isStandingRight(seen: Seen, n: number): boolean {
  const looks = seen.of(n, 0);
  const now = looks.at(-1)?.price ?? 0;
  const found = percentileOf(looks, 0, now);
  if (!found) return true;
  const { prices } = seen.market.offers[n];
  const all = prices.slice(PAST - found.days + 1, PAST + 1).flatMap((price) => price ?? []);
  const lower = all.filter((price) => price / now - 1 < -0.002).length;
  const equal = all.filter((price) => Math.abs(price / now - 1) <= 0.002).length;
  const share = (lower + equal / 2) / all.length;
  return share >= found.low && share <= found.high;
}

/** Questions of one market of a kind. `common`: what happens to all of it, instead of what the seed would draw. */
export function measurePrices(kind: MarketKind, seed: number, looking: Looking, common?: Common): PriceRow[] {
  const size = { offers: Math.max(ASKED, looking.offers), past: PAST, ahead: Math.max(...DAYS) };
  const seen = new Seen(marketWorld(kind, seed, size, common), looking, seed);
  return seen.market.offers.slice(0, ASKED).flatMap(({ prices }, n) => {
    const days = DAYS[n % DAYS.length];
    const now = prices[PAST];
    const forecast = now === null ? null : seen.forecast(n, 0, days);
    if (now === null || !forecast) return [];
    const question: Ahead = { seen: seen.of(n, 0), prices: prices.slice(PAST, PAST + days + 1) };
    const { plan, silence } = forecast;
    const paid = advised(seen, n, question, forecast);
    const best = clairvoyant(question);
    const least = Math.min(...question.prices.slice(1).flatMap((price) => price ?? []));
    const waited = paidBy(question, (price, _, day) => day > 0 && price <= plan.curve[day - 1]);
    return [
      {
        isSpoken: silence === null,
        advice: plan.advice,
        regret: paid / best - 1,
        simple: Object.fromEntries(
          Object.entries(SIMPLE).map(([name, rule]) => [name, rule(question) / best - 1]),
        ) as Record<SimpleRule, number>,
        saving: { stated: plan.saving / now, came: 1 - paid / now },
        dearer: { stated: plan.dearerChance, came: Number(waited > 1.005 * now) },
        regretted: { stated: plan.regretChance, came: Number(least < 0.97 * now) },
        leastCovered: least >= plan.least.low - 1 && least <= plan.least.high + 1,
        standingCovered: isStandingRight(seen, n),
      },
    ];
  });
}
