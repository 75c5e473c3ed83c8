<script setup lang="ts">
import type { Matched } from '@ripe-pick/contract';
import { NButton, NSelect } from 'naive-ui';
import { useNames } from '../../shared/stores/names.ts';
import { money } from '../../shared/format/format.ts';

/** Prices that were read, each with the part that it is taken for, before anything is kept. */
const props = defineProps<{
  rows: readonly Matched[];
  /** The part that a row is taken for; null: nobody has said. */
  partOf: (row: Matched, n: number) => string | null;
  /** Rows that are left out. */
  left: ReadonlySet<number>;
}>();
const emit = defineEmits<{ choose: [n: number, part: string | null]; leave: [n: number] }>();
const names = useNames();
/** A row that is not sure is taken once somebody has said which part it is. */
const isTaken = (row: Matched, n: number) => props.partOf(row, n) !== null && !props.left.has(n);
const likely = (row: Matched) => {
  const first = [row.part, ...row.others].filter((id): id is string => id !== null);
  return first.length > 0
    ? [
        ...first.map((id) => ({ value: id, label: names.part(id) })),
        ...names.partOptions.filter((each) => !first.includes(each.value)),
      ]
    : names.partOptions;
};
</script>

<template>
  <div class="scroll" tabindex="0" role="group" aria-label="Rows that were read">
    <table class="lines">
      <thead>
        <tr>
          <th>Read</th>
          <th class="end">Price</th>
          <th>Part</th>
          <th>How it was told</th>
          <th><span class="visually-hidden">Take or leave</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, n) in rows" :key="n" :class="{ left: !isTaken(row, n) }">
          <td>
            {{ row.found.name || row.found.sku || 'no name'
            }}<span v-if="row.found.condition !== 'new'" class="quiet">{{ row.found.condition }}</span>
          </td>
          <td class="num end">
            {{
              row.found.priceMinor === null ? 'not for sale' : money(row.found.priceMinor, row.found.currency)
            }}
          </td>
          <td class="part">
            <NSelect
              size="small"
              filterable
              :value="partOf(row, n)"
              :options="likely(row)"
              placeholder="which part is it?"
              :aria-label="`Part of row ${n + 1}`"
              :input-props="{ 'aria-label': `Part of row ${n + 1}` }"
              @update:value="(part: string | null) => emit('choose', n, part)"
            />
          </td>
          <td>
            {{ row.how === 'none' ? 'not told' : `by ${row.how}`
            }}<span v-if="row.doubt" class="quiet">{{ row.doubt }}</span
            ><NButton
              v-if="!row.isSure && row.part && partOf(row, n) === null"
              size="tiny"
              @click="emit('choose', n, row.part)"
              >It is {{ names.part(row.part) }}</NButton
            >
          </td>
          <td>
            <button
              class="plain edged"
              :aria-label="`${left.has(n) ? 'Take' : 'Leave'} row ${n + 1}`"
              @click="emit('leave', n)"
            >
              {{ left.has(n) ? 'Take' : 'Leave' }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.left td {
  color: var(--ink-soft);
}
.scroll {
  overflow: auto;
  max-height: 340px;
  position: relative;
}
.part {
  min-width: 220px;
}
td .n-button {
  margin-left: 6px;
}
td .quiet {
  display: block;
  margin-left: 0;
  font-size: var(--text-small);
}
</style>
