<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useCommands } from '../../shared/stores/commands.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import Dialog from '../../shared/ui/Dialog.vue';
import type { GuidePiece } from './guide-text.ts';

/** The user guide, open at the screen that it was asked for on. */
const commands = useCommands();
const route = useRoute();
const pieces = ref<readonly GuidePiece[]>([]);
const chosen = ref('');
watch(
  () => commands.isGuideOpen,
  async (isOpen) => {
    if (!isOpen) return;
    pieces.value = (await import('./guide-text.ts')).guidePieces();
    const screen = String(route.meta.title ?? '');
    chosen.value = (pieces.value.find(({ title }) => title === screen) ?? pieces.value[0])?.title ?? '';
  },
);
const piece = computed(() => pieces.value.find(({ title }) => title === chosen.value));
const choices = computed(() => pieces.value.map(({ title }) => ({ value: title, label: title })));
</script>

<template>
  <Dialog :show="commands.isGuideOpen" title="Guide" :width="760" @close="commands.isGuideOpen = false">
    <div data-first>
      <ChoiceField v-model:value="chosen" label="About" :options="choices" />
    </div>
    <!-- eslint-disable-next-line vue/no-v-html -- the app's own guide, made at build time -->
    <article v-if="piece" class="guide" v-html="piece.html"></article>
  </Dialog>
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
