<script setup lang="ts">
import { defineAsyncComponent } from 'vue';
import { isAtRest } from './at-rest.ts';

/** A dialog with a heading of its own and one way out. What it is made of is fetched when the first screen stands, or it is opened. */
defineProps<{ show: boolean; title: string; width: number }>();
const emit = defineEmits<{ close: [] }>();
const DialogFrame = defineAsyncComponent(() => import('./DialogFrame.vue'));
</script>

<template>
  <DialogFrame v-if="isAtRest || show" :show="show" :title="title" :width="width" @close="emit('close')">
    <slot></slot>
  </DialogFrame>
</template>
