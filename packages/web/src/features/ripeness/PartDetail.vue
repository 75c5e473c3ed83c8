<script setup lang="ts">
import { NButton } from 'naive-ui';
import { computed, ref, watch } from 'vue';
import { minorPlaces } from '@ripe-pick/core';
import type { Watched } from '@ripe-pick/core/watch';
import { dateOf } from '@ripe-pick/core/units';
import type { PriceVerdict } from '../../workers/prices.worker.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useNames } from '../../shared/stores/names.ts';
import { usePrices } from '../../shared/stores/prices.ts';
import { useStandings } from '../../shared/stores/standings.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { dayText, money } from '../../shared/format/format.ts';
import { adviceLine, chance, lookWords } from '../../shared/format/ripeness.ts';
import DayField from '../../shared/ui/DayField.vue';
import NumberField from '../../shared/ui/NumberField.vue';
import RipenessMark from '../../shared/ui/RipenessMark.vue';
import CourseChart from './CourseChart.vue';
import LooksTable from './LooksTable.vue';

/** Everything behind a part’s ripeness: its course, each figure with what it means, its target, and the looks that it rests on. */
const props = defineProps<{ watched: Watched; verdict: PriceVerdict }>();
const bench = useBench();
const names = useNames();
const prices = usePrices();
const workspace = useWorkspace();
const standings = useStandings();
/** A pick is spoken of as on every other screen. */
const waiting = computed(() => (props.watched.why === 'pick' ? standings.waiting(props.watched.slot) : null));

const target = computed(() => workspace.targets.find((each) => each.part === props.watched.part) ?? null);
const scale = computed(() => 10 ** minorPlaces(bench.currency));
const draft = ref<number | null>(null);
const from = ref<string | null>(null);
const by = ref<string | null>(null);
watch(
  () => [props.watched.part, target.value] as const,
  () => {
    draft.value = target.value ? target.value.priceMinor / scale.value : null;
    from.value = target.value?.from ?? null;
    by.value = target.value?.by ?? null;
  },
  { immediate: true },
);
function keep() {
  if (draft.value === null || draft.value <= 0) return;
  prices.setTarget(props.watched.part, props.watched.slot, {
    currency: bench.currency,
    priceMinor: Math.round(draft.value * scale.value),
    from: from.value,
    by: by.value,
    note: target.value?.note ?? '',
  });
}
const kindEvents = computed(() =>
  prices.events.filter((event) => event.touches.length === 0 || event.touches.includes(props.watched.slot)),
);
const byDay = computed(() => dayText(dateOf(prices.today + props.verdict.days)));
const facts = computed(() => {
  const v = props.verdict;
  const short = (minor: number) =>
    Number.isFinite(minor) ? money(minor, bench.currency, { short: true }) : 'none';
  const rows: { label: string; value: string; about: string }[] = [];
  // Where nothing is advised, no money and no odds stand either.
  if (v.silence !== null) return rows;
  const add = (label: string, value: string, about: string) => rows.push({ label, value, about });
  add(
    'Buying pays at or below',
    short(v.reservation),
    'what waiting costs at the mean of the futures; the dashed line has it for each day ahead',
  );
  add(`Least price until ${byDay.value}`, `${short(v.least.low)} to ${short(v.least.high)}`, '80 % interval');
  add(
    'Waiting ends dearer',
    chance(v.dearerChance),
    'share of the futures in which waiting by the line costs more than today',
  );
  add(
    'Buying now is regretted',
    chance(v.regretChance),
    'share of the futures in which it falls 3 % below today’s price',
  );
  add('Today is a sale', chance(v.saleChance), 'a drop that is expected to come back');
  if (v.targetChance !== null)
    add('Target reached in time', chance(v.targetChance), 'half a per cent above the target is let pass');
  add(
    'Share of the belief that is the prior’s',
    chance(v.priorShare),
    `the rest is learnt from ${prices.pooled?.offers ?? 0} offers of yours`,
  );
  return rows;
});
</script>

<template>
  <section class="detail" :aria-label="`${names.part(watched.part)} over time`">
    <div class="head">
      <h2>{{ names.part(watched.part) }}</h2>
      <RipenessMark v-bind="waiting ? { verdict: waiting } : { ripeness: verdict.ripeness }" />
    </div>
    <p>
      {{ waiting?.line ?? adviceLine(verdict, bench.currency, prices.promise) }}
      <span class="quiet">{{ lookWords(verdict.lookIn) }}</span>
    </p>
    <CourseChart
      :verdict="verdict"
      :currency="bench.currency"
      :today="prices.today"
      :target="target && target.currency === bench.currency ? target.priceMinor : null"
      :events="kindEvents"
    />
    <table v-if="facts.length > 0" class="lines">
      <caption class="visually-hidden">
        What the forecast says
      </caption>
      <tbody>
        <tr v-for="fact in facts" :key="fact.label">
          <th scope="row">
            {{ fact.label }}<span class="quiet small">{{ fact.about }}</span>
          </th>
          <td class="num end">{{ fact.value }}</td>
        </tr>
      </tbody>
    </table>
    <form class="target" @submit.prevent="keep">
      <NumberField
        placeholder="none"
        label="Target price"
        :value="draft"
        :min="0"
        :currency="bench.currency"
        @update:value="draft = $event"
      />
      <DayField label="counts from" :value="from" @change="from = $event" />
      <DayField label="wanted by" :value="by" @change="by = $event" />
      <NButton size="small" attr-type="submit">{{ target ? 'Change the target' : 'Set a target' }}</NButton>
      <NButton
        v-if="target"
        size="small"
        quaternary
        @click="prices.setTarget(watched.part, watched.slot, null)"
        >Remove it</NButton
      >
    </form>
    <LooksTable :part="watched.part" />
  </section>
</template>

<style scoped>
.detail {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  padding: 10px 14px;
}
.head {
  display: flex;
  gap: 12px;
  align-items: baseline;
  flex-wrap: wrap;
}
.small {
  display: block;
  margin-left: 0;
  font-size: var(--text-small);
}
.target {
  display: flex;
  gap: 8px;
  align-items: end;
  flex-wrap: wrap;
}
</style>
