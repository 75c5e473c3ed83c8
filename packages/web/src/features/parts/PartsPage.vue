<script setup lang="ts">
import { today as localToday } from '@ripe-pick/contract';
import type { Part, PartKind } from '@ripe-pick/core/parts';
import { useDraft } from '../../shared/ui/draft.ts';
import { useMessage } from 'naive-ui';
import { computed, ref, watch } from 'vue';
import { RouterLink, useRoute, useRouter } from 'vue-router';
import { failureText } from '../../shared/api/client.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { PART_KINDS } from '../../shared/format/slots.ts';
import Dialog from '../../shared/ui/Dialog.vue';
import EmptyPicture from '../../shared/ui/EmptyPicture.vue';
import BulkBar from './BulkBar.vue';
import MergeParts from './MergeParts.vue';
import PackDialog from './PackDialog.vue';
import PartForm from './PartForm.vue';
import PartOffers from './PartOffers.vue';
import PartList from './PartList.vue';
import ExchangePanel from './ExchangePanel.vue';
import GamesPanel from './GamesPanel.vue';
import SeveralParts from './SeveralParts.vue';
import ShopsPanel from './ShopsPanel.vue';
import { BLANK_DRAFT, draftOf, type PartDraft } from './part-draft.ts';
import ShelfFilters from './ShelfFilters.vue';
import type { ShelfRow } from './shelf-rows.ts';
import { useShelf } from './use-shelf.ts';

const catalogueStore = useCatalogue();
const message = useMessage();
const route = useRoute();
const router = useRouter();

const THINGS = [
  { id: 'parts', name: 'Parts' },
  { id: 'shops', name: 'Shops' },
  { id: 'games', name: 'Games' },
  { id: 'exchange', name: 'Rates of exchange' },
] as const;
const thing = computed(() => THINGS.find(({ id }) => id === route.query.of)?.id ?? 'parts');
const { wish, search, rows, shown } = useShelf();
const isKind = (word: unknown): word is PartKind => PART_KINDS.some((each) => each === word);

/** The new part, kept until it is added, over a reload too; a change of one that is there is kept while it is open. */
const fresh = useDraft<PartDraft>('ripe-pick-new-part', { ...BLANK_DRAFT });
const changed = ref<PartDraft | null>(null);
const isOpen = ref(false);
/** What is pasted of several parts, kept until they are added. */
const several = useDraft<string>('ripe-pick-several-parts', '');
const isSeveral = ref(false);
function addSeveral(text?: string) {
  isOpen.value = false;
  if (text) several.value = text;
  isSeveral.value = true;
}
function keptSeveral(count: number) {
  isSeveral.value = false;
  message.success(`${count} ${count === 1 ? 'part is' : 'parts are'} in the catalogue. Ctrl+Z undoes it.`);
}
/** The field that is asked about, when a link came here for one. */
const field = ref<string>();
/** Words that somewhere else no part was found for. */
const words = ref<string>();
const draft = computed({
  get: () => changed.value ?? fresh.value,
  set: (next) => {
    if (changed.value) changed.value = next;
    else fresh.value = next;
  },
});
const title = computed(() => (changed.value ? `${changed.value.brand} ${changed.value.name}` : 'Add a part'));

const current = computed(() => rows.value.find(({ part }) => part.id === changed.value?.id));

function add(wanted: PartKind | null = wish.value.kind) {
  changed.value = null;
  field.value = undefined;
  words.value = undefined;
  if (wanted && fresh.value.name === '' && Object.keys(fresh.value.specs).length === 0)
    fresh.value = { ...BLANK_DRAFT, kind: wanted };
  isOpen.value = true;
}
function open(part: Part, asked?: string) {
  field.value = asked;
  changed.value = draftOf(part);
  isOpen.value = true;
}
function duplicate(part: Part) {
  field.value = undefined;
  fresh.value = { ...draftOf(part), id: null, name: `${part.name} (copy)` };
  changed.value = null;
  isOpen.value = true;
}
function kept(_id: string, name: string) {
  isOpen.value = false;
  message.success(changed.value ? `${name} is changed.` : `${name} is in the catalogue.`);
  if (!changed.value) fresh.value = { ...BLANK_DRAFT, kind: fresh.value.kind };
}
async function remove({ part, title: name }: ShelfRow) {
  try {
    await catalogueStore.edit(`delete ${name}`, [{ do: 'remove-part', id: part.id }]);
    isOpen.value = false;
    message.info(`${name} is deleted, with its offers. Ctrl+Z brings it back.`);
  } catch (error) {
    message.error(failureText(error, 'It could not be deleted.'));
  }
}

