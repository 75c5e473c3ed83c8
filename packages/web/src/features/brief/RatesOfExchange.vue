<script setup lang="ts">
import { dayText } from '../../shared/format/format.ts';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { today as localToday } from '@ripe-pick/contract';
import { withoutRate } from '@ripe-pick/core/money';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import NumberField from '../../shared/ui/NumberField.vue';
import { useAttempt } from '../../shared/ui/attempt.ts';

/** Rates of exchange to the brief's currency: what is left out without one, and those that are counted with. */
const bench = useBench();
const catalogueStore = useCatalogue();
const attempt = useAttempt();
const missing = computed(() => (bench.index ? withoutRate(bench.index) : []));
/** Rates that offers are counted at, as they were typed. */
const known = computed(() =>
  (catalogueStore.stored?.currencyRates ?? []).filter(
    ({ from, to }) => from === bench.currency || to === bench.currency,
  ),
);
const isShown = computed(() => missing.value.length > 0 || known.value.length > 0);
const isOpen = ref(false);
const route = useRoute();
/** Whoever comes for a rate finds the focus in its field. */
watch(
  () => route.query.rate,
  async (currency) => {
    await nextTick();
    if (currency) document.querySelector<HTMLElement>(`#rate-${String(currency)} input`)?.focus();
  },
  { immediate: true, flush: 'post' },
);
const keep = (from: string, to: string, rate: number | null) =>
  rate !== null && rate > 0
    ? void attempt(() =>
        catalogueStore.edit(`type the rate from ${from} to ${to}`, [
          {
            do: 'put-currency-rate',
            item: { from, to, rate, on: catalogueStore.stored?.today ?? localToday() },
          },
        ]),
      )
    : undefined;
</script>

<template>
  <div v-if="isShown" class="rates">
    <div v-for="each in missing" :key="each.currency" class="missing" role="status">
      <p>
        <b>{{ each.offers }} {{ each.offers === 1 ? 'offer' : 'offers' }} in {{ each.currency }}</b> of
        {{ each.shops.slice(0, 3).join(', ') }}{{ each.shops.length > 3 ? ' and others' : '' }} count nowhere:
        no rate to {{ bench.currency }} is known.
      </p>
      <NumberField
        :id="`rate-${each.currency}`"
        :label="`1 ${each.currency} in ${bench.currency}`"
        :value="null"
        placeholder="not known yet"
        :min="0.000001"
        :update-value-on-input="false"
        @update:value="(rate) => keep(each.currency, bench.currency, rate)"
      />
    </div>
    <details
      v-if="known.length > 0"
      :open="isOpen"
      @toggle="isOpen = ($event.target as HTMLDetailsElement).open"
    >
      <summary>Rates of exchange ({{ known.length }})</summary>
      <div class="known">
        <NumberField
          v-for="each in known"
          :key="`${each.from}${each.to}`"
          :label="`1 ${each.from} in ${each.to}`"
          :hint="`as of ${dayText(each.on)}`"
          :value="each.rate"
          :min="0.000001"
          :update-value-on-input="false"
          @update:value="(rate) => keep(each.from, each.to, rate)"
        />
      </div>
    </details>
  </div>
</template>

<style scoped>
.rates {
  display: grid;
  gap: 8px;
}
.missing {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 160px;
  gap: 8px;
  align-items: end;
  color: var(--apricot);
}
.known {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 8px;
  padding-top: 6px;
}
summary {
  cursor: pointer;
  min-height: 24px;
}
@media (max-width: 600px) {
  .missing {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
