import { barriersOf, RULES, ruleContext, type Rule } from '../compatibility/index.ts';
import { scorerFor } from '../frames/index.ts';
import { costOf, gross, indexMarket, inMarketCurrency, usableOffers } from '../money/index.ts';
import {
  partSetOf,
  slotsFor,
  SLOTS,
  type Brief,
  type Catalogue,
  type Part,
  type PartSet,
  type Picks,
  type Slot,
} from '../parts/index.ts';
import { partsForRules } from './trades.ts';
import { swapsBetween, withPick, type Swap } from './swaps.ts';

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

export interface Repairs {
  /** What else has to change so that a part fits a slot; null when no four swaps do it. `part` null empties the slot. */
  companions(picks: Picks, slot: Slot, part: string | null, offer: string | null): Repair | null;
  /** Swaps after which a rule no longer stands in the way and no other comes up. */
  mend(picks: Picks, rule: string): Mend;
}

interface Choice {
  readonly part: Part | null;
  readonly offer: string | null;
}

/**
 * Prepared once per catalogue and brief. Looks for the cheapest change of one slot, else of two, three or four, after which
 * no rule stands in the way that did not before. Locked slots stay. The sums are exact; with several swaps each part's
 * offer is the cheapest one given those before it.
 */
export function repairsFor(catalogue: Catalogue, brief: Brief): Repairs {
  const market = indexMarket(catalogue, brief);
  const context = ruleContext(brief, market.parts, catalogue.frameModel);
  const scoreOf = scorerFor(brief, catalogue.frameModel);
  const { allowUnknown } = brief.market;
  const owned = new Set(brief.owned);
  const excluded = new Set(brief.excluded.map((entry) => entry.part));
  const locked = new Set(brief.locks.map((lock) => lock.slot));
  const optional = new Set<Slot>(['card', 'storage', 'bulk', 'cooler', 'network', 'system', 'extras']);
  const rulesReading = new Map<Slot, readonly Rule[]>(
    SLOTS.map((slot) => [slot, RULES.filter((rule) => !rule.advice && rule.slots.includes(slot))]),
  );
  const totalOf = (picks: Picks): number => costOf(picks, market).counted;

  const choices = new Map<Slot, readonly (readonly Choice[])[]>(
    SLOTS.map((slot) => {
      const list: Choice[][] = optional.has(slot) ? [[{ part: null, offer: null }]] : [];
      for (const part of catalogue.parts) {
        if (!slotsFor(part.slot).includes(slot) || excluded.has(part.id)) continue;
        if (part.slot === 'storage' && owned.has(part.id)) continue; // in every build already
        const offers: Choice[] = usableOffers(market, brief, part.id, slot).map(({ id }) => ({
          part,
          offer: id,
        }));
        if (owned.has(part.id)) offers.push({ part, offer: null });
        if (offers.length > 0) list.push(offers);
      }
      return [slot, list];
    }),
  );

  const set1 = (picks: Picks, slot: Slot, choice: Choice): Picks =>
    withPick(picks, slot, choice.part ? { part: choice.part.id, offer: choice.offer } : null);

  /** The most that all combos and codes of a market could take off a build. */
  const dealRoom = (till: number): number => {
    let room = 0;
    for (const shop of market.shops.values()) {
      const deals = market.dealsAt(shop.id);
      for (const { off } of deals?.combos ?? []) room += gross(off);
      for (const { off } of deals?.codes ?? [])
        room +=
          off.kind === 'percent'
            ? (till * off.percent) / 100
            : (inMarketCurrency(market, shop, off.minor) ?? 0) * (1 + (shop.taxAddedPercent ?? 0) / 100);
    }
    return room;
  };

  /** The most that so many more swaps could save: all fees and deals, and the dearest parts that may still change. */
  const mostSaved = (picks: Picks, changed: ReadonlySet<Slot>, swaps: number): number => {
    if (swaps === 0) return 0;
    const cost = costOf(picks, market);
    let fees = dealRoom(cost.till);
    for (const { kind, amount } of cost.aside) if (kind === 'risk') fees += amount;
    for (const { face } of cost.backs) fees += face;
    const prices: number[] = [];
    for (const { kind, slot, amount } of cost.lines) {
      if (kind === 'shipping' || kind === 'tax' || kind === 'lot') fees += amount;
      else if (kind === 'part' && slot && !changed.has(slot) && !locked.has(slot)) prices.push(amount);
    }
    prices.sort((a, b) => b - a);
    return prices.slice(0, swaps).reduce((sum, price) => sum + price, fees);
  };

  /** The fewest swaps, and of those the cheapest, after which nothing but what is allowed stands in the way. */
  function search(
    start: Picks,
    fixed: ReadonlySet<Slot>,
    allowed: ReadonlySet<string>,
    isTaken: (set: PartSet) => boolean = () => true,
  ): Picks | null {
    let best: Picks | null = null;
    let bestTotal = Infinity;
    const broken = (set: PartSet, slots: Iterable<Slot>): Rule[] => {
      const rules = new Set<Rule>();
      for (const slot of slots) for (const rule of rulesReading.get(slot) ?? []) rules.add(rule);
      return barriersOf(set, context, allowUnknown, [...rules]).filter((rule) => !allowed.has(rule.id));
    };
    const visit = (
      picks: Picks,
      set: PartSet,
      changed: ReadonlySet<Slot>,
      violated: readonly Rule[],
      left: number,
    ) => {
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
        const options: { picks: Picks; part: Part | null; total: number }[] = [];
        for (const offers of choices.get(slot) ?? []) {
          const { part } = offers[0];
          if ((part?.id ?? null) === (set[slot]?.id ?? null)) continue;
          const next = { ...set, [slot]: part } as PartSet; // the part is of this slot
          if (barriersOf(next, context, allowUnknown, [violated[0]]).length > 0) continue;
          let cheapest: { picks: Picks; part: Part | null; total: number } | null = null;
          for (const choice of offers) {
            const tried = set1(picks, slot, choice);
            const total = totalOf(tried);
            if (!cheapest || total < cheapest.total) cheapest = { picks: tried, part, total };
          }
          if (cheapest) options.push(cheapest);
        }
        options.sort((a, b) => a.total - b.total);
        const now = new Set(changed).add(slot);
        const saved = mostSaved(picks, now, left - 1);
        for (const option of options) {
          if (option.total - saved >= bestTotal) break;
          const next = { ...set, [slot]: option.part } as PartSet; // the part is of this slot
          visit(option.picks, next, now, broken(next, now), left - 1);
        }
      }
    };
    const set = partsForRules(start, market);
    for (let swaps = fixed.size === 0 ? 1 : 0; swaps <= MOST_COMPANIONS && best === null; swaps++)
      visit(start, set, fixed, broken(set, fixed.size > 0 ? fixed : SLOTS), swaps);
    return best;
  }

  function repairOf(before: Picks, after: Picks | null): Repair | null {
    if (!after) return null;
    const scores = [before, after].map((picks) => scoreOf(partsForRules(picks, market)));
    return {
      picks: after,
      swaps: swapsBetween(before, after, catalogue, brief, market),
      money: totalOf(after) - totalOf(before),
      score: scores[0] === null || scores[1] === null ? null : scores[1] - scores[0],
    };
  }
  const barrierIds = (picks: Picks): Set<string> =>
    new Set(barriersOf(partsForRules(picks, market), context, allowUnknown).map((rule) => rule.id));

  return {
    companions(picks, slot, part, offer) {
      const start = withPick(picks, slot, part === null ? null : { part, offer });
      if (partSetOf(start, market.parts).missing.includes(part ?? '')) return null;
      // What stood in the way before may stay, unless it reads the slot that changes.
      const allowed = barrierIds(picks);
      for (const rule of rulesReading.get(slot) ?? []) allowed.delete(rule.id);
      return repairOf(picks, search(start, new Set([slot]), allowed));
    },
    mend(picks, rule) {
      const allowed = barrierIds(picks);
      if (!allowed.delete(rule)) return { cheapest: null, keeping: null };
      const score = scoreOf(partsForRules(picks, market));
      const keepsFrames = (set: PartSet) => (scoreOf(set) ?? -1) >= (score ?? Infinity);
      const none = new Set<Slot>();
      return {
        cheapest: repairOf(picks, search(picks, none, allowed)),
        keeping: score === null ? null : repairOf(picks, search(picks, none, allowed, keepsFrames)),
      };
    },
  };
}
