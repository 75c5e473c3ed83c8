<script setup lang="ts">
import { NInput } from 'naive-ui';
import { computed } from 'vue';
import Dialog from '../../shared/ui/Dialog.vue';
import { assemblyInputOf, assemblySteps } from '@ripe-pick/core/assembly';
import type { Picks } from '@ripe-pick/core/parts';
import { machineStates } from '@ripe-pick/core/tuning';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { download, fileName } from '../../shared/ui/download.ts';
import { decisionWords, madeWords, measuredWords, orderedWords, storyMarkdown } from './story.ts';

const props = defineProps<{ id: string | null }>();
const emit = defineEmits<{ close: [] }>();
const bench = useBench();
const catalogueStore = useCatalogue();
const names = useNames();
const records = useRecords();
const workspace = useWorkspace();
const candidate = computed(() => workspace.candidates.find((each) => each.id === props.id) ?? null);
const decisions = computed(() => candidate.value?.decisions ?? []);
/** Bought, built, measured: how it went on after the decisions. */
const made = computed(() => {
  if (!candidate.value) return [];
  const { id, picks } = candidate.value;
  const logs = workspace.tunings.filter((each) => each.candidate === id);
  const { catalogue } = catalogueStore;
  const states = catalogue
    ? machineStates(catalogue, workspace.brief, picks as Picks, logs, records.bench)
    : [];
  const orders = workspace.orders.filter((each) => each.candidate === id);
  const assembly = workspace.assemblies.find((each) => each.id === id);
  const steps =
    bench.session && assembly
      ? assemblySteps(assemblyInputOf(bench.session, picks as Picks, orders, assembly.choices))
      : [];
  const titles = new Map(steps.map(({ code, title }) => [code, title]));
  return [
    ...orderedWords(orders),
    ...madeWords(assembly, logs, (code) => titles.get(code) ?? code),
    ...measuredWords(states, names.game),
  ];
});
const nameOf = (id: string) => {
  const part = bench.index?.parts.get(id);
  return part ? `${part.brand} ${part.name}` : id;
};
const when = (at: string) => at.slice(0, 16).replace('T', ' ');
function take() {
  if (candidate.value)
    download(
      fileName(`${candidate.value.name} story`, 'md'),
      storyMarkdown(candidate.value, workspace.brief, nameOf, made.value),
      'text/markdown',
    );
}
</script>

<template>
  <Dialog
    :show="candidate !== null"
    :title="`The story of ${candidate?.name ?? ''}`"
    :width="720"
    @close="emit('close')"
  >
    <div v-if="candidate" class="story">
      <NInput
        type="textarea"
        :autosize="{ minRows: 1, maxRows: 6 }"
        :value="candidate.note"
        maxlength="5000"
        placeholder="A note: what is it for, what speaks for it?"
        :input-props="{ 'aria-label': 'Note' }"
        @update:value="(note: string) => candidate && workspace.noteOn(candidate.id, note)"
      />
      <p v-if="decisions.length === 0" class="quiet">
        No decision yet. Every swap is kept here with what it beat, why, when and at what price.
      </p>
      <ol v-else>
        <li v-for="(decision, n) in decisions" :key="n">
          <span class="quiet num">{{ when(decision.at) }}</span> {{ decisionWords(decision) }}
        </li>
      </ol>
      <template v-if="made.length > 0">
        <h3>Made</h3>
        <ul>
          <li v-for="each in made" :key="each">{{ each }}</li>
        </ul>
      </template>
      <template v-if="workspace.brief.excluded.length > 0">
        <h3>Ruled out by the brief</h3>
        <ul>
          <li v-for="entry in workspace.brief.excluded" :key="entry.part">
            {{ nameOf(entry.part) }} <span class="quiet">{{ entry.reason || 'no reason given' }}</span>
          </li>
        </ul>
      </template>
      <button class="plain edged take" @click="take">Export as Markdown</button>
    </div>
  </Dialog>
</template>

<style scoped>
.story {
  display: grid;
  gap: 10px;
}
ol,
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 5px;
  font-size: var(--text-body);
}
.take {
  justify-self: start;
}
</style>
