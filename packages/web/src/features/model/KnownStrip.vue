<script setup lang="ts">
import type { EffectKnowledge } from '@ripe-pick/core/fit';
import { scaleSqrt } from 'd3';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useNames } from '../../shared/stores/names.ts';
import { stacked } from './strip.ts';
import ChartFigure from '../../shared/charts/ChartFigure.vue';
import { decimal } from '../../shared/format/format.ts';

const props = defineProps<{ title: string; known: readonly EffectKnowledge[]; isGame: boolean }>();
const names = useNames();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const RADIUS = props.known.length > 60 ? 2.8 : 4;
const AXIS = 16;

const nameOf = (id: string) => (props.isGame ? names.game(id) : names.part(id));
const cent = (sdLn: number) => (Math.exp(sdLn) - 1) * 100;
const x = computed(() =>
  scaleSqrt()
    .domain([0, Math.max(5, ...props.known.map((each) => cent(each.sdLn))) * 1.03])
    .range([2 + RADIUS, width.value - 8]),
);
const dots = computed(() =>
  stacked(
    props.known.map((each) => x.value(cent(each.sdLn))),
    2 * RADIUS + 1,
  ),
);
const height = computed(
  () => AXIS + Math.max(1, ...dots.value.map((dot) => dot.row + 1)) * (2 * RADIUS + 1) + 4,
);
const points = computed(() =>
  props.known.map((each, n) => ({
    x: dots.value[n].x,
    y: height.value - AXIS - RADIUS - 1 - dots.value[n].row * (2 * RADIUS + 1),
    words: words(each),
  })),
);
const statement = computed(() => {
  const bare = props.known.filter(({ records }) => records === 0).length;
  const half = `Half of them are known to ±${decimal(cent(props.known[Math.floor(props.known.length / 2)].sdLn), 1)} % or better`;
  return bare === 0 ? half : `${half}; ${bare} without a benchmark`;
});
/** Named below the picture. */
const HARDLY = 4;
const words = (each: EffectKnowledge) =>
  `${nameOf(each.id)} ±${decimal(cent(each.sdLn), 1)} %, ${each.records === 0 ? 'no benchmark' : `${each.records} ${each.records === 1 ? 'benchmark' : 'benchmarks'}`}`;
</script>

<template>
  <div v-if="known.length > 0" class="strip">
    <h3>
      {{ title }}
      <span class="quiet">{{ known.length }}</span>
    </h3>
    <div ref="holder">
      <ChartFigure v-if="width > 0" :title="statement" :points="points">
        <svg
          :width="width"
          :height="height"
          role="img"
          :aria-label="`${title} by how sure their rate is: ${known.slice(0, 12).map(words).join('; ')}`"
        >
          <g v-for="tick in x.ticks(6)" :key="tick">
            <line :x1="x(tick)" :x2="x(tick)" y1="0" :y2="height - AXIS" class="grid" />
            <text
              :x="x(tick) > width - 24 ? width : tick === 0 ? 0 : x(tick)"
              :y="height - 3"
              :text-anchor="tick === 0 ? 'start' : x(tick) > width - 24 ? 'end' : 'middle'"
              class="figure"
            >
              ±{{ tick }} %
            </text>
          </g>
          <circle
            v-for="(each, n) in known"
            :key="each.id"
            :cx="dots[n].x"
            :cy="height - AXIS - RADIUS - 1 - dots[n].row * (2 * RADIUS + 1)"
            :r="RADIUS"
            class="dot"
            :class="{ hollow: each.records === 0 }"
          /></svg
      ></ChartFigure>
    </div>
    <p class="quiet">Hardly known: {{ known.slice(0, HARDLY).map(words).join('; ') }}.</p>
  </div>
</template>

<style scoped>
.strip {
  padding-top: 8px;
}
h3 .quiet {
  font-weight: 400;
  font-size: var(--text-small);
  font-family: 'Atkinson Hyperlegible Next Variable', sans-serif;
}
.dot {
  fill: var(--plum);
  stroke: var(--sheet);
}
.dot.hollow {
  fill: var(--sheet);
  stroke: var(--plum);
  stroke-width: 1.6;
}
p {
  font-size: var(--text-small);
}
</style>
