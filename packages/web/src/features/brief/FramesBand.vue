<script setup lang="ts">
import { computed } from 'vue';
import type { Background, Brief, ClockState, Objective } from '@ripe-pick/core/parts';
import { screenOptions, screenSize } from '../../shared/format/goals.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import NumberField from '../../shared/ui/NumberField.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';
import TunedNote from '../../shared/ui/TunedNote.vue';
import { usePlay } from './use-play.ts';

/** Which frames count, and under which conditions. */
const { play, set } = usePlay();
const setObjective = (change: Partial<Objective>) =>
  set('change the objective', { objective: { ...play.value.objective, ...change } });
const CLOCKS = [
  { value: 'shipped', label: 'as shipped' },
  { value: 'raised', label: 'raised' },
  { value: 'undervolted', label: 'as shipped, at less voltage' },
];
const isChanged = computed(() => play.value.clocks.cpu !== 'shipped' || play.value.clocks.gpu !== 'shipped');
const setClocks = (change: Partial<Brief['play']['clocks']>) =>
  set('change the clocks that count', { clocks: { ...play.value.clocks, ...change } });
const screens = computed(() => screenOptions(play.value));
/** Rates are told on another screen too: a chosen one, or the next usual one. */
const secondOf = computed(() =>
  play.value.second ? `${play.value.second.widthPx}x${play.value.second.heightPx}` : '',
);
const secondScreens = computed(() => [{ label: 'the next one up', value: '' }, ...screens.value]);
function setSecond(value: string) {
  const refreshHz = play.value.second?.refreshHz ?? play.value.refreshHz;
  set('change the second screen', { second: value === '' ? null : { ...screenSize(value), refreshHz } });
}
const options = <T extends string>(entries: Readonly<Record<T, string>>) =>
  (Object.entries(entries) as [T, string][]).map(([value, label]) => ({ value, label }));
const GOALS = options({ frames: 'Most frames', targets: 'Targets, for least money' });
const FIGURES = options({
  average: 'Average',
  low: '1 % low (99th percentile)',
  slowest: 'Mean of the slowest 1 %',
});
const MEANS = options({
  geometric: 'Geometric mean',
  arithmetic: 'Arithmetic mean',
  harmonic: 'Harmonic mean',
  weakest: 'Weakest game alone',
});
const BACKGROUNDS = options<Background>({
  none: 'Nothing',
  voice: 'Voice chat',
  'stream-cpu': 'Streaming by the processor',
  'stream-gpu': 'Streaming by the graphics card',
});
const SCALES = [1, 0.83, 0.77, 0.67, 0.59, 0.5].map((value) => ({
  value,
  label: value === 1 ? 'None' : `Renders ${Math.round(value * 100)} % of each side`,
}));
</script>

<template>
  <div class="grid">
    <ChoiceField label="Second screen" :value="secondOf" :options="secondScreens" @update:value="setSecond" />
    <NumberField
      v-if="play.second"
      label="Its refresh rate"
      suffix="Hz"
      :value="play.second.refreshHz"
      :min="20"
      :max="1000"
      @update:value="
        (v) =>
          v &&
          play.second &&
          set('type the second refresh rate', { second: { ...play.second, refreshHz: v } })
      "
    />
    <ChoiceField
      label="Upscaling"
      :value="play.renderScale"
      :options="SCALES"
      @update:value="(v: number) => set('change upscaling', { renderScale: v })"
    />
    <ChoiceField
      label="Running in the background"
      :value="play.background"
      :options="BACKGROUNDS"
      @update:value="(v: Background) => set('change the background', { background: v })"
    />
    <ChoiceField
      label="Goal"
      :value="play.objective.goal"
      :options="GOALS"
      @update:value="(v: Objective['goal']) => setObjective({ goal: v })"
    />
    <ChoiceField
      label="Figure that counts"
      :value="play.objective.figure"
      :options="FIGURES"
      @update:value="(v: Objective['figure']) => setObjective({ figure: v })"
    />
    <ChoiceField
      v-if="play.objective.goal === 'frames'"
      label="Over the games"
      :value="play.objective.mean"
      :options="MEANS"
      @update:value="(v: Objective['mean']) => setObjective({ mean: v })"
    />
  </div>
  <div class="switches">
    <SwitchField
      v-if="play.objective.goal === 'frames'"
      label="Frames beyond the screen’s rate do not count"
      :value="play.objective.capAtRefresh"
      @change="(v: boolean) => setObjective({ capAtRefresh: v })"
    />
    <SwitchField
      label="Memory profile switched on"
      :value="play.memoryProfile"
      @change="(v: boolean) => set('switch the memory profile', { memoryProfile: v })"
    />
  </div>
  <div class="grid">
    <ChoiceField
      label="Processor clocks that count"
      :value="play.clocks.cpu"
      :options="CLOCKS"
      @update:value="(v: ClockState) => setClocks({ cpu: v })"
    />
    <ChoiceField
      label="Graphics card clocks that count"
      :value="play.clocks.gpu"
      :options="CLOCKS"
      @update:value="(v: ClockState) => setClocks({ gpu: v })"
    />
  </div>
  <p v-if="isChanged" class="quiet">
    Rates and watts count so for every part that can run so, by your benchmarks where they say it, else by
    what is usual. The watts are planned so that four pieces in five draw no more. Overclocking and raised
    voltages can damage parts and void warranties: stay inside the makers’ limits, and stop if unsure.
  </p>
  <TunedNote all />
</template>

<style src="./bands.css" scoped></style>
