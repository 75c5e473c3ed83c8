<script setup lang="ts">
import { useMessage } from 'naive-ui';
import { computed } from 'vue';
import { LINE_STATES, RECEIPTS_PATH, type Order } from '@ripe-pick/contract';
import { minorPlaces } from '@ripe-pick/core';
import { arrived, lineCost } from '@ripe-pick/core/buying';
import { pathHere } from '../../shared/api/place.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useBuying } from '../../shared/stores/buying.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { dayText, money } from '../../shared/format/format.ts';
import NumberInput from '../../shared/ui/NumberInput.vue';

/** An order: what was planned and paid, what came of each line, its receipts. */
const props = defineProps<{ order: Order; isOpen: boolean }>();
type OrderRow = Order['lines'][number];
const bench = useBench();
const buying = useBuying();
const catalogueStore = useCatalogue();
const message = useMessage();
const workspace = useWorkspace();
const STATE_WORDS = {
  ordered: 'ordered',
  arrived: 'arrived',
  dead: 'dead on arrival',
  returned: 'sent back',
  cancelled: 'cancelled',
  sold: 'sold',
} as const;

const planned = computed(() => props.order.lines.reduce((sum, line) => sum + line.plannedMinor, 0));
const paid = computed(() => props.order.lines.reduce((sum, line) => sum + lineCost(line), 0));
const differenceWords = computed(() => {
  const more = paid.value - planned.value;
  return more === 0
    ? 'as planned'
    : `${money(Math.abs(more), props.order.currency)} ${more > 0 ? 'more' : 'less'} than planned`;
});
const editLine = (at: number, label: string, change: (line: OrderRow) => OrderRow) =>
  buying.changeLine(props.order.id, at, label, change);
function setState(at: number, state: OrderRow['state']) {
  const line = props.order.lines[at];
  const shop = catalogueStore.stored?.shops.find((each) => props.order.shop.startsWith(each.name));
  const part = line.part === null ? undefined : bench.index?.parts.get(line.part);
  editLine(at, `${line.name}: ${STATE_WORDS[state]}`, (each) =>
    state === 'arrived' && each.arrivedOn === null
      ? { ...arrived(each, buying.today, shop?.returnDays ?? null, part?.warrantyMonths ?? null) }
      : { ...each, state, backMinor: state === 'returned' || state === 'sold' ? each.backMinor : null },
  );
}
const scale = computed(() => 10 ** minorPlaces(props.order.currency));
const major = (minor: number | null) => (minor === null ? null : minor / scale.value);
const minor = (value: number | null) => (value === null ? null : Math.round(value * scale.value));
function setPaid(at: number, value: number | null) {
  editLine(at, 'type what was paid', (line) => ({ ...line, paidMinor: minor(value) }));
}
function setBack(at: number, value: number | null) {
  editLine(at, 'type what came back', (line) => ({ ...line, backMinor: minor(value) }));
}
const isGivenBack = ({ state }: OrderRow) => state === 'returned' || state === 'sold';
const candidateOptions = computed(() => workspace.candidates.filter(({ ordersOf }) => ordersOf === null));
async function keep(event: Event) {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (!file) return;
  const failed = await buying.keepReceipt(props.order.id, file);
  if (failed) message.error(failed);
}
</script>

