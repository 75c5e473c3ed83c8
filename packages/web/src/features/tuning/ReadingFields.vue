<script setup lang="ts">
import NumberField from '../../shared/ui/NumberField.vue';
import type { Reading } from './use-tuning.ts';

/** What was read off while an attempt ran. */
defineProps<{ reading: Reading }>();
const emit = defineEmits<{ change: [change: Reading] }>();
</script>

<template>
  <div class="fields">
    <NumberField
      label="Hottest"
      suffix="°C"
      placeholder="not read"
      clearable
      :min="-50"
      :max="200"
      :value="reading.celsius ?? null"
      @update:value="(celsius: number | null) => emit('change', { celsius })"
    />
    <NumberField
      label="Voltage"
      suffix="V"
      placeholder="not read"
      clearable
      :min="0"
      :max="20"
      :value="reading.volts ?? null"
      @update:value="(volts: number | null) => emit('change', { volts })"
    />
    <NumberField
      label="Errors"
      placeholder="none"
      clearable
      :min="0"
      :max="1e9"
      :precision="0"
      :value="reading.errors ?? null"
      @update:value="(errors: number | null) => emit('change', { errors })"
    />
    <NumberField
      label="Score"
      placeholder="not read"
      clearable
      :min="0"
      :max="1e9"
      :value="reading.score ?? null"
      @update:value="(score: number | null) => emit('change', { score })"
    />
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(120px, 1fr));
  gap: 8px;
}
</style>
