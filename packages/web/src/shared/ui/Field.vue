<script setup lang="ts">
defineProps<{ label: string; hint?: string }>();
</script>

<template>
  <div class="field">
    <span class="label">{{ label }}</span>
    <div class="control"><slot /></div>
    <span v-if="hint" class="quiet hint">{{ hint }}</span>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  gap: 3px;
  align-content: start;
  min-width: 0;
}
.control {
  min-width: 0;
}
.label {
  font-size: var(--text-small);
  font-weight: 600;
}
.hint {
  font-size: var(--text-small);
}
</style>
