<script setup lang="ts">
import { X } from '@lucide/vue';
import type { Measure, Trade } from '@ripe-pick/core/swaps';
import { usePhone } from '../../shared/ui/phone.ts';
import TradeWords from './TradeWords.vue';

/** The part in focus: what swapping to it does, and what can be done with it. */
defineProps<{
  trade: Trade;
  measure: Pick<Measure, 'label' | 'unit' | 'kind'>;
  /** What else would have to change, in words; empty where nothing has to. */
  companions: string;
  hasCompanions: boolean;
  /** Beside its dot: the actions stand below the words, and nothing is cut off. */
  isCard?: boolean;
}>();
const emit = defineEmits<{ swap: []; swapAll: []; open: []; ruleOut: []; close: [] }>();
const isPhone = usePhone();
</script>

<template>
  <TradeWords :trade="trade" :measure="measure" :companions="companions" />
  <div class="actions" :class="{ card: isCard }">
    <button class="plain edged" :disabled="trade.isCurrent" @click="emit('swap')">
      Swap <kbd>Enter</kbd>
    </button>
    <button
      v-if="hasCompanions"
      class="plain strong"
      title="Swap with its companions"
      @click="emit('swapAll')"
    >
      Swap all <kbd>C</kbd>
    </button>
    <button class="plain edged" :disabled="!trade.part" @click="emit('open')">Details <kbd>O</kbd></button>
    <button class="plain edged" :disabled="!trade.part" @click="emit('ruleOut')">
      Rule out <kbd>X</kbd>
    </button>
    <button v-if="isPhone" class="plain close" aria-label="Close" @click="emit('close')">
      <X :size="18" aria-hidden="true" />
    </button>
  </div>
</template>

<style scoped>
.actions {
  display: flex;
  gap: 6px;
  flex: none;
}
.close {
  padding: 0;
  display: grid;
  place-items: center;
}
.card {
  flex-wrap: wrap;
  margin-top: 8px;
}
@media (max-width: 760px) {
  .actions:not(.card) {
    flex-wrap: wrap;
  }
  .close {
    margin-left: auto;
  }
}
</style>
