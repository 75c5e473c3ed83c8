import { barriersOf } from '../compatibility/index.ts';
import { costOf } from '../money/index.ts';
import { partSetOf, type PartSet, type Picks, type Slot } from '../parts/index.ts';
import type { Session } from '../session/index.ts';
import type { Work } from '../work/index.ts';
import {
  candidatesOf,
  RepairSearch,
  RULES_READING,
  type RepairProgress,
  type RepairTask,
} from './repair-search.ts';
import { partsForRules } from './rule-parts.ts';
import { swapsBetween, withPick, type Swap } from './swaps.ts';

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

/**
 * Prepared once for a session. Looks for the cheapest change of one slot, else of two, three or four, after which no rule
 * stands in the way that did not before. Locked slots stay. The sums are exact; with several swaps each part's offer is
 * the cheapest one given those before it.
 */
export function repairsFor(session: Session): Repairs {
  const { brief, priceIndex, rules: context, scoreOf } = session;
  const candidates = candidatesOf(session);
  const search = (task: RepairTask) => new RepairSearch(session, candidates, task).run();

  function repairOf(before: Picks, after: Picks | null): Repair | null {
    if (!after) return null;
    const [was, is] = [before, after].map((picks) => scoreOf(partsForRules(picks, priceIndex)));
    return {
      picks: after,
      swaps: swapsBetween(before, after, session),
      money: costOf(after, priceIndex).counted - costOf(before, priceIndex).counted,
      score: was === null || is === null ? null : is - was,
    };
  }
  const barrierIds = (picks: Picks): Set<string> => {
    const barriers = barriersOf(partsForRules(picks, priceIndex), context, brief.whereToBuy.allowUnknown);
    return new Set(barriers.map((rule) => rule.id));
  };

  return {
    *companions(picks, slot, part, offer) {
      const start = withPick(picks, slot, part === null ? null : { part, offer });
      if (partSetOf(start, priceIndex.parts).missing.includes(part ?? '')) return null;
      // What stood in the way before may stay, unless it reads the slot that changes.
      const allowed = barrierIds(picks);
      for (const rule of RULES_READING.get(slot) ?? []) allowed.delete(rule.id);
      const found = yield* search({ start, fixed: new Set([slot]), allowed, isTaken: () => true });
      return repairOf(picks, found);
    },
    *mend(picks, rule) {
      const allowed = barrierIds(picks);
      if (!allowed.delete(rule)) return { cheapest: null, keeping: null };
      const score = scoreOf(partsForRules(picks, priceIndex));
      const keepsFrames = (set: PartSet) => (scoreOf(set) ?? -1) >= (score ?? Infinity);
      const task = { start: picks, fixed: new Set<Slot>(), allowed };
      const cheapest = repairOf(picks, yield* search({ ...task, isTaken: () => true }));
      const keeping =
        score === null ? null : repairOf(picks, yield* search({ ...task, isTaken: keepsFrames }));
      return { cheapest, keeping };
    },
  };
}
