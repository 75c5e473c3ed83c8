<script setup lang="ts">
import { NInputNumber } from 'naive-ui';
import { typedNumber } from '../format/typed-number.ts';
import Field from './Field.vue';

defineOptions({ inheritAttrs: false });
/** A number to be typed; all but the label goes to the input. `aria` names it where the label alone says too little. */
defineProps<{ label: string; hint?: string; suffix?: string; aria?: string }>();
const emit = defineEmits<{ 'update:value': [value: number | null] }>();
</script>

<template>
  <Field :label="label" v-bind="hint ? { hint } : {}">
    <NInputNumber
      :parse="typedNumber"
      placeholder=""
      v-bind="$attrs"
      :show-button="false"
      :input-props="{ 'aria-label': aria ?? label }"
      @update:value="(value) => emit('update:value', value)"
    >
      <template v-if="suffix" #suffix>{{ suffix }}</template>
    </NInputNumber>
  </Field>
</template>
