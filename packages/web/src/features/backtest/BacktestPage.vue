<script setup lang="ts">
import { NButton, NProgress } from 'naive-ui';
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue';
import { RouterLink } from 'vue-router';
import type { BacktestRow } from '@ripe-pick/core/prices';
import { dateOf } from '@ripe-pick/core/units';
import { useBench } from '../../shared/stores/bench.ts';
import { useNames } from '../../shared/stores/names.ts';
import { usePrices } from '../../shared/stores/prices.ts';
import { decimal, money } from '../../shared/format/format.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';

/** What the advice would have done on the user’s own history. */
const bench = useBench();
const names = useNames();
const prices = usePrices();
const horizon = ref(21);
const every = ref(14);
const progress = ref<{ done: number; of: number } | null>(null);
const result = shallowRef<Awaited<ReturnType<typeof prices.runBacktest>> | null>(null);
const failure = ref<string | null>(null);

async function run() {
  progress.value = { done: 0, of: 1 };
  failure.value = null;
  try {
    result.value = await prices.runBacktest(
      horizon.value,
      every.value,
      (done, of) => (progress.value = { done, of }),
    );
  } catch (error) {
    failure.value = `It could not be worked out: ${error instanceof Error ? error.message : String(error)}`;
  } finally {
    progress.value = null;
  }
}
onBeforeUnmount(() => {
  if (progress.value) prices.stopBacktest();
});

