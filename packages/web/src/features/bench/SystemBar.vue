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

type System = BenchKept['rigs'][number];
const props = defineProps<{ system: System | null }>();
const emit = defineEmits<{ choose: [id: string] }>();
const records = useRecords();
const workspace = useWorkspace();
const bench = useBench();
const names = useNames();
const attempt = useAttempt();

/** The active candidate as a machine; null while it lacks what a rate needs. */
const candidate = computed(() => {
  const { cpu, motherboard, memory, gpu } = bench.summary?.set ?? {};
  if (!cpu || !motherboard || !memory) return null;
  return { cpu: cpu.id, motherboard: motherboard.id, memory: memory.id, gpu: gpu?.id ?? null };
});
const isKnown = computed(() =>
  records.bench.rigs.some(
    (each) =>
      candidate.value &&
      each.cpu === candidate.value.cpu &&
      each.motherboard === candidate.value.motherboard &&
      each.memory === candidate.value.memory &&
      each.gpu === candidate.value.gpu,
  ),
);
async function add() {
  if (!candidate.value) return;
  let n = records.bench.rigs.length + 1;
  while (records.bench.rigs.some((each) => each.id === `system-${n}`)) n++;
  const system: System = {
    id: `system-${n}`,
    name: workspace.active.name,
    ...candidate.value,
    isCounted: true,
  };
  await change(`System ${system.name} added`, { putRigs: [system] });
  emit('choose', system.id);
}
async function remove(system: System) {
  const runs = records.bench.runs.filter((run) => run.rig === system.id).map((run) => run.id);
  await change(`System ${system.name} deleted`, { removeRigs: [system.id], removeRuns: runs });
}
const change = (label: string, what: Parameters<typeof records.changeBench>[1]) =>
  attempt(() => records.changeBench(label, what));
</script>

<template>
  <section class="sheet bar" aria-label="Systems">
    <template v-if="records.bench.rigs.length > 0">
      <div class="systems" role="group" aria-label="System">
        <button
          v-for="each in records.bench.rigs"
          :key="each.id"
          class="plain edged"
          :aria-pressed="each.id === props.system?.id"
          @click="emit('choose', each.id)"
        >
          {{ each.name }}
        </button>
      </div>
      <p v-if="system" class="quiet parts">
        {{ names.part(system.cpu) }} · {{ system.gpu ? names.part(system.gpu) : 'integrated graphics' }} ·
        {{ names.part(system.memory) }} ·
        {{ names.part(system.motherboard) }}
      </p>
    </template>
    <p v-else class="parts">
      Start with the machine that you measure on: take the parts of
      <b>{{ workspace.active.name }}</b><template v-if="!candidate"
        >, once it has a processor, a motherboard and memory. Pick them on
        <RouterLink to="/picks">Picks</RouterLink></template
      >.
    </p>
    <button
      v-if="candidate && !isKnown"
      class="plain"
      :class="records.bench.rigs.length > 0 ? 'edged' : 'strong'"
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
            putRigs: [{ ...system, isCounted }],
          })
      "
    />
    <button v-if="system" class="plain" @click="remove(system)">Delete</button>
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
  font-size: var(--text-body);
}
</style>
