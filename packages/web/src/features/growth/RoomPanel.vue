<script setup lang="ts">
import { watchDebounced } from '@vueuse/core';
import { onBeforeUnmount, shallowRef } from 'vue';
import type { Study, ToldPath } from '../../workers/growth.worker.ts';
import type { Brief } from '@ripe-pick/core/parts';
import { useGrowth } from '../../shared/stores/growth.ts';
import { regretWords, roomWords, type PartName } from './words.ts';

const props = defineProps<{ path: ToldPath; brief: Brief; name: PartName }>();
const growth = useGrowth();
const study = shallowRef<Study | null>(null);
const failed = shallowRef(false);
let ticket = 0;
let isGone = false;
onBeforeUnmount(() => (isGone = true));
// A step that is dragged changes the path many times a second.
watchDebounced(
  () => [props.path, growth.key] as const,
  async ([path]) => {
    // A new plan takes this panel away while it rests: the study would only take time from it.
    if (isGone) return;
    const own = ++ticket;
    study.value = null;
    failed.value = false;
    try {
      const found = await growth.study({ picks: path.picks, steps: path.steps });
      if (own === ticket) study.value = found;
    } catch (error) {
      if (own === ticket) failed.value = true;
      console.error(error);
    }
  },
  { immediate: true, debounce: 300 },
);
</script>

<template>
  <section class="sheet panel" aria-labelledby="room">
    <h2 id="room">What the room costs, and what if</h2>
    <p v-if="failed" class="bad">It could not be worked out. Reload the page and try again.</p>
    <p v-else-if="!study" class="quiet" role="status">Working it out…</p>
    <template v-else>
      <p v-if="study.room.length === 0" class="quiet">
        No part of today is dearer than what would do today: this path pays for no room ahead of time.
      </p>
      <ul v-else>
        <li v-for="room in study.room" :key="room.slot">
          {{ roomWords(room, brief.money.currency, path.report.value, name) }}
        </li>
      </ul>
      <ul v-if="study.regret.length > 0">
        <li v-for="regret in study.regret" :key="regret.come">
          {{ regretWords(regret, brief.money.currency) }}
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 8px;
  font-size: var(--text-body);
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 6px;
}
li {
  border-left: 3px solid var(--line);
  padding-left: 8px;
}
.bad {
  color: var(--danger);
}
</style>
