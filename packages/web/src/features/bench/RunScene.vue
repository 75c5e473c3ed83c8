<script setup lang="ts">
import { RECORD_CLOCKS, type Background, type RecordClocks } from '@ripe-pick/core/parts';
import { CLOCK_WORDS } from '../../shared/format/runs.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import NumberField from '../../shared/ui/NumberField.vue';
import SceneFields from '../../shared/ui/SceneFields.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';
import type { RunDraft } from './run-draft.ts';

/** What was played in a run, and how. */
defineProps<{ game: string }>();
const draft = defineModel<RunDraft>({ required: true });
const BESIDE = [
  { value: 'none', label: 'nothing' },
  { value: 'voice', label: 'voice chat' },
  { value: 'stream-cpu', label: 'streaming by the processor' },
  { value: 'stream-gpu', label: 'streaming by the graphics card' },
];
const CLOCKS = RECORD_CLOCKS.map((value) => ({ value, label: CLOCK_WORDS[value] || 'as shipped' }));
</script>

<template>
  <div class="scene">
    <SceneFields
      v-model:preset="draft.preset"
      v-model:size="draft.size"
      :game="game"
      @update:game="draft.game = $event"
    />
    <NumberField
      label="Rendered at"
      suffix="%"
      placeholder="100"
      :min="10"
      :max="100"
      :value="draft.scale ?? 100"
      @update:value="draft.scale = $event"
    />
    <ChoiceField
      label="In the background"
      :value="draft.background ?? 'none'"
      :options="BESIDE"
      @update:value="(background: Background) => (draft.background = background)"
    />
    <ChoiceField
      label="Clocks"
      :value="draft.clocks"
      :options="CLOCKS"
      @update:value="(clocks: RecordClocks) => (draft.clocks = clocks)"
    />
    <div class="switches">
      <SwitchField label="memory profile on" :value="draft.profile" @change="draft.profile = $event" />
    </div>
  </div>
</template>

<style scoped>
.scene {
  display: grid;
  gap: 8px 12px;
  align-items: end;
  grid-template-columns: 1.6fr 0.8fr 0.8fr 0.8fr 1fr 1fr auto;
}
.switches {
  display: flex;
  gap: 6px 20px;
  flex-wrap: wrap;
  padding-bottom: 6px;
}
@media (max-width: 1000px) {
  .scene {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
