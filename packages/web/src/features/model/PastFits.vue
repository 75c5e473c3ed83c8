<script setup lang="ts">
import type { PastFit } from '@ripe-pick/contract';
import { shallowRef, watch } from 'vue';
import { call } from '../../shared/api/client.ts';
import { useModel } from '../../shared/stores/model.ts';
import { decimal, momentText, whole } from '../../shared/format/format.ts';

const model = useModel();
const fits = shallowRef<readonly PastFit[]>([]);
/** Shown, the newest first. */
const MOST = 6;
watch(
  () => model.state,
  async (state) => {
    if (state !== 'idle') return;
    try {
      fits.value = (await call('pastFits', undefined)).fits.slice(-MOST).reverse();
    } catch {
      fits.value = []; // the page says elsewhere when the server is away
    }
  },
  { immediate: true },
);
const share = (value: number) => `${decimal(value * 100, 1)} %`;
</script>

<template>
  <section v-if="fits.length > 0" class="sheet" aria-labelledby="past">
    <h2 id="past">Fits that were stored</h2>
    <table class="lines">
      <thead>
        <tr>
          <th scope="col">Fitted</th>
          <th scope="col" class="end">benchmarks</th>
          <th scope="col" class="end">typical error</th>
          <th scope="col" class="end">noise</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="fit in fits" :key="fit.fittedOn">
          <th scope="row" class="num">{{ momentText(fit.fittedOn) }}</th>
          <td class="num end">{{ whole(fit.records) }}</td>
          <td class="num end">{{ fit.heldOut ? share(fit.heldOut.medianError) : 'unknown' }}</td>
          <td class="num end">{{ share(fit.noise) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
