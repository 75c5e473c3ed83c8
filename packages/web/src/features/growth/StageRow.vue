<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { scaleLinear } from 'd3';
import { CalendarCheck2, Replace, X } from '@lucide/vue';
import type { Cost } from '@ripe-pick/core/money';
import type { PathLine } from '@ripe-pick/core/growth';
import type { ToldStage } from '../../workers/growth.worker.ts';
import { dayText, decimal, money } from '../../shared/format/format.ts';
import { SLOT_NAMES, slotColour } from '../../shared/format/slots.ts';
import DayField from '../../shared/ui/DayField.vue';
import { stageSegments } from './stage-ruler.ts';
import { moneyLine } from './words.ts';

const props = defineProps<{
  stage: ToldStage;
  /** 0: today. */
  n: number;
  /** Today's total by its lines; null for later stages. */
  cost: Cost | null;
  most: number;
  currency: string;
  unit: string;
  isMine: boolean;
  isPrepared: (line: PathLine) => boolean;
  today: string;
  lastDay: string;
}>();
const emit = defineEmits<{ move: [to: string]; swap: []; remove: []; prepare: [line: PathLine] }>();

const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const BAR = 22;
const CHARACTER_PX = 6.4;
const x = computed(() => scaleLinear([0, props.most], [1, Math.max(10, width.value - 2)]));
const segments = computed(() => stageSegments(props.stage, props.cost, (slot) => SLOT_NAMES[slot]));
const label = (segment: { from: number; to: number; label: string }) =>
  segment.label.length * CHARACTER_PX <= x.value(segment.to) - x.value(segment.from) - 8 ? segment.label : '';
const own = computed(() =>
  Math.max(0, props.stage.available - (props.stage.available > 0 ? props.stage.back : 0)),
);
const ins = computed(() => props.stage.lines.filter((line) => line.way === 'in'));
const outs = computed(() => props.stage.lines.filter((line) => line.way === 'out'));
const about = (line: PathLine) => {
  if (!line.then) return 'no price known';
  const { minor, low, high } = line.then;
  return `${money(minor, props.currency, { short: true })} (${money(low, props.currency, { short: true })} to ${money(high, props.currency, { short: true })})`;
};
const fps = (score: number | null) => (score === null ? 'unknown' : decimal(score / 1000, 1));
/** Slots whose later parts can be prepared for. */
const canPrepare = (line: PathLine) =>
  line.slot === 'gpu' || line.slot === 'cpu' || (line.slot === 'memory' && line.beside);
function setDay(day: string | null) {
  if (day && day > props.today && day <= props.lastDay) emit('move', day);
}
const spoken = computed(
  () =>
    `${props.n === 0 ? 'Today' : `Step ${props.n}`}: ${segments.value.map((segment) => `${segment.label || 'shipping'} ${money(segment.to - segment.from, props.currency)}`).join(', ')}; ${moneyLine(props.stage, props.currency)}`,
);
</script>

