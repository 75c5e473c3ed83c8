<script setup lang="ts">
import { NSwitch } from 'naive-ui';

/** A wish that is on or off. */
defineProps<{ label: string; value: boolean }>();
const emit = defineEmits<{ change: [value: boolean] }>();
</script>

<template>
  <label class="switch">
    <NSwitch
      size="small"
      :value="value"
      :aria-label="label"
      @update:value="(on: boolean) => emit('change', on)"
    />
    {{ label }}
  </label>
</template>

<style scoped>
.switch {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
