<script setup lang="ts">
import { NButton } from 'naive-ui';
import NumberInput from '../../shared/ui/NumberInput.vue';
import { computed, ref } from 'vue';
import { minorPlaces } from '@ripe-pick/core';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { usePrices } from '../../shared/stores/prices.ts';
import { useWatch } from '../../shared/stores/watch.ts';
import { dayText, money } from '../../shared/format/format.ts';

/** The looks that a forecast rests on, newest first, each with its source; a wrong one can be corrected, and that be taken back. */
const props = defineProps<{ part: string }>();
const catalogueStore = useCatalogue();
const prices = usePrices();
const watch = useWatch();
const SHOWN = 12;
const most = ref(SHOWN);

const all = computed(() =>
  [...prices.series.values()]
    .filter((each) => each.part === props.part)
    .flatMap((each) =>
      each.at.map((at, n) => ({
        key: `${each.offer}|${at}`,
        offer: each.offer,
        at,
        price: each.price[n],
        currency: each.currency,
        shop: catalogueStore.stored?.shops.find((shop) => shop.id === each.shop)?.name ?? each.shop,
        source: prices.sources[each.source[n]] ?? 'unknown',
      })),
    )
    .sort((a, b) => b.at - a.at),
);
const editing = ref<string | null>(null);
const draft = ref<number | null>(null);
function begin(row: (typeof all.value)[number]) {
  editing.value = row.key;
  draft.value = row.price === null ? null : row.price / 10 ** minorPlaces(row.currency);
}
async function keep(row: (typeof all.value)[number], what: 'price' | 'out' | 'remove') {
  const minor =
    what === 'remove'
      ? undefined
      : what === 'out' || draft.value === null
        ? null
        : Math.round(draft.value * 10 ** minorPlaces(row.currency));
  if (await watch.correct(row.offer, row.at, minor)) editing.value = null;
}
const moment = (minute: number) => {
  const [day, time] = new Date(minute * 60_000).toISOString().split('T');
  return `${dayText(day)} ${time.slice(0, 5)}`;
};
</script>

<template>
  <details>
    <summary>The {{ all.length }} price checks behind it</summary>
    <div class="scroll" tabindex="0" role="group" aria-label="Price checks">
      <table class="lines">
        <thead>
          <tr>
            <th>Seen (UTC)</th>
            <th>Shop</th>
            <th class="end">Price</th>
            <th>Source</th>
            <th><span class="visually-hidden">Correct</span></th>
          </tr>
        </thead>
        <tbody>
          <template v-for="row in all.slice(0, most)" :key="row.key">
            <tr>
              <td class="num">{{ moment(row.at) }}</td>
              <td>{{ row.shop }}</td>
              <td class="num end">
                {{ row.price === null ? 'not for sale' : money(row.price, row.currency) }}
              </td>
              <td class="quiet">{{ row.source }}</td>
              <td>
                <button
                  class="plain"
                  :aria-label="`Correct the price check of ${moment(row.at)} at ${row.shop}`"
                  @click="begin(row)"
                >
                  Correct
                </button>
              </td>
            </tr>
            <tr v-if="editing === row.key">
              <td colspan="5">
                <form class="edit" @submit.prevent="keep(row, 'price')">
                  <NumberInput
                    size="small"
                    aria="Price as it was"
                    :value="draft"
                    :min="0.01"
                    :currency="row.currency"
                    @update:value="draft = $event"
                  />
                  <NButton size="small" attr-type="submit" type="primary">It was this price</NButton>
                  <NButton size="small" @click="keep(row, 'out')">It was not for sale</NButton>
                  <NButton size="small" @click="keep(row, 'remove')">Delete the price check</NButton>
                  <NButton size="small" quaternary @click="editing = null">Close</NButton>
                </form>
              </td>
            </tr>
          </template>
        </tbody>
      </table>
    </div>
    <NButton v-if="all.length > most" size="small" @click="most += 60">Show 60 more</NButton>
    <div v-if="watch.corrections.some((each) => all.some((row) => row.offer === each.offer))" class="made">
      <p class="quiet">Corrections:</p>
      <p
        v-for="each in watch.corrections.filter((one) => all.some((row) => row.offer === one.offer))"
        :key="each.serial"
      >
        <span :class="{ undone: each.isUndone }"
          >{{ moment(each.at) }}: {{ each.isRemoval ? 'deleted' : 'changed' }}</span
        >
        <button class="plain edged" @click="watch.turn(each.serial)">
          {{ each.isUndone ? 'Make it again' : 'Take it back' }}
        </button>
      </p>
    </div>
  </details>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
  max-height: 300px;
  position: relative;
}
.edit {
  display: flex;
  gap: 6px;
  flex-wrap: wrap;
  align-items: center;
}
.made {
  display: grid;
  gap: 4px;
  font-size: var(--text-body);
}
.undone {
  text-decoration: line-through;
}
summary {
  cursor: pointer;
}
</style>
