import type { Work } from '../../work/index.ts';
import type { Brief, Growth, PartKind } from '../../parts/index.ts';
import { addMonths } from '../../units/index.ts';
import { monthOf } from '../model/calendar.ts';
import { searchCacheFor } from '../search/search-cache.ts';
import { fallIn, type OutlookOptions } from '../model/outlook.ts';
import { choiceOf, type Base, type FoundPath } from '../model/path.ts';
import { pathSearch, searchAll } from '../search/search.ts';
import { growthWorld, type GrowthWorld } from '../model/world.ts';

/** What may come out otherwise than the brief says. Values: months from today, minor units (a price on its step's day), yearly shares, or months. */
export type Lever =
  | { readonly kind: 'date'; readonly sum: string }
  | { readonly kind: 'amount'; readonly sum: string }
  | { readonly kind: 'price'; readonly part: string; readonly on: string }
  | { readonly kind: 'fall'; readonly of: PartKind }
  | { readonly kind: 'heavier' }
  | { readonly kind: 'discount' }
  | { readonly kind: 'horizon' };

/** The nearest value of a lever, one way, at which another build to start from becomes the best. */
export interface GrowthFlip {
  readonly lever: Lever;
  readonly now: number;
  /** Null: nothing flips as far as was looked. */
  readonly at: number | null;
  /** The farthest that was looked at. */
  readonly reach: number;
  readonly becomes: FoundPath | null;
}

export interface FlipsProgress {
  readonly done: number;
  readonly found: GrowthFlip | null;
}

/** Values to try on one side, nearest first, and how fine the answer is. */
interface Tries {
  readonly lever: Lever;
  readonly now: number;
  readonly values: readonly number[];
  readonly fineness: number;
}

const TRIES = 4;
/** What another choice must be worth more for a flip, in thousandths: less is no difference that anybody notices. Chosen. */
const LEAST_LEAD = 100;
const KINDS: readonly PartKind[] = ['gpu', 'cpu'];

function side(now: number, far: number, fineness: number): number[] {
  const values = Array.from({ length: TRIES }, (_, n) => now + ((far - now) * (n + 1)) / TRIES);
  const fine = values.map((value) => Math.round(value / fineness) * fineness);
  return [...new Set(fine)].filter((value) => Math.abs(value - now) > fineness / 2);
}

function triesFor(wish: OutlookOptions, world: GrowthWorld, best: FoundPath): Tries[] {
  const { growth } = wish.brief;
  const out: Tries[] = [];
  const add = (lever: Lever, now: number, fars: readonly number[], fineness: number) => {
    for (const far of fars) {
      const values = side(now, far, fineness);
      if (values.length > 0) out.push({ lever, now, values, fineness });
    }
  };
  for (const sum of growth.sums) {
    const month = monthOf(world.today, sum.on);
    if (sum.on <= world.today || month >= growth.horizonMonths) continue;
    add({ kind: 'date', sum: sum.id }, month, [1, Math.min(growth.horizonMonths - 1, month + 12)], 1);
    add({ kind: 'amount', sum: sum.id }, sum.amountMinor, [0, 2 * sum.amountMinor], 100);
  }
  const wished = best.steps.flatMap(({ on, changes }) =>
    changes
      .filter(({ slot }) => slot === 'gpu' || slot === 'cpu')
      .map(({ part }) => ({ on, part: part ?? '' })),
  );
  for (const { on, part } of wished) {
    const known = world.priceIndex.parts.get(part);
    const now = known ? world.outlook.priceAt(known, monthOf(world.today, on)) : null;
    if (now !== null) add({ kind: 'price', part, on }, now, [now * 0.5, now * 1.6], 100);
  }
  for (const of of KINDS) add({ kind: 'fall', of }, fallIn(world.outlook, of), [0, 0.5], 0.01);
  add({ kind: 'heavier' }, growth.heavierYearly, [0, 0.4], 0.01);
  add({ kind: 'discount' }, growth.discountYearly, [0, 0.5], 0.01);
  add({ kind: 'horizon' }, growth.horizonMonths, [6, 72], 1);
  return out;
}

