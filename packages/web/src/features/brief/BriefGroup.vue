<script setup lang="ts">
import { ref, watch } from 'vue';

/** A group of the brief's fields: one line that says what holds, and opens. */
const props = defineProps<{ id: string; title: string; line: string; isOpen: boolean }>();
const emit = defineEmits<{ turn: [isOpen: boolean] }>();
// Fields are made when they are first asked for, and keep what was begun in them when the group is folded.
const wasOpen = ref(props.isOpen);
watch(
  () => props.isOpen,
  (now) => (wasOpen.value ||= now),
);
</script>

<template>
  <details
    class="sheet group"
    :open="isOpen"
    @toggle="emit('turn', ($event.target as HTMLDetailsElement).open)"
  >
    <summary>
      <h2 :id="`band-${id}`">{{ title }}</h2>
      <span class="quiet line">{{ line }}</span>
    </summary>
    <section v-if="wasOpen" class="band" :aria-labelledby="`band-${id}`"><slot /></section>
  </details>
</template>

<style src="./bands.css" scoped></style>
<style scoped>
.group {
  padding: 6px 16px;
}
summary {
  cursor: pointer;
  min-height: 26px;
}
h2 {
  display: inline;
  margin: 0;
  font-size: var(--text-large);
}
.line {
  margin-left: 10px;
  font-size: var(--text-body);
}
.band {
  padding-top: 10px;
}
</style>
