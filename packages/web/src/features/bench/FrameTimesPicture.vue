<script setup lang="ts">
import type { FrameTimesKept } from '@ripe-pick/contract';
import { area, line, scaleLinear, scaleLog } from 'd3';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import ChartFigure from '../../shared/charts/ChartFigure.vue';
import { decimal, fps, whole } from '../../shared/format/format.ts';
import { unitWords } from './frame-times.ts';

const props = defineProps<{ file: FrameTimesKept }>();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const HEIGHT = 150;
const AXIS = 34;
const GAP = 16;

const at = (p: number) => props.file.quantiles.find((each) => each.p === p)?.ms ?? 0;
/** Both pictures share the upward scale: frame time, the long ones at the top. */
const y = computed(() => {
  const { fromMs } = props.file.histogram;
  const top = Math.max(at(0.999) * 1.6, at(0.5) * 2);
  return scaleLog()
    .domain([Math.max(0.1, fromMs * 0.95), top])
    .range([HEIGHT - 4, 6])
    .clamp(true);
});
const split = computed(() => AXIS + Math.max(0, width.value - AXIS) * 0.72);
const x = computed(() =>
  scaleLinear()
    .domain([0, props.file.trace.length - 1])
    .range([AXIS, split.value - GAP]),
);
type Piece = FrameTimesKept['trace'][number];
const band = computed(
  () =>
    area<Piece>()
      .x((_, i) => x.value(i))
      .y0((d) => y.value(d.minMs))
      .y1((d) => y.value(d.maxMs))([...props.file.trace]) ?? '',
);
const middle = computed(
  () =>
    line<Piece>()
      .x((_, i) => x.value(i))
      .y((d) => y.value(d.meanMs))([...props.file.trace]) ?? '',
);
const bars = computed(() => {
  const { fromMs, toMs, counts } = props.file.histogram;
  const step = Math.log(toMs / fromMs) / counts.length;
  // Long frames are few: the root of the count keeps them in sight.
  const most = Math.sqrt(Math.max(...counts));
  const length = scaleLinear()
    .domain([0, most])
    .range([0, Math.max(1, width.value - split.value)]);
  return counts.map((count, n) => {
    const [low, high] = [y.value(fromMs * Math.exp(step * n)), y.value(fromMs * Math.exp(step * (n + 1)))];
    return { y: high, height: Math.max(1, low - high - 0.5), width: length(Math.sqrt(count)) };
  });
});
const marks = computed(() => [
  { name: 'median', ms: at(0.5) },
  { name: '99th', ms: at(0.99) },
  { name: '99.9th', ms: at(0.999) },
]);
const points = computed(() => {
  const { fromMs, toMs, counts } = props.file.histogram;
  const step = Math.log(toMs / fromMs) / counts.length;
  return bars.value.flatMap((bar, n) =>
    counts[n] === 0
      ? []
      : [
          {
            x: split.value + bar.width,
            y: bar.y + bar.height / 2,
            words: `${whole(counts[n])} frames of ${decimal(fromMs * Math.exp(step * n), 1)} to ${decimal(fromMs * Math.exp(step * (n + 1)), 1)} ms`,
          },
        ],
  );
});
const title = computed(
  () =>
    `Half of the frames took under ${decimal(at(0.5), 1)} ms, one in a hundred over ${decimal(at(0.99), 1)} ms`,
);
const ticks = computed(() =>
  [2, 4, 7, 10, 16.7, 33.3, 66.7, 150].filter((ms) => ms > y.value.domain()[0] && ms < y.value.domain()[1]),
);
</script>

<template>
  <div class="picture">
    <div ref="holder">
      <ChartFigure v-if="width > 0" :title="title" :points="points">
        <svg
          :width="width"
          :height="HEIGHT"
          role="img"
          :aria-label="`${file.frames} frames in ${decimal(file.seconds, 0)} s: ${marks.map((m) => `${m.name} ${decimal(m.ms, 1)} ms`).join(', ')}`"
        >
          <g v-for="tick in ticks" :key="tick">
            <line :x1="AXIS" :x2="width" :y1="y(tick)" :y2="y(tick)" class="grid" />
            <text :x="AXIS - 5" :y="y(tick) + 4" text-anchor="end" class="figure">{{ tick }}</text>
          </g>
          <path :d="band" class="band" />
          <path :d="middle" class="middle" />
          <rect
            v-for="(bar, n) in bars"
            :key="n"
            :x="split"
            :y="bar.y"
            :width="bar.width"
            :height="bar.height"
            class="bar"
          />
          <g v-for="mark in marks" :key="mark.name">
            <line :x1="split" :x2="width" :y1="y(mark.ms)" :y2="y(mark.ms)" class="mark" />
            <text :x="width - 2" :y="y(mark.ms) - 3" text-anchor="end" class="figure ink">
              {{ mark.name }} {{ decimal(mark.ms, 1) }}
            </text>
          </g>
        </svg></ChartFigure
      >
    </div>
    <p class="quiet about">
      {{ file.name }}: {{ whole(file.frames) }} frames, {{ decimal(file.seconds, 0) }} s, read as
      {{ unitWords(file.unit) }} from {{ file.column
      }}<template v-if="file.skipped > 0">; {{ file.skipped }} rows held no frame</template>. Left: frame time
      in ms over the run, shortest to longest and mean. Right: how often (root of the count). 1 % low
      {{ fps(file.low) }} (99th percentile) or {{ fps(file.slowest) }} (mean of the slowest 1 %), 0.1 % low
      {{ fps(file.low01) }}.
    </p>
  </div>
</template>

<style scoped>
.picture {
  margin: 0;
}
.band {
  fill: color-mix(in srgb, var(--slot-gpu) 35%, transparent);
}
.middle {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.2;
}
.bar {
  fill: var(--slot-cpu);
}
.mark {
  stroke: var(--plum);
  stroke-dasharray: 3 2;
}
.about {
  font-size: var(--text-small);
  padding-top: 4px;
}
</style>
