<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { scaleLinear } from 'd3';
import { computed, ref } from 'vue';
import type { Cost } from '@ripe-pick/core/money';
import type { ToldStage } from '../../workers/growth.worker.ts';
import { money } from '../../shared/format/format.ts';
import { SLOT_NAMES, slotColour } from '../../shared/format/slots.ts';
import { stageSegments } from './stage-ruler.ts';
import { moneyLine } from './words.ts';

/** The money of a step on a ruler: what is there, what its parts take. */
const props = defineProps<{
  stage: ToldStage;
  /** 0: today. */
  n: number;
  /** Today's total by its lines; null for later stages. */
  cost: Cost | null;
  /** Where the ruler ends, in minor units. */
  most: number;
  currency: string;
}>();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const BAR = 22;
const CHARACTER_PX = 6.4;
const x = computed(() => scaleLinear([0, props.most], [1, Math.max(10, width.value - 2)]));
const segments = computed(() => stageSegments(props.stage, props.cost, (slot) => SLOT_NAMES[slot]));
const label = (segment: { from: number; to: number; label: string }) =>
  segment.label.length * CHARACTER_PX <= x.value(segment.to) - x.value(segment.from) - 8 ? segment.label : '';
const own = computed(() =>
  Math.max(0, props.stage.available - (props.stage.available > 0 ? props.stage.back : 0)),
);
const spoken = computed(
  () =>
    `${props.n === 0 ? 'Today' : `Step ${props.n}`}: ${segments.value.map((segment) => `${segment.label || 'shipping'} ${money(segment.to - segment.from, props.currency)}`).join(', ')}; ${moneyLine(props.stage, props.currency)}`,
);
</script>

<template>
  <div ref="holder" class="holder">
    <svg v-if="width > 0" :width="width" :height="BAR + 4" role="img" :aria-label="spoken">
      <defs>
        <pattern
          :id="`sold-${n}`"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="6" height="6" class="ground" />
          <rect width="2" height="6" class="hatch" />
        </pattern>
      </defs>
      <rect :x="x(0)" y="2" :width="Math.max(0, x(stage.available) - x(0))" :height="BAR" class="ground" />
      <rect
        v-if="stage.back > 0 && stage.available > own"
        :x="x(own)"
        y="2"
        :width="x(stage.available) - x(own)"
        :height="BAR"
        :fill="`url(#sold-${n})`"
      />
      <g v-for="segment in segments" :key="`${segment.slot}${segment.from}`">
        <rect
          :x="x(segment.from)"
          y="2"
          :width="Math.max(1, x(segment.to) - x(segment.from) - 1)"
          :height="BAR"
          :fill="segment.slot ? slotColour(segment.slot) : 'var(--line-strong)'"
        />
        <text v-if="label(segment)" :x="x(segment.from) + 5" :y="BAR / 2 + 6" class="inside">
          {{ label(segment) }}
        </text>
      </g>
      <line :x1="x(stage.available)" :x2="x(stage.available)" y1="0" :y2="BAR + 4" class="mark" />
    </svg>
  </div>
</template>

<style scoped>
.holder {
  min-width: 0;
  overflow: hidden;
  height: 26px;
}
svg {
  display: block;
}
.ground {
  fill: var(--paper);
  stroke: var(--line);
}
.hatch {
  fill: var(--line-strong);
}
.inside {
  fill: var(--paper);
  font-size: var(--text-small);
  font-weight: 600;
  pointer-events: none;
}
.mark {
  stroke: var(--ink);
  stroke-width: 3;
}
</style>
