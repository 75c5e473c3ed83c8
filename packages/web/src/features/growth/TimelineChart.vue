<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { addMonths } from '@ripe-pick/core';
import type { Brief } from '@ripe-pick/core/parts';
import type { ToldPath } from '../../workers/growth.worker.ts';
import ChartFigure from '../../shared/charts/ChartFigure.vue';
import { dayText, decimal, monthText } from '../../shared/format/format.ts';
import TimelineArrivals from './TimelineArrivals.vue';
import { dayOnAxis, MARGIN, monthsTo, scalesOf, screenStretches, stepLine, timeTicks } from './timeline.ts';
import { useStepDrag } from './use-step-drag.ts';

const props = defineProps<{
  shown: ToldPath;
  /** Other paths, drawn as lines, with their names. */
  others: readonly { readonly name: string; readonly path: ToldPath; readonly kind: 'against' | 'still' }[];
  name: string;
  brief: Brief;
  today: string;
  /** Whether the steps of the path shown may be moved. */
  isMine: boolean;
  unit: string;
  /** First month in which the path shown is ahead for good; null where it never is. */
  aheadFrom: number | null;
}>();
const emit = defineEmits<{
  drag: [from: string, to: string];
  drop: [from: string, to: string];
  remove: [on: string];
}>();

const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const HEIGHT = 274;
const FLOOR = HEIGHT - MARGIN.bottom;

const horizon = computed(() => props.brief.growth.horizonMonths);
const scores = computed(() => props.shown.report.scores ?? []);
const scales = computed(() =>
  scalesOf(width.value, HEIGHT, horizon.value, [
    scores.value,
    ...props.others.map(({ path }) => path.report.scores ?? []),
  ]),
);
const x = computed(() => scales.value.x);
const y = computed(() => scales.value.y);
const ticks = computed(() => timeTicks(props.today, horizon.value, width.value));
const stages = computed(() => props.shown.report.stages);
/** Steps of the path with where they stand, numbered in order. */
const steps = computed(() =>
  stages.value.slice(1).map((stage, n) => ({
    n: n + 1,
    on: stage.on,
    month: stage.month,
    at: x.value(stage.month),
    after: stage.after,
    before: stage.before,
    interval: stage.interval,
    isBad: stage.barriers.length > 0 || stage.short > 0 || stage.missing.length > 0,
  })),
);
const screens = computed(() => {
  const changes = props.brief.growth.wishes.flatMap((wish) =>
    wish.kind === 'screen'
      ? [{ month: Math.round(monthsTo(props.today, wish.on)), refreshHz: wish.refreshHz }]
      : [],
  );
  return screenStretches(props.brief.play.refreshHz, changes, horizon.value);
});
const { stopDrag, down, move, up, key } = useStepDrag({
  isMine: () => props.isMine,
  dayAt: (month) => dayOnAxis(props.today, month, horizon.value),
  monthAt: (clientX) => x.value.invert(clientX - (holder.value?.getBoundingClientRect().left ?? 0)),
  drag: (from, to) => emit('drag', from, to),
  drop: (from, to) => emit('drop', from, to),
  remove: (on) => emit('remove', on),
});
const figure = (path: ToldPath, month: number) => {
  const score = path.report.scores?.[month];
  return score === undefined ? 'unknown' : decimal(score / 1000, 1);
};
/** What is told of a month: every path's figure. */
function told(month: number): string {
  const all = [{ name: props.name, path: props.shown }, ...props.others];
  return `${monthText(addMonths(props.today, month).slice(0, 7))}: ${all.map(({ name, path }) => `${name} ${figure(path, month)}`).join(' · ')} ${props.unit}`;
}
const points = computed(() =>
  scores.value.slice(0, horizon.value).map((score, month) => ({
    x: x.value(month + 0.5),
    y: y.value(score),
    words: told(month),
  })),
);
const spoken = computed(() => {
  const last = scores.value.length - 1;
  return last < 0
    ? 'No rate is known for this path'
    : `${props.name}: ${figure(props.shown, 0)} ${props.unit} today, ${stages.value
        .slice(1)
        .map((stage) => `${decimal((stage.after ?? 0) / 1000, 1)} after the step of ${dayText(stage.on)}`)
        .join(', ')}${steps.value.length > 0 ? ', ' : ''}${figure(props.shown, last)} at the end`;
});
</script>