<template>
  <details class="order" :open="isOpen">
    <summary>
      <b>{{ order.shop }}</b>
      <span class="quiet">{{ dayText(order.placedOn) }}{{ order.number ? `, ${order.number}` : '' }}</span>
      <span class="num">{{ money(paid, order.currency) }}</span>
      <span class="quiet">{{ differenceWords }}</span>
      <span class="quiet"
        >{{ order.lines.filter((line) => line.part && line.state === 'arrived').length }} of
        {{ order.lines.filter((line) => line.part).length }} arrived</span
      >
    </summary>
    <div class="fields">
      <label
        >Order number
        <input
          :value="order.number"
          maxlength="200"
          @change="
            buying.patch('orders', order.id, 'type the order number', (each) => ({
              ...each,
              number: ($event.target as HTMLInputElement).value,
            }))
          "
      /></label>
      <label
        >Expected on
        <input
          type="date"
          :value="order.expectedOn ?? ''"
          @change="
            buying.patch('orders', order.id, 'change the expected day', (each) => ({
              ...each,
              expectedOn: ($event.target as HTMLInputElement).value || null,
            }))
          "
      /></label>
      <label
        >For
        <select
          :value="order.candidate ?? ''"
          @change="
            buying.patch('orders', order.id, 'say which candidate an order is for', (each) => ({
              ...each,
              candidate: ($event.target as HTMLSelectElement).value || null,
            }))
          "
        >
          <option value="">none of these</option>
          <option v-for="each in candidateOptions" :key="each.id" :value="each.id">{{ each.name }}</option>
        </select></label
      >
      <label
        >Note
        <input
          :value="order.note"
          maxlength="5000"
          @change="
            buying.patch('orders', order.id, 'type a note on an order', (each) => ({
              ...each,
              note: ($event.target as HTMLInputElement).value,
            }))
          "
      /></label>
    </div>
    <div class="scroll" tabindex="0" role="group" :aria-label="`Lines of the order at ${order.shop}`">
      <table class="lines">
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col" class="num">Planned</th>
            <th scope="col">Paid</th>
            <th scope="col">State</th>
            <th scope="col">Send back by</th>
            <th scope="col">Warranty until</th>
            <th scope="col">Serial number</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(line, n) in order.lines" :key="n">
            <th scope="row">{{ line.name }}</th>
            <td class="num">{{ money(line.plannedMinor, order.currency) }}</td>
            <td>
              <NumberInput
                class="amount num"
                size="small"
                :aria="`Paid for ${line.name}`"
                placeholder="as planned"
                :currency="order.currency"
                :value="major(line.paidMinor)"
                :update-value-on-input="false"
                @update:value="(value) => setPaid(n, value)"
              />
            </td>
            <template v-if="line.part">
              <td>
                <select
                  :aria-label="`State of ${line.name}`"
                  :value="line.state"
                  @change="setState(n, ($event.target as HTMLSelectElement).value as OrderRow['state'])"
                >
                  <option v-for="state in LINE_STATES" :key="state" :value="state">
                    {{ STATE_WORDS[state] }}
                  </option>
                </select>
                <NumberInput
                  v-if="isGivenBack(line)"
                  class="amount num"
                  size="small"
                  :aria="`Money back for ${line.name}`"
                  :placeholder="line.state === 'returned' ? 'all of it back' : 'sold for'"
                  :min="0"
                  :currency="order.currency"
                  :value="major(line.backMinor)"
                  :update-value-on-input="false"
                  @update:value="(value) => setBack(n, value)"
                />
              </td>
              <td class="num">{{ line.returnBy ? dayText(line.returnBy) : '–' }}</td>
              <td class="num">{{ line.warrantyUntil ? dayText(line.warrantyUntil) : '–' }}</td>
              <td>
                <input
                  :aria-label="`Serial number of ${line.name}`"
                  maxlength="200"
                  :value="line.serial"
                  @change="
                    editLine(n, 'type a serial number', (each) => ({
                      ...each,
                      serial: ($event.target as HTMLInputElement).value,
                    }))
                  "
                />
              </td>
            </template>
            <td v-else colspan="4"></td>
          </tr>
        </tbody>
      </table>
    </div>
    <div class="foot">
      <span v-for="receipt in order.receipts" :key="receipt.id"
        ><a :href="pathHere(`${RECEIPTS_PATH}/${receipt.id}`)" :download="receipt.name">{{
          receipt.name
        }}</a></span
      >
      <label class="plain edged file"
        >Keep a receipt<input
          type="file"
          class="visually-hidden"
          accept="image/*,.pdf,.txt"
          @change="keep($event)"
      /></label>
      <button class="plain" @click="buying.remove('orders', order.id, `remove the order at ${order.shop}`)">
        Remove this order
      </button>
    </div>
  </details>
</template>

<style scoped>
summary {
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
  cursor: pointer;
  padding: 5px 0;
}
.order {
  border-top: 1px solid var(--line);
}
.fields,
.foot {
  display: flex;
  gap: 8px 16px;
  flex-wrap: wrap;
  align-items: center;
  font-size: var(--text-body);
  padding: 5px 0;
}
.scroll {
  overflow-x: auto;
  position: relative;
}
input,
select {
  font: inherit;
  font-size: var(--text-body);
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: var(--round-medium);
  padding: 2px 6px;
  max-width: 150px;
}
.scroll table {
  min-width: 720px;
}
td :deep(.amount) {
  width: 132px;
  text-align: right;
}
.file {
  position: relative;
  cursor: pointer;
  padding: 2px 10px;
}
.file:focus-within {
  outline: 2px solid var(--focus);
}
</style>
