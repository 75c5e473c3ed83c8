<script setup lang="ts">
import { ref } from 'vue';
import Dialog from '../../shared/ui/Dialog.vue';
import { usePhone } from '../../shared/ui/phone.ts';
import { vRoving } from '../../shared/ui/roving.ts';
import LaneLegend from './LaneLegend.vue';

/** The search, and (as its content) what the lanes show: in one row, on a phone behind one button. */
const emit = defineEmits<{ find: [] }>();
const isPhone = usePhone();
const isOpen = ref(false);
</script>

<template>
  <div v-roving class="tools" role="toolbar" aria-label="Search and view">
    <button class="plain strong" @click="emit('find')">Find the best <kbd>F</kbd></button>
    <template v-if="isPhone">
      <button class="plain edged" :aria-expanded="isOpen" @click="isOpen = true">What is shown</button>
      <Dialog :show="isOpen" title="What the lanes show" :width="420" @close="isOpen = false">
        <div class="tools"><slot></slot></div>
        <LaneLegend />
      </Dialog>
    </template>
    <template v-else>
      <slot></slot>
      <LaneLegend />
    </template>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
</style>
