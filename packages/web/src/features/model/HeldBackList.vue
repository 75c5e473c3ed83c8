<script setup lang="ts">
import { heldBackSentence, type FittedModel } from '@ripe-pick/core/fit';
import { computed } from 'vue';
import { RouterLink } from 'vue-router';

const props = defineProps<{ heldBack: FittedModel['heldBack'] }>();
const counts = computed(() => {
  const out = new Map<string, number>();
  for (const { reasons } of props.heldBack)
    for (const reason of reasons) {
      const sentence = heldBackSentence(reason);
      out.set(sentence, (out.get(sentence) ?? 0) + 1);
    }
  return [...out].sort((a, b) => b[1] - a[1]);
});
/** Reasons that are listed. */
const MOST = 12;
</script>

<template>
  <section class="sheet" aria-labelledby="held">
    <h2 id="held">Not used in the fit yet</h2>
    <p v-if="heldBack.length === 0">None: every benchmark says all that it depends on.</p>
    <ul v-else>
      <li v-for="[sentence, count] in counts.slice(0, MOST)" :key="sentence">
        <b class="num">{{ count }}</b> {{ sentence }}
      </li>
      <li v-if="counts.length > MOST">and {{ counts.length - MOST }} other reasons</li>
    </ul>
    <RouterLink to="/records">All benchmarks</RouterLink>
  </section>
</template>

<style scoped>
ul {
  margin: 6px 0;
  padding-left: 18px;
  font-size: var(--text-body);
}
</style>