<template>
  <article class="stage" :class="{ bad: stage.barriers.length > 0 || stage.short > 0 }">
    <div class="when">
      <span class="number" aria-hidden="true">{{ n === 0 ? '·' : n }}</span>
      <div>
        <b>{{ n === 0 ? 'Today' : dayText(stage.on) }}</b>
        <span class="num rate"
          ><template v-if="stage.before !== null">{{ fps(stage.before) }} → </template
          ><b>{{ fps(stage.after) }}</b> {{ unit }}</span
        >
        <span v-if="stage.interval" class="quiet num small"
          >({{ decimal(stage.interval.low, 0) }} to {{ decimal(stage.interval.high, 0) }})</span
        >
      </div>
    </div>
    <div class="body">
      <div ref="holder" class="holder">
        <svg v-if="width > 0" :width="width" :height="BAR + 4" role="img" :aria-label="spoken">
          <defs>
            <pattern
              :id="`sold-${n}`"
              width="6"
              height="6"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <rect width="6" height="6" class="ground" />
              <rect width="2" height="6" class="hatch" />
            </pattern>
          </defs>
          <rect
            :x="x(0)"
            y="2"
            :width="Math.max(0, x(stage.available) - x(0))"
            :height="BAR"
            class="ground"
          />
          <rect
            v-if="stage.back > 0 && stage.available > own"
            :x="x(own)"
            y="2"
            :width="x(stage.available) - x(own)"
            :height="BAR"
            :fill="`url(#sold-${n})`"
          />
          <g v-for="segment in segments" :key="`${segment.slot}${segment.from}`">
            <rect
              :x="x(segment.from)"
              y="2"
              :width="Math.max(1, x(segment.to) - x(segment.from) - 1)"
              :height="BAR"
              :fill="segment.slot ? slotColour(segment.slot) : 'var(--line-strong)'"
            />
            <text v-if="label(segment)" :x="x(segment.from) + 5" :y="BAR / 2 + 6" class="inside">
              {{ label(segment) }}
            </text>
          </g>
          <line :x1="x(stage.available)" :x2="x(stage.available)" y1="0" :y2="BAR + 4" class="mark" />
        </svg>
      </div>
      <p class="num small" :class="stage.short > 0 ? 'short' : 'quiet'">{{ moneyLine(stage, currency) }}</p>
      <ul v-if="n > 0" class="lines">
        <li v-for="line in ins" :key="`in${line.slot}${line.part.id}`">
          <span
            ><span class="way">in</span> {{ SLOT_NAMES[line.slot]
            }}<template v-if="line.beside"> beside what is there</template>: <b>{{ line.part.name }}</b>
            <span class="quiet num">{{ about(line) }}</span>
            <span v-if="line.forcedBy" class="forced"> forced: {{ line.forcedBy.sentence }}</span></span
          >
          <button
            v-if="canPrepare(line)"
            class="plain edged tiny"
            :aria-pressed="isPrepared(line)"
            :title="
              isPrepared(line)
                ? 'Today’s picks must have room for it'
                : 'Hold today’s picks to having room for it'
            "
            @click="emit('prepare', line)"
          >
            <CalendarCheck2 :size="14" aria-hidden="true" />
            {{ isPrepared(line) ? 'Prepared for' : 'Prepare for it' }}
          </button>
        </li>
        <li v-for="line in outs" :key="`out${line.slot}${line.part.id}`" class="quiet">
          <span
            ><span class="way">out</span> {{ line.part.name }}
            <span class="num">{{
              line.isKept ? 'kept for other uses' : `fetches ${about(line)}`
            }}</span></span
          >
        </li>
        <li v-if="ins.length === 0 && outs.length === 0" class="quiet">Nothing is known of its parts.</li>
      </ul>
      <p v-for="each in stage.barriers" :key="each.rule" class="short small">
        <b>Does not go:</b> {{ each.sentence }} {{ each.mend }}
      </p>
      <p v-for="id in stage.missing" :key="id" class="short small">
        The catalogue no longer has {{ id }}: swap it.
      </p>
      <p v-for="each in n > 0 ? stage.notes : []" :key="each.rule" class="quiet small">
        {{ each.sentence }} {{ each.verdict === 'warn' ? each.mend : '' }}
      </p>
      <div v-if="isMine && n > 0" class="tools">
        <DayField label="" :aria="`Day of step ${n}`" :value="stage.on" @change="setDay" />
        <button class="plain edged tiny" @click="emit('swap')">
          <Replace :size="14" aria-hidden="true" /> Do something else
        </button>
        <button class="plain edged tiny" @click="emit('remove')">
          <X :size="14" aria-hidden="true" /> Leave out
        </button>
      </div>
    </div>
  </article>
</template>

<style scoped>
.stage {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr);
  gap: 4px 12px;
  padding: 8px 0;
  border-top: 1px solid var(--line);
}
.when {
  display: flex;
  gap: 8px;
  align-items: start;
  font-size: var(--text-body);
}
.when > div {
  display: grid;
}
.number {
  flex: none;
  width: 22px;
  height: 22px;
  line-height: 22px;
  border-radius: 50%;
  background: var(--plum);
  color: var(--plum-ink);
  text-align: center;
  font-weight: 700;
  font-size: var(--text-small);
}
.bad .number {
  background: var(--danger);
  color: var(--paper);
}
.rate {
  font-size: var(--text-small);
}
.small {
  font-size: var(--text-small);
}
.body .num {
  white-space: normal;
}
.body {
  display: grid;
  gap: 3px;
  min-width: 0;
}
.holder {
  min-width: 0;
  overflow: hidden;
  height: 26px;
}
svg {
  display: block;
}
.ground {
  fill: var(--paper);
  stroke: var(--line);
}
.hatch {
  fill: var(--line-strong);
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
.lines {
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: var(--text-body);
}
.lines li {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  align-items: center;
  min-height: 22px;
}
.way {
  display: inline-block;
  width: 26px;
  color: var(--ink-soft);
  font-size: var(--text-small);
}
.forced {
  display: block;
  padding-left: 30px;
  color: var(--apricot);
  font-size: var(--text-small);
}
.short {
  color: var(--danger);
}
.tools {
  display: flex;
  gap: 6px;
  align-items: center;
  flex-wrap: wrap;
}
.tiny {
  font-size: var(--text-small);
  display: inline-flex;
  gap: 4px;
  align-items: center;
  flex: none;
}
.tiny[aria-pressed='true'] {
  box-shadow: inset 0 -3px 0 var(--plum);
}
@media (max-width: 760px) {
  .stage {
    grid-template-columns: minmax(0, 1fr);
  }
  .lines li {
    flex-wrap: wrap;
  }
}
</style>
