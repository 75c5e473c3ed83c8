<script setup lang="ts">
import type { HeldOut } from '@ripe-pick/core/parts';
import { scaleLinear } from 'd3';
import { computed } from 'vue';
import ChartFigure from '../../shared/charts/ChartFigure.vue';
import { decimal, percent, whole } from '../../shared/format/format.ts';

const props = defineProps<{ heldOut: HeldOut }>();
const WIDTH = 200;
const LEFT = 38;
const HEIGHT = 132;
const x = scaleLinear()
  .domain([0.4, 1])
  .range([LEFT, WIDTH - 8]);
const y = scaleLinear()
  .domain([0.4, 1])
  .range([HEIGHT - 18, 6]);
const TICKS = [0.5, 0.8, 0.95];
const points = computed(() =>
  props.heldOut.coverage.map(({ nominal, actual }) => ({
    x: x(nominal),
    y: y(actual),
    words: `${percent(nominal)} intervals held ${percent(actual)}`,
  })),
);
/** Ranges are shown at 80 %: how those came out is what is asked. */
const title = computed(() => {
  const shown = props.heldOut.coverage.find(({ nominal }) => nominal === 0.8);
  return shown
    ? `${percent(0.8)} ranges came true in ${percent(shown.actual)}`
    : 'What is claimed, and what came true';
});
</script>

<template>
  <section class="sheet panel" aria-labelledby="calibration">
    <h2 id="calibration">Do the intervals keep their word?</h2>
    <div class="row">
      <ChartFigure :title="title" :points="points">
        <svg
          :width="WIDTH"
          :height="HEIGHT"
          role="img"
          :aria-label="
            heldOut.coverage
              .map((each) => `${percent(each.nominal)} intervals held ${percent(each.actual)}`)
              .join('; ')
          "
        >
          <line :x1="x(0.4)" :y1="y(0.4)" :x2="x(1)" :y2="y(1)" class="ideal" />
          <g v-for="tick in TICKS" :key="tick">
            <text :x="x(tick)" :y="HEIGHT - 4" text-anchor="middle" class="figure">{{ percent(tick) }}</text>
            <text :x="LEFT - 4" :y="y(tick) + 4" text-anchor="end" class="figure">{{ percent(tick) }}</text>
            <line :x1="LEFT" :x2="WIDTH - 8" :y1="y(tick)" :y2="y(tick)" class="grid" />
          </g>
          <circle
            v-for="each in heldOut.coverage"
            :key="each.nominal"
            :cx="x(each.nominal)"
            :cy="y(each.actual)"
            r="4.5"
            class="dot"
          /></svg
      ></ChartFigure>
      <p>
        <template v-for="each in heldOut.coverage" :key="each.nominal">
          <span class="num">{{ percent(each.nominal) }}</span> intervals held
          <b class="num">{{ percent(each.actual) }}</b><br />
        </template>
        <span class="quiet"
          >of {{ whole(heldOut.records) }} benchmarks, each predicted by a fit without its whole chart (in
          {{ heldOut.folds }} parts). Right: what is claimed; up: what came true.</span
        >
      </p>
      <p v-if="heldOut.widening !== undefined" class="quiet whole">
        {{
          heldOut.widening > 1.005
            ? `So that four in five hold, every range is shown ${decimal(heldOut.widening, 2)} times as wide as the fit alone says.`
            : 'They hold, so every range is shown as wide as the fit says.'
        }}
      </p>
    </div>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 6px;
}
.row {
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
}
.row p {
  flex: 1;
  min-width: 150px;
  font-size: var(--text-body);
}
.row p.whole {
  flex-basis: 100%;
  margin: 0;
}
.ideal {
  stroke: var(--ink-soft);
  stroke-dasharray: 4 3;
}
.dot {
  fill: var(--plum);
  stroke: var(--sheet);
  stroke-width: 1.5;
}
</style>
