<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { scaleLinear } from 'd3';
import { computed, ref } from 'vue';
import type { PriceEvent } from '@ripe-pick/core/prices';
import { dateOf, dayNumber } from '@ripe-pick/core/units';
import type { PriceVerdict } from '../../workers/prices.worker.ts';
import ChartFigure from '../../shared/charts/ChartFigure.vue';
import { dayText, money } from '../../shared/format/format.ts';

/** The course of a price: money runs to the right as everywhere, days run down. Above today what was seen, below it what is to be expected. */
const props = defineProps<{
  verdict: PriceVerdict;
  currency: string;
  today: number;
  target: number | null;
  events: readonly PriceEvent[];
}>();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const LEFT = 58;
const TOP = 22;
const PAST = 190;
const AHEAD = 130;
const HEIGHT = TOP + PAST + AHEAD + 6;
const BACK_DAYS = 90;

const shown = computed(() => props.verdict.history.filter((each) => each.day > props.today - BACK_DAYS));
const x = computed(() => {
  const { now, fan, least } = props.verdict;
  const all = [
    ...shown.value.flatMap((each) => each.price ?? []),
    now ?? least.middle,
    ...fan.flatMap((each) => [each.low, each.high]),
    ...(props.target === null ? [] : [props.target]),
  ].filter(Number.isFinite);
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const room = Math.max(1, high - low) * 0.06;
  return scaleLinear()
    .domain([low - room, high + room])
    .range([LEFT, Math.max(LEFT + 60, width.value - 12)]);
});
const y = (day: number) =>
  day <= props.today
    ? TOP + PAST * (1 - (props.today - day) / BACK_DAYS)
    : TOP + PAST + (AHEAD * (day - props.today)) / props.verdict.days;
/** Steps of the price; a gap where nobody looked or nothing was for sale. */
const path = computed(() => {
  let text = '';
  let before: { day: number; price: number } | null = null;
  for (const { day, price } of shown.value) {
    if (price === null) before = null;
    else {
      text +=
        before && day - before.day <= 7 ? `V${y(day)}H${x.value(price)}` : `M${x.value(price)} ${y(day)}v.1`;
      before = { day, price };
    }
  }
  return text;
});
const fan = computed(() => {
  const days = props.verdict.fan.filter((each) => Number.isFinite(each.low) && Number.isFinite(each.high));
  if (days.length === 0) return '';
  const at = (price: number, day: number) => `${x.value(price)} ${y(props.today + day)}`;
  return `M${days.map((each) => at(each.low, each.day)).join('L')}L${[...days]
    .reverse()
    .map((each) => at(each.high, each.day))
    .join('L')}Z`;
});
const middle = computed(() =>
  props.verdict.fan
    .filter((each) => Number.isFinite(each.middle))
    .map((each, n) => `${n === 0 ? 'M' : 'L'}${x.value(each.middle)} ${y(props.today + each.day)}`)
    .join(''),
);
const curve = computed(() => {
  const [low, high] = x.value.domain();
  return props.verdict.curve
    .map((limit, n) => ({ limit, day: n + 1 }))
    .filter(({ limit }) => Number.isFinite(limit) && limit >= low && limit <= high)
    .map(({ limit, day }, n) => `${n === 0 ? 'M' : 'L'}${x.value(limit)} ${y(props.today + day)}`)
    .join('');
});
const bands = computed(() =>
  props.events
    .map((event) => ({ event, from: dayNumber(event.from), to: dayNumber(event.to) }))
    .filter(({ from, to }) => to >= props.today - BACK_DAYS && from <= props.today + props.verdict.days)
    .map(({ event, from, to }) => {
      const top = Math.max(TOP, y(Math.max(from, props.today - BACK_DAYS)) - 1);
      return { event, top, height: Math.max(3, y(Math.min(to, props.today + props.verdict.days)) - top + 1) };
    }),
);
const marks = computed(() =>
  [-90, -60, -30, 0, Math.round(props.verdict.days / 2), props.verdict.days].map((day) => ({
    day,
    text: dayText(dateOf(props.today + day)),
  })),
);
const ticks = computed(() => x.value.ticks(Math.max(3, Math.floor(width.value / 110))));
const m = (minor: number) => money(minor, props.currency);
const title = computed(() => {
  const { now, least, days } = props.verdict;
  const seen = shown.value.flatMap(({ price }) => price ?? []);
  const past =
    seen.length === 0
      ? `Nothing was seen in the last ${BACK_DAYS} days`
      : `Seen at ${m(Math.min(...seen))} to ${m(Math.max(...seen))} in ${BACK_DAYS} days, ${now === null ? 'sold out today' : `${m(now)} today`}`;
  return Number.isFinite(least.low) && Number.isFinite(least.high)
    ? `${past}; by ${dayText(dateOf(props.today + days))} the least to expect is ${m(least.low)} to ${m(least.high)}`
    : past;
});
/** What was seen, and what is expected, from the oldest day to the last one ahead. */
const points = computed(() => [
  ...shown.value.flatMap(({ day, price }) =>
    price === null
      ? []
      : [{ x: x.value(price), y: y(day), words: `${dayText(dateOf(day))}: ${money(price, props.currency)}` }],
  ),
  ...props.verdict.fan
    .filter((each) => [each.low, each.middle, each.high].every(Number.isFinite))
    .map(({ day, low, middle: value, high }) => ({
      x: x.value(value),
      y: y(props.today + day),
      words: `${dayText(dateOf(props.today + day))}: about ${m(value)} the least, in 4 of 5 cases ${m(low)} to ${m(high)}`,
    })),
]);
const spoken = computed(() => {
  const { now, least, days } = props.verdict;
  return `Prices of the last ${BACK_DAYS} days and of the ${days} ahead: ${now === null ? 'not for sale today' : `today ${money(now, props.currency)}`}, least price to expect between ${money(least.low, props.currency)} and ${money(least.high, props.currency)}`;
});
</script>

