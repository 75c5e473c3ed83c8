<script setup lang="ts">
import { computed } from 'vue';
import type { NearBest } from '@ripe-pick/core/compare';
import type { Picks } from '@ripe-pick/core/parts';
import { useBench } from '../../shared/stores/bench.ts';
import { useNames } from '../../shared/stores/names.ts';
import { decimal, money, percent } from '../../shared/format/format.ts';

/** What the best set is worth once it is chosen, how sure it is to be the best, and what would tell it from its rivals. */
const props = defineProps<{ judged: NearBest; unit: string; lead: (picks: Picks) => string }>();

const bench = useBench();
const figure = (value: number) => decimal(value, 1);
const names = useNames();

/** A figure that differs by less is the same. */
const SAME = 0.005;
const first = computed(() => props.judged.builds[0]);
const isCorrected = computed(
  () => Math.abs((first.value.expected * 1000) / props.judged.answers[0].score - 1) > SAME,
);
const isByPrices = computed(() => Math.abs(first.value.byPrices) > SAME);
const numbered = (n: number) => (n === 0 ? 'the best by score' : `runner-up ${n}`);
/** The one of which more is expected than of the first, where there is such a one. */
const higher = computed(() => {
  const { builds, mostExpected } = props.judged;
  return builds[mostExpected].expected > first.value.expected * (1 + SAME) ? mostExpected : null;
});
const saved = computed(() => props.judged.answers[0].cost - props.judged.answers[props.judged.cheapest].cost);
</script>

<template>
  <section class="sure" aria-label="How sure that is">
    <h3>How sure that is</h3>
    <p v-if="isCorrected">
      {{ figure(first.expected) }} {{ unit }} are to be expected, not
      {{ figure(judged.answers[0].score / 1000) }}:
      <template v-if="isByPrices"
        >too little of its parts was measured, and shops ask {{ first.byPrices < 0 ? 'less' : 'more' }} for
        them than for parts that run like that.</template
      ><template v-else
        >its rates may turn out higher as well as lower, and your goal counts the one for less than the
        other.</template
      >
    </p>
    <p>
      <template v-if="judged.group.length > 1"
        ><b>One of {{ judged.group.length }} sets within {{ decimal(judged.within / 1000, 1) }} {{ unit }}</b>
        that cannot be told apart; any is a good choice. </template
      ><template v-else><b>It stands alone</b>: no other set is as good with a fair chance. </template> It is
      truly the best with a chance of <span class="num">{{ percent(first.best) }}</span>; in 9 of 10 cases it
      loses at most <span class="num">{{ decimal(judged.loss.most, 1) }} {{ unit }}</span> to the one that is.
      <template v-if="saved > 0"
        >The cheapest of them, {{ numbered(judged.cheapest) }}, saves
        <span class="num">{{ money(saved, bench.currency) }}</span>.</template
      >
      <template v-if="higher !== null">
        By what shops ask, more is to be expected of {{ numbered(higher) }},
        {{ lead(judged.answers[higher].picks) }}:
        <span class="num">{{ figure(judged.builds[higher].expected) }} {{ unit }}</span
        >.</template
      >
    </p>
    <p v-if="judged.parting">
      What would tell them apart: how <b>{{ names.game(judged.parting.game) }}</b> runs on
      {{ lead(judged.answers[judged.parting.build].picks) }}. A benchmark of that, found or measured on a rig
      like it, helps most.
    </p>
  </section>
</template>

<style scoped>
.sure {
  display: grid;
  gap: 6px;
  padding: 10px 12px;
  border-left: 3px solid var(--plum);
  background: var(--sunk);
}
.sure h3 {
  margin: 0;
}
</style>
