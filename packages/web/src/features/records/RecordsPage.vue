<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue';
import { RouterLink, useRoute, useRouter } from 'vue-router';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useRecords } from '../../shared/stores/records.ts';
import AddGame from '../../shared/ui/AddGame.vue';
import ChartEntry from './ChartEntry.vue';
import RecordList from './RecordList.vue';
import TableImport from './TableImport.vue';

const catalogueStore = useCatalogue();
const records = useRecords();
const route = useRoute();
const router = useRouter();
const WAYS = [
  { id: 'list', name: 'All benchmarks' },
  { id: 'chart', name: 'From a chart' },
  { id: 'table', name: 'Paste or file' },
] as const;
const way = computed(() => WAYS.find(({ id }) => id === route.query.add)?.id ?? 'list');
const go = (id: string) => router.replace({ name: 'records', query: id === 'list' ? {} : { add: id } });
const isAddingGame = ref(false);
const lacks = computed(() => {
  const catalogue = catalogueStore.catalogue;
  if (!catalogue) return null;
  if (!catalogue.parts.some((part) => part.kind === 'cpu')) return 'parts';
  return catalogue.frameModel.games.length === 0 ? 'games' : null;
});
const note = ref('');
watch(way, () => (note.value = ''));
async function added(count: number, from: string) {
  await go('list');
  await nextTick();
  note.value = `${count} ${count === 1 ? 'benchmark' : 'benchmarks'} from ${from} added. The model takes them in now.`;
}
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Benchmarks</h1>
      <p class="quiet">Measured rates with all their conditions: what every expected rate rests on.</p>
      <div class="ways" role="group" aria-label="What to do">
        <button
          v-for="each in WAYS"
          :key="each.id"
          class="plain edged"
          :aria-pressed="way === each.id"
          @click="go(each.id)"
        >
          {{ each.name }}
        </button>
        <button class="plain edged" @click="isAddingGame = true">Add a game</button>
      </div>
    </div>
    <p v-if="note" role="status">{{ note }}</p>
    <p v-if="records.failure" class="failure" role="alert">
      {{ records.failure }} <button class="plain edged" @click="records.load()">Try again</button>
    </p>
    <section v-if="lacks" class="sheet none">
      <p v-if="lacks === 'parts'">
        A benchmark names parts and a game. There are no processors yet:
        <RouterLink to="/data">import a catalogue, or type parts in</RouterLink>.
      </p>
      <p v-else>
        A benchmark names a game, and there is none yet.
        <button class="plain strong" @click="isAddingGame = true">Add the first game</button>
      </p>
    </section>
    <template v-else>
      <ChartEntry v-if="way === 'chart'" @added="added" />
      <TableImport v-else-if="way === 'table'" @added="added" />
      <RecordList v-else />
    </template>
    <AddGame :show="isAddingGame" @close="isAddingGame = false" />
  </div>
</template>

<style scoped>
.ways {
  display: flex;
  gap: 4px;
  margin-left: auto;
  flex-wrap: wrap;
}
</style>
