<script setup lang="ts">
import type { PartKind } from '@ripe-pick/core/parts';
import { NInput, NSelect } from 'naive-ui';
import { PART_KINDS, SLOT_NAMES } from '../../shared/format/slots.ts';
import type { PartDraft } from './part-draft.ts';
import { asKind, type EntryRow } from './part-entries.ts';

/** One of many parts that are read at once: what it is, what it costs, and what is still wanted of it. */
defineProps<{
  at: number;
  row: EntryRow;
  draft: PartDraft;
  problems: readonly unknown[];
  /** In words. */
  state: string;
  isOpened: boolean;
}>();
const emit = defineEmits<{ change: [change: (row: EntryRow) => EntryRow]; open: [] }>();
const KINDS = PART_KINDS.map((value) => ({ value, label: SLOT_NAMES[value] }));
const FIELDS = [
  ['brand', 'Brand', 'brand?'],
  ['name', 'Name', 'name?'],
  ['price', 'Price', 'no price'],
  ['shop', 'Shop', 'shop'],
] as const;
const type = (key: keyof EntryRow['typed'], value: string) =>
  emit('change', (row) => ({ ...row, typed: { ...row.typed, [key]: value } }));
</script>

<template>
  <div class="row">
    <input
      type="checkbox"
      :checked="row.isTaken"
      :aria-label="`Take row ${at + 1}`"
      @change="emit('change', (old) => ({ ...old, isTaken: !old.isTaken }))"
    />
    <NSelect
      size="small"
      :value="row.part.kind"
      :options="KINDS"
      placeholder="kind?"
      :aria-label="`Kind, row ${at + 1}`"
      @update:value="(kind: PartKind) => emit('change', (old) => asKind(old, kind))"
    />
    <NInput
      v-for="[key, label, placeholder] in FIELDS"
      :key="key"
      size="small"
      :value="draft[key]"
      :placeholder="placeholder"
      :input-props="{ 'aria-label': `${label}, row ${at + 1}` }"
      @update:value="(value: string) => type(key, value)"
    />
    <button
      class="plain state"
      type="button"
      :class="{ doubt: problems.length > 0 }"
      :aria-expanded="isOpened"
      :title="state"
      @click="emit('open')"
    >
      {{ row.part.figures.length }}
      {{ row.part.figures.length === 1 ? 'figure' : 'figures' }}, {{ state }}
    </button>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 20px 130px 110px minmax(150px, 1.4fr) 90px 110px minmax(120px, 1fr);
  gap: 6px;
  align-items: center;
  padding: 0 8px;
  border-bottom: 1px solid var(--line);
}
.state {
  text-align: left;
  font-size: var(--text-small);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.doubt {
  color: var(--apricot);
}
@media (max-width: 900px) {
  .row {
    grid-template-columns: 20px minmax(0, 1fr) minmax(0, 1fr);
    gap: 4px 6px;
    align-content: center;
    padding: 6px 8px;
  }
  .row > :first-child {
    grid-row: 1 / span 4;
  }
  .row > :nth-child(4),
  .state {
    grid-column: 2 / -1;
  }
}
</style>
