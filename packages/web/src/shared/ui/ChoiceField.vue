<script setup lang="ts">
import { NSelect } from 'naive-ui';
import Field from './Field.vue';

defineOptions({ inheritAttrs: false });
/** A choice from a list; all but the label goes to the select. */
defineProps<{ label: string; hint?: string }>();
</script>

<template>
  <Field :label="label" v-bind="hint ? { hint } : {}">
    <NSelect v-bind="$attrs" :aria-label="label" :input-props="{ 'aria-label': label }" />
  </Field>
</template>
