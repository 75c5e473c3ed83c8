<script setup lang="ts">
import type { PartRead } from '@ripe-pick/core/specs';
import { useId } from 'vue';
import { figureName } from '../../shared/format/assumed.ts';
import { figureText } from '../../shared/format/facts.ts';
import { NEITHER, allReadings, type Choices } from './figure-choices.ts';

/** Figures that were read, each with its words; what a text says in two ways is chosen from. */
defineProps<{ part: PartRead; chosen: Choices }>();
const emit = defineEmits<{ choose: [figure: string, at: number] }>();
const id = useId();
</script>

<template>
  <ul>
    <li
      v-for="each in part.figures"
      :key="each.figure"
      :class="{ doubt: each.others.length > 0 && chosen[each.figure] === undefined }"
    >
      <b>{{ figureName(each.figure) }}</b>
      <template v-if="each.others.length > 0">
        <label v-for="(reading, at) in allReadings(each)" :key="at" class="choice"
          ><input
            type="radio"
            :name="`${id} ${each.figure}`"
            :checked="chosen[each.figure] === at"
            @change="emit('choose', each.figure, at)"
          />
          {{ figureText(each.figure, reading.value) }} <q class="quiet">{{ reading.words }}</q></label
        >
        <label class="choice"
          ><input
            type="radio"
            :name="`${id} ${each.figure}`"
            :checked="chosen[each.figure] === NEITHER"
            @change="emit('choose', each.figure, NEITHER)"
          />
          neither</label
        >
      </template>
      <template v-else
        >{{ figureText(each.figure, each.value) }} <q class="quiet">{{ each.words }}</q></template
      >
    </li>
  </ul>
  <details v-if="part.unread.length > 0">
    <summary>{{ part.unread.length }} {{ part.unread.length === 1 ? 'line' : 'lines' }} not read</summary>
    <p v-for="(line, n) in part.unread" :key="n" class="quiet">{{ line }}</p>
  </details>
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 3px;
  font-size: var(--text-small);
  max-height: 220px;
  overflow: auto;
  width: 100%;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  align-items: baseline;
}
q {
  overflow-wrap: anywhere;
}
.doubt b {
  color: var(--apricot);
}
.choice {
  display: inline-flex;
  gap: 4px;
  align-items: baseline;
  min-height: 24px;
}
summary {
  cursor: pointer;
  min-height: 24px;
}
</style>
