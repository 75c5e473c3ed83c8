<script setup lang="ts">
import type { RestingOn } from '@ripe-pick/core/swaps';
import FieldLink from '../../shared/ui/FieldLink.vue';
import { useNames } from '../../shared/stores/names.ts';
import { assumedText, harmText, isRisky } from '../../shared/format/assumed.ts';

/** Assumed figures with their reasons, and what each does at its worst. */
defineProps<{ resting: readonly RestingOn[] }>();
const names = useNames();
</script>

<template>
  <ul>
    <li v-for="each in resting" :key="`${each.assumption.part} ${each.assumption.figure}`">
      <details>
        <summary>
          <b>{{ names.part(each.assumption.part) }}</b>, {{ assumedText(each.assumption) }}
          <span v-if="isRisky(each)" class="risk">{{ harmText(each) }}</span>
        </summary>
        <div class="more quiet">
          <p>{{ each.assumption.reason }}</p>
          <p v-if="!isRisky(each)">{{ harmText(each) }}</p>
          <p>Source: {{ each.assumption.source }}.</p>
          <p><FieldLink :part="each.assumption.part" :figure="each.assumption.figure" /></p>
        </div>
      </details>
    </li>
  </ul>
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 4px;
}
summary {
  cursor: pointer;
  min-height: 24px;
}
.risk {
  display: block;
  color: var(--apricot);
}
.more {
  display: grid;
  gap: 2px;
  padding: 2px 0 4px;
}
</style>
