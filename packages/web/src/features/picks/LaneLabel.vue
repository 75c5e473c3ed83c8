<script setup lang="ts">
import { computed } from 'vue';
import { Lock, LockOpen, PackageCheck } from '@lucide/vue';
import { RouterLink } from 'vue-router';
import { kindFor, type Slot } from '@ripe-pick/core/parts';
import type { Trade } from '@ripe-pick/core/swaps';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { money } from '../../shared/format/format.ts';
import { useStandings } from '../../shared/stores/standings.ts';
import RipenessMark from '../../shared/ui/RipenessMark.vue';

/** What stands before a lane: its slot, its pick, whether its price is ripe, and its lock. */
const props = defineProps<{
  slotName: Slot;
  partName: string;
  current: Trade | null;
  /** In the brief's currency, minor units; null where the pick has none. */
  price: number | null;
  currency: string;
  isLocked: boolean;
  /** Locked by an order. */
  isOrdered: boolean;
  /** Nothing could stand in it. */
  isEmpty: boolean;
  /** It has to be filled still. */
  isOpen: boolean;
  isTabStop: boolean;
}>();
const emit = defineEmits<{ list: []; toggleLock: [] }>();
const standings = useStandings();
/** What is to be done about the pick’s price; null while that is not known. */
const waiting = computed(() => standings.waiting(props.slotName));
/** Longest price that has room beside the slot's name and its lock, in signs. */
const LONGEST_PRICE = 9;
const priceText = computed(() => {
  const text = money(props.price ?? 0, props.currency);
  return text.length > LONGEST_PRICE ? money(props.price ?? 0, props.currency, { short: true }) : text;
});
</script>

<template>
  <div class="label">
    <p class="slot">
      <button
        class="plain name"
        :disabled="isEmpty"
        :tabindex="isTabStop ? 0 : -1"
        title="All of this lane as a list (T)"
        :aria-label="`${SLOT_NAMES[slotName]}: as a list`"
        @click="emit('list')"
      >
        {{ SLOT_NAMES[slotName] }}
      </button>
      <span class="quiet price num">
        <RipenessMark v-if="waiting" small :verdict="waiting" />
        <span v-if="price !== null" :title="money(price, currency)">{{ priceText }}</span><template
          v-else-if="current?.isOwned"
          >owned</template
        >
      </span>
      <button
        class="plain lock"
        :tabindex="isTabStop ? 0 : -1"
        :aria-pressed="isLocked"
        :aria-label="
          isOrdered
            ? `${SLOT_NAMES[slotName]} is ordered`
            : `${isLocked ? 'Unlock' : 'Lock'} ${SLOT_NAMES[slotName]}`
        "
        :title="
          isOrdered
            ? 'Ordered: the search keeps it'
            : isLocked
              ? 'Locked: the search keeps it (L)'
              : 'Lock (L)'
        "
        @click="emit('toggleLock')"
      >
        <component
          :is="isOrdered ? PackageCheck : isLocked ? Lock : LockOpen"
          :size="13"
          aria-hidden="true"
        />
      </button>
    </p>
    <p v-if="isEmpty" class="pick">
      <RouterLink :to="{ name: 'parts', query: { add: kindFor(slotName) } }"
        >none to choose: add one</RouterLink
      >
    </p>
    <p v-else class="pick" :class="{ open: isOpen }" :title="partName">{{ partName }}</p>
  </div>
</template>

<style scoped>
.label {
  padding: 2px 8px 1px 6px;
  min-width: 0;
  border-left: 4px solid var(--hue);
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: center;
}
.slot {
  display: flex;
  align-items: center;
  gap: 4px;
  font-weight: 650;
  font-size: var(--text-small);
  line-height: 1.1;
  white-space: nowrap;
}
.lock {
  min-height: 24px;
  min-width: 24px;
  padding: 0;
  display: grid;
  place-items: center;
  color: var(--line-strong);
}
.slot .price {
  margin-left: auto;
  font-weight: 400;
  flex: none;
}
.lock[aria-pressed='true'] {
  color: var(--plum);
}
.pick,
.price {
  font-size: var(--text-small);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  line-height: 1.2;
}
.pick.open {
  color: var(--apricot);
  font-weight: 600;
}
.name {
  min-height: 24px;
  padding: 0;
  font-weight: inherit;
  text-decoration: underline dotted var(--line-strong);
  text-underline-offset: 3px;
}
.name:disabled {
  text-decoration: none;
  color: inherit;
}
@media (max-width: 760px) {
  .label {
    grid-template-columns: auto minmax(0, 1fr);
    gap: 4px;
    align-items: center;
  }
  p.pick {
    white-space: normal;
  }
  button.plain.name,
  button.plain.lock {
    min-height: 44px;
    min-width: 44px;
  }
}
</style>
