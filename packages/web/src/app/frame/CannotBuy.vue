<script setup lang="ts">
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { useBench } from '../../shared/stores/bench.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useStandings } from '../../shared/stores/standings.ts';
import { dayText, money } from '../../shared/format/format.ts';
import { usePhone } from '../../shared/ui/phone.ts';
import { cannotBeBought, goneWords } from '../../shared/format/pick-state.ts';

/** What stands between the build and buying it, with its mend: a day that has passed, offers that are gone. */
const bench = useBench();
const names = useNames();
const standings = useStandings();
const isPhone = usePhone();
const lost = computed(() => {
  const { live, gone } = standings;
  if (standings.isLooking) return [];
  return live ? live.without : gone.map(({ slot }) => slot);
});
const which = computed(() =>
  standings.gone.map((each) => `${names.part(each.part)} ${goneWords(each)}`).join('; '),
);
const difference = computed(() => {
  const { totalMinor, countedMinor } = standings.more ?? { totalMinor: 0, countedMinor: 0 };
  const words = (minor: number) =>
    minor === 0 ? 'the same' : `${money(Math.abs(minor), bench.currency)} ${minor > 0 ? 'more' : 'less'}`;
  return `cost ${words(totalMinor)}${countedMinor === totalMinor || isPhone.value ? '' : ` (${words(countedMinor)} with the reserve for used parts and money back)`}`;
});
</script>

<template>
  <div v-if="standings.passed !== null" class="before-buying" role="status">
    <span>
      <b>The day by which all has to be there, {{ dayText(standings.passed) }}, has passed:</b> nothing can
      arrive by it<template v-if="!isPhone">, so nothing counts as to be had</template>.
    </span>
    <button class="plain edged" @click="standings.moveDay(standings.movedTo)">
      Make it {{ dayText(standings.movedTo) }}
    </button>
    <button class="plain edged" @click="standings.moveDay(null)">No such day</button>
  </div>
  <div v-else-if="standings.gone.length > 0" class="before-buying" role="status">
    <span>
      <b>{{ cannotBeBought(standings.gone.length) }}{{ isPhone ? '.' : ':' }}</b
      >{{ isPhone ? '' : ` ${which}.` }}
      <template v-if="standings.isLooking">Offers that can be bought are being looked for…</template>
      <template v-else-if="standings.live"
        >{{ isPhone ? 'Others' : 'Offers that can be bought' }} {{ difference }}.</template
      >
    </span>
    <button
      v-if="standings.live || standings.isLooking"
      class="plain edged"
      :disabled="standings.isLooking"
      @click="standings.takeLive()"
    >
      Take them
    </button>
    <RouterLink v-if="lost.length > 0" :to="{ name: 'shopping-day' }">What can take its place</RouterLink>
  </div>
</template>

<style scoped>
.before-buying {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  margin: 4px 16px 0;
  padding: 3px 10px;
  border: 1px solid var(--danger);
  border-radius: var(--round-medium);
  font-size: var(--text-body);
}
.before-buying > span {
  flex: 1 1 320px;
}
@media (max-width: 760px) {
  .before-buying {
    margin: 4px 10px 0;
    padding: 0 0 0 10px;
    flex-wrap: nowrap;
  }
  .before-buying > span {
    flex: 1 1 0;
    min-width: 0;
  }
}
b {
  color: var(--danger);
}
</style>
