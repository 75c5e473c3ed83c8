<script setup lang="ts">
import { computed } from 'vue';
import { scaleLinear } from 'd3';
import type { ToldPath } from '../../workers/growth.worker.ts';
import { decimal, money } from '../../shared/format/format.ts';
import type { ShownPath } from './use-growth.ts';
import { stepLine } from './timeline.ts';
import { pathLine } from '../../shared/format/paths.ts';
import { buildName, type PartName } from './words.ts';

export interface ListedPath {
  readonly at: ShownPath;
  readonly title: string;
  readonly path: ToldPath;
}
const props = defineProps<{
  paths: readonly ListedPath[];
  /** All that are held against each other, shown here or not: they share one scale. */
  all: readonly ListedPath[];
  shown: ShownPath;
  currency: string;
  unit: string;
  horizon: number;
  name: PartName;
}>();
const emit = defineEmits<{ show: [at: ShownPath] }>();

const W = 92;
const H = 34;
/** All pictures share one scale, so that they can be held against each other. */
const scales = computed(() => {
  const all = props.all.flatMap(({ path }) => path.report.scores ?? []);
  const [low, high] = [Math.min(...all), Math.max(...all)];
  return {
    x: scaleLinear([0, props.horizon], [0, W]),
    y: scaleLinear([low - (high - low) * 0.1, high + 1], [H, 1]),
  };
});
const best = computed(() => Math.max(...props.all.map(({ path }) => path.report.value ?? 0)));
const out = (path: ToldPath) => path.report.paid - path.report.back;
</script>

<template>
  <ul class="paths" aria-label="Paths">
    <li v-for="each in paths" :key="String(each.at)">
      <button
        class="plain path"
        :aria-pressed="shown === each.at"
        :title="pathLine(each.path.report.stages, name)"
        @click="emit('show', each.at)"
      >
        <svg :width="W" :height="H" aria-hidden="true">
          <path :d="stepLine(each.path.report.scores ?? [], scales)" class="line" />
          <line
            v-for="stage in each.path.report.stages.slice(1)"
            :key="stage.on"
            :x1="scales.x(stage.month)"
            :x2="scales.x(stage.month)"
            y1="0"
            :y2="H"
            class="step"
          />
        </svg>
        <span class="text">
          <span class="title"
            ><b>{{ each.title }}</b>
            <span class="num value" :class="{ top: each.path.report.value === best }">{{
              each.path.report.value === null ? 'unknown' : decimal(each.path.report.value / 1000, 1)
            }}</span></span
          >
          <span class="what" :title="buildName(each.path.picks, name)">{{
            buildName(each.path.picks, name)
          }}</span>
          <span class="quiet num"
            >{{ money(out(each.path), currency, { short: true }) }} in all,
            {{ each.path.report.stages.length - 1 }}
            {{ each.path.report.stages.length === 2 ? 'step' : 'steps'
            }}<template v-if="!each.path.report.isSound"> · does not go as it stands</template></span
          >
        </span>
      </button>
    </li>
  </ul>
</template>

<style scoped>
.paths {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 2px;
}
.path {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
  width: 100%;
  text-align: left;
  padding: 4px 6px;
  font-size: var(--text-small);
}
.path[aria-pressed='true'] {
  background: var(--shade);
  box-shadow: inset 3px 0 0 var(--plum);
}
.text {
  display: grid;
  min-width: 0;
  line-height: 1.25;
}
.title {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
.text > .quiet {
  white-space: normal;
}
.what {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.value.top {
  color: var(--plum);
  font-weight: 700;
}
.line {
  fill: none;
  stroke: var(--plum);
  stroke-width: 1.6;
}
.step {
  stroke: var(--ink-soft);
  stroke-width: 0.8;
}
</style>
