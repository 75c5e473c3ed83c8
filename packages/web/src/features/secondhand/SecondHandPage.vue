<script setup lang="ts">
import { NButton } from 'naive-ui';
import { computed, ref, watch } from 'vue';
import { appraise, type UsedListing } from '@ripe-pick/core/used';
import { useBench } from '../../shared/stores/bench.ts';
import { useBuying } from '../../shared/stores/buying.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { money } from '../../shared/format/format.ts';
import EmptyPicture from '../../shared/ui/EmptyPicture.vue';
import ListingForm from './ListingForm.vue';
import ListingSheet from './ListingSheet.vue';
import { STATE_WORDS, VERDICTS } from './words.ts';

const bench = useBench();
const buying = useBuying();
const catalogueStore = useCatalogue();
const workspace = useWorkspace();
const opened = ref<string | null>(null);
const finds = computed(() => [...workspace.listings].reverse());
const current = computed(
  () => finds.value.find((find) => find.id === opened.value) ?? finds.value[0] ?? null,
);
const appraisals = computed(() => {
  const { index } = bench;
  const { stored } = catalogueStore;
  return new Map(
    finds.value.map((find) => [
      find.id,
      index && stored ? appraise(find as UsedListing, workspace.picks, stored, index) : null,
    ]),
  );
});
watch(
  () => workspace.listings.length,
  (now, before) => {
    if (now > before) opened.value = workspace.listings.at(-1)?.id ?? null;
  },
);
const isAdding = ref(false);
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Used</h1>
      <p class="quiet">
        What a used listing is really worth: its price with the risk that comes with it, compared with the
        same frames new.
      </p>
      <NButton type="primary" size="small" @click="isAdding = true">Appraise a listing</NButton>
    </div>
    <section v-if="finds.length === 0" class="sheet none">
      <EmptyPicture shows="strip" />
      <p>
        No used listing yet. Type in a listing that you saw: its price, its seller’s reputation, how far away
        it is.
      </p>
      <NButton @click="isAdding = true">Appraise the first listing</NButton>
    </section>
    <div v-else class="columns">
      <nav class="sheet list" aria-label="Used listings">
        <button
          v-for="find in finds"
          :key="find.id"
          class="plain find"
          :aria-pressed="current?.id === find.id"
          @click="opened = find.id"
        >
          <span class="name">{{ find.name }}</span>
          <span class="num">{{ money(find.priceMinor, find.currency) }}</span>
          <span class="quiet"
            >{{ STATE_WORDS[find.state] }}{{ find.parts.length > 1 ? `, ${find.parts.length} parts` : ''
            }}{{ find.inLanes && find.state !== 'passed' ? ', in the lanes' : '' }}</span
          >
          <span class="verdict" :class="appraisals.get(find.id)?.verdict ?? 'unknown'"
            >{{ VERDICTS[appraisals.get(find.id)?.verdict ?? 'unknown'].shape }}
            {{ VERDICTS[appraisals.get(find.id)?.verdict ?? 'unknown'].word }}</span
          >
        </button>
      </nav>
      <ListingSheet
        v-if="current"
        :key="current.id"
        :find="current"
        :appraisal="appraisals.get(current.id) ?? null"
        :others="
          finds
            .filter((find) => find.id !== current?.id)
            .map((find) => ({ find, appraisal: appraisals.get(find.id) ?? null }))
        "
      />
    </div>
    <ListingForm
      :show="isAdding"
      :find="null"
      @close="isAdding = false"
      @keep="
        (find) => {
          buying.add('listings', `keep the listing ${find.name}`, find);
          isAdding = false;
        }
      "
    />
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 250px minmax(0, 1fr);
  gap: 10px;
  align-items: start;
}
.list {
  padding: 6px;
  display: grid;
  gap: 2px;
}
.find {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 1px 8px;
  text-align: left;
  padding: 7px 9px;
  border-left: 4px solid transparent;
}
.find[aria-pressed='true'] {
  border-left-color: var(--plum);
  background: var(--sunk);
}
.name {
  font-weight: 600;
}
.find .quiet {
  margin-left: 0;
  font-size: var(--text-small);
}
.verdict {
  font-size: var(--text-small);
  font-weight: 600;
}
.verdict.take {
  color: var(--plum);
}
.verdict.haggle {
  color: var(--apricot);
}
.verdict.pass,
.verdict.unknown {
  color: var(--ink-soft);
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
