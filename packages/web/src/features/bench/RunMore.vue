<script setup lang="ts">
import NumberField from '../../shared/ui/NumberField.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';
import TextField from '../../shared/ui/TextField.vue';
import type { RunDraft } from './run-draft.ts';

/** What can be told of a run besides its rates. */
const draft = defineModel<RunDraft>({ required: true });
const MORE = [
  ['minimum', 'Minimum', 'fps'],
  ['maximum', 'Maximum', 'fps'],
  ['percentile90', '90th percentile', 'fps'],
  ['cpuWatts', 'Processor', 'W'],
  ['gpuWatts', 'Graphics card', 'W'],
] as const;
</script>

<template>
  <details class="more">
    <summary>More about the run</summary>
    <p class="quiet">
      Runs with ray tracing, generated frames or settings of their own stand apart: they are shown and never
      count for the model.
    </p>
    <div class="row">
      <SwitchField label="ray tracing" :value="draft.rayTracing" @change="draft.rayTracing = $event" />
      <SwitchField
        label="generated frames"
        :value="draft.generatedFrames"
        @change="draft.generatedFrames = $event"
      />
      <TextField
        label="Own settings"
        maxlength="300"
        :value="draft.settings"
        @change="draft.settings = $event"
      />
      <TextField label="Captured with" maxlength="100" :value="draft.tool" @change="draft.tool = $event" />
      <NumberField
        v-for="[key, label, suffix] in MORE"
        :key="key"
        :label="label"
        :suffix="suffix"
        :min="0"
        :value="draft[key]"
        @update:value="draft[key] = $event"
      />
    </div>
  </details>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: repeat(4, minmax(96px, 1fr)) auto auto auto auto;
  gap: 8px 12px;
  align-items: end;
}
summary {
  cursor: pointer;
  min-height: 24px;
}
@media (max-width: 1000px) {
  .row {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
