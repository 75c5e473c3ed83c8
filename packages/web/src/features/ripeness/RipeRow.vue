<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Watched } from '@ripe-pick/core/watch';
import type { WaitVerdict } from '../../shared/stores/standings.ts';
import type { PriceVerdict } from '../../workers/prices.worker.ts';
import { money } from '../../shared/format/format.ts';
import { adviceLine, chance, lookWords, standingWords } from '../../shared/format/ripeness.ts';
import { SLOT_NAMES, slotColour } from '../../shared/format/slots.ts';
import RipenessMark from '../../shared/ui/RipenessMark.vue';
import { pointByKey } from '../../shared/charts/readout.ts';
import MoneyStrip from './MoneyStrip.vue';
import { stripMarks, type StripMark } from './strip-marks.ts';

const props = defineProps<{
  watched: Watched;
  name: string;
  shop: string;
  verdict: PriceVerdict | null;
  /** What every screen says of the pick; null for what is not picked. */
  waiting: WaitVerdict | null;
  /** Its price: of the picked offer, or the least one. */
  price: number | null;
  currency: string;
  today: number;
  promise: number;
  target: number | null;
  isOpen: boolean;
  isBusy: boolean;
}>();
const emit = defineEmits<{ open: [] }>();

const READING_KEYS = ['ArrowLeft', 'ArrowRight', 'Home', 'End', 'Escape'];
const WHY = {
  pick: 'pick',
  candidate: 'of another candidate',
  target: 'target',
  rival: 'rival',
  find: 'used listing',
} as const;
/** What is read off the strip, by the pointer or by keys. */
const mark = ref<StripMark | null>(null);
const byKey = ref(false);
const marks = computed(() =>
  props.verdict ? stripMarks(props.verdict, props.target, props.today, props.currency) : [],
);
/** Left and right read the strip off, from today's price on. */
function readByKey(event: KeyboardEvent) {
  if (props.verdict === null || !READING_KEYS.includes(event.key)) return;
  const price = mark.value?.price ?? props.verdict.now;
  const at =
    mark.value === null && event.key === 'Escape'
      ? null
      : marks.value.findIndex((each) => each.price === price);
  const to = pointByKey(event.key, at, marks.value.length);
  if (to === undefined) return;
  event.preventDefault();
  event.stopPropagation();
  byKey.value = true;
  mark.value = to === null ? null : (marks.value[to] ?? null);
}
const standing = computed(() => standingWords(props.verdict?.standing ?? null));
</script>

<template>
  <button
    class="row"
    :aria-expanded="isOpen"
    :class="{ open: isOpen }"
    :style="{ '--hue': slotColour(watched.slot) }"
    @click="emit('open')"
    @keydown.exact="readByKey"
    @blur="mark = null"
  >
    <span class="what">
      <span class="slot"
        >{{ SLOT_NAMES[watched.slot] }}<span class="quiet">{{ WHY[watched.why] }}</span></span
      >
      <span class="name">{{ name }}</span>
    </span>
    <template v-if="verdict">
      <span class="state"
        ><RipenessMark v-bind="waiting ? { verdict: waiting } : { ripeness: verdict.ripeness }" /><span
          class="num"
          >{{ price === null ? '–' : money(price, currency) }}<span class="quiet">{{ shop }}</span></span
        ></span
      >
      <MoneyStrip
        class="money"
        :verdict="verdict"
        :currency="currency"
        :today="today"
        :target="target"
        :marks="marks"
        :at="mark?.price ?? null"
        @read="
          mark = $event;
          byKey = false;
        "
      />
      <span class="advice"
        >{{ waiting?.line ?? adviceLine(verdict, currency, promise)
        }}<span class="quiet num" :aria-live="byKey ? 'polite' : 'off'"
          ><template v-if="mark">{{ mark.words }}</template
          ><template v-else
            >{{ standing }} · {{ lookWords(verdict.lookIn)
            }}<template v-if="verdict.targetChance !== null && verdict.silence === null">
              · target reached: {{ chance(verdict.targetChance) }}</template
            ></template
          ></span
        ></span
      >
    </template>
    <span v-else class="quiet wait">{{ isBusy ? 'being worked out…' : 'no price of it was ever seen' }}</span>
  </button>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) 136px minmax(120px, 1.1fr) minmax(0, 1.65fr);
  gap: 4px 12px;
  align-items: center;
  width: 100%;
  font: inherit;
  color: inherit;
  text-align: left;
  background: none;
  border: 0;
  border-bottom: 1px solid var(--line);
  border-left: 4px solid var(--hue);
  padding: 3px 8px;
  cursor: pointer;
}
.row:hover {
  background: var(--shade);
}
.row.open {
  background: var(--shade);
  box-shadow: inset 0 0 0 1px var(--line-strong);
}
.what,
.state,
.advice {
  display: grid;
  min-width: 0;
  font-size: var(--text-small);
  line-height: 1.25;
}
.slot {
  font-size: var(--text-small);
  color: var(--ink-soft);
}
.name {
  font-weight: 600;
  overflow-wrap: anywhere;
}
.num {
  white-space: normal;
}
.quiet {
  margin-left: 0.4em;
}
.advice .quiet {
  margin-left: 0;
  font-size: var(--text-small);
}
.wait {
  grid-column: 2 / -1;
}
@media (max-width: 900px) {
  .row {
    grid-template-columns: minmax(0, 1fr) auto;
    padding: 6px 8px;
  }
  .money,
  .advice {
    grid-column: 1 / -1;
  }
}
</style>
