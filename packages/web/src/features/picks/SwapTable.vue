<script setup lang="ts">
import type { Slot } from '@ripe-pick/core/parts';
import type { Swap } from '@ripe-pick/core/swaps';
import { useBench } from '../../shared/stores/bench.ts';
import { decimal, money, signed } from '../../shared/format/format.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

/** What the best set swaps, each with its reason; what is unticked stays as it is. */
defineProps<{
  swaps: readonly Swap[];
  /** Slots that stay as they are. */
  left: ReadonlySet<Slot>;
  reasons: ReadonlyMap<Slot, string>;
  name: (pick: Swap['from'], slot: Slot) => string;
  unit: string;
  /** What all swaps cost more, in minor units. */
  moreMinor: number;
  /** Thousandths, as are those of the picks now; null where they are not known. */
  score: number;
  scoreNow: number | null;
}>();
const emit = defineEmits<{ toggle: [slot: Slot, isTaken: boolean] }>();
const bench = useBench();
const shopOf = (pick: Swap['to']) => {
  const offer = pick?.offer ? bench.index?.offers.get(pick.offer) : undefined;
  return offer
    ? `${offer.condition}, ${bench.index?.shops.get(offer.shop)?.name ?? offer.shop}`
    : pick
      ? 'owned'
      : '';
};
</script>

<template>
  <div class="scroll">
    <table class="lines">
      <thead>
        <tr>
          <th scope="col">Take</th>
          <th scope="col">From</th>
          <th scope="col">To</th>
          <th scope="col">Why</th>
          <th scope="col" class="end">Money</th>
          <th scope="col" class="end">{{ unit }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="swap in swaps" :key="swap.slot" :class="{ quiet: left.has(swap.slot) }">
          <td>
            <label class="take"
              ><input
                type="checkbox"
                :checked="!left.has(swap.slot)"
                @change="emit('toggle', swap.slot, ($event.target as HTMLInputElement).checked)"
              />
              {{ SLOT_NAMES[swap.slot] }}</label
            >
          </td>
          <td>{{ name(swap.from, swap.slot) }}</td>
          <td>
            {{ name(swap.to, swap.slot) }} <span class="quiet">{{ shopOf(swap.to) }}</span>
          </td>
          <td class="quiet why">{{ reasons.get(swap.slot) }}</td>
          <td class="num end">{{ money(swap.money, bench.currency, { sign: true }) }}</td>
          <td class="num end">{{ swap.score === null ? '…' : signed(swap.score / 1000) }}</td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <th colspan="4" scope="row">All swaps, shipping in each line</th>
          <td class="num end">{{ money(moreMinor, bench.currency, { sign: true }) }}</td>
          <td class="num end">
            {{ scoreNow === null ? `to ${decimal(score / 1000, 1)}` : signed((score - scoreNow) / 1000) }}
          </td>
        </tr>
      </tfoot>
    </table>
  </div>
</template>

<style scoped>
.take {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  min-height: 24px;
}
.take input {
  width: 16px;
  height: 16px;
  accent-color: var(--plum);
}
.scroll {
  overflow-x: auto;
  position: relative;
}
</style>
