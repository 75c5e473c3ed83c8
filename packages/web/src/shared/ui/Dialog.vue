<script setup lang="ts">
import { watch } from 'vue';
import { dialogFrame, fetchDialogFrame } from './dialog-frame.ts';

/** A dialog with a heading of its own and one way out; see DialogFrame.vue. */
const props = defineProps<{ show: boolean; title: string; width: number }>();
const emit = defineEmits<{ close: [] }>();
watch(
  () => props.show,
  (show) => show && fetchDialogFrame(),
  { immediate: true },
);
</script>

<template>
  <component
    :is="dialogFrame"
    v-if="dialogFrame"
    :show="show"
    :title="title"
    :width="width"
    @close="emit('close')"
  >
    <slot></slot>
  </component>
</template>
