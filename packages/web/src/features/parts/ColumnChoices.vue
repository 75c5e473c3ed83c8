<script setup lang="ts">
import { COLUMN_LABELS, type ColumnRead } from '@ripe-pick/core/specs';
import { NSelect } from 'naive-ui';

/** What columns of a table stand for that its headings do not say. */
defineProps<{
  columns: readonly ColumnRead[];
  /** What they were told to stand for, by heading. */
  told: Readonly<Record<string, string>>;
}>();
const emit = defineEmits<{ tell: [header: string, label: string] }>();
const LABELS = [
  { value: '', label: 'nothing: leave it out' },
  ...COLUMN_LABELS.map((label) => ({ value: label, label })),
];
</script>

<template>
  <div class="columns" role="group" aria-label="Columns of the table">
    <p>What these columns stand for; it is remembered:</p>
    <label v-for="each in columns" :key="each.header"
      ><b>{{ each.header }}</b>
      <NSelect
        size="small"
        filterable
        :input-props="{ 'aria-label': `Column ${each.header}` }"
        class="choice"
        placeholder="not understood"
        :value="told[each.header] ?? null"
        :options="LABELS"
        :aria-label="`Column ${each.header}`"
        @update:value="(label: string) => emit('tell', each.header, label)"
      />
    </label>
  </div>
</template>

<style scoped>
.choice {
  width: 170px;
}
.columns {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: end;
}
.columns p {
  width: 100%;
}
.columns label {
  display: grid;
  gap: 2px;
  font-size: var(--text-small);
}
</style>
