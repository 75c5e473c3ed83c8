<script setup lang="ts">
import { CONDITIONS } from '@ripe-pick/contract';
import type { PartKind } from '@ripe-pick/core/parts';
import { NInput, NSelect } from 'naive-ui';
import { computed } from 'vue';
import { PART_KINDS, SLOT_NAMES } from '../../shared/format/slots.ts';
import { socketsOf, type ShelfFilter, type ShelfRow, type ShelfWish } from './shelf-rows.ts';

/** What the list of parts is narrowed to. */
const props = defineProps<{ rows: readonly ShelfRow[] }>();
const wish = defineModel<ShelfWish>({ required: true });
/** Apart from the rest: a key changes nothing else. */
const search = defineModel<string>('search', { required: true });
const set = (change: Partial<ShelfWish>) => (wish.value = { ...wish.value, ...change });

const KINDS = computed(() => {
  const counts = new Map<PartKind, number>();
  for (const { part } of props.rows) counts.set(part.kind, (counts.get(part.kind) ?? 0) + 1);
  return PART_KINDS.map((value) => ({ value, label: `${SLOT_NAMES[value]} (${counts.get(value) ?? 0})` }));
});
const FILTERS: { value: ShelfFilter; label: string }[] = [
  { value: 'all', label: 'Complete or not' },
  { value: 'gaps', label: 'Essentials missing' },
  { value: 'no-price', label: 'No price' },
  { value: 'no-rate', label: 'No frame rate' },
];
const ofKind = computed(() =>
  wish.value.kind === null ? props.rows : props.rows.filter(({ part }) => part.kind === wish.value.kind),
);
const choices = (words: Iterable<string>) =>
  [...new Set(words)].sort((a, b) => a.localeCompare(b)).map((value) => ({ value, label: value }));
const brands = computed(() => choices(ofKind.value.map(({ part }) => part.brand)));
const sockets = computed(() => choices(ofKind.value.flatMap(({ part }) => socketsOf(part))));
const conditions = CONDITIONS.map((value) => ({ value, label: `offered ${value}` }));
</script>

<template>
  <NInput
    v-model:value="search"
    clearable
    placeholder="Name, socket, 8 GB …"
    class="search"
    :input-props="{ 'aria-label': 'Search the parts', type: 'search' }"
  />
  <NSelect
    :value="wish.kind"
    clearable
    :options="KINDS"
    placeholder="All kinds"
    class="choice"
    aria-label="Kind of part"
    @update:value="(kind: PartKind | null) => set({ kind, brand: null, socket: null })"
  />
  <NSelect
    :value="wish.brand"
    clearable
    filterable
    :options="brands"
    placeholder="All brands"
    class="narrow"
    :input-props="{ 'aria-label': 'Brand' }"
    @update:value="(brand: string | null) => set({ brand })"
  />
  <NSelect
    v-if="sockets.length > 0"
    :value="wish.socket"
    clearable
    filterable
    :options="sockets"
    placeholder="All sockets"
    class="narrow"
    :input-props="{ 'aria-label': 'Socket' }"
    @update:value="(socket: string | null) => set({ socket })"
  />
  <NSelect
    :value="wish.condition"
    clearable
    :options="conditions"
    placeholder="New and used"
    class="narrow"
    aria-label="Condition of its offers"
    @update:value="(condition: ShelfWish['condition']) => set({ condition })"
  />
  <NSelect
    :value="wish.filter"
    :options="FILTERS"
    class="choice"
    aria-label="Which parts"
    @update:value="(filter: ShelfFilter) => set({ filter })"
  />
</template>

<style scoped>
.search {
  width: 190px;
}
/* The field has a cross of its own. */
.search :deep(input::-webkit-search-cancel-button) {
  display: none;
}
.choice {
  width: 165px;
}
.narrow {
  width: 135px;
}
</style>
