<script setup lang="ts">
import { ENOUGH_JUDGED } from '@ripe-pick/core/prices';
import { RouterLink } from 'vue-router';
import { usePrices } from '../../shared/stores/prices.ts';
import { decimal, percent } from '../../shared/format/format.ts';

/** How the app’s own forecasts came out. */
const prices = usePrices();
</script>

<template>
  <section class="sheet scored" aria-labelledby="scored-title">
    <h2 id="scored-title">How its forecasts did</h2>
    <template v-if="prices.reliability && prices.reliability.judged >= ENOUGH_JUDGED">
      <p>
        {{ prices.reliability.judged }} forecasts had their day. Of the 80 % intervals
        {{ percent(prices.reliability.coverage) }} held; waiting was said to save
        {{ decimal(100 * prices.reliability.stated, 1) }} % and saved
        {{ decimal(100 * prices.reliability.delivered, 1) }} %<template v-if="prices.promise < 1"
          >: savings are shown at {{ percent(prices.promise) }} of what is computed</template
        >.
      </p>
      <table class="lines">
        <thead>
          <tr>
            <th>Stated</th>
            <th>Came true</th>
            <th class="end">Chances</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="bin in prices.reliability.bins" :key="bin.stated">
            <td>{{ percent(bin.stated) }}</td>
            <td>{{ percent(bin.actual) }}</td>
            <td class="num end">{{ bin.n }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <p v-else-if="prices.reliability" class="quiet">
      Every forecast is kept and judged when its day comes. {{ prices.reliability.judged }} of the
      {{ ENOUGH_JUDGED }} that it takes have had theirs, {{ prices.reliability.open }} are open; until then
      savings are shown at {{ percent(prices.promise) }} of what is computed.
    </p>
    <p class="small"><RouterLink to="/backtest">What the advice would have done so far</RouterLink></p>
  </section>
</template>

<style scoped>
.scored {
  display: grid;
  gap: 6px;
  padding: 12px 16px;
}
</style>
