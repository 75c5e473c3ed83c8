<script setup lang="ts">
import { computed, ref } from 'vue';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import { guideNode, guidePieces } from './guide-text.ts';

/** The guide, a piece at a time; loaded when it is first opened. */
const props = defineProps<{ screen: string }>();
const pieces = guidePieces();
const chosen = ref((pieces.find(({ title }) => title === props.screen) ?? pieces[0]).title);
const piece = computed(() => pieces.find(({ title }) => title === chosen.value));
const choices = pieces.map(({ title }) => ({ value: title, label: title }));
const GuidePiece = () => piece.value?.blocks.map(guideNode);
</script>

<template>
  <div data-first>
    <ChoiceField v-model:value="chosen" label="About" :options="choices" />
  </div>
  <article class="guide"><GuidePiece /></article>
</template>

<style scoped>
.guide {
  margin-top: 10px;
  line-height: 1.45;
  overflow-wrap: anywhere;
}
.guide :deep(p) {
  margin: 0 0 8px;
}
.guide :deep(table) {
  border-collapse: collapse;
  width: 100%;
}
.guide :deep(:is(td, th)) {
  text-align: left;
  padding: 3px 8px 3px 0;
  border-bottom: 1px solid var(--line);
}
</style>