const ways = computed(() => {
  const found = result.value?.summary;
  if (!found || found.starts === 0) return [];
  return [
    { name: 'buying at once', regret: found.atOnce, about: 'on the day of each start' },
    {
      name: 'the advice',
      regret: found.advised,
      about: `${decimal(100 * found.saved, 1)} % saved against buying at once; dearer than at once in ${Math.round(100 * found.dearer)} % of starts`,
    },
    {
      name: 'a tenth below the median',
      regret: found.tenthOff,
      about: 'the simple rule: the first price a tenth below the median seen before, else the last day',
    },
    {
      name: 'foresight',
      regret: 0,
      about: `${decimal(100 * found.couldSave, 1)} % could have been saved by knowing all prices`,
    },
  ];
});
const most = computed(() => Math.max(0.01, ...ways.value.map((way) => way.regret)));
const verdict = computed(() => {
  const found = result.value?.summary;
  if (!found) return '';
  if (found.starts < 30) return 'Fewer than 30 starts: chance says more here than skill.';
  if (Math.abs(found.edge) < 2 * found.edgeError)
    return 'On this history the advice and the simple rule cannot be told apart.';
  return found.edge < 0
    ? 'On this history the advice did better than the simple rule.'
    : 'On this history the simple rule did better than the advice.';
});
const byPart = computed(() => {
  const groups = new Map<string, BacktestRow[]>();
  for (const row of result.value?.rows ?? []) groups.set(row.part, [...(groups.get(row.part) ?? []), row]);
  return [...groups].map(([part, rows]) => ({
    part,
    rows,
    saved: rows.reduce((sum, row) => sum + row.atOnce - row.advised, 0) / rows.length,
    could: rows.reduce((sum, row) => sum + row.atOnce - row.foresight, 0) / rows.length,
  }));
});
const opened = ref<string | null>(null);
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Looking back</h1>
      <p class="quiet">
        What the advice would have done on the prices that were seen: start after start, knowing only what had
        been seen by then.
      </p>
    </div>
    <section class="sheet ask" aria-label="What to try">
      <ChoiceField
        label="Needed after"
        :value="horizon"
        :options="[14, 21, 30, 60].map((days) => ({ value: days, label: `${days} days` }))"
        @update:value="horizon = $event"
      />
      <ChoiceField
        label="A start every"
        :value="every"
        :options="[7, 14, 28].map((days) => ({ value: days, label: `${days} days` }))"
        @update:value="every = $event"
      />
      <NButton
        type="primary"
        :disabled="progress !== null || prices.watched.length === 0 || !prices.isReady"
        @click="run"
        >Look back</NButton
      >
      <template v-if="progress">
        <NProgress
          class="bar"
          type="line"
          color="var(--plum)"
          rail-color="var(--sunk)"
          :percentage="Math.round((100 * progress.done) / Math.max(1, progress.of))"
          :show-indicator="false"
          aria-label="Progress"
        />
        <span class="quiet num">{{ progress.done }} of {{ progress.of }} starts</span>
        <NButton size="small" @click="prices.stopBacktest()">Stop</NButton>
      </template>
    </section>
    <p v-if="failure" class="failure" role="alert">{{ failure }}</p>
    <p v-if="prices.failure" class="failure" role="alert">
      {{ prices.failure }} <button class="plain edged" @click="prices.read()">Try again</button>
    </p>
    <p v-if="prices.watched.length === 0" class="sheet none quiet">
      Nothing is watched yet: <RouterLink to="/picks">pick some parts</RouterLink> first.
    </p>
    <section v-if="result" class="sheet out" aria-labelledby="out-title">
      <h2 id="out-title">{{ result.summary.starts }} starts over {{ byPart.length }} parts</h2>
      <p v-if="result.summary.starts === 0" class="quiet">
        The history is too short: it takes ten price checks before a start, and {{ horizon }} days after it.
      </p>
      <template v-else>
        <p>
          {{ verdict }} Starts overlap, so that the figures are less sure than their number suggests. The
          usual sale seasons are those of the calendar as it is now.
        </p>
        <table class="lines">
          <thead>
            <tr>
              <th>Way of buying</th>
              <th>Paid beyond foresight</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="way in ways" :key="way.name">
              <th scope="row">{{ way.name }}</th>
              <td class="meter">
                <span class="fill" :style="{ width: `${(100 * way.regret) / most}%` }"></span
                ><span class="num">{{ decimal(100 * way.regret, 1) }} %</span>
              </td>
              <td class="quiet about">{{ way.about }}</td>
            </tr>
          </tbody>
        </table>
        <h3>Part by part</h3>
        <table class="lines">
          <thead>
            <tr>
              <th>Part</th>
              <th class="end">Starts</th>
              <th class="end">Saved a time</th>
              <th class="end">Could be saved</th>
              <th><span class="visually-hidden">Open</span></th>
            </tr>
          </thead>
          <tbody>
            <template v-for="group in byPart" :key="group.part">
              <tr>
                <th scope="row">{{ names.part(group.part) }}</th>
                <td class="num end">{{ group.rows.length }}</td>
                <td class="num end">{{ money(Math.round(group.saved), bench.currency, { sign: true }) }}</td>
                <td class="num end">{{ money(Math.round(group.could), bench.currency) }}</td>
                <td>
                  <button
                    class="plain"
                    :aria-expanded="opened === group.part"
                    :aria-label="`Starts of ${names.part(group.part)}`"
                    @click="opened = opened === group.part ? null : group.part"
                  >
                    Starts
                  </button>
                </td>
              </tr>
              <tr v-for="row in opened === group.part ? group.rows : []" :key="row.start" class="start">
                <td>{{ dateOf(row.start) }}: at once {{ money(row.atOnce, bench.currency) }}</td>
                <td colspan="2" class="end">
                  advice {{ money(row.advised, bench.currency) }} after {{ row.advisedDay }} days
                </td>
                <td class="end">foresight {{ money(row.foresight, bench.currency) }}</td>
                <td></td>
              </tr>
            </template>
          </tbody>
        </table>
      </template>
    </section>
  </div>
</template>

<style scoped>
.ask {
  display: flex;
  gap: 12px;
  align-items: end;
  flex-wrap: wrap;
}
.ask > :first-child,
.ask > :nth-child(2) {
  width: 150px;
}
.bar {
  width: 200px;
  align-self: center;
  margin-bottom: 0;
}
.out {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  overflow-x: auto;
}
.meter {
  position: relative;
  min-width: 160px;
}
.fill {
  position: absolute;
  inset: 3px auto 3px 0;
  background: var(--plum);
  opacity: 0.28;
  border-radius: var(--round-small);
}
.meter .num {
  position: relative;
  padding-left: 6px;
}
.about {
  padding-left: 12px;
}
.start td {
  font-size: var(--text-small);
  color: var(--ink-soft);
}
</style>
