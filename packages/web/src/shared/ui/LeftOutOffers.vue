<script setup lang="ts">
import { computed } from 'vue';
import { withoutRate } from '@ripe-pick/core/money';
import { useBench } from '../stores/bench.ts';

/** Offers that count nowhere for want of a rate of exchange: said wherever something is called the best, or none is. */
const bench = useBench();
const leftOut = computed(() => (bench.index ? withoutRate(bench.index) : []));
</script>

<template>
  <p v-for="each in leftOut" :key="each.currency" class="left-out">
    Left out: {{ each.offers }} {{ each.offers === 1 ? 'offer' : 'offers' }} in {{ each.currency }}. No rate
    to {{ bench.currency }} is known; the brief takes one.
  </p>
</template>

<style scoped>
.left-out {
  color: var(--apricot);
}
</style>
