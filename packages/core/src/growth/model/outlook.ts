import { costOf, priceIndexOf, usableOffers, type PriceIndex } from '../../money/index.ts';
import {
  kindFor,
  type Brief,
  type Catalogue,
  type Growth,
  type Part,
  type PartKind,
} from '../../parts/index.ts';
import { fallOf, launchesOf, type PriceEvent } from '../../prices/index.ts';
import { dayNumber } from '../../units/index.ts';
import { median, normalQuantile } from '../../stats/index.ts';
import { memoize } from '../../stats/memoize.ts';

/*
 * Prices of parts in months to come, and what parts fetch when they come out. Assumptions, no source: docs/models/growth.md.
 */

/** Standard deviation of the yearly fall of a kind, as a logarithm, and of a single part's own way, per root of a year. */
const FALL_SD: { readonly [kind in PartKind]?: number } = { memory: 0.2 };
const USUAL_FALL_SD = 0.1;
const OWN_WAY_SD = 0.1;
/** Share of an asking price that used parts change hands for. */
const HAGGLED = 0.93;
/** What a used part fetches of its price when new, where no used offer says it. */
const USED_SHARE: Readonly<Record<PartKind, number>> = {
  cpu: 0.6,
  gpu: 0.6,
  memory: 0.5,
  motherboard: 0.45,
  psu: 0.4,
  storage: 0.4,
  cooler: 0.4,
  case: 0.35,
  network: 0.25,
  os: 0,
  extras: 0.2,
};
/** Yearly loss of a part's worth by wear and age, beyond the fall of its kind's prices, as a logarithm. */
const WEAR = 0.06;
/** What the condition does to what a part fetches. Assumed: used offers are mostly of the middle one. */
const CONDITION: Readonly<Record<Growth['resale']['condition'], number>> = { A: 1.08, B: 1, C: 0.85 };
const DAYS_A_MONTH = 365.25 / 12;
const INTERVAL_Z = normalQuantile(0.9);

/** An amount with its 80 % interval, in whole minor units. */
export interface Then {
  readonly minor: number;
  readonly low: number;
  readonly high: number;
}

/** How prices of a kind go, as it is counted. */
export interface Fall {
  readonly kind: PartKind;
  /** Share by which prices fall in a year. */
  readonly yearly: number;
  /** Standard deviation of its logarithm. */
  readonly sd: number;
  readonly from: 'assumed' | 'set' | 'measured';
}

/** Moves of logarithms of prices in one simulated future: by kind and by part, per month. */
export interface Shocks {
  readonly of: (part: Part, month: number) => number;
}

export interface Outlook {
  /** Price today at the door when it is ordered by itself, without deals; null when no usable offer says it. */
  base(part: Part): number | null;
  /** Price in a month, median and interval; null when there is none today. */
  price(part: Part, month: number): Then | null;
  /** What it fetches when it comes out in a month, after fees; 0 where the kind is kept. */
  resale(part: Part, month: number): Then;
  /** The medians alone, for the search. */
  priceAt(part: Part, month: number): number | null;
  resaleAt(part: Part, month: number): number;
  readonly falls: readonly Fall[];
  readonly isShaken: boolean;
  /** The same prices moved by shocks. Steady ones move a part alike at all times, so that no price comes to rise by them. */
  shaken(shocks: Shocks, isSteady?: boolean): Outlook;
  /** Standard deviation of the logarithm of a price, by what moves all of a kind and by the part's own way. */
  spread(kind: PartKind, month: number): { readonly kind: number; readonly own: number };
}

const KINDS = Object.keys(USED_SHARE) as PartKind[];

export interface OutlookOptions {
  readonly catalogue: Catalogue;
  readonly brief: Brief;
  readonly events: readonly PriceEvent[];
  /** Falls measured from histories; they take the place of what is assumed. */
  readonly measured?: { readonly [kind in PartKind]?: { readonly yearly: number; readonly sd: number } };
}

/** How prices of every kind fall, and which launches press them. */
class Trends {
  readonly falls: readonly Fall[];
  private readonly byKind: ReadonlyMap<PartKind, Fall>;
  private readonly launches: ReadonlyMap<PartKind, ReturnType<typeof launchesOf>>;

  constructor(
    { brief, events, measured = {} }: OutlookOptions,
    private readonly today: number,
  ) {
    this.falls = KINDS.map((kind): Fall => {
      const set = brief.growth.falls[kind];
      const sd = FALL_SD[kind] ?? USUAL_FALL_SD;
      if (set !== undefined) return { kind, yearly: set, sd, from: 'set' };
      const seen = measured[kind];
      if (seen) return { kind, yearly: seen.yearly, sd: seen.sd, from: 'measured' };
      return { kind, yearly: 1 - Math.exp(-fallOf(kind)), sd, from: 'assumed' };
    });
    this.byKind = new Map(this.falls.map((fall) => [fall.kind, fall]));
    this.launches = new Map(KINDS.map((kind) => [kind, launchesOf(events, kind)]));
  }

  private launched(kind: PartKind, month: number) {
    const until = this.today + month * DAYS_A_MONTH;
    return (this.launches.get(kind) ?? []).filter(({ day }) => day > this.today && day <= until);
  }

