<script setup lang="ts">
import type { Measure, Trade } from '@ripe-pick/core/swaps';
import { useBench } from '../../shared/stores/bench.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { keepWords, tradeEffect, tradeName } from './words.ts';

/** What swapping to a part does, in words. */
defineProps<{
  trade: Trade;
  measure: Pick<Measure, 'label' | 'unit' | 'kind'>;
  /** What else would have to change, in words; empty where nothing has to, or it was not asked for. */
  companions: string;
}>();
const bench = useBench();
</script>

<template>
  <div class="what" tabindex="0" role="region" aria-label="The part in focus">
    <p>
      <b>{{ tradeName(trade) }}</b>
      <span class="quiet"
        >{{ SLOT_NAMES[trade.slot]
        }}<template v-if="trade.offer"
          >, {{ trade.offer.condition }} at {{ bench.index?.shops.get(trade.offer.shop)?.name }}</template
        ></span
      >
    </p>
    <p v-if="trade.isCurrent" class="quiet">
      The current pick.<span v-if="trade.barrier" class="after"
        >{{ trade.barrier.sentence }} {{ trade.barrier.mend }}</span
      >
    </p>
    <p v-else :class="{ bad: trade.barrier }">
      <span class="num">{{ tradeEffect(trade, bench.currency, measure) }}</span><template v-if="trade.barrier"
        >. {{ trade.barrier.sentence }}</template
      >
    </p>
    <p v-if="companions" class="small">{{ companions }}</p>
    <p v-else-if="trade.isDominated" class="small quiet">{{ keepWords(trade.keepFor) }}</p>
  </div>
</template>

<style scoped>
.what {
  flex: 1;
  min-width: 0;
  font-size: var(--text-body);
  line-height: 1.25;
}
.after {
  margin-left: 0.4em;
}
.what .small {
  font-size: var(--text-small);
}
.bad {
  color: var(--danger);
}
</style>
