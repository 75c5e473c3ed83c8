<script setup lang="ts">
import type { AssemblyInput, AssemblyStep } from '@ripe-pick/core/assembly';
import { computed, useId } from 'vue';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { machinePlan } from './machine-plan.ts';

/** The machine as a plan, drawn from its parts: it fills up as steps are ticked, and shows what the step in hand is about. */
const props = defineProps<{
  input: AssemblyInput;
  steps: readonly AssemblyStep[];
  done: ReadonlySet<string>;
  now: string | null;
}>();
const id = useId();
const parts = computed(() =>
  machinePlan(props.input, props.steps).map((part) => ({
    ...part,
    isIn: part.steps.length > 0 && part.steps.every((code) => props.done.has(code)),
    label:
      part.key !== 'case' && part.key !== 'board' && part.w > 48 && part.h > 12 ? SLOT_NAMES[part.slot] : '',
    isNow: props.now !== null && part.steps.includes(props.now),
  })),
);
const told = computed(() => {
  const names = (isIn: boolean) => [
    ...new Set(parts.value.filter((part) => part.isIn === isIn).map(({ name }) => name)),
  ];
  return `In place: ${names(true).join(', ') || 'nothing yet'}. To come: ${names(false).join(', ') || 'nothing'}.`;
});
</script>

<template>
  <figure>
    <svg viewBox="0 0 300 330" role="img" :aria-labelledby="id">
      <g v-for="part in parts" :key="part.key" :class="{ in: part.isIn, now: part.isNow }">
        <title>{{ part.name }}</title>
        <rect
          :x="part.x"
          :y="part.y"
          :width="part.w"
          :height="part.h"
          rx="4"
          :style="{ '--of': `var(--slot-${part.slot})` }"
        />
        <text
          v-if="part.label && (part.slot !== 'cooler' || part.isIn)"
          :x="part.x + part.w / 2"
          :y="part.y + part.h / 2 + 4"
        >
          {{ part.label }}
        </text>
      </g>
    </svg>
    <figcaption :id="id" class="visually-hidden">{{ told }}</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
svg {
  width: 100%;
  max-height: 440px;
}
rect {
  fill: none;
  stroke: var(--of);
  stroke-width: 1.4;
  stroke-dasharray: 4 3;
}
.in rect {
  fill: color-mix(in srgb, var(--of) 55%, var(--sheet));
  stroke-dasharray: none;
}
text {
  fill: var(--ink);
  font-size: var(--text-tiny);
  text-anchor: middle;
}
g.in:first-child rect {
  fill: var(--shade);
}
.now rect {
  stroke: var(--ink);
  stroke-width: 3;
  stroke-dasharray: none;
}
</style>