  /** Change of the logarithm of a price until a month. */
  shift(kind: PartKind, month: number): number {
    const pressed = this.launched(kind, month).reduce((sum, each) => sum + each.fall, 0);
    return (Math.log1p(-(this.byKind.get(kind)?.yearly ?? 0)) * month) / 12 - pressed;
  }

  spread(kind: PartKind, month: number): { kind: number; own: number } {
    const years = month / 12;
    const launchVariance = this.launched(kind, month).reduce((sum, each) => sum + each.fallSd ** 2, 0);
    const sd = this.byKind.get(kind)?.sd ?? USUAL_FALL_SD;
    return { kind: Math.sqrt((sd * years) ** 2 + launchVariance), own: OWN_WAY_SD * Math.sqrt(years) };
  }

  /** A median with its interval. */
  around(median: number, kind: PartKind, month: number): Then {
    const each = this.spread(kind, month);
    const reach = INTERVAL_Z * Math.hypot(each.kind, each.own);
    const at = (sign: number) => Math.round(median * Math.exp(sign * reach));
    return { minor: at(0), low: at(-1), high: at(1) };
  }
}

/** Prices of parts in months to come, by what they cost today and how their kinds go. */
export function outlookFor(options: OutlookOptions): Outlook {
  const { catalogue, brief } = options;
  const { feeShare, kept, condition } = brief.growth.resale;
  // Deals and days of delivery are of today's purchase.
  const later: Brief = { ...brief, dates: { buyOn: null, readyBy: null } };
  const priceIndex = priceIndexOf({ ...catalogue, deals: [] }, later);
  const trends = new Trends(options, dayNumber(priceIndex.today));
  const byId = (part: Part) => part.id;
  const base = memoize(byId, (part: Part) => doorPrice(part, priceIndex, later));
  const worth = memoize(byId, (part: Part) => {
    const stated = brief.ownedParts.find((each) => each.part === part.id)?.valueMinor ?? null;
    // Nobody gives more for a used one than one costs at the door. What the brief says is for the condition it is in.
    return Math.min(stated ?? CONDITION[condition] * usedWorth(part, priceIndex), base(part) ?? Infinity);
  });
  const make = (shocks: Shocks | null, isSteady = false): Outlook => {
    const factor = (part: Part, month: number) =>
      Math.exp(trends.shift(part.kind, month) + (shocks?.of(part, month) ?? 0));
    const priceOf = (part: Part, month: number): number | null => {
      const now = base(part);
      return now === null ? null : now * factor(part, month);
    };
    const resaleOf = (part: Part, month: number): number =>
      kept.includes(part.kind)
        ? 0
        : worth(part) * factor(part, month) * Math.exp((-WEAR * month) / 12) * (1 - feeShare);
    const rounded = (value: number | null) => (value === null ? null : Math.round(value));
    return {
      base,
      falls: trends.falls,
      isShaken: shocks !== null && !isSteady,
      spread: (kind, month) => trends.spread(kind, month),
      price: (part, month) => {
        const median = priceOf(part, month);
        return median === null ? null : trends.around(median, part.kind, month);
      },
      resale: (part, month) => trends.around(resaleOf(part, month), part.kind, month),
      priceAt: (part, month) => rounded(priceOf(part, month)),
      resaleAt: (part, month) => Math.round(resaleOf(part, month)),
      shaken: make,
    };
  };
  return make(null);
}

/** What one part costs ordered by itself; null when the offer cannot be counted. */
function alone(part: Part, offer: string, priceIndex: PriceIndex): number | null {
  const cost = costOf({ [part.kind]: { part: part.id, offer } }, priceIndex);
  return cost.unpriced.length > 0 ? null : cost.dueNow;
}

/**
 * The least that a new or refurbished one costs at the door; where the brief takes used ones, the middle of what they
 * are offered for, when that is less: the very listing of today will be gone.
 */
function doorPrice(part: Part, priceIndex: PriceIndex, brief: Brief): number | null {
  let least = Infinity;
  const used: number[] = [];
  for (const offer of usableOffers(priceIndex, brief, part.id, kindFor(part.kind))) {
    if (offer.lot !== undefined) continue;
    const cost = alone(part, offer.id, priceIndex);
    if (cost === null) continue;
    if (offer.condition === 'used') used.push(cost);
    else least = Math.min(least, cost);
  }
  if (used.length > 0) least = Math.min(least, Math.round(median(used)));
  return Number.isFinite(least) ? least : null;
}

/** What a used one changes hands for today, before fees: by used offers, else a share of new. */
function usedWorth(part: Part, priceIndex: PriceIndex): number {
  const used: number[] = [];
  let least = Infinity;
  for (const offer of priceIndex.offersByPart.get(part.id) ?? []) {
    if (!offer.inStock || offer.lot !== undefined) continue;
    const priced = priceIndex.priced(offer);
    if (!priced) continue;
    if (offer.condition === 'used') used.push(priced.goods.amount);
    else least = Math.min(least, priced.dueNow);
  }
  if (used.length > 0) return HAGGLED * median(used);
  return Number.isFinite(least) ? USED_SHARE[part.kind] * least : 0;
}

/** Yearly fall of a kind, as it is counted. */
export function fallIn(outlook: Outlook, kind: PartKind): number {
  return outlook.falls.find((fall) => fall.kind === kind)?.yearly ?? 0;
}
