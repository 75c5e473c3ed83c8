import { barriersOf, readsSlot, RULES, type Rule } from '../compatibility/index.ts';
import { costOf, usableOffers } from '../money/index.ts';
import {
  isAdded,
  OPTIONAL_SLOTS,
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
import { mostSaved } from './most-saved.ts';
import { partsForRules } from './rule-parts.ts';
import { withPick } from './swaps.ts';

/** Most swaps that a repair may take beside the change that asks for it. */
const MOST_COMPANIONS = 4;

/** Builds that were looked at. */
export interface RepairProgress {
  readonly visited: number;
}

/** A part that may stand in a slot, or that it may be empty, with the offers it may be had by. */
interface SlotChoice {
  readonly part: Part | null;
  /** Null: owned, or nothing to buy. */
  readonly offers: readonly (string | null)[];
}

interface SwapOption {
  readonly picks: Picks;
  readonly part: Part | null;
  readonly total: number;
}

export const RULES_READING: ReadonlyMap<Slot, readonly Rule[]> = new Map(
  SLOTS.map((slot) => [slot, RULES.filter((rule) => !rule.advice && readsSlot(rule, slot))]),
);

/** Parts that may stand in each slot under a brief. */
export function candidatesOf({
  catalogue,
  brief,
  priceIndex,
}: Session): ReadonlyMap<Slot, readonly SlotChoice[]> {
  const owned = new Set(brief.owned);
  const excluded = new Set(brief.excluded.map((entry) => entry.part));
  return new Map(
    SLOTS.map((slot) => {
      const list: SlotChoice[] = OPTIONAL_SLOTS.includes(slot) ? [{ part: null, offers: [null] }] : [];
      // What the user adds may have to go; nothing is added for him.
      if (isAdded(slot)) return [slot, list];
      for (const part of catalogue.parts) {
        if (!slotsFor(part.kind).includes(slot) || excluded.has(part.id)) continue;
        if (part.kind === 'storage' && owned.has(part.id)) continue; // in every build already
        const offers: (string | null)[] = usableOffers(priceIndex, brief, part.id, slot).map(({ id }) => id);
        if (owned.has(part.id)) offers.push(null);
        if (offers.length > 0) list.push({ part, offers });
      }
      return [slot, list];
    }),
  );
}

/** What a search for a repair starts from, and what it may leave. */
export interface RepairTask {
  readonly start: Picks;
  /** Slots that are changed already. */
  readonly fixed: ReadonlySet<Slot>;
  /** Ids of rules that may stand in the way at the end. */
  readonly allowed: ReadonlySet<string>;
  readonly isTaken: (set: PartSet) => boolean;
}

/** A build on the way: what rules still stand in the way, and how many swaps may come yet. */
interface Visit {
  readonly picks: Picks;
  readonly set: PartSet;
  readonly changed: ReadonlySet<Slot>;
  readonly violated: readonly Rule[];
  readonly left: number;
}

/** Looks for the fewest swaps, and of those the cheapest, after which nothing but what is allowed stands in the way. */
export class RepairSearch {
  private readonly locked: ReadonlySet<Slot>;
  private best: Picks | null = null;
  private bestTotal = Infinity;
  private visited = 0;
  private isStopped = false;

  constructor(
    private readonly session: Session,
    private readonly candidates: ReadonlyMap<Slot, readonly SlotChoice[]>,
    private readonly task: RepairTask,
  ) {
    this.locked = new Set(session.brief.locks.map((lock) => lock.slot));
  }

  *run(): Work<RepairProgress, Picks | null> {
    const { start, fixed } = this.task;
    const set = partsForRules(start, this.session.priceIndex);
    const violated = this.broken(set, fixed.size > 0 ? fixed : SLOTS);
    for (let left = fixed.size === 0 ? 1 : 0; left <= MOST_COMPANIONS && this.best === null; left++)
      yield* this.visit({ picks: start, set, changed: fixed, violated, left });
    return this.best;
  }

  private totalOf(picks: Picks): number {
    return costOf(picks, this.session.priceIndex).counted;
  }

  private barriers(set: PartSet, rules: readonly Rule[]): readonly Rule[] {
    const { rules: context, brief } = this.session;
    return barriersOf(set, context, brief.whereToBuy.allowUnknown, rules);
  }

  private broken(set: PartSet, slots: Iterable<Slot>): Rule[] {
    const rules = new Set<Rule>();
    for (const slot of slots) for (const rule of RULES_READING.get(slot) ?? []) rules.add(rule);
    return this.barriers(set, [...rules]).filter((rule) => !this.task.allowed.has(rule.id));
  }

  private *visit({ picks, set, changed, violated, left }: Visit): Work<RepairProgress, void> {
    if (violated.length === 0) {
      const total = this.totalOf(picks);
      if (total >= this.bestTotal || !this.task.isTaken(set)) return;
      this.bestTotal = total;
      this.best = picks;
      return;
    }
    if (left === 0) return;
    const mayChange = (slot: Slot, done: ReadonlySet<Slot>) => !done.has(slot) && !this.locked.has(slot);
    for (const slot of violated[0].slots) {
      if (!mayChange(slot, changed)) continue;
      // With one swap left, it has to clear everything.
      if (left === 1 && !violated.every((rule) => rule.slots.includes(slot))) continue;
      this.isStopped ||= (yield { visited: ++this.visited }) === true;
      if (this.isStopped) return;
      const now = new Set(changed).add(slot);
      const saved = mostSaved(picks, this.session.priceIndex, (each) => mayChange(each, now), left - 1);
      for (const option of this.optionsOf(picks, set, slot, violated[0])) {
        if (option.total - saved >= this.bestTotal) break;
        const next = { ...set, [slot]: option.part } as PartSet; // the part is of this slot
        const rest = this.broken(next, now);
        yield* this.visit({ picks: option.picks, set: next, changed: now, violated: rest, left: left - 1 });
      }
    }
  }

  /** Every part that a slot may hold in place of another without breaking a rule, at its cheapest, cheapest first. */
  private optionsOf(picks: Picks, set: PartSet, slot: Slot, rule: Rule): SwapOption[] {
    const { priceIndex } = this.session;
    const marginal = marginalFor(picks, slot, priceIndex);
    const without = withPick(picks, slot, null);
    let empty: number | null = null;
    const totalWith = (part: Part | null, offer: string | null): number => {
      const known = offer === null ? undefined : priceIndex.offers.get(offer);
      if (known) return (empty ??= this.totalOf(without)) + marginal(known);
      return this.totalOf(part ? withPick(picks, slot, { part: part.id, offer }) : without);
    };
    const options: SwapOption[] = [];
    for (const { part, offers } of this.candidates.get(slot) ?? []) {
      if ((part?.id ?? null) === (set[slot]?.id ?? null)) continue;
      const next = { ...set, [slot]: part } as PartSet; // the part is of this slot
      if (this.barriers(next, [rule]).length > 0) continue;
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
}
