<script setup lang="ts">
import { MAX_PRICES_BYTES, priceFileTakenSchema, PRICES_IN_PATH, PRICES_PATH } from '@ripe-pick/contract';
import { ref } from 'vue';
import { failureText, sendFile } from '../../shared/api/client.ts';
import { pathHere } from '../../shared/api/place.ts';
import { whole } from '../../shared/format/format.ts';

/** Every look at a price as a table, out and in again. */
const input = ref<HTMLInputElement | null>(null);
const isBusy = ref(false);
const done = ref('');
const failure = ref('');
const MB = 1024 * 1024;
const counted = (n: number, one: string) => `${whole(n)} ${one}${n === 1 ? '' : 's'}`;

async function bring(file: File) {
  [done.value, failure.value] = ['', ''];
  if (file.size > MAX_PRICES_BYTES) {
    failure.value = `${file.name} has ${Math.round(file.size / MB)} MB; at most ${MAX_PRICES_BYTES / MB} MB are taken. Split it.`;
    return;
  }
  isBusy.value = true;
  try {
    const { rows, taken, repeated, unknown, unknownOffers } = priceFileTakenSchema.parse(
      await sendFile(PRICES_IN_PATH, file),
    );
    done.value = `${counted(rows, 'row')} read: ${whole(taken)} new, ${whole(repeated)} here already. A backup was made before: to take this back, put it in place (reload, then Backups).`;
    if (unknown > 0)
      failure.value = `${counted(unknown, 'row')} could not be taken: they are of offers that are not here, or in another currency (${unknownOffers.join(', ')}${unknownOffers.length < 20 ? '' : ' …'}). Import their catalogue first, then this file again.`;
  } catch (error) {
    failure.value = failureText(error, 'The file could not be read.');
  } finally {
    isBusy.value = false;
  }
}
function chosen(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]; // the input of this very event
  if (input.value) input.value.value = '';
  if (file) void bring(file);
}
</script>

<template>
  <div class="row">
    <a class="link" :href="pathHere(PRICES_PATH)" download="prices.csv">Price histories (CSV)</a>
    <button class="plain edged" :disabled="isBusy" @click="input?.click()">Import such a table</button>
    <input
      ref="input"
      type="file"
      accept=".csv,text/csv"
      class="visually-hidden"
      tabindex="-1"
      aria-label="Table of price histories"
      @change="chosen"
    />
    <span v-if="isBusy" role="status" class="quiet">Reading …</span>
    <span v-else-if="done" role="status">{{ done }}</span>
  </div>
  <p v-if="failure" role="alert" class="bad">{{ failure }}</p>
</template>

<style scoped src="./sheets.css"></style>
<style scoped>
.bad {
  color: var(--danger);
}
</style>
