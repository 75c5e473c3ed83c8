<script setup lang="ts">
import { useEventListener, useWakeLock } from '@vueuse/core';
import { useMessage } from 'naive-ui';
import { computed, nextTick, ref, watch } from 'vue';
import { RouterLink } from 'vue-router';
import { duration, money } from '../../shared/format/format.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import EmptyPicture from '../../shared/ui/EmptyPicture.vue';
import BuildChoices from './BuildChoices.vue';
import DayFiles from './DayFiles.vue';
import FirstStart from './FirstStart.vue';
import MachinePlan from './MachinePlan.vue';
import StepCard from './StepCard.vue';
import StepPrint from './StepPrint.vue';
import StepsAhead from './StepsAhead.vue';
import { useBuildDay } from './use-build-day.ts';

const bench = useBench();
const workspace = useWorkspace();
const day = useBuildDay();
const message = useMessage();
const { steps, states, notes, open, minutesLeft, companions, input, kept } = day;

/** The step that is looked at; the first open one unless another was chosen. */
const chosen = ref<string | null>(null);
const now = computed(
  () => steps.value.find(({ code }) => code === chosen.value) ?? open.value[0] ?? steps.value.at(-1) ?? null,
);
watch(
  () => workspace.active.id,
  () => (chosen.value = null),
);
const stateOf = (code: string) => states.value.get(code)?.state ?? 'open';
const done = computed(
  () => new Set(kept.value.steps.filter(({ state }) => state === 'done').map(({ code }) => code)),
);
const waitsFor = computed(() =>
  (now.value?.after ?? [])
    .filter(({ code }) => stateOf(code) === 'open')
    .map(({ code, reason }) => `${day.titleOf(code)} (${reason})`),
);
const place = computed(() =>
  now.value ? `Step ${steps.value.indexOf(now.value) + 1} of ${steps.value.length}` : '',
);

/** A step is in hand, after a tick the next open one; Enter ticks it in turn, and what it is about is told with the button. */
async function onwards(code: string | null = null) {
  chosen.value = code;
  await nextTick();
  const hand = document.getElementById('step-in-hand');
  (hand?.querySelector<HTMLElement>('.tick') ?? hand)?.focus();
}
function tick(code: string, minutes: number | null) {
  day.done(code, minutes);
  void onwards();
}
function skip(code: string, reason: string) {
  day.skip(code, reason);
  void onwards();
}
function move(code: string, by: number) {
  const refused = day.move(code, by);
  chosen.value = code;
  if (refused)
    message.warning(
      `“${day.titleOf(refused.step)}” comes after “${day.titleOf(refused.waitsFor)}”: ${refused.reason}.`,
    );
}
const wake = useWakeLock();
const keepOn = () => (wake.isActive.value ? wake.release() : wake.request('screen'));
/** The pages for the printer are made when something is printed. */
const isPrinting = ref(false);
useEventListener('beforeprint', () => (isPrinting.value = true));
useEventListener('afterprint', () => (isPrinting.value = false));
async function print() {
  isPrinting.value = true;
  await nextTick();
  window.print();
}
</script>

<template>
  <div class="page">
    <div class="bar">
      <h1>Build day</h1>
      <p class="quiet" role="status">
        {{ workspace.active.name }}: {{ steps.length - open.length }} of {{ steps.length }} steps<template
          v-if="open.length > 0"
          >, about {{ duration(minutesLeft) }} left</template
        ><template v-if="day.sums.value.minutes > 0"
          >; so far {{ duration(day.sums.value.minutes) }} of work, parts for
          {{ money(day.moneyIn.value, workspace.brief.money.currency) }} before codes and shipping</template
        >
      </p>
      <div class="bar acts">
        <button
          v-if="wake.isSupported.value"
          class="plain edged"
          :aria-pressed="wake.isActive.value"
          @click="keepOn"
        >
          Keep the screen on
        </button>
        <button class="plain edged" @click="print">Print</button>
      </div>
    </div>
    <section v-if="!input || steps.length < 4" class="sheet empty">
      <EmptyPicture shows="machine" />
      <p>
        The steps are made from the very parts: pick at least a motherboard and a case in
        <RouterLink :to="{ name: 'picks' }">Picks</RouterLink>.
      </p>
    </section>
    <template v-else>
      <div class="desk">
        <div class="sheet plan">
          <MachinePlan :input="input" :steps="steps" :done="done" :now="now?.code ?? null" />
          <BuildChoices :day="day" />
          <DayFiles :day="day" :input="input" />
          <div v-if="companions.length > 0" class="companions">
            <h3>Have it there</h3>
            <ul>
              <li v-for="each in companions" :key="each.code">
                <b>{{ each.count > 1 ? `${each.count} × ` : '' }}{{ each.name }}</b
                ><span class="quiet"
                  >{{ each.why }}
                  {{
                    each.leastMinor === null
                      ? 'No price here.'
                      : `From ${money(each.leastMinor, workspace.brief.money.currency)}.`
                  }}</span
                >
              </li>
            </ul>
          </div>
        </div>
        <div id="step-in-hand" class="hand" tabindex="-1">
          <StepCard
            v-if="now"
            :step="now"
            :input="input"
            :place="place"
            :state="stateOf(now.code)"
            :reason="states.get(now.code)?.reason ?? ''"
            :note="notes.get(now.code) ?? ''"
            :title-of="day.titleOf"
            :waits-for="waitsFor"
            :learnt="day.learnt.value.get(now.code) ?? null"
            @done="(minutes) => tick(now?.code ?? '', minutes)"
            @skip="(reason) => skip(now?.code ?? '', reason)"
            @reopen="day.reopen(now.code)"
            @note="(text) => day.note(now?.code ?? '', text)"
            @move="(by) => move(now?.code ?? '', by)"
          />
          <FirstStart v-if="now?.code === 'first-start' || kept.start.atFirstPress !== null" :day="day" />
        </div>
      </div>
      <StepsAhead :steps="steps" :now="now?.code ?? null" :state-of="stateOf" @open="onwards" />
      <StepPrint
        v-if="isPrinting"
        :steps="steps"
        :input="input"
        :name="workspace.active.name"
        :brief="bench.session?.brief.name ?? ''"
      />
    </template>
  </div>
</template>

<style scoped>
.page {
  display: grid;
  gap: 10px;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: baseline;
}
.acts {
  margin-left: auto;
}
.desk {
  display: grid;
  grid-template-columns: minmax(220px, 300px) minmax(0, 1fr);
  gap: 10px;
  align-items: start;
}
.hand {
  display: grid;
  gap: 10px;
  outline: none;
}
.plan {
  display: grid;
  gap: 8px;
}
.companions ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.companions li {
  display: grid;
  padding: 3px 0;
}
h3 {
  margin: 0 0 4px;
  font-size: var(--text-base);
}
.empty {
  max-width: 60ch;
}
@media (max-width: 900px) {
  .desk {
    grid-template-columns: minmax(0, 1fr);
  }
  .plan {
    order: 2;
  }
}
@media print {
  .page > :not(.print) {
    display: none;
  }
}
</style>
