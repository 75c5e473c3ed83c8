<script setup lang="ts">
import { countedTuning, countShipped } from '@ripe-pick/core/frames';
import { computed } from 'vue';
import { useNames } from '../stores/names.ts';
import { useWorkspace } from '../stores/workspace.ts';
import { decimal } from '../format/format.ts';

/** That rates count what this very machine was tuned to; nothing where they do not. `all`: those of any candidate. */
const props = defineProps<{ all?: boolean }>();
const names = useNames();
const workspace = useWorkspace();
const counted = computed(() => {
  const picked = Object.values(workspace.picks).map(({ part }) => part);
  return countedTuning(workspace.brief).filter(({ part }) => props.all || picked.includes(part));
});
const words = computed(() =>
  counted.value.map(({ part, times }) => `${names.part(part)} × ${decimal(times, 3)}`).join(', '),
);
function stop() {
  const parts = counted.value.map(({ part }) => part);
  workspace.editBrief('count parts as shipped', (brief) => countShipped(brief, parts));
}
</script>

<template>
  <p v-if="counted.length > 0" class="tuned">
    Counted as this machine was tuned, not as shipped: {{ words }}.
    <button v-if="all" class="plain edged" @click="stop">Count parts as shipped</button>
  </p>
</template>

<style scoped>
.tuned {
  margin: 0;
  font-size: var(--text-body);
}
</style>
