<script setup lang="ts">
import { computed } from 'vue';
import type { Listing } from '@ripe-pick/contract';
import { testList } from '@ripe-pick/core/used';
import { useNames } from '../../shared/stores/names.ts';
import { TEST_WORDS } from './words.ts';

/** What to look at before a listing is paid, by the kinds of its parts. */
const props = defineProps<{ find: Listing }>();
const emit = defineEmits<{ test: [code: string, done: boolean] }>();
const names = useNames();
const steps = computed(() => testList(props.find.parts.flatMap((id) => names.parts.get(id)?.kind ?? [])));
</script>

<template>
  <section class="sheet" aria-labelledby="test-title">
    <h2 id="test-title">Checklist</h2>
    <p class="quiet">
      Test before paying. Switch off and unplug before touching the inside; makers’ manuals and local rules
      come first.
    </p>
    <ul>
      <li v-for="step in steps" :key="step.code">
        <label
          ><input
            type="checkbox"
            :checked="find.tested.includes(step.code)"
            @change="emit('test', step.code, ($event.target as HTMLInputElement).checked)"
          />
          {{ TEST_WORDS[step.code] ?? step.code }}</label
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  padding: 12px 16px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
h2 {
  font-size: var(--text-large);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  columns: 2;
  column-gap: 24px;
  font-size: var(--text-body);
}
li {
  break-inside: avoid;
  padding: 2px 0;
}
@media (max-width: 760px) {
  ul {
    columns: 1;
  }
}
</style>
