<script setup lang="ts">
import { NDropdown } from 'naive-ui';
import { Ellipsis } from '@lucide/vue';

/** What can be done with a candidate. */
defineProps<{ name: string; options: { label: string; key: string }[] }>();
const emit = defineEmits<{ act: [key: string] }>();
</script>

<template>
  <NDropdown trigger="click" :options="options" @select="(key: string) => emit('act', key)">
    <button class="plain more" :aria-label="`More for ${name}`">
      <Ellipsis :size="15" aria-hidden="true" />
    </button>
  </NDropdown>
</template>

<style scoped>
.more {
  padding: 3px 5px;
  min-width: 25px;
}
</style>
