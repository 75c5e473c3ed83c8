<script setup lang="ts">
import { computed } from 'vue';
import { useBench } from '../../shared/stores/bench.ts';

const bench = useBench();
const load = computed(() => bench.summary?.load ?? null);
const needed = computed(() => bench.summary?.neededWatts ?? null);
const rated = computed(() => bench.summary?.set.supply?.ratedWatts ?? null);
const full = computed(
  () => Math.max(rated.value ?? 0, needed.value ?? 0, (load.value?.deciwatts ?? 0) / 10, 1) * 1.05,
);
const share = (watts: number) => `${(100 * watts) / full.value}%`;
</script>

<template>
  <section class="sheet panel" aria-labelledby="watts">
    <h2 id="watts">Watts</h2>
    <template v-if="load">
      <div
        class="bar"
        role="img"
        :aria-label="`Load ${load.deciwatts / 10} W, needed ${needed ?? 'unknown'} W, supply ${rated ?? 'none'} W`"
      >
        <i class="rated" :style="{ width: share(rated ?? 0) }"></i
        ><i class="load" :style="{ width: share(load.deciwatts / 10) }"></i>
        <b v-if="needed !== null" class="needed" :style="{ left: share(needed) }"></b>
      </div>
      <p class="num small">
        load {{ (load.deciwatts / 10).toFixed(0) }} W · needed
        {{ needed === null ? 'unknown' : `${Math.ceil(needed)} W` }} · supply
        {{ rated === null ? 'none' : `${rated} W` }}
      </p>
      <details class="small">
        <summary>Lines of the load</summary>
        <ul>
          <li v-for="line in load.lines" :key="line.what">
            <span>{{ line.what }}</span><span class="num">{{ line.watts }} W</span>
          </li>
        </ul>
      </details>
    </template>
    <p v-else class="quiet">Unknown: the processor’s or the card’s draw is not stated.</p>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 6px;
  padding: 10px 12px;
}
.bar {
  position: relative;
  height: 14px;
  background: var(--sunk);
  border-radius: 4px;
}
.bar i {
  position: absolute;
  left: 0;
  top: 0;
  bottom: 0;
  border-radius: 4px;
}
.rated {
  border: 1.5px solid var(--slot-supply);
}
.load {
  background: var(--slot-supply);
}
.needed {
  position: absolute;
  top: -3px;
  bottom: -3px;
  width: 2px;
  background: var(--ink);
}
.small {
  font-size: 12.5px;
}
ul {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  justify-content: space-between;
  border-bottom: 1px solid var(--line);
}
summary {
  cursor: pointer;
  min-height: 24px;
}
</style>
