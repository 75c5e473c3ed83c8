<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { scaleLinear, scaleUtc } from 'd3';
import { computed, ref } from 'vue';
import type { CashDay } from '@ripe-pick/core/buying';
import ChartFigure from '../../shared/charts/ChartFigure.vue';
import { dayText, money } from '../../shared/format/format.ts';

const props = defineProps<{ days: readonly CashDay[]; currency: string; today: string }>();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const HEIGHT = 190;
const LEFT = 52;
const BOTTOM = 22;
const at = (day: string) => new Date(`${day}T12:00:00Z`);
const x = computed(() => {
  const all = [...props.days.map((each) => each.day), props.today].sort();
  return scaleUtc()
    .domain([at(all[0]), at(all.at(-1) ?? all[0])])
    .range([LEFT + 6, Math.max(LEFT + 30, width.value - 12)]);
});
const y = computed(() =>
  scaleLinear()
    .domain([
      Math.min(0, ...props.days.map((each) => each.sum)),
      Math.max(0, ...props.days.map((each) => each.sum)),
    ])
    .nice(4)
    .range([HEIGHT - BOTTOM, 10]),
);
/** The sum so far as steps; what is only expected is drawn apart. */
const path = computed(() => {
  const steps = (days: readonly CashDay[], start: number) => {
    let last = start;
    return days.map((each) => {
      const text = `H${x.value(at(each.day))} V${y.value(each.sum)}`;
      last = each.sum;
      return { text, last };
    });
  };
  const firm = props.days.filter((each) => each.day <= props.today);
  const later = props.days.filter((each) => each.day > props.today);
  const start = `M${x.value.range()[0]} ${y.value(0)}`;
  const sum = firm.at(-1)?.sum ?? 0;
  const turn = Math.max(x.value.range()[0], x.value(at(props.today)));
  return {
    firm: `${start} ${steps(firm, 0)
      .map((each) => each.text)
      .join(' ')} H${turn}`,
    later: `M${turn} ${y.value(sum)} ${steps(later, sum)
      .map((each) => each.text)
      .join(' ')}`,
  };
});
const ticks = computed(() => x.value.ticks(Math.max(2, Math.floor(width.value / 90))));
const marks = computed(() => y.value.ticks(4));
const title = computed(() => {
  const { days, currency, today } = props;
  const out = days.filter(({ day }) => day <= today).at(-1)?.sum ?? 0;
  const end = days.at(-1);
  const words = `${money(-out, currency)} is out by today`;
  return end && end.day > today
    ? `${words}; by ${dayText(end.day)} ${money(end.sum - out, currency)} is expected back`
    : words;
});
const points = computed(() =>
  props.days.map(({ day, sum }) => ({
    x: x.value(at(day)),
    y: y.value(sum),
    words: `${dayText(day)}: ${money(sum, props.currency)} in all${day > props.today ? ', expected' : ''}`,
  })),
);
const spoken = computed(
  () =>
    `Money out and back by day: ${props.days.map((each) => `${dayText(each.day)} ${money(each.sum, props.currency)}`).join(', ')}`,
);
</script>

<template>
  <div ref="holder" class="holder">
    <ChartFigure :title="title" :points="points">
      <svg v-if="width > 0" :width="width" :height="HEIGHT" role="img" :aria-label="spoken">
        <g v-for="mark in marks" :key="mark">
          <line
            :x1="LEFT"
            :x2="width"
            :y1="y(mark)"
            :y2="y(mark)"
            class="grid"
            :class="{ zero: mark === 0 }"
          />
          <text :x="LEFT - 4" :y="y(mark) + 4" text-anchor="end">
            {{ money(mark, currency, { short: true }) }}
          </text>
        </g>
        <text v-for="tick in ticks" :key="String(tick)" :x="x(tick)" :y="HEIGHT - 5" text-anchor="middle">
          {{ dayText(tick.toISOString().slice(0, 10)) }}
        </text>
        <line :x1="x(at(today))" :x2="x(at(today))" y1="6" :y2="HEIGHT - BOTTOM" class="today" />
        <path :d="path.firm" class="firm" />
        <path :d="path.later" class="later" />
        <circle
          v-for="each in days"
          :key="each.day"
          :cx="x(at(each.day))"
          :cy="y(each.sum)"
          r="3.5"
          :class="each.day <= today ? 'dot' : 'dot open'"
        /></svg
    ></ChartFigure>
    <p class="quiet key">
      <span class="line"></span> paid and received <span class="line dashed"></span> expected
    </p>
  </div>
</template>

<style scoped>
text {
  font-size: var(--text-tiny);
  fill: var(--ink-soft);
}
.zero {
  stroke: var(--line-strong);
}
.today {
  stroke: var(--ink);
  stroke-dasharray: 2 3;
}
.firm,
.later {
  fill: none;
  stroke: var(--plum);
  stroke-width: 2.2;
}
.later {
  stroke-dasharray: 5 4;
}
.dot {
  fill: var(--plum);
}
.dot.open {
  fill: var(--sheet);
  stroke: var(--plum);
  stroke-width: 1.6;
}
.key {
  font-size: var(--text-small);
}
.line {
  display: inline-block;
  width: 22px;
  border-top: 2.2px solid var(--plum);
  vertical-align: middle;
}
.dashed {
  border-top-style: dashed;
  margin-left: 10px;
}
</style>
