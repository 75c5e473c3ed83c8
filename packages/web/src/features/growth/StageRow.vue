<script setup lang="ts">
import { computed } from 'vue';
import { CalendarCheck2, Replace, X } from '@lucide/vue';
import type { Cost } from '@ripe-pick/core/money';
import type { PathLine } from '@ripe-pick/core/growth';
import type { ToldStage } from '../../workers/growth.worker.ts';
import { dayText, decimal, money } from '../../shared/format/format.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import DayField from '../../shared/ui/DayField.vue';
import StageBar from './StageBar.vue';
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
      <StageBar :stage="stage" :n="n" :cost="cost" :most="most" :currency="currency" />
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
