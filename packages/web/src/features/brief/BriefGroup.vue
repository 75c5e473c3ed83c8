<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { useDraft } from '../../shared/ui/draft.ts';

/** A group of the brief's fields: one line that says what holds, and opens. What is open stays so. */
const props = defineProps<{ id: string; title: string; line: string }>();
const open = useDraft<string[]>('ripe-pick-brief-open', []);
const isOpen = computed({
  get: () => open.value.includes(props.id),
  set: (to) => {
    const others = open.value.filter((each) => each !== props.id);
    open.value = to ? [...others, props.id] : others;
  },
});
// Fields are made when they are first asked for, and keep what was begun in them when the group is folded.
const wasOpen = ref(isOpen.value);
watch(isOpen, (now) => (wasOpen.value ||= now));
</script>

<template>
  <details class="sheet group" :open="isOpen" @toggle="isOpen = ($event.target as HTMLDetailsElement).open">
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
  font-size: 15px;
}
.line {
  margin-left: 10px;
  font-size: 13px;
}
.band {
  padding-top: 10px;
}
</style>
