<script setup lang="ts">
import type { ColumnChoice, ColumnReading } from '@ripe-pick/core/bench';
import { fps } from '../../shared/format/format.ts';
import { unitWords } from './frame-times.ts';

/** How a file can be read whose headings do not say it. */
defineProps<{ readings: readonly ColumnReading[] }>();
const emit = defineEmits<{ choose: [choice: ColumnChoice] }>();
</script>

<template>
  <ul aria-label="How to read the file">
    <li v-for="each in readings" :key="`${each.column} ${each.unit}`">
      <button class="plain edged" type="button" @click="emit('choose', each)">
        {{ each.name }} as {{ unitWords(each.unit) }}
      </button>
      <span class="quiet">about {{ fps(each.rate) }} frames per second</span>
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
li {
  display: flex;
  gap: 4px 10px;
  flex-wrap: wrap;
  align-items: center;
}
</style>
