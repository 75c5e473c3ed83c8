<script setup lang="ts">
import type { BenchKept } from '@ripe-pick/contract';
import { useAttempt } from '../../shared/ui/attempt.ts';
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import SwitchField from '../../shared/ui/SwitchField.vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';

type System = BenchKept['systems'][number];
const props = defineProps<{ system: System | null }>();
const emit = defineEmits<{ choose: [id: string] }>();
const records = useRecords();
const workspace = useWorkspace();
const bench = useBench();
const names = useNames();
const attempt = useAttempt();

/** The active candidate as a machine; null while it lacks what a rate needs. */
const candidate = computed(() => {
  const { processor, board, memory, card } = bench.summary?.set ?? {};
  if (!processor || !board || !memory) return null;
  return { processor: processor.id, board: board.id, memory: memory.id, card: card?.id ?? null };
});
const isKnown = computed(() =>
  records.bench.systems.some(
    (each) =>
      candidate.value &&
      each.processor === candidate.value.processor &&
      each.board === candidate.value.board &&
      each.memory === candidate.value.memory &&
      each.card === candidate.value.card,
  ),
);
async function add() {
  if (!candidate.value) return;
  let n = records.bench.systems.length + 1;
  while (records.bench.systems.some((each) => each.id === `system-${n}`)) n++;
  const system: System = {
    id: `system-${n}`,
    name: workspace.active.name,
    ...candidate.value,
    isCounted: true,
  };
  await change(`System ${system.name} added`, { putSystems: [system] });
  emit('choose', system.id);
}
async function remove(system: System) {
  const runs = records.bench.runs.filter((run) => run.system === system.id).map((run) => run.id);
  await change(`System ${system.name} taken out`, { removeSystems: [system.id], removeRuns: runs });
}
const change = (label: string, what: Parameters<typeof records.changeBench>[1]) =>
  attempt(() => records.changeBench(label, what));
</script>

<template>
  <section class="sheet bar" aria-label="Systems">
    <template v-if="records.bench.systems.length > 0">
      <div class="systems" role="group" aria-label="System">
        <button
          v-for="each in records.bench.systems"
          :key="each.id"
          class="plain edged"
          :aria-pressed="each.id === props.system?.id"
          @click="emit('choose', each.id)"
        >
          {{ each.name }}
        </button>
      </div>
      <p v-if="system" class="quiet parts">
        {{ names.part(system.processor) }} ·
        {{ system.card ? names.part(system.card) : 'its own graphics' }} · {{ names.part(system.memory) }} ·
        {{ names.part(system.board) }}
      </p>
    </template>
    <p v-else class="parts">
      Start with the machine that you measure on: take the parts of
      <b>{{ workspace.active.name }}</b><template v-if="!candidate"
        >, once it has a processor, a board and memory. Pick them on
        <RouterLink to="/picks">Picks</RouterLink></template
      >.
    </p>
    <button
      v-if="candidate && !isKnown"
      class="plain"
      :class="records.bench.systems.length > 0 ? 'edged' : 'strong'"
      @click="add"
    >
      Bench “{{ workspace.active.name }}”
    </button>
    <SwitchField
      v-if="system"
      label="counts for the model"
      :value="system.isCounted"
      @change="
        (isCounted: boolean) =>
          system &&
          change(isCounted ? `${system.name} counts for the model` : `${system.name} left out of the model`, {
            putSystems: [{ ...system, isCounted }],
          })
      "
    />
    <button v-if="system" class="plain" @click="remove(system)">Take out</button>
  </section>
</template>

<style scoped>
.bar {
  display: flex;
  gap: 6px 12px;
  align-items: center;
  flex-wrap: wrap;
  padding: 8px 12px;
}
.systems {
  display: flex;
  gap: 4px;
  flex-wrap: wrap;
}
.parts {
  flex: 1;
  min-width: 240px;
  font-size: 13px;
}
</style>
