<script setup lang="ts">
import { NDropdown, NInput } from 'naive-ui';
import { Ellipsis, Plus } from '@lucide/vue';
import { computed, nextTick, ref } from 'vue';
import type { Picks } from '@ripe-pick/core/parts';
import Dialog from '../../shared/ui/Dialog.vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { fps, money } from '../../shared/format/format.ts';

const bench = useBench();
const workspace = useWorkspace();

const renaming = ref<string | null>(null);
const draft = ref('');
const field = ref<InstanceType<typeof NInput> | null>(null);

const MENU = [
  { label: 'Rename', key: 'rename' },
  { label: 'Duplicate', key: 'duplicate' },
  { label: 'Remove', key: 'remove' },
];

/** The same list for every tab and every render: a new one would be worked through at each swap. */
const menu = computed(() =>
  workspace.candidates.length > 1 ? MENU : MENU.filter((item) => item.key !== 'remove'),
);

function act(id: string, key: string) {
  const candidate = workspace.candidates.find((each) => each.id === id);
  if (!candidate) return;
  if (key === 'duplicate') workspace.addCandidate(`${candidate.name}, copy`, candidate.picks as Picks);
  if (key === 'remove') workspace.removeCandidate(id);
  if (key === 'rename') {
    renaming.value = id;
    draft.value = candidate.name;
    void nextTick(() => field.value?.focus());
  }
}
function rename() {
  if (renaming.value && draft.value.trim()) workspace.renameCandidate(renaming.value, draft.value.trim());
  renaming.value = null;
}
function figures(id: string): string {
  const summary = bench.summaries.get(id);
  if (!summary) return '';
  const rate = summary.rates.status === 'known' ? fps(summary.rates.objective.value) : '?';
  return `${money(summary.cost.total, bench.currency, { short: true })} · ${rate}`;
}
</script>

<template>
  <div class="tabs" role="group" aria-label="Candidates">
    <div
      v-for="candidate in workspace.candidates"
      :key="candidate.id"
      class="tab"
      :class="{ on: candidate.id === workspace.active.id }"
    >
      <button
        class="plain name"
        :aria-pressed="candidate.id === workspace.active.id"
        @click="workspace.activate(candidate.id)"
      >
        <span class="text">{{ candidate.name }}</span>
        <span class="quiet num">{{ figures(candidate.id) }}</span>
      </button>
      <NDropdown trigger="click" :options="menu" @select="(key: string) => act(candidate.id, key)">
        <button class="plain more" :aria-label="`More for ${candidate.name}`">
          <Ellipsis :size="15" aria-hidden="true" />
        </button>
      </NDropdown>
    </div>
    <button
      class="plain add"
      title="A new, empty candidate"
      aria-label="New candidate"
      @click="workspace.addCandidate(`Idea ${workspace.candidates.length + 1}`, {})"
    >
      <Plus :size="16" aria-hidden="true" />
    </button>
    <Dialog :show="renaming !== null" title="Name of the candidate" :width="420" @close="renaming = null">
      <form class="rename" @submit.prevent="rename">
        <NInput ref="field" v-model:value="draft" maxlength="200" :input-props="{ 'aria-label': 'Name' }" />
        <button class="plain strong" type="submit" :disabled="!draft.trim()">Rename</button>
      </form>
    </Dialog>
  </div>
</template>

<style scoped>
.tabs {
  display: flex;
  gap: 4px;
  padding: 4px 16px 0;
  border-bottom: 1px solid var(--line);
  overflow-x: auto;
  min-height: 36px;
  align-items: end;
}
.tab {
  display: flex;
  align-items: center;
  border: 1px solid transparent;
  border-bottom: 0;
  border-radius: 8px 8px 0 0;
  flex: none;
}
.tab.on {
  background: var(--sheet);
  border-color: var(--line);
}
.tab.on .text {
  font-weight: 650;
}
.text {
  max-width: 180px;
  overflow: hidden;
  text-overflow: ellipsis;
  display: inline-block;
  vertical-align: bottom;
  white-space: nowrap;
}
.rename {
  display: flex;
  gap: 10px;
}
.more {
  padding: 3px 5px;
}
</style>
