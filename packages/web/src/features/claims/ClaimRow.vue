<script setup lang="ts">
import { useMessage } from 'naive-ui';
import { computed, ref, useTemplateRef } from 'vue';
import type { ClaimKept } from '@ripe-pick/contract';
import { minorPlaces } from '@ripe-pick/core';
import { NEXT, stepClaim, waitsFor, type ClaimState } from '@ripe-pick/core/buying';
import { useBuying } from '../../shared/stores/buying.ts';
import { dayText, money } from '../../shared/format/format.ts';
import NumberInput from '../../shared/ui/NumberInput.vue';
import { FORM_WORDS, CLAIM_STATE_WORDS, STEP_WORDS, waitsWords } from './words.ts';

const props = defineProps<{ slip: ClaimKept }>();
const buying = useBuying();
const message = useMessage();
/** The way of a claim; what was refused or missed left it. */
const WAY: readonly ClaimState[] = ['eligible', 'bought', 'sent', 'approved', 'paid'];
const waits = computed(() => waitsFor(props.slip, buying.today));
const next = computed(() => NEXT[props.slip.state]);
const reached = computed(() => WAY.indexOf(props.slip.state));
const SHAPES = { late: '▲', soon: '◆', none: '' } as const;
const paid = ref<number | null>(null);
const paidField = useTemplateRef<InstanceType<typeof NumberInput>>('paidField');
const scale = computed(() => 10 ** minorPlaces(props.slip.currency));

function step(to: ClaimState) {
  // What cannot be read says so beside its field, and is asked for anew.
  if (to === 'paid' && paidField.value?.isWrong) return;
  const minor = to === 'paid' && paid.value !== null ? Math.round(paid.value * scale.value) : null;
  const after = stepClaim(
    props.slip,
    to,
    minor === null ? { on: buying.today } : { on: buying.today, paidMinor: minor },
  );
  if (typeof after === 'string') {
    message.warning(after);
    return;
  }
  buying.patch(
    'claims',
    props.slip.id,
    `${props.slip.name}: ${CLAIM_STATE_WORDS[to]}`,
    () => after as ClaimKept,
  ); // the same slip, one step on
}
const tick = (at: number, have: boolean) =>
  buying.patch('claims', props.slip.id, have ? 'a paper is there' : 'a paper is missing', (slip) => ({
    ...slip,
    papers: slip.papers.map((paper, n) => (n === at ? { ...paper, have } : paper)),
  }));
</script>

<template>
  <article class="slip" :aria-label="slip.name">
    <header>
      <h3>{{ slip.name }}</h3>
      <span class="num">{{
        slip.state === 'paid'
          ? money(slip.paidMinor ?? 0, slip.currency)
          : money(slip.faceMinor, slip.currency)
      }}</span>
      <span class="quiet"
        >{{
          slip.state === 'paid'
            ? `of ${money(slip.faceMinor, slip.currency)}`
            : `expected ${money(slip.expectedMinor, slip.currency)}`
        }}
        {{ FORM_WORDS[slip.form] }}</span
      >
    </header>
    <p v-if="slip.partName" class="quiet">
      {{ slip.partName }}{{ slip.boughtOn ? `, bought ${dayText(slip.boughtOn)}` : '' }}
    </p>
    <ol class="way" :aria-label="`State: ${CLAIM_STATE_WORDS[slip.state]}`">
      <li v-for="(state, n) in WAY" :key="state" :class="{ done: n <= reached, now: n === reached }">
        {{ CLAIM_STATE_WORDS[state] }}
      </li>
      <li v-if="reached < 0" class="now bad">{{ CLAIM_STATE_WORDS[slip.state] }}</li>
    </ol>
    <p v-if="waits.what !== 'nothing'" class="waits" :class="waits.urgency">
      {{ SHAPES[waits.urgency] }} {{ waitsWords(waits) }}
    </p>
    <div
      v-if="slip.papers.length > 0 && (slip.state === 'eligible' || slip.state === 'bought')"
      class="papers"
    >
      <label v-for="(paper, n) in slip.papers" :key="paper.name"
        ><input
          type="checkbox"
          :checked="paper.have"
          @change="tick(n, ($event.target as HTMLInputElement).checked)"
        />
        {{ paper.name }}</label
      >
    </div>
    <div class="steps">
      <label v-if="next.includes('paid')" class="amount"
        >Came:
        <NumberInput
          ref="paidField"
          size="small"
          :aria="`Came: ${slip.name}`"
          :value="paid"
          :min="0"
          :currency="slip.currency"
          :placeholder="money(slip.faceMinor, slip.currency)"
          @update:value="paid = $event"
      /></label>
      <button v-for="state in next" :key="state" class="plain edged" @click="step(state)">
        {{ STEP_WORDS[state] }}
      </button>
      <label class="amount"
        >Remind
        <NumberInput
          class="days"
          size="small"
          :aria="`Days before the deadline to be reminded: ${slip.name}`"
          :min="0"
          :max="365"
          :precision="0"
          :value="slip.remindDays"
          :update-value-on-input="false"
          @update:value="
            (days) =>
              buying.patch('claims', slip.id, 'change the reminder', (each) => ({
                ...each,
                remindDays: days ?? 0,
              }))
          "
        />
        days before</label
      >
      <button
        class="plain"
        :aria-label="`Remove the claim ${slip.name}`"
        @click="buying.remove('claims', slip.id, `remove the claim ${slip.name}`)"
      >
        Remove
      </button>
    </div>
  </article>
</template>

<style scoped>
.slip {
  border-top: 1px solid var(--line);
  padding: 7px 0;
  display: grid;
  gap: 4px;
}
header {
  display: flex;
  gap: 10px;
  align-items: baseline;
  flex-wrap: wrap;
}
h3 {
  font-size: var(--text-base);
}
.num {
  font-weight: 650;
}
.way {
  list-style: none;
  display: flex;
  gap: 0;
  margin: 0;
  padding: 0;
  font-size: var(--text-small);
  flex-wrap: wrap;
}
.way li {
  padding: 1px 10px 1px 8px;
  border-bottom: 4px solid var(--line);
  color: var(--ink-soft);
}
.way .done {
  border-color: var(--plum);
  color: var(--ink);
}
.way .now {
  font-weight: 700;
}
.way .bad {
  border-color: var(--danger);
}
.waits.late {
  color: var(--danger);
  font-weight: 600;
}
.waits.soon {
  color: var(--apricot);
  font-weight: 600;
}
.papers,
.steps {
  display: flex;
  gap: 5px 14px;
  flex-wrap: wrap;
  align-items: center;
  font-size: var(--text-body);
}
.amount {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.amount :deep(.n-input) {
  width: 128px;
}
.amount :deep(.days) {
  width: 56px;
}
</style>
