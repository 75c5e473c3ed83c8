<script setup lang="ts">
import { computed } from 'vue';
import { useBench } from '../../shared/stores/bench.ts';
import { isNeeded, isRisky } from '../../shared/format/assumed.ts';
import AssumedList from './AssumedList.vue';
import LookUpList from './LookUpList.vue';

/** The figures that nobody stated and that the picks are judged by all the same, to be confirmed. */
const bench = useBench();
const resting = computed(() => bench.summary?.resting ?? []);
const needed = computed(() => resting.value.filter(isNeeded));
const risky = computed(() => needed.value.filter(isRisky));
const safe = computed(() => resting.value.filter((each) => !risky.value.includes(each)));
</script>

<template>
  <section v-if="resting.length > 0" class="sheet panel" aria-labelledby="resting">
    <h2 id="resting">Assumed, to confirm</h2>
    <p class="small">
      These picks rest on {{ needed.length }} assumed {{ needed.length === 1 ? 'figure' : 'figures'
      }}<template v-if="needed.length > 0"
        >, {{ risky.length === 0 ? 'none' : risky.length }} of which would break them or cost frames</template
      >.
    </p>
    <AssumedList :resting="risky" />
    <LookUpList v-if="needed.length > 0" />
    <details v-if="safe.length > 0">
      <summary>{{ safe.length }} more that change nothing at their worst</summary>
      <AssumedList :resting="safe" />
    </details>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 6px;
  padding: 10px 12px;
  font-size: var(--text-small);
}
summary {
  cursor: pointer;
  min-height: 24px;
}
</style>