/** Growth with a lever moved. Games move together: each family by the same step. */
function moved(growth: Growth, lever: Lever, to: number, today: string): Growth {
  switch (lever.kind) {
    case 'price': // moves the market, not the brief
      return growth;
    case 'date':
      return {
        ...growth,
        sums: growth.sums.map((sum) => (sum.id === lever.sum ? { ...sum, on: addMonths(today, to) } : sum)),
      };
    case 'amount':
      return {
        ...growth,
        sums: growth.sums.map((sum) =>
          sum.id === lever.sum ? { ...sum, amountMinor: Math.round(to) } : sum,
        ),
      };
    case 'fall':
      return { ...growth, falls: { ...growth.falls, [lever.of]: to } };
    case 'heavier': {
      const step = to - growth.heavierYearly;
      const families = Object.entries(growth.heavierByFamily).map(([family, rate]) => [
        family,
        Math.max(-0.5, rate + step),
      ]);
      return {
        ...growth,
        heavierYearly: to,
        heavierByFamily: Object.fromEntries(families) as Record<string, number>,
      };
    }
    case 'discount':
      return { ...growth, discountYearly: to };
    case 'horizon':
      return { ...growth, horizonMonths: to };
  }
}

const KEEPS_YEARS: ReadonlySet<Lever['kind']> = new Set(['date', 'amount', 'fall', 'price']);

/** The world with a lever moved; `now` is where it stands. A price is moved at all later times alike, what it fetches too. */
function worldWith(
  wish: OutlookOptions,
  world: GrowthWorld,
  lever: Lever,
  now: number,
  to: number,
): GrowthWorld {
  if (lever.kind === 'price') {
    const shift = Math.log(Math.max(1, to) / now);
    return {
      ...world,
      outlook: world.outlook.shaken({ of: (part) => (part.id === lever.part ? shift : 0) }, true),
    };
  }
  const brief: Brief = { ...wish.brief, growth: moved(wish.brief.growth, lever, to, world.today) };
  return growthWorld({ ...wish, brief }, KEEPS_YEARS.has(lever.kind) ? world : { lists: world.lists });
}

/**
 * What date, sum, price or rate flips the choice of what to buy today, among the builds that the plan started from: the
 * nearest value each way, found on a grid and then by halving. A flip that comes back between two grid points is missed.
 * Send `true` to stop.
 */
export function* growthFlips(
  wish: OutlookOptions,
  world: GrowthWorld,
  bases: readonly Base[],
  best: FoundPath,
): Work<FlipsProgress, readonly GrowthFlip[]> {
  const own = choiceOf(best);
  const out: GrowthFlip[] = [];
  const all = triesFor(wish, world, best);
  const [mine, others] = [
    bases.filter((base) => choiceOf({ base }) === own),
    bases.filter((base) => choiceOf({ base }) !== own),
  ];
  /** What beats the present choice with a lever moved; null when nothing does. */
  const beatenAt = (lever: Lever, now: number, value: number): FoundPath | null => {
    const other = worldWith(wish, world, lever, now, value);
    const search = pathSearch(searchCacheFor(other), 1, 'today');
    const still = searchAll(search, mine)[0]?.value ?? -Infinity;
    const first = searchAll(search, others)[0];
    return first && first.value >= still + LEAST_LEAD ? first : null;
  };
  for (const [n, { lever, now, values, fineness }] of all.entries()) {
    let inside = now;
    let found: { at: number; becomes: FoundPath } | null = null;
    for (const value of values) {
      if (yield { done: n / all.length, found: null }) return out;
      const becomes = beatenAt(lever, now, value);
      if (becomes) {
        found = { at: value, becomes };
        break;
      }
      inside = value;
    }
    while (found && Math.abs(found.at - inside) > fineness * 1.5) {
      if (yield { done: n / all.length, found: null }) return out;
      const middle = Math.round((found.at + inside) / 2 / fineness) * fineness;
      const becomes = beatenAt(lever, now, middle);
      if (becomes) found = { at: middle, becomes };
      else inside = middle;
    }
    const flip: GrowthFlip = {
      lever,
      now,
      at: found?.at ?? null,
      reach: values[values.length - 1],
      becomes: found?.becomes ?? null,
    };
    out.push(flip);
    if (yield { done: (n + 1) / all.length, found: flip }) return out;
  }
  return out;
}