<template>
  <div ref="holder" class="holder">
    <ChartFigure :title="title" :points="points">
      <svg v-if="width > 0" :width="width" :height="HEIGHT" role="img" :aria-label="spoken">
        <g v-for="band in bands" :key="band.event.id" class="band" :class="band.event.kind">
          <rect :x="LEFT" :y="band.top" :width="Math.max(0, width - LEFT - 12)" :height="band.height" />
          <text :x="width - 16" :y="band.top + 11" text-anchor="end">{{ band.event.name }}</text>
        </g>
        <g v-for="tick in ticks" :key="tick">
          <line :x1="x(tick)" :x2="x(tick)" :y1="TOP" :y2="HEIGHT - 4" class="grid" />
          <text :x="x(tick)" y="13" text-anchor="middle">{{ money(tick, currency, { short: true }) }}</text>
        </g>
        <text
          v-for="mark in marks"
          :key="mark.day"
          :x="LEFT - 8"
          :y="y(today + mark.day) + 4"
          text-anchor="end"
          :class="{ strong: mark.day === 0 }"
        >
          {{ mark.day === 0 ? 'today' : mark.text }}
        </text>
        <path :d="fan" class="fan" />
        <path :d="middle" class="middle" />
        <path :d="curve" class="curve" />
        <path :d="path" class="course" />
        <line :x1="LEFT" :x2="width - 12" :y1="y(today)" :y2="y(today)" class="today" />
        <line
          v-if="target !== null"
          :x1="x(target)"
          :x2="x(target)"
          :y1="TOP"
          :y2="HEIGHT - 4"
          class="target"
        />
        <circle v-if="verdict.now !== null" :cx="x(verdict.now)" :cy="y(today)" r="4.5" class="now" /></svg
    ></ChartFigure>
    <p class="quiet key">
      <span class="line course-key"></span> least price seen <span class="box"></span> least to expect, 80 %
      <span class="line curve-key"></span> buying pays left of it
      <span v-if="target !== null"><span class="line target-key"></span> target</span>
    </p>
  </div>
</template>

<style scoped>
text {
  font-size: var(--text-tiny);
  fill: var(--ink-soft);
}
.strong {
  fill: var(--ink);
  font-weight: 650;
}
.band rect {
  fill: var(--apricot);
  opacity: 0.13;
}
.band.launch rect,
.band.deadline rect {
  fill: var(--focus);
  opacity: 0.2;
}
.fan {
  fill: var(--ink-soft);
  opacity: 0.3;
}
.middle {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1.4;
}
.curve {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 2.2;
  stroke-dasharray: 5 3;
}
.course {
  fill: none;
  stroke: var(--plum);
  stroke-width: 2;
}
.today {
  stroke: var(--ink);
  stroke-dasharray: 2 3;
}
.target {
  stroke: var(--apricot);
  stroke-width: 2;
}
.now {
  fill: var(--plum);
}
.key {
  font-size: var(--text-small);
}
.line {
  display: inline-block;
  width: 18px;
  vertical-align: middle;
  border-top: 2.2px solid var(--plum);
}
.curve-key {
  border-top-style: dashed;
  border-color: var(--ink-soft);
}
.target-key {
  border-color: var(--apricot);
}
.box {
  display: inline-block;
  width: 14px;
  height: 10px;
  background: var(--ink-soft);
  opacity: 0.4;
}
.line:not(:first-child),
.box {
  margin-left: 8px;
}
</style>
