<script setup lang="ts">
import { NDataTable, NInput, type DataTableColumns } from 'naive-ui';
import { computed, h, ref } from 'vue';
import type { Slot } from '@ripe-pick/core/parts';
import type { Measure, Trade } from '@ripe-pick/core/swaps';
import { useBench } from '../../shared/stores/bench.ts';
import { countWords, money, signed } from '../../shared/format/format.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import Dialog from '../../shared/ui/Dialog.vue';
import { tradeName } from './words.ts';

/** A lane as a table that can be sorted and searched: the same swaps, for those who read better than they look. */
const props = defineProps<{
  /** Null: closed. */
  slotName: Slot | null;
  trades: readonly Trade[];
  measure: Pick<Measure, 'label' | 'unit' | 'kind'>;
}>();
const emit = defineEmits<{ close: []; swap: [trade: Trade]; open: [trade: Trade] }>();
const bench = useBench();
const wanted = ref('');

interface ListedTrade {
  readonly key: string;
  readonly trade: Trade;
  readonly name: string;
  readonly where: string;
  readonly state: string;
}
const rows = computed((): ListedTrade[] => {
  const words = wanted.value.toLowerCase().split(' ').filter(Boolean);
  return props.trades
    .map((trade) => ({
      key: trade.part?.id ?? 'none',
      trade,
      name: tradeName(trade),
      where: trade.offer
        ? `${trade.offer.condition}, ${bench.index?.shops.get(trade.offer.shop)?.name ?? trade.offer.shop}`
        : trade.isOwned
          ? 'owned'
          : '',
      state: trade.isCurrent ? 'the current pick' : (trade.barrier?.sentence ?? 'fits'),
    }))
    .filter(({ name, where }) => words.every((word) => `${name} ${where}`.toLowerCase().includes(word)));
});
const byNumber = (of: (trade: Trade) => number | null) => (a: ListedTrade, b: ListedTrade) =>
  (of(a.trade) ?? -Infinity) - (of(b.trade) ?? -Infinity);
const fpsWords = ({ score }: Trade) => (score === null ? 'unknown' : signed(score / 1000));
const ownWords = ({ gain }: Trade) =>
  gain === null ? 'unknown' : `${signed(gain, 0)} ${props.measure.unit ?? ''}`;

function swap(trade: Trade) {
  emit('swap', trade);
  emit('close');
}
function open(trade: Trade) {
  emit('close');
  emit('open', trade);
}
const act = (words: string, { trade, name }: ListedTrade, isOff: boolean, run: (trade: Trade) => void) =>
  h(
    'button',
    { class: 'plain edged', disabled: isOff, 'aria-label': `${words}: ${name}`, onClick: () => run(trade) },
    words,
  );
const columns = computed((): DataTableColumns<ListedTrade> => [
  { key: 'name', title: 'Part', sorter: (a, b) => a.name.localeCompare(b.name), minWidth: 200 },
  {
    key: 'money',
    title: 'Costs more',
    align: 'right',
    width: 120,
    defaultSortOrder: 'ascend',
    sorter: byNumber(({ money: minor }) => minor),
    render: ({ trade }) => money(trade.money, bench.currency, { sign: true }),
  },
  {
    key: 'fps',
    title: 'fps',
    align: 'right',
    width: 90,
    sorter: byNumber(({ score }) => score),
    render: ({ trade }) => fpsWords(trade),
  },
  ...(props.measure.kind === 'own'
    ? [
        {
          key: 'own',
          title: props.measure.label,
          align: 'right' as const,
          width: 150,
          sorter: byNumber(({ gain }) => gain),
          render: ({ trade }: ListedTrade) => ownWords(trade),
        },
      ]
    : []),
  { key: 'where', title: 'Where', sorter: (a, b) => a.where.localeCompare(b.where), minWidth: 150 },
  { key: 'state', title: 'Fits', sorter: (a, b) => a.state.localeCompare(b.state), minWidth: 170 },
  {
    key: 'acts',
    title: '',
    width: 160,
    render: (row) =>
      h('span', { class: 'acts' }, [
        act('Swap', row, row.trade.isCurrent, swap),
        act('Details', row, row.trade.part === null, open),
      ]),
  },
]);
</script>

<template>
  <Dialog
    :show="slotName !== null"
    :title="slotName ? `${SLOT_NAMES[slotName]}: ${countWords(trades.length, 'part')}` : ''"
    :width="1040"
    @close="emit('close')"
  >
    <div data-first>
      <NInput
        v-model:value="wanted"
        clearable
        placeholder="Find in this list"
        :input-props="{ 'aria-label': 'Find in this list' }"
      />
    </div>
    <NDataTable
      size="small"
      :columns="columns"
      :data="rows"
      :row-key="(row: ListedTrade) => row.key"
      :max-height="420"
      :scroll-x="900"
      :bordered="false"
    />
  </Dialog>
</template>

<style scoped>
:deep(.n-data-table-th) {
  background: var(--sunk);
}
:deep(.acts) {
  display: inline-flex;
  gap: 4px;
}
</style>
