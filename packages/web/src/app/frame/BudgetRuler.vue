<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useStandings } from '../../shared/stores/standings.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { money } from '../../shared/format/format.ts';
import type { Slot } from '@ripe-pick/core/parts';
import { SLOT_NAMES, slotColour } from '../../shared/format/slots.ts';
import { isAtRest } from '../../shared/ui/at-rest.ts';
import { ExplainTotal } from './later.ts';
import RulerPatterns from './RulerPatterns.vue';
import { vRoving } from '../../shared/ui/roving.ts';
import { useRulerTotals } from './use-ruler-totals.ts';
import { isOther, useRulerWords } from './use-ruler-words.ts';
import { linear } from '../../shared/format/linear.ts';
import { roomIn, segmentsOf, type Segment } from '../../shared/format/ruler.ts';

const bench = useBench();
const standings = useStandings();
const workspace = useWorkspace();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);

const BAR_TOP = 16;
const BAR_HEIGHT = 26;
const HEIGHT = 62;
/** A tenth of overrun is shown beyond the mark; a total further out stretches the ruler. */
const OVERRUN = 1.1;
/** Rough width of a character in px, to tell whether a label fits. */
const CHARACTER_PX = 6.6;

const limit = computed(() => Math.max(1, bench.limit));
const sum = computed(() => workspace.brief.money.budgetMinor);
const total = computed(() => bench.summary?.cost.counted ?? 0);
const { cost, totals, counted, made, spoken } = useRulerTotals(() => room.value.words);
/** Owned parts in the build, outlined behind what is paid, each as wide as it is worth. */
const LEAST_OWNED_PX = 9;
const owned = computed(() => {
  let at = x.value(segments.value.at(-1)?.to ?? 0) + 3;
  return (cost.value?.lines ?? []).flatMap((line) => {
    if (line.kind !== 'owned' || !line.slot) return [];
    const worth = workspace.brief.ownedParts.find((each) => each.part === line.part)?.valueMinor ?? 0;
    const wide = Math.max(LEAST_OWNED_PX, x.value(worth) - x.value(0));
    const box = { slot: line.slot, at, wide, worth };
    at += wide + 2;
    return [box];
  });
});
/** Flags of the three totals; where two stand together they are drawn once. */
const flags = computed(() => {
  const seen = new Set<number>();
  return [...totals.value]
    .sort((a, b) => Number(b.isCounted) - Number(a.isCounted))
    .filter((each) => !seen.has(each.amount) && seen.add(each.amount));
});
const { nameOf, segmentWords } = useRulerWords(cost);
const isExplained = ref(false);
const segments = computed(() => (bench.summary ? segmentsOf(bench.summary.cost) : []));
const x = computed(() =>
  linear(
    [0, Math.max(limit.value * OVERRUN, total.value * 1.02, (segments.value.at(-1)?.to ?? 0) * 1.01)],
    [1, Math.max(10, width.value - 1)],
  ),
);
const ticks = computed(() => x.value.ticks(Math.max(3, Math.floor(width.value / 90))));
const room = computed(() => roomIn(total.value, workspace.brief.money, standings.gone.length));
const focused = ref<Segment['slot'] | null>(null);

function label(segment: Segment): string {
  const room = x.value(segment.to) - x.value(segment.from) - 8;
  const name = nameOf(segment.slot);
  return name.length * CHARACTER_PX <= room ? name : '';
}
function colour(segment: Segment): string {
  if (segment.slot === 'risk') return 'url(#kept-back)';
  return isOther(segment.slot) ? 'var(--line-strong)' : slotColour(segment.slot as Slot);
}

const readout = computed(() => {
  const segment = segments.value.find((each) => each.slot === focused.value);
  if (segment) return segmentWords(segment);
  const unpriced = cost.value?.unpriced ?? [];
  return unpriced.length > 0 ? `No price yet: ${unpriced.map((slot) => SLOT_NAMES[slot]).join(', ')}` : '';
});
</script>

