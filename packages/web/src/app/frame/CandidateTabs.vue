<script setup lang="ts">
import { Plus } from '@lucide/vue';
import { computed, onBeforeUnmount, ref, useTemplateRef, watch } from 'vue';
import { basisTotal } from '@ripe-pick/core/money';
import type { Picks } from '@ripe-pick/core/parts';
import { isAtRest } from '../../shared/ui/at-rest.ts';
import { offerCommands } from '../../shared/stores/commands.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useStandings } from '../../shared/stores/standings.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { fps, money } from '../../shared/format/format.ts';
import BriefSwitch from './BriefSwitch.vue';
import { ArchivedList, CandidateDialogs, CandidateMenu } from './later.ts';

const bench = useBench();
const standings = useStandings();
const workspace = useWorkspace();

/** What is opened about which candidate, by the key of the menu. */
const CLOSED = { rename: null, 'hand-on': null, resale: null, story: null, against: null };
const opened = ref<Readonly<Record<keyof typeof CLOSED, string | null>>>(CLOSED);

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
  if (key in CLOSED) opened.value = { ...CLOSED, [key]: id };
  if (key === 'archive') workspace.archive(id, true);
  if (key === 'left' || key === 'right') move(id, key === 'left' ? -1 : 1);
  if (key === 'remove') workspace.removeCandidate(id);
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
const row = useTemplateRef('row');
let dragging: { readonly destroy: () => void } | null = null;
onBeforeUnmount(() => dragging?.destroy());
watch(
  isAtRest,
  async (now) => {
    if (!now) return;
    const { useDraggable } = await import('vue-draggable-plus');
    if (!row.value) return;
    dragging = useDraggable(row.value, sorted, {
      ...{ animation: 120, delay: 120, delayOnTouchOnly: true },
      ...{ forceFallback: true, fallbackTolerance: 4, filter: '.more', preventOnFilter: false },
    });
  },
  { immediate: true, flush: 'post' },
);
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
function figures(id: string): string {
  const summary = bench.summaries.get(id);
  if (!summary) return '';
  const gone = standings.goneOf(id);
  const rate = summary.rates.status === 'known' ? fps(summary.rates.objective.value) : '?';
  return `${money(basisTotal(summary.cost, workspace.brief.money.costBasis), bench.currency, { short: true })} · ${rate}${gone > 0 ? ` · ${gone} not for sale` : ''}`;
}
</script>

<template>
  <div class="tabs" role="group" aria-label="Candidates">
    <BriefSwitch />
    <div ref="row" class="row">
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
          <span class="text" :title="candidate.name">{{ candidate.name }}</span>
          <span class="quiet num">{{ figures(candidate.id) }}</span>
        </button>
        <CandidateMenu
          v-if="isAtRest"
          :name="candidate.name"
          :options="menu"
          @act="(key) => act(candidate.id, key)"
        />
      </div>
    </div>
    <button class="plain add" title="A new, empty candidate" aria-label="New candidate" @click="addEmpty">
      <Plus :size="16" aria-hidden="true" />
    </button>
    <ArchivedList v-if="isAtRest && archived.length > 0" :archived="archived" :figures="figures" />
    <CandidateDialogs
      v-if="isAtRest"
      :renamed="opened.rename"
      :told="opened.story"
      :handed="opened['hand-on']"
      :sold="opened.resale"
      :held="opened.against"
      @close="opened = CLOSED"
    />
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
.tab {
  display: flex;
  align-items: center;
  border: 1px solid transparent;
  border-bottom: 0;
  border-radius: var(--round-large) var(--round-large) 0 0;
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
</style>
