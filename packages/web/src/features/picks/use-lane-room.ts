import { watchDebounced } from '@vueuse/core';
import { computed, onBeforeUnmount, ref, shallowRef, type ComputedRef } from 'vue';
import type { LaneSwap, RoomAfter } from '@ripe-pick/core/growth';
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

/** Values of swaps that hold for the picks and plans of one moment: with others none of them does. */
function useRoomValues() {
  const now = shallowRef<number | null>(null);
  const values = shallowRef<ReadonlyMap<string, number | null>>(new Map());
  let premises: readonly unknown[] = [];
  return {
    now,
    /** Forgets everything unless it holds for these very premises. */
    holdFor(wanted: readonly unknown[]): void {
      if (wanted.length === premises.length && wanted.every((each, at) => each === premises[at])) return;
      values.value = new Map();
      now.value = null;
      premises = wanted;
    },
    has: ({ slot, part }: LaneSwap) => values.value.has(keyOf(slot, part)),
    of: (trade: Trade) => values.value.get(keyOf(trade.slot, trade.part?.id ?? null)) ?? null,
    add(rooms: readonly RoomAfter[]): void {
      now.value ??= rooms.find(({ slot }) => slot === 'extras')?.value ?? null;
      const fresh = rooms.map(({ slot, part, value }) => [keyOf(slot, part), value] as const);
      values.value = new Map([...values.value, ...fresh]);
    },
  };
}

/** How far it is, in words; empty where there is nothing to say. */
function roomWords(isWorking: boolean, failed: boolean, now: number | null): string {
  if (failed) return 'could not be worked out';
  if (isWorking) return 'working it out…';
  return now === null ? 'nothing can be told for this build' : '';
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
  const values = useRoomValues();
  let ticket = 0;

  async function work(): Promise<void> {
    const own = ++ticket;
    growth.stopRoom();
    failed.value = false;
    isWorking.value = false;
    const { picks } = workspace;
    values.holdFor(isOn.value ? [picks, growth.key, catalogueStore.catalogue] : []);
    if (!isOn.value) return;
    const missing = swapsOf(picks, inSight.value).filter((swap) => !values.has(swap));
    isWorking.value = missing.length > 0;
    if (missing.length === 0) return;
    try {
      await growth.room(picks, missing, (rooms) => {
        if (own === ticket) values.add(rooms);
      });
    } catch (error) {
      if (own === ticket) failed.value = true;
      console.error(error);
    } finally {
      if (own === ticket) isWorking.value = false;
    }
  }
  const wanted = computed(() => (isOn.value ? inSight.value.map(tradeKey).join() : ''));
  const catalogue = () => catalogueStore.catalogue;
  // While it is off nothing is reckoned for it.
  const key = computed(() => (isOn.value ? growth.key : ''));
  watchDebounced([isOn, () => workspace.picks, key, catalogue, wanted], work, { debounce: 200 });
  onBeforeUnmount(() => {
    ticket++;
    growth.stopRoom();
  });

  /** What a swap adds to the best path, in thousandths of a frame; null while that is not known. */
  const gainOf = (trade: Trade): number | null => {
    if (trade.isCurrent) return 0;
    const value = values.of(trade);
    return value === null || values.now.value === null ? null : value - values.now.value;
  };
  return {
    isOn,
    words: computed(() => (isOn.value ? roomWords(isWorking.value, failed.value, values.now.value) : '')),
    /** The trade with its room as its height. */
    lifted: (trade: Trade): Trade => ({ ...trade, gain: gainOf(trade), isDominated: false }),
  };
}
