<script setup lang="ts">
import Field from './Field.vue';

/** A calendar day, by the browser's own picker; empty is null. */
defineProps<{ label: string; hint?: string; value: string | null; aria?: string }>();
const emit = defineEmits<{ change: [value: string | null] }>();
</script>

<template>
  <Field :label="label" v-bind="hint ? { hint } : {}">
    <input
      class="day"
      type="date"
      :aria-label="aria ?? label"
      :value="value ?? ''"
      @change="emit('change', ($event.target as HTMLInputElement).value || null)"
    />
  </Field>
</template>

<style scoped>
.day {
  width: 100%;
  height: 34px;
  padding: 0 10px;
  font: inherit;
  color: var(--ink);
  background: var(--field, var(--sheet));
  border: 1px solid var(--line-strong);
  border-radius: 6px;
}
.day:focus-visible {
  outline: 2px solid var(--focus);
}
</style>
