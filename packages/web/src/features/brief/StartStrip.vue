<script setup lang="ts">
import { Check } from '@lucide/vue';
import { computed } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import { money } from '../../shared/format/format.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import DemoLink from '../../shared/ui/DemoLink.vue';
import { isStarted, kindCounts } from './start-steps.ts';

/** How far one is on the way to a first answer, and the ways on; gone once there is enough to search. */
const catalogueStore = useCatalogue();
const records = useRecords();
const workspace = useWorkspace();
const router = useRouter();
const brief = computed(() => workspace.brief);
const counts = computed(() =>
  catalogueStore.catalogue ? kindCounts(catalogueStore.catalogue, brief.value) : [],
);
const isShown = computed(() => catalogueStore.catalogue !== null && !isStarted(brief.value, counts.value));
const sum = computed(() => money(brief.value.money.budgetMinor, brief.value.money.currency, { short: true }));
</script>

<template>
  <section v-if="isShown" class="sheet start" aria-labelledby="start">
    <h2 id="start">To a first answer</h2>
    <ol>
      <li :class="{ done: brief.money.budgetMinor > 0 }">
        <b>Money</b>
        <span>{{ sum }} <span class="quiet">change it below</span></span>
      </li>
      <li :class="{ done: brief.play.games.length > 0 }">
        <b>Games</b>
        <span>{{
          brief.play.games.length === 0 ? 'none yet: name one below' : brief.play.games.length
        }}</span>
      </li>
      <li class="parts">
        <b>Parts with a price</b>
        <span class="kinds">
          <RouterLink
            v-for="each in counts"
            :key="each.kind"
            :to="{
              name: 'parts',
              query: each.parts > each.priced ? { kind: each.kind } : { add: each.kind },
            }"
            class="kind"
            :class="{ has: each.priced > 0 }"
            ><Check v-if="each.priced > 0" :size="13" aria-hidden="true" />{{ SLOT_NAMES[each.kind] }}
            {{ each.priced
            }}<template v-if="each.parts > each.priced"
              >, {{ each.parts - each.priced }} without</template
            ></RouterLink
          >
        </span>
      </li>
      <li :class="{ done: records.published.length > 0 }">
        <b>Benchmarks</b>
        <span
          >{{
            records.published.length === 0 ? 'none: rates are estimated from specs' : records.published.length
          }}
          <RouterLink :to="{ name: 'records', query: { add: 'chart' } }">Add a chart</RouterLink></span
        >
      </li>
    </ol>
    <p class="ways">
      <button class="plain strong" @click="router.push({ name: 'parts', query: { add: 'several' } })">
        Paste parts: a list, a table, pages
      </button>
      <RouterLink :to="{ name: 'data' }">Import a file</RouterLink>
      <DemoLink v-if="catalogueStore.isEmpty" />
    </p>
  </section>
</template>

<style scoped>
.start {
  display: grid;
  gap: 8px;
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 8px 16px;
}
li {
  display: grid;
  align-content: start;
  gap: 2px;
  font-size: var(--text-small);
  border-top: 3px solid var(--line);
  padding-top: 5px;
}
li.done {
  border-color: var(--plum);
}
.parts {
  grid-column: 1 / -1;
  order: 1;
}
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
}
.kind {
  display: inline-flex;
  gap: 4px;
  align-items: center;
  min-height: 24px;
  padding: 0 8px;
  border: 1px dashed var(--line-strong);
  border-radius: var(--round-medium);
  text-decoration: none;
  color: inherit;
}
.kind.has {
  border-style: solid;
  border-color: var(--plum);
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
}
</style>
