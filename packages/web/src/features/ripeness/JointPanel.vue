<script setup lang="ts">
import { computed } from 'vue';
import type { JointStep } from '@ripe-pick/core/prices';
import { dateOf } from '@ripe-pick/core/units';
import { useBench } from '../../shared/stores/bench.ts';
import { useNames } from '../../shared/stores/names.ts';
import { usePrices } from '../../shared/stores/prices.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { minorPlaces } from '@ripe-pick/core';
import { dayText, money } from '../../shared/format/format.ts';
import { oneIn } from '../../shared/format/ripeness.ts';
import NumberField from '../../shared/ui/NumberField.vue';

/** The whole candidate: what to buy first, what to leave for later. */
const bench = useBench();
const names = useNames();
const prices = usePrices();
const workspace = useWorkspace();
const plan = computed(() => prices.joint);
const hasView = (part: string) => prices.verdicts.get(part)?.silence === null;
const bought = computed(() => plan.value?.steps.filter((step) => step.advice === 'buy') ?? []);
const now = computed(() => bought.value.filter((step) => hasView(step.id)));
const open = computed(() => bought.value.filter((step) => !hasView(step.id)));
const later = computed(() =>
  [...(plan.value?.steps.filter((step) => step.advice !== 'buy') ?? [])].sort((a, b) => a.day - b.day),
);
const dayWords = (day: number) =>
  day < 1.5 ? 'within a day' : `about ${dayText(dateOf(prices.today + Math.round(day)))}`;
/** What waiting for one part brings: its own price stands in its row, at the offer that is picked. */
function waitWords({ now, expected }: JointStep): string {
  const text = (minor: number) => money(minor, bench.currency, { short: true });
  return now === null ? `sold out now, about ${text(expected)}` : `about ${text(now - expected)} less`;
}
const scale = computed(() => 10 ** minorPlaces(bench.currency));
</script>

<template>
  <section class="sheet joint" aria-labelledby="joint-title">
    <h2 id="joint-title">The whole of {{ workspace.active.name }}</h2>
    <template v-if="plan">
      <p>
        <template v-if="plan.saving <= 0">{{
          open.length === 0
            ? 'Buy all of it now: no waiting pays.'
            : 'As far as there is a view, no waiting pays.'
        }}</template>
        <template v-else
          >Done by {{ dayText(dateOf(prices.today + plan.by)) }}: about
          <b>{{ money(plan.saving * prices.promise, bench.currency, { short: true }) }}</b> saved against all
          at once, {{ oneIn(plan.dearerChance) }} chance that it ends dearer.</template
        >
      </p>
      <p v-if="now.length > 0"><b>Now:</b> {{ now.map((step) => names.part(step.id)).join(', ') }}</p>
      <p v-if="open.length > 0">
        <b>No view, counted at today’s price:</b> {{ open.map((step) => names.part(step.id)).join(', ') }}
      </p>
      <ol v-if="later.length > 0" class="later">
        <li v-for="step in later" :key="step.id">
          {{ names.part(step.id)
          }}<span class="quiet num">{{ waitWords(step) }}, {{ dayWords(step.day) }}</span>
        </li>
      </ol>
    </template>
    <p v-else class="quiet">
      {{ prices.isJudging ? 'Being worked out…' : 'Nothing to buy in this candidate.' }}
    </p>
    <div class="fields">
      <NumberField
        placeholder="none"
        label="A day of waiting costs"
        hint="until the last part is there"
        :value="workspace.watching.waitPerDayMinor / scale"
        :min="0"
        :currency="bench.currency"
        @update:value="
          prices.setWatching('set what waiting costs', { waitPerDayMinor: Math.round(($event ?? 0) * scale) })
        "
      />
      <NumberField
        v-if="workspace.brief.dates.readyBy === null"
        placeholder="none"
        label="Days to look ahead"
        :value="workspace.watching.days"
        :min="3"
        :max="90"
        @update:value="
          prices.setWatching('set the days to look ahead', {
            days: Math.min(90, Math.max(3, Math.round($event ?? 30))),
          })
        "
      />
    </div>
    <p class="quiet small">
      Prices alone: shipping, codes and combos of the whole basket are Shopping day’s. What is bought early
      uses up its days for sending back.
    </p>
  </section>
</template>

<style scoped>
.joint {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  padding: 12px 16px;
}
.later {
  margin: 0;
  padding-left: 1.2em;
  font-size: var(--text-body);
  display: grid;
  gap: 3px;
}
.later .quiet {
  display: block;
  margin-left: 0;
  white-space: normal;
}
.fields {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
.small {
  font-size: var(--text-small);
}
</style>
