import { barriersOf, RULES, type Rule } from '../compatibility/index.ts';
import { costOf, gross, inMarketCurrency, usableOffers, type Market } from '../money/index.ts';
import {
  OPTIONAL_SLOTS,
  partSetOf,
  slotsFor,
  SLOTS,
  type Part,
  type PartSet,
  type Picks,
  type Slot,
} from '../parts/index.ts';
import type { Session } from '../session/index.ts';
import type { Work } from '../work/index.ts';
import { marginalFor } from './marginal.ts';
import { swapsBetween, withPick, type Swap } from './swaps.ts';
import { partsForRules } from './trades.ts';

/** Most swaps that a repair may take beside the change that asks for it. */
export const MOST_COMPANIONS = 4;

/** The cheapest swaps found that clear something. */
export interface Repair {
  readonly picks: Picks;
  /** All swaps from the picks before, in slot order, the change itself among them. */
  readonly swaps: readonly Swap[];
  /** Change of the counted total and of the objective (thousandths; null when not known). */
  readonly money: number;
  readonly score: number | null;
}

/** Two ways out of a broken rule; null where no few swaps do it. */
export interface Mend {
  readonly cheapest: Repair | null;
  /** The cheapest that loses no frames; null also while the rates are not known. */
  readonly keeping: Repair | null;
}

/** Builds that were looked at. */
export interface RepairProgress {
  readonly visited: number;
}

export interface Repairs {
  /**
   * What else has to change so that a part fits a slot; null when no four swaps do it. `part` null empties the slot.
   * Stopped, it gives the best found so far.
   */
  companions(
    picks: Picks,
    slot: Slot,
    part: string | null,
    offer: string | null,
  ): Work<RepairProgress, Repair | null>;
  /** Swaps after which a rule no longer stands in the way and no other comes up. */
  mend(picks: Picks, rule: string): Work<RepairProgress, Mend>;
}

/** A part that may stand in a slot, or that it may be empty, with the offers it may be had by. */
interface Candidate {
  readonly part: Part | null;
  /** Null: owned, or nothing to buy. */
  readonly offers: readonly (string | null)[];
}

interface Option {
  readonly picks: Picks;
  readonly part: Part | null;
  readonly total: number;
}

const RULES_READING: ReadonlyMap<Slot, readonly Rule[]> = new Map(
  SLOTS.map((slot) => [slot, RULES.filter((rule) => !rule.advice && rule.slots.includes(slot))]),
);

/** Parts that may stand in each slot under a brief. */
function candidatesOf({ catalogue, brief, market }: Session): ReadonlyMap<Slot, readonly Candidate[]> {
  const owned = new Set(brief.owned);
  const excluded = new Set(brief.excluded.map((entry) => entry.part));
  return new Map(
    SLOTS.map((slot) => {
      const list: Candidate[] = OPTIONAL_SLOTS.includes(slot) ? [{ part: null, offers: [null] }] : [];
      for (const part of catalogue.parts) {
        if (!slotsFor(part.kind).includes(slot) || excluded.has(part.id)) continue;
        if (part.kind === 'storage' && owned.has(part.id)) continue; // in every build already
        const offers: (string | null)[] = usableOffers(market, brief, part.id, slot).map(({ id }) => id);
        if (owned.has(part.id)) offers.push(null);
        if (offers.length > 0) list.push({ part, offers });
      }
      return [slot, list];
    }),
  );
}

/** The most that all combos and codes of a market could take off a build. */
function dealRoom(market: Market, dueNow: number): number {
  let room = 0;
  for (const shop of market.shops.values()) {
    const deals = market.dealsAt(shop.id);
    for (const { off } of deals?.combos ?? []) room += gross(off);
    for (const { off } of deals?.codes ?? [])
      room +=
        off.kind === 'percent'
          ? (dueNow * off.percent) / 100
          : (inMarketCurrency(market, shop, off.minor) ?? 0) * (1 + (shop.taxAddedPercent ?? 0) / 100);
  }
  return room;
}

/** The most that so many more swaps could save: all fees and deals, and the dearest parts that may still change. */
function mostSaved(picks: Picks, market: Market, mayChange: (slot: Slot) => boolean, swaps: number): number {
  if (swaps === 0) return 0;
  const cost = costOf(picks, market);
  let fees = dealRoom(market, cost.dueNow);
  for (const { kind, amount } of cost.aside) if (kind === 'risk') fees += amount;
  for (const { face } of cost.backs) fees += face;
  const prices: number[] = [];
  for (const { kind, slot, amount } of cost.lines) {
    if (kind === 'shipping' || kind === 'tax' || kind === 'lot') fees += amount;
    else if (kind === 'part' && slot && mayChange(slot)) prices.push(amount);
  }
  prices.sort((a, b) => b - a);
  return prices.slice(0, swaps).reduce((sum, price) => sum + price, fees);
}

/**
 * Prepared once for a session. Looks for the cheapest change of one slot, else of two, three or four, after which no rule
 * stands in the way that did not before. Locked slots stay. The sums are exact; with several swaps each part's offer is
 * the cheapest one given those before it.
 */
