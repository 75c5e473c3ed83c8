<script setup lang="ts">
import { ASIDE_PATH, type AsideRow } from '@ripe-pick/contract';
import { onMounted, ref, shallowRef } from 'vue';
import { call, failureText } from '../../shared/api/client.ts';
import { pathHere } from '../../shared/api/place.ts';

/** Rows of what is kept that could not be read: named with their reason, taken away as a file, tried again. */
const SHOWN = 50;
const KINDS: Readonly<Record<string, string>> = {
  parts: 'Part',
  offers: 'Offer',
  shops: 'Shop',
  deals: 'Deal',
  games: 'Game',
  rates: 'Rate of a part',
  currency_rates: 'Rate of exchange',
  settings: 'Setting',
  records: 'Benchmark',
  bench_rigs: 'Own machine',
  bench_runs: 'Own run',
  fits: 'Past fit',
  packs: 'Pack',
  briefs: 'Brief',
  candidates: 'Candidate',
  kept: 'Entry of a brief',
  steps: 'Step that can be undone',
  feeds: 'Source of prices',
  held: 'Price waiting for your answer',
  forecasts: 'Forecast',
  alerts: 'Alert',
  watch_points: 'Point of the watch',
  price_runs: 'Prices of a history',
};

const rows = shallowRef<readonly AsideRow[]>([]);
const message = ref('');
const isBusy = ref(false);
const isSure = ref(false);

async function attempt(task: () => Promise<{ readonly rows: readonly AsideRow[] }>): Promise<void> {
  isBusy.value = true;
  message.value = '';
  try {
    rows.value = (await task()).rows;
  } catch (error) {
    message.value = failureText(error, 'What could not be read could not be asked for.');
  } finally {
    isBusy.value = false;
  }
}
onMounted(() => attempt(() => call('aside', undefined)));

async function again() {
  const before = rows.value.length;
  await attempt(() => call('readAsideAgain', undefined));
  const back = before - rows.value.length;
  if (message.value === '')
    message.value = back > 0 ? `${back} can be read now.` : 'None of it can be read yet.';
}
async function drop() {
  isSure.value = false;
  await attempt(() => call('dropAside', { serials: rows.value.map(({ serial }) => serial) }));
}
</script>

<template>
  <section v-if="rows.length > 0 || message" class="sheet" aria-labelledby="aside">
    <h2 id="aside">Could not be read</h2>
    <template v-if="rows.length > 0">
      <p class="quiet">
        {{ rows.length }} {{ rows.length === 1 ? 'entry' : 'entries' }} of what is kept could not be read.
        Nothing else was touched. Take them away as a file before you delete them; after an update they may be
        readable again.
      </p>
      <div class="scroll">
        <table>
          <caption class="visually-hidden">
            Entries that could not be read
          </caption>
          <thead>
            <tr>
              <th scope="col">What</th>
              <th scope="col">Which</th>
              <th scope="col">Why</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows.slice(0, SHOWN)" :key="row.serial">
              <td>{{ KINDS[row.of] ?? row.of }}</td>
              <td>{{ row.name }}</td>
              <td>{{ row.reason }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="rows.length > SHOWN" class="quiet">{{ rows.length - SHOWN }} more stand in the file.</p>
      <div class="row">
        <a class="link" :href="pathHere(ASIDE_PATH)" download="set-aside.json">Take them away as a file</a>
        <button class="plain edged" :disabled="isBusy" @click="again">Try to read them again</button>
        <button v-if="!isSure" class="plain edged" :disabled="isBusy" @click="isSure = true">
          Delete them …
        </button>
        <template v-else>
          <span>They cannot be brought back.</span>
          <button class="plain strong" @click="drop">Delete them for good</button>
          <button class="plain edged" @click="isSure = false">Keep them</button>
        </template>
      </div>
    </template>
    <p v-if="message" role="status">{{ message }}</p>
  </section>
</template>

<style scoped src="./sheets.css"></style>
<style scoped>
.scroll {
  overflow-x: auto;
}
td {
  overflow-wrap: anywhere;
  vertical-align: top;
}
</style>
