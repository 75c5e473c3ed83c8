<script setup lang="ts">
import { dayText } from '../../shared/format/format.ts';
import { readCurrencyTable, today as localToday } from '@ripe-pick/contract';
import type { CurrencyRate } from '@ripe-pick/core/units';
import { NInput, NSelect } from 'naive-ui';
import { computed, ref } from 'vue';
import { currencyOptions } from '../../shared/format/currencies.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { useAttempt } from '../../shared/ui/attempt.ts';
import NumberField from '../../shared/ui/NumberField.vue';

/** Rates of exchange: typed with their day, or read from a table as central banks publish them. */
const catalogueStore = useCatalogue();
const workspace = useWorkspace();
const attempt = useAttempt();
const rates = computed(() => catalogueStore.stored?.currencyRates ?? []);
const own = computed(() => workspace.brief.money.currency);
const options = computed(() =>
  currencyOptions([own.value, ...(catalogueStore.stored?.shops ?? []).map(({ currency }) => currency)]),
);
const from = ref<string | null>(null);
const to = ref(own.value);
const rate = ref<number | null>(null);
const canAdd = computed(() => from.value !== null && from.value !== to.value && (rate.value ?? 0) > 0);
const put = (label: string, items: readonly CurrencyRate[]) =>
  catalogueStore.edit(
    label,
    items.map((item) => ({ do: 'put-currency-rate' as const, item })),
  );
const add = () =>
  attempt(async () => {
    if (from.value === null || rate.value === null) return;
    await put(`type the rate from ${from.value} to ${to.value}`, [
      { from: from.value, to: to.value, rate: rate.value, on: localToday() },
    ]);
    from.value = null;
    rate.value = null;
  });
const change = (each: CurrencyRate, value: number | null) =>
  value !== null && value > 0 && value !== each.rate
    ? attempt(() =>
        put(`type the rate from ${each.from} to ${each.to}`, [{ ...each, rate: value, on: localToday() }]),
      )
    : undefined;
const remove = (each: CurrencyRate) =>
  attempt(() =>
    catalogueStore.edit(`delete the rate from ${each.from} to ${each.to}`, [
      { do: 'remove-currency-rate', from: each.from, to: each.to },
    ]),
  );

const base = ref('EUR');
const text = ref('');
const note = ref('');
const table = computed(() => (text.value.trim() === '' ? null : readCurrencyTable(text.value, base.value)));
const input = ref<HTMLInputElement | null>(null);
async function readFile(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (file) text.value = await file.text();
}
const take = () =>
  attempt(async () => {
    const found = table.value;
    if (!found) return;
    await put(`read ${found.rates.length} rates of exchange`, found.rates);
    note.value = `${found.rates.length} rates are in. Ctrl+Z undoes it.`;
    text.value = '';
  });
</script>

<template>
  <div class="list">
    <form class="row" @submit.prevent="add">
      <span>1</span>
      <NSelect
        v-model:value="from"
        filterable
        :input-props="{ 'aria-label': 'From currency' }"
        class="code"
        :options="options"
        placeholder="currency"
        aria-label="From currency"
      />
      <span>is</span>
      <NumberField
        label="Rate"
        placeholder="rate"
        :min="0.000001"
        :value="rate"
        @update:value="rate = $event"
      />
      <NSelect
        v-model:value="to"
        filterable
        :input-props="{ 'aria-label': 'To currency' }"
        class="code"
        :options="options"
        aria-label="To currency"
      />
      <button class="plain strong" type="submit" :disabled="!canAdd">Add the rate</button>
    </form>
    <p v-if="rates.length === 0" class="quiet">
      None yet. They are needed where a shop sells in another currency than the brief counts in.
    </p>
    <ul v-else class="sheet things">
      <li v-for="each in rates" :key="each.from + each.to">
        <b>1 {{ each.from }} in {{ each.to }}</b>
        <NumberField
          label=""
          :aria="`1 ${each.from} in ${each.to}`"
          :min="0.000001"
          :update-value-on-input="false"
          :value="each.rate"
          @update:value="(value) => change(each, value)"
        />
        <span class="num quiet">as of {{ dayText(each.on) }}</span>
        <button class="plain edged" @click="remove(each)">
          Delete<span class="visually-hidden"> the rate from {{ each.from }} to {{ each.to }}</span>
        </button>
      </li>
    </ul>
    <section class="sheet read" aria-labelledby="bank">
      <h2 id="bank">From a central bank’s table</h2>
      <p class="quiet">
        CSV with a day in each row and a currency in each column, so many units for one of the bank’s own. The
        newest figure of each counts.
      </p>
      <div class="row">
        <label class="row"
          >Units for one
          <NSelect
            v-model:value="base"
            filterable
            :input-props="{ 'aria-label': 'The bank’s own currency' }"
            class="code"
            :options="options"
            aria-label="The bank’s own currency"
        /></label>
        <button class="plain edged" @click="input?.click()">Choose a file</button>
        <input
          ref="input"
          type="file"
          accept=".csv,text/csv"
          class="visually-hidden"
          tabindex="-1"
          aria-label="Table of rates"
          @change="readFile"
        />
      </div>
      <NInput
        v-model:value="text"
        type="textarea"
        :autosize="{ minRows: 2, maxRows: 6 }"
        placeholder="Date,USD,NOK"
        :input-props="{ 'aria-label': 'Table of rates, pasted' }"
      />
      <template v-if="table">
        <p role="status">
          {{ table.rates.length }} {{ table.rates.length === 1 ? 'currency' : 'currencies' }} read<template
            v-if="table.rates.length > 0"
            >: {{ table.rates.map(({ to: code, rate: value }) => `${code} ${value}`).join(', ') }}</template
          >.
        </p>
        <p v-for="each in table.problems.slice(0, 8)" :key="each.path" class="bad">
          {{ each.path }}: {{ each.message }}. {{ each.mend }}
        </p>
        <button class="plain strong" :disabled="table.rates.length === 0" @click="take">
          Take these rates
        </button>
      </template>
      <p v-if="note" role="status">{{ note }}</p>
    </section>
  </div>
</template>

<style src="./things.css" scoped></style>
<style scoped>
.list {
  display: grid;
  gap: 10px;
  align-content: start;
  min-height: 0;
  overflow: auto;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: end;
}
.code {
  width: 190px;
}
.read {
  display: grid;
  gap: 8px;
  justify-items: start;
}
</style>