<template>
  <div>
    <div ref="holder" class="holder">
      <ChartFigure
        v-if="width > 0"
        :title="spoken[0].toUpperCase() + spoken.slice(1)"
        :points="points"
        is-along
      >
        <svg
          :width="width"
          :height="HEIGHT"
          role="group"
          aria-label="Steps of the path"
          @pointermove="move"
          @pointerup="up"
          @pointercancel="stopDrag"
        >
          <g v-for="tick in y.ticks(5)" :key="`y${tick}`">
            <line :x1="MARGIN.left" :x2="width - MARGIN.right" :y1="y(tick)" :y2="y(tick)" class="grid" />
            <text :x="MARGIN.left - 5" :y="y(tick) + 4" text-anchor="end" class="figure">
              {{ tick / 1000 }}
            </text>
          </g>
          <g v-for="tick in ticks" :key="`x${tick.month}`">
            <line :x1="x(tick.month)" :x2="x(tick.month)" :y1="FLOOR" :y2="FLOOR + 12" class="tick" />
            <text
              :x="x(tick.month)"
              :y="FLOOR + 25"
              class="figure"
              :text-anchor="tick.month === 0 ? 'start' : tick.month >= horizon ? 'end' : 'middle'"
            >
              {{ tick.text }}
            </text>
          </g>
          <g v-for="each in others" :key="each.name">
            <path :d="stepLine(each.path.report.scores ?? [], scales)" :class="each.kind" />
          </g>
          <path :d="stepLine(scores, scales)" class="own" />
          <g v-for="stretch in screens" :key="stretch.from">
            <template v-if="y(stretch.refreshHz * 1000) > MARGIN.top && y(stretch.refreshHz * 1000) < FLOOR">
              <line
                :x1="x(stretch.from)"
                :x2="x(stretch.to)"
                :y1="y(stretch.refreshHz * 1000)"
                :y2="y(stretch.refreshHz * 1000)"
                class="screen"
              />
              <text :x="x(stretch.from) + 4" :y="y(stretch.refreshHz * 1000) - 4" class="figure ink">
                screen {{ stretch.refreshHz }} Hz
              </text>
            </template>
          </g>
          <TimelineArrivals :brief="brief" :today="today" :x="x" :floor="FLOOR" />
          <g v-if="aheadFrom !== null && aheadFrom > 0 && scores[aheadFrom] !== undefined">
            <path :d="`M${x(aheadFrom)} ${FLOOR}l-4 7h8z`" class="ahead" />
          </g>
          <g v-for="stage in stages" :key="`w${stage.on}`">
            <template v-if="stage.interval && stage.after !== null">
              <line
                :x1="x(stage.month) + 6"
                :x2="x(stage.month) + 6"
                :y1="y(stage.interval.low * 1000)"
                :y2="y(stage.interval.high * 1000)"
                class="whisker"
              />
              <circle :cx="x(stage.month) + 6" :cy="y(stage.after)" r="3.6" class="dot" />
            </template>
          </g>
          <g
            v-for="step in steps"
            :key="step.n"
            class="step"
            :class="{ mine: isMine, bad: step.isBad }"
            :role="isMine ? 'slider' : 'img'"
            :tabindex="isMine ? 0 : -1"
            :aria-label="`Step ${step.n}${isMine ? ', arrow keys move it by a month, Delete removes it' : ''}`"
            v-bind="
              isMine
                ? {
                    'aria-valuemin': 1,
                    'aria-valuemax': horizon - 1,
                    'aria-valuenow': step.month,
                    'aria-valuetext': dayText(step.on),
                  }
                : {}
            "
            @pointerdown="down($event, step.on)"
            @keydown="key($event, step.on, step.month)"
          >
            <line :x1="step.at" :x2="step.at" :y1="MARGIN.top" :y2="FLOOR" class="post" />
            <circle :cx="step.at" :cy="FLOOR" r="11" />
            <text :x="step.at" :y="FLOOR + 4.5" text-anchor="middle">{{ step.n }}</text>
          </g>
        </svg></ChartFigure
      >
    </div>
    <p class="quiet">Numbered posts are the steps of the path.</p>
  </div>
</template>

<style scoped>
.holder {
  min-width: 0;
  overflow: hidden;
}
svg {
  display: block;
  touch-action: pan-y;
}
.own {
  fill: none;
  stroke: var(--plum);
  stroke-width: 2.6;
}
.against {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.7;
  stroke-dasharray: 6 4;
}
.still {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1.3;
  stroke-dasharray: 1.5 4;
}
.screen {
  stroke: var(--ink);
  stroke-width: 1.2;
}
.ahead {
  fill: var(--ink);
}
.whisker {
  stroke: var(--plum);
  stroke-width: 1.6;
}
.dot {
  fill: var(--sheet);
  stroke: var(--plum);
  stroke-width: 2;
}
.post {
  stroke: var(--plum);
  stroke-width: 1;
}
.step circle {
  fill: var(--plum);
  stroke: var(--sheet);
  stroke-width: 2;
}
.step.bad circle {
  fill: var(--danger);
}
.step text {
  fill: var(--plum-ink);
  font-size: var(--text-small);
  font-weight: 700;
  pointer-events: none;
}
.step.mine {
  cursor: ew-resize;
}
.step:focus-visible {
  outline: none;
}
.step:focus-visible circle {
  stroke: var(--focus);
  stroke-width: 3.5;
}
</style>