<template>
  <section class="ruler" :aria-label="spoken">
    <div class="head">
      <button class="plain sum" title="What the total is made of" @click="isExplained = true">
        <strong class="num">{{ money(counted?.amount ?? 0, bench.currency) }}</strong>
      </button>
      <span v-if="!focused" class="quiet" :title="made">{{ made }}</span>
      <span class="num state" :class="room.state">{{ room.words }}</span>
      <span class="quiet readout" aria-live="polite">{{ readout }}</span>
    </div>
    <ExplainTotal v-if="isAtRest" :show="isExplained" @close="isExplained = false" />
    <div ref="holder" class="holder" :style="{ height: `${HEIGHT - 14}px` }">
      <svg
        v-if="width > 0"
        v-roving
        :width="width"
        :height="HEIGHT - 14"
        role="group"
        aria-label="Picks on the ruler: arrow keys go along"
      >
        <RulerPatterns />
        <rect :x="x(0)" :y="BAR_TOP - 12" :width="x.range()[1] - x(0)" :height="BAR_HEIGHT" class="ground" />
        <g v-for="segment in segments" :key="segment.slot">
          <rect
            class="segment"
            role="img"
            data-stop
            :aria-label="`${nameOf(segment.slot)}: ${money(segment.to - segment.from, bench.currency)}${segment.back > 0 ? `, ${money(segment.back, bench.currency)} of it may come back` : ''}`"
            :x="x(segment.from)"
            :y="BAR_TOP - 12"
            :width="Math.max(1, x(segment.to) - x(segment.from) - 1)"
            :height="BAR_HEIGHT"
            :fill="colour(segment)"
            @mouseenter="focused = segment.slot"
            @mouseleave="focused = null"
            @focus="focused = segment.slot"
            @blur="focused = null"
          />
          <rect
            v-if="segment.back > 0"
            class="back"
            :x="Math.max(x(segment.from), x(segment.to - segment.back) - 1)"
            :y="BAR_TOP - 12"
            :width="Math.max(2, x(segment.to) - x(segment.to - segment.back))"
            :height="BAR_HEIGHT"
            fill="url(#comes-back)"
          />
          <text
            v-if="label(segment)"
            :x="x(segment.from) + 5"
            :y="BAR_TOP + 5.5"
            class="inside"
            :class="{ risk: segment.slot === 'risk' }"
          >
            {{ label(segment) }}
          </text>
        </g>
        <rect
          v-for="box in owned"
          :key="box.slot"
          class="owned"
          role="img"
          :aria-label="`${SLOT_NAMES[box.slot]}: owned${box.worth > 0 ? `, worth ${money(box.worth, bench.currency)}` : ''}`"
          :x="box.at"
          :y="BAR_TOP - 11"
          :width="box.wide"
          :height="BAR_HEIGHT - 2"
        >
          <title>
            {{ SLOT_NAMES[box.slot] }}: owned{{
              box.worth > 0 ? `, worth ${money(box.worth, bench.currency)}` : ''
            }}
          </title>
        </rect>
        <g v-for="tick in ticks" :key="tick">
          <line :x1="x(tick)" :x2="x(tick)" :y1="BAR_TOP + 15" :y2="BAR_TOP + 19" class="tick" />
          <text
            :x="x(tick)"
            :y="BAR_TOP + 30"
            class="figure"
            :text-anchor="tick === 0 ? 'start' : x(tick) > width - 24 ? 'end' : 'middle'"
          >
            {{ money(tick, bench.currency, { short: true }) }}
          </text>
        </g>
        <line :x1="x(sum)" :x2="x(sum)" y1="0" :y2="BAR_TOP + 20" class="mark" />
        <line v-if="limit > sum" :x1="x(limit)" :x2="x(limit)" y1="4" :y2="BAR_TOP + 16" class="over-end" />
        <g v-for="flag in flags" :key="flag.key">
          <title>{{ money(flag.amount, bench.currency) }} {{ flag.words }}</title>
          <path
            :d="
              flag.isCounted
                ? `M${x(flag.amount)} ${BAR_TOP + 21} l-5 -7 h10 z`
                : `M${x(flag.amount)} ${BAR_TOP + 20} l-3.5 -5 h7 z`
            "
            class="flag"
            :class="{ other: !flag.isCounted }"
          />
        </g>
      </svg>
    </div>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  gap: 10px;
  align-items: baseline;
  font-size: var(--text-body);
  min-height: 20px;
  overflow: hidden;
  white-space: nowrap;
}
.head strong {
  font-size: var(--text-large);
  font-family: 'Bricolage Grotesque Variable', sans-serif;
}
.sum {
  padding: 0 4px;
  margin-left: -4px;
  text-decoration: underline dotted var(--line-strong);
  text-underline-offset: 4px;
}
.head > .quiet:not(.readout) {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
}
.state {
  flex: none;
  font-weight: 650;
  color: var(--leaf);
}
.state.allowed {
  color: var(--apricot);
}
.state.over,
.state.gone {
  color: var(--danger);
}
.over-end {
  stroke: var(--ink);
  stroke-dasharray: 2 3;
}
.readout {
  overflow: hidden;
  text-overflow: ellipsis;
}
.ground {
  fill: var(--sheet);
  stroke: var(--line);
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
.flag {
  fill: var(--ink);
}
.flag.other {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.back {
  pointer-events: none;
}
.inside.risk {
  fill: var(--ink);
}
.owned {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1.4;
}
.segment:focus-visible {
  outline: 2px solid var(--focus);
  outline-offset: 1px;
}
@media (max-width: 760px) {
  .head {
    flex-wrap: wrap;
    gap: 2px 8px;
    white-space: normal;
  }
}
</style>
