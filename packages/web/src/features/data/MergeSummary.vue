<script setup lang="ts">
import type { Merge } from '@ripe-pick/contract';
import ConflictList from './ConflictList.vue';
import { mergeWords } from './merge-words.ts';

/** What a file adds to what is here, and where the two differ. */
defineProps<{
  plan: Merge;
  /** Conflicts in which the file's side was taken. */
  taken: readonly string[];
}>();
const emit = defineEmits<{ change: [keys: readonly string[]] }>();
</script>

<template>
  <p v-if="plan.changes.length === 0">All of it is here already: there is nothing to merge.</p>
  <p v-else>
    Merged it adds <b>{{ mergeWords(plan) || 'what you chose' }}</b>. The same barcode, part number, or brand
    and name are the same part.
  </p>
  <p v-if="plan.counts.ratesLeft > 0" class="quiet">
    {{ plan.counts.ratesLeft }} part rates of the file are not taken: here they are estimated from benchmarks.
  </p>
  <ConflictList
    v-if="plan.conflicts.length > 0"
    :conflicts="plan.conflicts"
    :taken="taken"
    @change="(keys) => emit('change', keys)"
  />
</template>
