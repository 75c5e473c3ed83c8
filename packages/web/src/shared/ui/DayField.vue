<script setup lang="ts">
import { computed } from 'vue';
import TextField from './TextField.vue';

/** A calendar day, by the browser's own picker; empty is null. */
const props = defineProps<{ label: string; hint?: string; value: string | null; aria?: string }>();
const emit = defineEmits<{ change: [value: string | null] }>();
const named = computed(() => {
  const { label, hint, aria } = props;
  return { label, ...(hint ? { hint } : {}), ...(aria ? { aria } : {}) };
});
</script>

<template>
  <TextField type="date" v-bind="named" :value="value ?? ''" @change="emit('change', $event || null)" />
</template>
