<script setup lang="ts">
import Field from './Field.vue';
import NumberInput from './NumberInput.vue';

defineOptions({ inheritAttrs: false });
/** A number to be typed, with its label; all but the label goes to the input. `aria` names it where the label alone says too little. */
defineProps<{ label: string; hint?: string; aria?: string; value: number | null }>();
const emit = defineEmits<{ 'update:value': [value: number | null] }>();
</script>

<template>
  <Field :label="label" v-bind="hint ? { hint } : {}">
    <NumberInput
      v-bind="$attrs"
      :value="value"
      :aria="aria ?? label"
      @update:value="(typed) => emit('update:value', typed)"
    />
  </Field>
</template>
