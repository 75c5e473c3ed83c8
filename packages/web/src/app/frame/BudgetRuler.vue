<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { scaleLinear } from 'd3';
import { computed, ref } from 'vue';
import { minorPlaces } from '@ripe-pick/core';
import { bestWithin, MEASURES } from '@ripe-pick/core/trades';
import { useBench } from '../../shared/stores/bench.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { money, signed } from '../../shared/format/format.ts';
import { SLOT_NAMES, slotColour } from '../../shared/format/slots.ts';
import ExplainTotal from './ExplainTotal.vue';
import { segmentsOf, type Segment } from './ruler.ts';

const bench = useBench();
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
const total = computed(() => bench.summary?.cost.counted ?? 0);
const looks = computed(() => (bench.summary?.cost.total ?? 0) - total.value);
const isExplained = ref(false);
const segments = computed(() => (bench.summary ? segmentsOf(bench.summary.cost) : []));
const x = computed(() =>
  scaleLinear()
    .domain([0, Math.max(limit.value * OVERRUN, total.value * 1.02)])
    .range([1, Math.max(10, width.value - 1)]),
);
const ticks = computed(() => x.value.ticks(Math.max(3, Math.floor(width.value / 90))));
const left = computed(() => limit.value - total.value);
const focused = ref<Segment['slot'] | null>(null);

function label(segment: Segment): string {
  const room = x.value(segment.to) - x.value(segment.from) - 8;
  const name = segment.slot === 'shipping' ? '' : SLOT_NAMES[segment.slot];
  return name.length * CHARACTER_PX <= room ? name : '';
}
function colour(segment: Segment): string {
  return segment.slot === 'shipping' ? 'var(--line-strong)' : slotColour(segment.slot);
}

/** What a little more or less money for this slot would do. */
const STEP_MAJOR = 20;
function stepWords(slot: Segment['slot']): string {
  const lane = slot === 'shipping' ? undefined : bench.lanes?.lanes[slot];
  if (!lane || slot === 'shipping') return '';
  const step = STEP_MAJOR * 10 ** minorPlaces(bench.currency);
  const { kind, unit } = MEASURES[slot];
  const say = (most: number) => {
    const gain = bestWithin(lane, most)?.gain;
    if (gain === undefined || gain === null) return 'nothing fits';
    return kind === 'frames' ? `${signed(gain / 1000)} fps` : `${signed(gain, 0)} ${unit}`;
  };
  const amount = money(step, bench.currency, { short: true });
  return ` · +${amount}: ${say(step)} · −${amount}: ${say(-step)}`;
}

const readout = computed(() => {
  const summary = bench.summary;
  if (!summary) return '';
  const name = (slot: Segment['slot']) => (slot === 'shipping' ? 'Shipping' : SLOT_NAMES[slot]);
  const segment = segments.value.find((each) => each.slot === focused.value);
  if (segment) {
    const line = summary.cost.lines.find((each) =>
      segment.slot === 'shipping' ? each.kind === 'shipping' : each.slot === segment.slot,
    );
    const part = line?.part ? bench.index?.parts.get(line.part) : undefined;
    const shop = line?.shop ? bench.index?.shops.get(line.shop)?.name : undefined;
    const stated =
      line && line.stated.currency !== bench.currency
        ? `, stated ${money(line.stated.minor, line.stated.currency)}`
        : '';
    return `${name(segment.slot)}: ${part ? `${part.maker} ${part.name}, ` : ''}${money(segment.to - segment.from, bench.currency)}${shop && part ? ` at ${shop}${stated}` : ''}${stepWords(segment.slot)}`;
  }
  const { unpriced } = summary.cost;
  return unpriced.length > 0 ? `No price yet: ${unpriced.map((slot) => SLOT_NAMES[slot]).join(', ')}` : '';
});
const spoken = computed(
  () =>
    `Budget ruler: ${money(total.value, bench.currency)} at the till of ${money(limit.value, bench.currency)}, ` +
    (left.value >= 0
      ? `${money(left.value, bench.currency)} left`
      : `${money(-left.value, bench.currency)} over`),
);
</script>

<template>
  <section class="ruler" :aria-label="spoken">
    <div class="head">
      <button class="plain sum" title="What the total is made of" @click="isExplained = true">
        <strong class="num">{{ money(total, bench.currency) }}</strong>
      </button>
      <span v-if="!focused" class="quiet"
        >at the till of {{ money(limit, bench.currency)
        }}<template v-if="workspace.brief.money.slackMinor > 0"> with slack</template
        ><template v-if="looks > 0">, {{ money(looks, bench.currency) }} of looks outside</template></span
      >
      <span class="num state" :class="{ over: left < 0 }">{{
        left >= 0 ? `${money(left, bench.currency)} left` : `${money(-left, bench.currency)} over`
      }}</span>
      <span class="quiet readout" aria-live="polite">{{ readout }}</span>
    </div>
    <ExplainTotal :show="isExplained" @close="isExplained = false" />
    <div ref="holder" class="holder" :style="{ height: `${HEIGHT - 14}px` }">
      <svg v-if="width > 0" :width="width" :height="HEIGHT - 14" role="group" aria-label="Picks on the ruler">
        <rect :x="x(0)" :y="BAR_TOP - 12" :width="x.range()[1] - x(0)" :height="BAR_HEIGHT" class="ground" />
        <g v-for="segment in segments" :key="segment.slot">
          <rect
            class="segment"
            role="img"
            tabindex="0"
            :aria-label="`${segment.slot === 'shipping' ? 'Shipping' : SLOT_NAMES[segment.slot]}: ${money(segment.to - segment.from, bench.currency)}`"
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
          <text v-if="label(segment)" :x="x(segment.from) + 5" :y="BAR_TOP + 5.5" class="inside">
            {{ label(segment) }}
          </text>
        </g>
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
        <line :x1="x(limit)" :x2="x(limit)" y1="0" :y2="BAR_TOP + 20" class="mark" />
        <path :d="`M${x(total)} ${BAR_TOP + 20} l-4 -6 h8 z`" class="flag" />
      </svg>
    </div>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  gap: 10px;
  align-items: baseline;
  font-size: 13px;
  min-height: 20px;
  overflow: hidden;
  white-space: nowrap;
}
.head strong {
  font-size: 16px;
  font-family: 'Bricolage Grotesque Variable', sans-serif;
}
.sum {
  padding: 0 4px;
  margin-left: -4px;
  text-decoration: underline dotted var(--line-strong);
  text-underline-offset: 4px;
}
.state {
  font-weight: 650;
  color: var(--leaf);
}
.state.over {
  color: var(--danger);
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
  font-size: 12px;
  font-weight: 600;
  pointer-events: none;
}
.tick {
  stroke: var(--line-strong);
}
.figure {
  fill: var(--ink-soft);
  font-size: 11px;
}
.mark {
  stroke: var(--ink);
  stroke-width: 3;
}
.flag {
  fill: var(--ink);
}
.segment:focus-visible {
  outline: 2px solid var(--focus);
  outline-offset: 1px;
}
@media (max-width: 760px) {
  .head {
    flex-wrap: wrap;
    gap: 2px 8px;
  }
}
</style>
