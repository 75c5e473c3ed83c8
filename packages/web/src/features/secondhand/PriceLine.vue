<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { scaleLinear } from 'd3';
import { computed, ref } from 'vue';
import type { Appraisal } from '@ripe-pick/core/used';
import { money } from '../../shared/format/format.ts';

/** All prices of a find on one line of money: what to offer, what is asked, what its risk adds, what the same costs new. */
const props = defineProps<{ appraisal: Appraisal; asking: number; currency: string }>();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const HEIGHT = 112;
const BAR = 44;
const THICK = 22;

const marks = computed(() => {
  const { firstOffer, mostOffer, fairPrice, newPrice, isAskedLess } = props.appraisal;
  return [
    // Where less is asked, nothing is to be haggled for.
    { key: 'first', words: 'start at', value: isAskedLess ? null : firstOffer, above: true },
    { key: 'most', words: 'at most', value: isAskedLess ? null : mostOffer, above: false },
    { key: 'fair', words: 'fair', value: fairPrice, above: true },
    { key: 'new', words: 'new', value: newPrice, above: false },
  ].filter((mark): mark is typeof mark & { value: NonNullable<typeof mark.value> } => mark.value !== null);
});
const x = computed(() =>
  scaleLinear()
    .domain([
      0,
      1.08 * Math.max(props.appraisal.risk.cost, props.asking, ...marks.value.map((mark) => mark.value)),
    ])
    .range([2, Math.max(40, width.value - 8)]),
);
const ticks = computed(() => x.value.ticks(Math.max(3, Math.floor(width.value / 110))));
/** Labels keep clear of one another on their side. */
const ROOM = 92;
const placed = computed(() => {
  const lastBySide = new Map<boolean, number>();
  return [...marks.value]
    .sort((a, b) => a.value - b.value)
    .map((mark) => {
      const at = x.value(mark.value);
      const label = Math.min(
        Math.max(at, (lastBySide.get(mark.above) ?? -Infinity) + ROOM),
        width.value - 44,
      );
      lastBySide.set(mark.above, label);
      return { ...mark, at, label };
    });
});
const spoken = computed(
  () =>
    `Asked with shipping ${money(props.asking, props.currency)}, with its risk ${money(props.appraisal.risk.cost, props.currency)}, ${marks.value.map((mark) => `${mark.words} ${money(mark.value, props.currency)}`).join(', ')}`,
);
</script>

<template>
  <div ref="holder">
    <svg v-if="width > 0" :width="width" :height="HEIGHT" role="img" :aria-label="spoken">
      <defs>
        <pattern id="find-risk" width="5" height="5" patternUnits="userSpaceOnUse">
          <rect width="5" height="5" class="ground" />
          <circle cx="2.5" cy="2.5" r="1.1" class="spot" />
        </pattern>
      </defs>
      <rect :x="x(0)" :y="BAR" :width="Math.max(1, x(asking) - x(0))" :height="THICK" class="asked" />
      <rect
        v-if="appraisal.risk.cost > asking"
        :x="x(asking)"
        :y="BAR"
        :width="x(appraisal.risk.cost) - x(asking)"
        :height="THICK"
        fill="url(#find-risk)"
        class="risk"
      />
      <text :x="x(0) + 7" :y="BAR + 15" class="inside">
        asked {{ money(asking, currency, { short: true }) }}
      </text>
      <g v-for="mark in placed" :key="mark.key">
        <line
          :x1="mark.at"
          :x2="mark.at"
          :y1="mark.above ? BAR - 10 : BAR"
          :y2="mark.above ? BAR + THICK : BAR + THICK + 10"
          class="mark"
        />
        <text
          :x="mark.label"
          :y="mark.above ? BAR - 15 : BAR + THICK + 21"
          text-anchor="middle"
          class="label"
        >
          {{ mark.words }} {{ money(mark.value, currency, { short: true }) }}
        </text>
      </g>
      <g v-for="tick in ticks" :key="tick">
        <line :x1="x(tick)" :x2="x(tick)" y1="98" y2="101" class="tick" />
        <text
          :x="x(tick)"
          y="111"
          :text-anchor="tick === 0 ? 'start' : x(tick) > width - 24 ? 'end' : 'middle'"
          class="figure"
        >
          {{ money(tick, currency, { short: true }) }}
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.asked {
  fill: var(--slot-storage);
}
.ground {
  fill: var(--sheet);
}
.spot {
  fill: var(--ink-soft);
}
.risk {
  stroke: var(--line-strong);
}
.inside {
  fill: var(--paper);
  font-size: var(--text-small);
  font-weight: 600;
}
.mark {
  stroke: var(--ink);
  stroke-width: 1.6;
}
.label {
  font-size: var(--text-small);
  fill: var(--ink);
}
</style>
