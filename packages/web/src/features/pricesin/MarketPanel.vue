<script setup lang="ts">
import { dayText } from '../../shared/format/format.ts';
import { NButton, NProgress } from 'naive-ui';
import { ref } from 'vue';
import { MARKET_FAULTS } from '@ripe-pick/contract';
import { useWatch } from '../../shared/stores/watch.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';

/** The simulated market of the demo: its clock, and ways for it to fail. */
const watch = useWatch();
const done = ref<number | null>(null);
const goal = ref(0);
let isStopped = false;
const FAULTS: Record<(typeof MARKET_FAULTS)[number], string> = {
  none: 'works',
  slow: 'answers too slowly',
  error: 'answers with errors',
  truncated: 'breaks off in the middle',
  'wrong-price': 'slips a digit in prices',
  markup: 'has rebuilt its pages',
};
async function go(days: number) {
  isStopped = false;
  goal.value = days;
  done.value = 0;
  try {
    await watch.advance(
      days,
      (day) => (done.value = day),
      () => isStopped,
    );
  } finally {
    done.value = null;
  }
}
</script>

<template>
  <section v-if="watch.simulated?.address" class="sheet market" aria-labelledby="market-title">
    <h2 id="market-title">The simulated market</h2>
    <p class="quiet">
      Invented shops on this machine, read as any shop is. It is
      <b>{{ watch.simulated.day === null ? 'no day yet' : dayText(watch.simulated.day, null) }}</b> there.
    </p>
    <div class="acts">
      <NButton size="small" :disabled="done !== null" @click="go(1)">A day on</NButton>
      <NButton size="small" :disabled="done !== null" @click="go(7)">A week on</NButton>
      <NButton size="small" :disabled="done !== null" @click="go(30)">A month on</NButton>
      <NButton v-if="done !== null" size="small" @click="isStopped = true">Stop</NButton>
    </div>
    <template v-if="done !== null">
      <NProgress
        type="line"
        color="var(--plum)"
        rail-color="var(--sunk)"
        :percentage="Math.round((100 * done) / goal)"
        :show-indicator="false"
        aria-label="Days imported"
      />
      <p class="quiet" role="status">{{ done }} of {{ goal }} days imported</p>
    </template>
    <ChoiceField
      label="It"
      size="small"
      :value="watch.simulated.fault"
      :options="MARKET_FAULTS.map((fault) => ({ value: fault, label: FAULTS[fault] }))"
      @update:value="watch.setFault($event)"
    />
  </section>
</template>

<style scoped>
.market {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.acts {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
</style>
