<script setup lang="ts">
import Field from './Field.vue';

defineOptions({ inheritAttrs: false });
/** A line of text to be typed; all but the label goes to the input. `aria` names it where the label alone says too little. */
defineProps<{ label: string; hint?: string; aria?: string; value: string }>();
const emit = defineEmits<{ change: [value: string] }>();
</script>

<template>
  <Field :label="label" v-bind="hint ? { hint } : {}">
    <input
      class="text"
      maxlength="200"
      v-bind="$attrs"
      :aria-label="aria ?? label"
      :value="value"
      @change="emit('change', ($event.target as HTMLInputElement).value)"
    />
  </Field>
</template>

<style scoped>
.text {
  width: 100%;
  height: 34px;
  padding: 0 10px;
  font: inherit;
  color: var(--ink);
  background: var(--field, var(--sheet));
  border: 1px solid var(--line-strong);
  border-radius: var(--round-medium);
}
.text:focus-visible {
  outline: 2px solid var(--focus);
}
</style>