/** Parts that are marked to be done something with; those that are gone meanwhile are not. */
const selected = ref<ReadonlySet<string>>(new Set());
const marked = computed(() =>
  selected.value.size === 0 ? [] : catalogueStore.parts.filter(({ id }) => selected.value.has(id)),
);
const isMerging = ref(false);
const isPacking = ref(false);
function packed() {
  isPacking.value = false;
  message.success('The pack is saved. Who gets it imports it under Files and backup.');
}
const pair = computed<[Part, Part] | null>(() =>
  marked.value.length === 2 ? [marked.value[0], marked.value[1]] : null,
);
function merged(name: string) {
  isMerging.value = false;
  selected.value = new Set();
  message.success(`They are one now: ${name}. Ctrl+Z makes them two again.`);
}
watch(
  () => route.query,
  ({ add: wanted, part: id, field: asked, kind: only, text }) => {
    if (!wanted && !id && !only) return;
    if (wanted === 'several') addSeveral();
    const part = catalogueStore.parts.find((each) => each.id === id);
    if (isKind(only)) wish.value = { ...wish.value, kind: only, brand: null, socket: null };
    if (part) open(part, asked?.toString());
    else if (wanted && wanted !== 'several') {
      add(isKind(wanted) ? wanted : wish.value.kind);
      words.value = text?.toString();
    }
    void router.replace({ name: 'parts' });
  },
  { immediate: true },
);
</script>

<template>
  <div class="page">
    <div class="bar">
      <h1>Parts</h1>
      <div class="bar" role="group" aria-label="What is edited">
        <button
          v-for="each in THINGS"
          :key="each.id"
          class="plain edged"
          :aria-pressed="thing === each.id"
          @click="router.replace({ name: 'parts', query: each.id === 'parts' ? {} : { of: each.id } })"
        >
          {{ each.name }}
        </button>
        <RouterLink :to="{ name: 'shopping-day' }" class="link">Deals</RouterLink>
      </div>
      <div v-if="thing === 'parts'" class="bar ways-in">
        <button class="plain strong" @click="add()">Add a part</button>
        <button class="plain edged" @click="addSeveral()">Add several</button>
      </div>
    </div>
    <ShopsPanel v-if="thing === 'shops'" />
    <GamesPanel v-else-if="thing === 'games'" />
    <ExchangePanel v-else-if="thing === 'exchange'" />
    <template v-else>
      <div class="bar">
        <ShelfFilters v-model="wish" v-model:search="search" :rows="rows" />
        <p class="quiet num" role="status">{{ shown.length }} of {{ rows.length }}</p>
      </div>
      <div v-if="rows.length === 0" class="sheet empty">
        <EmptyPicture shows="rows" />
        <p><b>No parts yet.</b></p>
        <p>
          Paste the name or the specs of what you have in mind, or a shop’s page: five or so figures a part
          are enough. What is missing is assumed where it is usual, and marked.
        </p>
        <div class="bar">
          <button class="plain strong" @click="add()">Add the first part</button>
          <button class="plain edged" @click="addSeveral()">Paste a list, a table or pages</button>
        </div>
      </div>
      <p v-else-if="shown.length === 0" class="quiet">No part is like that.</p>
      <template v-else>
        <BulkBar
          v-if="marked.length > 0"
          :parts="marked"
          @done="selected = new Set()"
          @same="isMerging = true"
          @pack="isPacking = true"
        />
        <PartList
          v-model:selected="selected"
          :rows="shown"
          label="Parts on the shelf"
          @open="open"
          @duplicate="duplicate"
          @remove="remove"
        />
      </template>
    </template>
    <Dialog :show="isOpen" :title="title" :width="860" @close="isOpen = false">
      <p v-if="current" class="row-acts">
        <button class="plain edged" @click="duplicate(current.part)">Duplicate</button>
        <button class="plain edged" @click="remove(current)">Delete</button>
      </p>
      <PartForm v-model="draft" :field="field" :words="words" @kept="kept" @several="addSeveral" />
      <PartOffers v-if="current" :part="current.part" :today="catalogueStore.stored?.today ?? localToday()" />
    </Dialog>
    <Dialog
      :show="isMerging && pair !== null"
      title="Two that are one part"
      :width="720"
      @close="isMerging = false"
    >
      <MergeParts v-if="pair" :parts="pair" @done="merged" />
    </Dialog>
    <Dialog
      :show="isPacking && marked.length > 0"
      title="Hand on as a pack"
      :width="560"
      @close="isPacking = false"
    >
      <PackDialog :parts="marked" @done="packed" />
    </Dialog>
    <Dialog :show="isSeveral" title="Add several parts" :width="1060" @close="isSeveral = false">
      <SeveralParts v-model="several" @kept="keptSeveral" />
    </Dialog>
  </div>
</template>

<style scoped>
.page {
  display: flex;
  flex-direction: column;
  gap: 10px;
  height: 100%;
  min-height: 0;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.ways-in {
  margin-left: auto;
}
.empty {
  display: grid;
  gap: 8px;
  padding: 16px;
  justify-items: start;
  align-content: start;
  max-width: 62ch;
}
.row-acts {
  display: flex;
  gap: 6px;
  padding-bottom: 8px;
}
</style>
