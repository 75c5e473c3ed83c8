<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { scaleLinear } from 'd3';
import { computed, ref } from 'vue';
import { basisTotal } from '@ripe-pick/core/money';
import { dateOf, dayNumber } from '@ripe-pick/core/units';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWatch } from '../../shared/stores/watch.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import ChartFigure from '../../shared/charts/ChartFigure.vue';
import { dayText, money } from '../../shared/format/format.ts';

/** What the candidates and the best set cost day by day: money to the right, days down; and what moved them. */
const bench = useBench();
const catalogueStore = useCatalogue();
const watch = useWatch();
const workspace = useWorkspace();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const HUES = [
  'var(--plum)',
  'var(--slot-storage)',
  'var(--slot-cooler)',
  'var(--slot-memory)',
  'var(--slot-psu)',
];
const kept = computed(() => watch.points.filter((point) => point.currency === bench.currency).slice(-30));
/** What was kept of earlier days, and today as every other screen has it. */
const points = computed(() => {
  const { today } = catalogueStore.catalogue ?? {};
  if (!today) return kept.value;
  const now = kept.value.find((point) => point.day === today);
  const candidates = workspace.shown.flatMap(({ id }) => {
    const cost = bench.summaries.get(id)?.cost;
    return cost ? [{ id, totalMinor: basisTotal(cost, workspace.brief.money.costBasis) }] : [];
  });
  const before = kept.value.filter((point) => point.day !== today);
  return [...before, { day: today, best: now?.best ?? null, candidates, why: now?.why ?? '' }];
});
const lines = computed(() => {
  const shown = workspace.shown.slice(0, 4);
  const all = shown.map((candidate, n) => ({
    name: candidate.name,
    hue: HUES[n],
    isDashed: false,
    at: points.value.flatMap((point) => {
      const total = point.candidates.find((each) => each.id === candidate.id)?.totalMinor;
      return total === undefined || total === null ? [] : [{ day: dayNumber(point.day), total }];
    }),
  }));
  all.push({
    name: 'the best set',
    hue: 'var(--ink)',
    isDashed: true,
    at: points.value.flatMap((point) =>
      point.best ? [{ day: dayNumber(point.day), total: point.best.totalMinor }] : [],
    ),
  });
  return all.filter((line) => line.at.length > 0);
});
const ROW = 9;
const first = computed(() => Math.min(...lines.value.flatMap((line) => line.at.map((each) => each.day))));
const last = computed(() => Math.max(...lines.value.flatMap((line) => line.at.map((each) => each.day))));
const height = computed(() => 26 + Math.max(30, (last.value - first.value) * ROW));
const y = (day: number) => 20 + (day - first.value) * ROW;
const x = computed(() => {
  const all = lines.value.flatMap((line) => line.at.map((each) => each.total));
  const [low, high] = [Math.min(...all), Math.max(...all)];
  return scaleLinear()
    .domain([low - Math.max(100, (high - low) * 0.08), high + Math.max(100, (high - low) * 0.08)])
    .range([6, Math.max(60, width.value - 10)]);
});
const path = (at: readonly { day: number; total: number }[]) =>
  at
    .map((each, n) =>
      n === 0 ? `M${x.value(each.total)} ${y(each.day)}` : `V${y(each.day)}H${x.value(each.total)}`,
    )
    .join('');
const readable = computed(() =>
  lines.value.flatMap(({ name, at }) =>
    at.map(({ day, total }) => ({
      x: x.value(total),
      y: y(day),
      words: `${name}, ${dayText(dateOf(day))}: ${money(total, bench.currency)}`,
    })),
  ),
);
/** What became of the first of them. */
const title = computed(() => {
  const { name, at } = lines.value[0];
  const [from, to] = [at[0], at[at.length - 1]];
  const by = to.total - from.total;
  const since = dayText(dateOf(from.day));
  return at.length === 1
    ? `${name} costs ${money(to.total, bench.currency)}; how that moves is kept from today on`
    : by === 0
      ? `${name} costs as much as on ${since}`
      : `${name} costs ${money(Math.abs(by), bench.currency)} ${by > 0 ? 'more' : 'less'} than on ${since}`;
});
const moved = computed(() =>
  [...points.value]
    .reverse()
    .filter((point) => point.why !== '')
    .slice(0, 5),
);
const spoken = computed(() =>
  lines.value
    .map(
      (line) =>
        `${line.name}: ${money(line.at[0].total, bench.currency)} to ${money(line.at[line.at.length - 1].total, bench.currency)}`,
    )
    .join('; '),
);
</script>

<template>
  <section class="sheet totals" aria-labelledby="totals-title">
    <h2 id="totals-title">Totals over time</h2>
    <div ref="holder">
      <ChartFigure v-if="width > 0 && lines.length > 0" :title="title" :points="readable">
        <svg :width="width" :height="height" role="img" :aria-label="spoken">
          <g v-for="tick in x.ticks(4)" :key="tick">
            <line :x1="x(tick)" :x2="x(tick)" y1="16" :y2="height" class="grid" />
            <text :x="x(tick)" y="11" text-anchor="middle">
              {{ money(tick, bench.currency, { short: true }) }}
            </text>
          </g>
          <path
            v-for="line in lines"
            :key="line.name"
            :d="path(line.at)"
            :stroke="line.hue"
            class="line"
            :class="{ dashed: line.isDashed }"
          />
          <circle
            v-for="line in lines"
            :key="`${line.name}-end`"
            :cx="x(line.at[line.at.length - 1].total)"
            :cy="y(line.at[line.at.length - 1].day)"
            r="3.5"
            :fill="line.hue"
          /></svg
      ></ChartFigure>
    </div>
    <p v-if="lines.length === 0" class="quiet">They are kept from the first change of prices on.</p>
    <p v-else class="quiet small">
      <span v-for="line in lines" :key="line.name" class="key"
        ><i :style="{ borderColor: line.hue, borderStyle: line.isDashed ? 'dashed' : 'solid' }"></i
        >{{ line.name }} {{ money(line.at[line.at.length - 1].total, bench.currency) }}</span
      >
    </p>
    <ol v-if="moved.length > 0" class="list">
      <li v-for="point in moved" :key="point.day">
        <b class="num">{{ dayText(point.day) }}</b> {{ point.why }}
      </li>
    </ol>
  </section>
</template>

<style scoped>
.totals {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  padding: 12px 16px;
}
text {
  font-size: var(--text-tiny);
  fill: var(--ink-soft);
}
.line {
  fill: none;
  stroke-width: 2;
}
.dashed {
  stroke-dasharray: 4 3;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 3px;
  font-size: var(--text-body);
}
.key {
  margin-right: 12px;
  white-space: nowrap;
}
.key i {
  display: inline-block;
  width: 16px;
  border-top-width: 2.2px;
  margin-right: 5px;
  vertical-align: middle;
}
.small {
  font-size: var(--text-small);
}
</style>
