import type { Candidate, Workspace } from '@ripe-pick/contract';
import {
  briefWithOrders,
  heldFor,
  NOTHING_HELD,
  ordersOf,
  picksAsKept,
  picksWithOrders,
  type HeldOrders,
} from '@ripe-pick/core/buying';
import type { Brief, Picks } from '@ripe-pick/core/parts';
import { computed, type ComputedRef, type ShallowRef } from 'vue';

/** What is held for each candidate that has orders. */
function heldByCandidate(orders: Workspace['orders']): ReadonlyMap<string, HeldOrders> {
  const ids = new Set(orders.flatMap(({ candidate }) => candidate ?? []));
  return new Map([...ids].map((id) => [id, heldFor(orders, id)]));
}

/**
 * Candidates and brief as they stand with what is ordered: its parts are fixed and counted at what they cost. What no order touches
 * keeps its identity, so that what was worked out for it outlives an edit.
 */
export function useOrdered(state: ShallowRef<Workspace>, brief: ComputedRef<Brief>) {
  const orders = computed(() => state.value.orders);
  const held = computed(() => heldByCandidate(orders.value));
  const heldOf = (candidate: Candidate): HeldOrders => held.value.get(ordersOf(candidate)) ?? NOTHING_HELD;
  const known = new WeakMap<Candidate, { held: HeldOrders; candidate: Candidate }>();
  const asTyped = computed(() => state.value.candidates);
  const candidates = computed(() =>
    asTyped.value.map((kept): Candidate => {
      const own = heldOf(kept);
      if (own === NOTHING_HELD) return kept;
      const before = known.get(kept);
      if (before?.held === own) return before.candidate;
      const candidate = {
        ...kept,
        picks: picksWithOrders(kept.picks as Picks, own) as Candidate['picks'],
      };
      known.set(kept, { held: own, candidate });
      return candidate;
    }),
  );
  const active = computed(() => {
    const { active: id } = state.value;
    return candidates.value.find((candidate) => candidate.id === id) ?? candidates.value[0];
  });
  /** Whose orders bind the brief. By name alone: a swap changes the candidate, and must not change the brief. */
  const binding = computed(() => ordersOf(active.value));
  const heldNow = computed(() => held.value.get(binding.value) ?? NOTHING_HELD);
  return {
    candidates,
    active,
    held: heldNow,
    heldOf,
    brief: computed(() => briefWithOrders(brief.value, heldNow.value)),
    /** Picks as they are kept with a candidate, whose orders they may show; of none, those of the active one. */
    asKept: (picks: Picks, candidate: Candidate | undefined): Picks =>
      picksAsKept(picks, (candidate?.picks ?? {}) as Picks, candidate ? heldOf(candidate) : heldNow.value),
  };
}
