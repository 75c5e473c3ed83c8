import { watchDebounced } from '@vueuse/core';
import { computed, onBeforeUnmount, ref, shallowRef, type ComputedRef } from 'vue';
import type { LaneSwap } from '@ripe-pick/core/growth';
import type { Picks, Slot } from '@ripe-pick/core/parts';
import type { Measure, Trade } from '@ripe-pick/core/swaps';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useGrowth } from '../../shared/stores/growth.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';

/** With room to grow as the height, every lane shows frames. */
export const ROOM_MEASURE: Pick<Measure, 'label' | 'unit' | 'kind'> = {
  label: 'room to grow',
  unit: 'fps',
  kind: 'frames',
};

const keyOf = (slot: Slot, part: string | null) => `${slot}|${part ?? ''}`;

const tradeKey = ({ slot, part, offer, barrier }: Trade) =>
  `${keyOf(slot, part?.id ?? null)}${offer?.id}${barrier === null}`;

/** What is asked about: the build as it is, and each trade that fits, the cheapest changes first. */
function swapsOf(picks: Picks, inSight: readonly Trade[]): LaneSwap[] {
  const asItIs = { slot: 'extras', part: null, offer: null, ...picks.extras } as const;
  const swaps = inSight
    .filter((trade) => !trade.barrier && !trade.isCurrent)
    .sort((a, b) => Math.abs(a.money) - Math.abs(b.money))
    .map(({ slot, part, offer }) => ({ slot, part: part?.id ?? null, offer: offer?.id ?? null }));
  return [asItIs, ...swaps];
}

/**
 * Room to grow as the height of lanes: what the best path from here is worth with each swap, against what it is worth
 * now. Worked out in a worker for the trades that fit and are in sight, and drawn as it comes in.
 */
export function useLaneRoom(inSight: ComputedRef<readonly Trade[]>) {
  const catalogueStore = useCatalogue();
  const growth = useGrowth();
  const workspace = useWorkspace();
  const isOn = ref(false);
  const isWorking = ref(false);
  const failed = ref(false);
  const now = shallowRef<number | null>(null);
  const values = shallowRef<ReadonlyMap<string, number | null>>(new Map());
  let ticket = 0;
  /** What the values hold for: with other picks, or other plans, none of them does. */
  let holdsFor: readonly unknown[] = [];

  async function work(): Promise<void> {
    const own = ++ticket;
    growth.stopRoom();
    failed.value = false;
    isWorking.value = false;
    const { picks } = workspace;
    const premises = [picks, growth.key, catalogueStore.catalogue];
    if (!isOn.value || premises.some((premise, at) => premise !== holdsFor[at])) {
      values.value = new Map();
      now.value = null;
      holdsFor = premises;
    }
    if (!isOn.value) return;
    const missing = swapsOf(picks, inSight.value).filter(
      ({ slot, part }) => !values.value.has(keyOf(slot, part)),
    );
    isWorking.value = missing.length > 0;
    if (missing.length === 0) return;
    try {
      await growth.room(picks, missing, (rooms) => {
        if (own !== ticket) return;
        now.value ??= rooms.find(({ slot }) => slot === 'extras')?.value ?? null;
        const fresh = rooms.map(({ slot, part, value }) => [keyOf(slot, part), value] as const);
        values.value = new Map([...values.value, ...fresh]);
      });
    } catch (error) {
      if (own === ticket) failed.value = true;
      console.error(error);
    } finally {
      if (own === ticket) isWorking.value = false;
    }
  }
  const wanted = computed(() => inSight.value.map(tradeKey).join());
  const catalogue = () => catalogueStore.catalogue;
  watchDebounced([isOn, () => workspace.picks, () => growth.key, catalogue, wanted], work, { debounce: 200 });
  onBeforeUnmount(() => {
    ticket++;
    growth.stopRoom();
  });

  /** What a swap adds to the best path, in thousandths of a frame; null while that is not known. */
  const gainOf = (trade: Trade): number | null => {
    if (trade.isCurrent) return 0;
    const value = values.value.get(keyOf(trade.slot, trade.part?.id ?? null)) ?? null;
    return value === null || now.value === null ? null : value - now.value;
  };
  return {
    isOn,
    isWorking,
    failed,
    now,
    gainOf,
    /** The trade with its room as its height. */
    lifted: (trade: Trade): Trade => ({ ...trade, gain: gainOf(trade), isDominated: false }),
  };
}
