<script setup lang="ts">
import type { ChartFinding } from '@ripe-pick/core/fit';
import { computed, nextTick, ref } from 'vue';
import { offWords, sizeWords } from '../../shared/format/runs.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { useAttempt } from '../../shared/ui/attempt.ts';

const props = defineProps<{ charts: readonly ChartFinding[] }>();
const names = useNames();
const records = useRecords();
const attempt = useAttempt();
const heading = ref<HTMLElement | null>(null);

const byId = computed(() => new Map(records.all.map((record) => [record.id, record])));
const odd = computed(() =>
  props.charts
    .filter((chart) => chart.disagrees)
    .sort((a, b) => Math.abs(b.z) - Math.abs(a.z))
    .flatMap((chart) => {
      const bars = chart.ids.flatMap((id) => byId.value.get(id) ?? []).filter((bar) => bar.excluded === null);
      return bars.length === 0 ? [] : [{ chart, bars }];
    }),
);
const titleOf = ({ source, on, game, preset }: ChartFinding) =>
  `${source}, ${on}: ${names.game(game)} ${preset ?? ''}`.trim();

/** All bars of a chart at once; one step back brings them in again. */
async function setAside({ chart, bars }: (typeof odd.value)[number]) {
  await attempt(() =>
    records.change(
      `chart of ${titleOf(chart)} excluded`,
      bars.map((bar) => ({ ...bar, excluded: 'its whole chart disagrees with the rest' })),
    ),
  );
  // The row that was pressed is gone.
  await nextTick();
  heading.value?.focus();
}
</script>

<template>
  <section class="sheet panel" aria-labelledby="odd-charts">
    <h2 id="odd-charts" ref="heading" tabindex="-1">Charts that disagree as a whole</h2>
    <p class="quiet">
      All bars of these lie off the same way, against what all other charts say: another preset than it names,
      upscaling that is not said, or another build of the game. They hardly move anything; set them aside to
      count them out.
    </p>
    <p v-if="odd.length === 0">None.</p>
    <ul v-else>
      <li v-for="each in odd" :key="each.chart.ids[0]">
        <span>
          {{ titleOf(each.chart) }}, {{ sizeWords(each.chart.widthPx, each.chart.heightPx) }}
          <span class="quiet">{{ each.bars.length }} {{ each.bars.length === 1 ? 'bar' : 'bars' }}</span>
        </span>
        <b class="num">{{ offWords(Math.exp(each.chart.offLn)) }}</b>
        <button
          class="plain edged"
          :aria-label="`Exclude the chart of ${titleOf(each.chart)}`"
          @click="setAside(each)"
        >
          Exclude
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 6px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
li {
  display: flex;
  gap: 4px 12px;
  flex-wrap: wrap;
  align-items: baseline;
}
li > span {
  flex: 1;
  min-width: 180px;
}
li .quiet {
  margin-left: 6px;
}
</style>