export function repairsFor(session: Session): Repairs {
  const { brief, market, rules: context, scoreOf } = session;
  const { allowUnknown } = brief.whereToBuy;
  const locked = new Set(brief.locks.map((lock) => lock.slot));
  const candidates = candidatesOf(session);
  const totalOf = (picks: Picks): number => costOf(picks, market).counted;

  /** Every part that a slot may hold in place of another without breaking a rule, at its cheapest, cheapest first. */
  function optionsOf(picks: Picks, set: PartSet, slot: Slot, rule: Rule): Option[] {
    const marginal = marginalFor(picks, slot, market);
    const without = withPick(picks, slot, null);
    let empty: number | null = null;
    const totalWith = (part: Part | null, offer: string | null): number => {
      const known = offer === null ? undefined : market.offers.get(offer);
      if (known) return (empty ??= totalOf(without)) + marginal(known);
      return totalOf(part ? withPick(picks, slot, { part: part.id, offer }) : without);
    };
    const options: Option[] = [];
    for (const { part, offers } of candidates.get(slot) ?? []) {
      if ((part?.id ?? null) === (set[slot]?.id ?? null)) continue;
      const next = { ...set, [slot]: part } as PartSet; // the part is of this slot
      if (barriersOf(next, context, allowUnknown, [rule]).length > 0) continue;
      let [cheapest] = offers;
      let total = totalWith(part, cheapest);
      for (const offer of offers.slice(1)) {
        const tried = totalWith(part, offer);
        if (tried < total) [cheapest, total] = [offer, tried];
      }
      const pick = part ? { part: part.id, offer: cheapest } : null;
      options.push({ picks: withPick(picks, slot, pick), part, total });
    }
    return options.sort((a, b) => a.total - b.total);
  }

  /** The fewest swaps, and of those the cheapest, after which nothing but what is allowed stands in the way. */
  function* search(
    start: Picks,
    fixed: ReadonlySet<Slot>,
    allowed: ReadonlySet<string>,
    isTaken: (set: PartSet) => boolean = () => true,
  ): Work<RepairProgress, Picks | null> {
    let best: Picks | null = null;
    let bestTotal = Infinity;
    let visited = 0;
    let isStopped = false;
    const broken = (set: PartSet, slots: Iterable<Slot>): Rule[] => {
      const rules = new Set<Rule>();
      for (const slot of slots) for (const rule of RULES_READING.get(slot) ?? []) rules.add(rule);
      return barriersOf(set, context, allowUnknown, [...rules]).filter((rule) => !allowed.has(rule.id));
    };
    function* visit(
      picks: Picks,
      set: PartSet,
      changed: ReadonlySet<Slot>,
      violated: readonly Rule[],
      left: number,
    ): Work<RepairProgress, void> {
      if (violated.length === 0) {
        const total = totalOf(picks);
        if (total < bestTotal && isTaken(set)) {
          bestTotal = total;
          best = picks;
        }
        return;
      }
      if (left === 0) return;
      for (const slot of violated[0].slots) {
        if (changed.has(slot) || locked.has(slot)) continue;
        // With one swap left, it has to clear everything.
        if (left === 1 && !violated.every((rule) => rule.slots.includes(slot))) continue;
        isStopped ||= (yield { visited: ++visited }) === true;
        if (isStopped) return;
        const now = new Set(changed).add(slot);
        const saved = mostSaved(picks, market, (each) => !now.has(each) && !locked.has(each), left - 1);
        for (const option of optionsOf(picks, set, slot, violated[0])) {
          if (option.total - saved >= bestTotal) break;
          const next = { ...set, [slot]: option.part } as PartSet; // the part is of this slot
          yield* visit(option.picks, next, now, broken(next, now), left - 1);
        }
      }
    }
    const set = partsForRules(start, market);
    const violated = broken(set, fixed.size > 0 ? fixed : SLOTS);
    for (let swaps = fixed.size === 0 ? 1 : 0; swaps <= MOST_COMPANIONS && best === null; swaps++)
      yield* visit(start, set, fixed, violated, swaps);
    return best;
  }

  function repairOf(before: Picks, after: Picks | null): Repair | null {
    if (!after) return null;
    const [was, is] = [before, after].map((picks) => scoreOf(partsForRules(picks, market)));
    return {
      picks: after,
      swaps: swapsBetween(before, after, session),
      money: totalOf(after) - totalOf(before),
      score: was === null || is === null ? null : is - was,
    };
  }
  const barrierIds = (picks: Picks): Set<string> =>
    new Set(barriersOf(partsForRules(picks, market), context, allowUnknown).map((rule) => rule.id));

  return {
    *companions(picks, slot, part, offer) {
      const start = withPick(picks, slot, part === null ? null : { part, offer });
      if (partSetOf(start, market.parts).missing.includes(part ?? '')) return null;
      // What stood in the way before may stay, unless it reads the slot that changes.
      const allowed = barrierIds(picks);
      for (const rule of RULES_READING.get(slot) ?? []) allowed.delete(rule.id);
      return repairOf(picks, yield* search(start, new Set([slot]), allowed));
    },
    *mend(picks, rule) {
      const allowed = barrierIds(picks);
      if (!allowed.delete(rule)) return { cheapest: null, keeping: null };
      const score = scoreOf(partsForRules(picks, market));
      const keepsFrames = (set: PartSet) => (scoreOf(set) ?? -1) >= (score ?? Infinity);
      const none = new Set<Slot>();
      const cheapest = repairOf(picks, yield* search(picks, none, allowed));
      const keeping =
        score === null ? null : repairOf(picks, yield* search(picks, none, allowed, keepsFrames));
      return { cheapest, keeping };
    },
  };
}
