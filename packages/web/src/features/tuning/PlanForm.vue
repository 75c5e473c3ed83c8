<script setup lang="ts">
import { stepsOf, type StagePlan } from '@ripe-pick/core/tuning';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import NumberField from '../../shared/ui/NumberField.vue';

/** How a stage is tuned; what is usual stands there until it is changed. What the log rests on stays once it is begun. */
const props = defineProps<{ plan: StagePlan; unit: string; shipped: number; isBegun: boolean }>();
const emit = defineEmits<{ change: [label: string, change: Partial<StagePlan>] }>();

type PlanFigure = 'start' | 'step' | 'soakMinutes' | 'backOff' | 'finalMinutes' | 'margin';
type Limit = 'limit' | 'maxCelsius' | 'maxVolts';
const FIGURES: readonly { key: PlanFigure; label: string; isTime?: true }[] = [
  { key: 'start', label: 'Begins at' },
  { key: 'step', label: 'Step' },
  { key: 'soakMinutes', label: 'Each step holds', isTime: true },
  { key: 'backOff', label: 'Back after a failure' },
  { key: 'finalMinutes', label: 'Long soak', isTime: true },
  { key: 'margin', label: 'Margin behind it' },
];
const LIMITS: readonly { key: Limit; label: string; suffix: string | null; min: number; max: number }[] = [
  { key: 'limit', label: 'No further than', suffix: null, min: -10_000, max: 10_000 },
  { key: 'maxCelsius', label: 'Stops above', suffix: '°C', min: 20, max: 150 },
  { key: 'maxVolts', label: 'Stops above', suffix: 'V', min: 0.1, max: 5 },
];
const MAY_BE_0: ReadonlySet<PlanFigure> = new Set(['start', 'backOff', 'margin']);
const WAYS = [
  { value: 'clock', label: 'raise the clock' },
  { value: 'voltage', label: 'lower the voltage' },
];
const choose = (way: StagePlan['way']) =>
  emit('change', 'how it is tuned', stepsOf(props.plan.stage, way, props.shipped));
</script>

<template>
  <div class="grid">
    <ChoiceField
      v-if="plan.stage !== 'memory'"
      :disabled="isBegun"
      label="What is done"
      :value="plan.way"
      :options="WAYS"
      @update:value="choose"
    />
    <NumberField
      v-for="{ key, label, isTime } in FIGURES"
      :key="key"
      :label="label"
      :suffix="isTime ? 'min' : unit"
      :disabled="isBegun && key === 'start'"
      :min="0"
      :max="10_000"
      :value="plan[key]"
      @update:value="
        (value: number | null) =>
          value !== null &&
          value >= (MAY_BE_0.has(key) ? 0 : 0.0001) &&
          emit('change', label.toLowerCase(), { [key]: value })
      "
    />
    <NumberField
      v-for="{ key, label, suffix, min, max } in LIMITS"
      :key="key"
      :label="label"
      :suffix="suffix ?? unit"
      placeholder="maker’s limit"
      clearable
      :min="min"
      :max="max"
      :value="plan[key]"
      @update:value="(value: number | null) => emit('change', 'a limit', { [key]: value })"
    />
  </div>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(160px, 1fr));
  gap: 8px 12px;
}
</style>
