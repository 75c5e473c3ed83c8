<script setup lang="ts">
import { NDropdown, NInput, NPopover } from 'naive-ui';
import { VueDraggable } from 'vue-draggable-plus';
import { Ellipsis, Plus } from '@lucide/vue';
import { computed, nextTick, ref } from 'vue';
import { basisTotal } from '@ripe-pick/core/money';
import type { Picks } from '@ripe-pick/core/parts';
import Dialog from '../../shared/ui/Dialog.vue';
import { offerCommands } from '../../shared/stores/commands.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useStandings } from '../../shared/stores/standings.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { fps, money } from '../../shared/format/format.ts';
import { HandOnDialog, ResaleDialog } from '../../features/handon/index.ts';
import BriefSwitch from './BriefSwitch.vue';
import AgainstDialog from './AgainstDialog.vue';
import StoryDialog from './StoryDialog.vue';

const bench = useBench();
const standings = useStandings();
const workspace = useWorkspace();

const told = ref<string | null>(null);
const handed = ref<string | null>(null);
const sold = ref<string | null>(null);
const held = ref<string | null>(null);
const renaming = ref<string | null>(null);
const draft = ref('');
const field = ref<InstanceType<typeof NInput> | null>(null);

const MENU = [
  { label: 'Rename', key: 'rename' },
  { label: 'Duplicate', key: 'duplicate' },
  { label: 'As a list to hand on', key: 'hand-on' },
  { label: 'What it fetches', key: 'resale' },
  { label: 'Story and note', key: 'story' },
  { label: 'Compare with the best', key: 'against' },
  { label: 'Move left', key: 'left' },
  { label: 'Move right', key: 'right' },
  { label: 'Archive', key: 'archive' },
  { label: 'Remove', key: 'remove' },
];
/** What only makes sense where there are others. */
const AMONG_OTHERS = new Set(['left', 'right', 'archive', 'remove']);

/** The same list for every tab and every render: a new one would be worked through at each swap. */
const menu = computed(() =>
  workspace.shown.length > 1 ? MENU : MENU.filter((item) => !AMONG_OTHERS.has(item.key)),
);

function act(id: string, key: string) {
  const candidate = workspace.candidates.find((each) => each.id === id);
  if (!candidate) return;
  if (key === 'duplicate')
    workspace.addCandidate(`${candidate.name}, copy`, candidate.picks as Picks, { ...candidate, like: id });
  if (key === 'hand-on') handed.value = id;
  if (key === 'resale') sold.value = id;
  if (key === 'story') told.value = id;
  if (key === 'against') held.value = id;
  if (key === 'archive') workspace.archive(id, true);
  if (key === 'left' || key === 'right') move(id, key === 'left' ? -1 : 1);
  if (key === 'remove') workspace.removeCandidate(id);
  if (key === 'rename') {
    renaming.value = id;
    draft.value = candidate.name;
    void nextTick(() => field.value?.focus());
  }
}
function move(id: string, by: 1 | -1) {
  const ids = workspace.shown.map((each) => each.id);
  const at = ids.indexOf(id);
  const to = at + by;
  if (to < 0 || to >= ids.length) return;
  [ids[at], ids[to]] = [ids[to], ids[at]];
  workspace.order(ids);
}
/** What the drag library sorts; the workspace has the last word. */
const sorted = computed({
  get: () => [...workspace.shown],
  set: (list) => workspace.order(list.map((each) => each.id)),
});
const archived = computed(() => workspace.candidates.filter((each) => each.isArchived));

offerCommands(() => [
  { id: 'candidate-new', title: 'New, empty candidate', group: 'Candidates', run: addEmpty },
  ...workspace.shown
    .filter((each) => each.id !== workspace.active.id)
    .map((each) => ({
      id: `candidate-${each.id}`,
      title: `Switch to ${each.name}`,
      group: 'Candidates',
      run: () => workspace.activate(each.id),
    })),
  ...menu.value.map((item) => ({
    id: `candidate-do-${item.key}`,
    title: `${item.label}: ${workspace.active.name}`,
    group: 'Candidates',
    run: () => act(workspace.active.id, item.key),
  })),
  ...archived.value.map((each) => ({
    id: `candidate-back-${each.id}`,
    title: `Bring back ${each.name}`,
    group: 'Candidates',
    run: () => workspace.archive(each.id, false),
  })),
]);
function addEmpty() {
  workspace.addCandidate(`Idea ${workspace.candidates.length + 1}`, {}, { like: null });
}
function rename() {
  if (renaming.value && draft.value.trim()) workspace.renameCandidate(renaming.value, draft.value.trim());
  renaming.value = null;
}
function figures(id: string): string {
  const summary = bench.summaries.get(id);
  if (!summary) return '';
  const gone = standings.goneOf(id);
  const rate = summary.rates.status === 'known' ? fps(summary.rates.objective.value) : '?';
  return `${money(basisTotal(summary.cost, workspace.brief.money.costBasis), bench.currency, { short: true })} · ${rate}${gone > 0 ? ` · ${gone} gone` : ''}`;
}
</script>

<template>
  <div class="tabs" role="group" aria-label="Candidates">
    <BriefSwitch />
    <VueDraggable
      v-model="sorted"
      class="row"
      :animation="120"
      :delay="120"
      :delay-on-touch-only="true"
      :force-fallback="true"
      :fallback-tolerance="4"
      filter=".more"
      :prevent-on-filter="false"
    >
      <div
        v-for="candidate in workspace.shown"
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
    </VueDraggable>
    <button class="plain add" title="A new, empty candidate" aria-label="New candidate" @click="addEmpty">
      <Plus :size="16" aria-hidden="true" />
    </button>
    <NPopover v-if="archived.length > 0" trigger="click" placement="bottom-start">
      <template #trigger
        ><button class="plain">{{ archived.length }} archived</button></template
      >
      <ul class="archive">
        <li v-for="candidate in archived" :key="candidate.id">
          <span
            >{{ candidate.name }} <span class="quiet num">{{ figures(candidate.id) }}</span></span
          >
          <button class="plain edged" @click="workspace.archive(candidate.id, false)">Bring back</button>
        </li>
      </ul>
    </NPopover>
    <HandOnDialog :id="handed" @close="handed = null" />
    <ResaleDialog :candidate="sold" @close="sold = null" />
    <StoryDialog :id="told" @close="told = null" />
    <AgainstDialog :id="held" @close="held = null" />
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
.row {
  display: flex;
  gap: 4px;
}
.archive {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 4px;
}
.archive li {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  align-items: center;
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
