<script setup lang="ts">
import type { BenchRunKept } from '@ripe-pick/contract';
import { meanSpread, meanWatts } from '@ripe-pick/core/bench';
import { useAttempt } from '../../shared/ui/attempt.ts';
import { computed } from 'vue';
import { useNames } from '../../shared/stores/names.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { decimal, fps, percent } from '../../shared/format/format.ts';
import { conditionWords, furtherWords } from '../../shared/format/runs.ts';
import FrameTimesPicture from './FrameTimesPicture.vue';
import type { Measured } from './use-bench.ts';

const props = defineProps<{ group: Measured }>();
const names = useNames();
const records = useRecords();
const attempt = useAttempt();
const first = computed(() => props.group.runs[0]);
const lastFile = computed(() => props.group.runs.findLast((run) => run.file !== null)?.file ?? null);
const isOutlier = (n: number) => props.group.summary?.outliers.includes(n) === true;

const change = (label: string, what: Parameters<typeof records.changeBench>[1]) =>
  attempt(() => records.changeBench(label, what));
const toggleWarmUp = (run: BenchRunKept) =>
  change(run.isWarmUp ? 'Run counted again' : 'Run made a warm-up', {
    putRuns: [{ ...run, isWarmUp: !run.isWarmUp }],
  });
const remove = (run: BenchRunKept) =>
  change(`Run of ${names.game(run.game)} deleted`, { removeRuns: [run.id] });
/** Further figures of the passes, where somebody told them. */
const told = computed(() =>
  furtherWords({ spread: meanSpread(props.group.runs), watts: meanWatts(props.group.runs) }),
);
</script>

<template>
  <section class="sheet details" aria-labelledby="details">
    <h2 id="details">
      {{ names.game(first.game) }} <span class="quiet">{{ conditionWords(first) }}</span>
    </h2>
    <p v-if="group.summary">
      <b class="num">{{ fps(group.summary.average) }}</b> over {{ group.summary.count }}
      {{ group.summary.count === 1 ? 'run' : 'runs'
      }}<template v-if="group.summary.spreadLn !== null"
        >, spread between runs {{ decimal(group.summary.spreadLn * 100, 1) }} %</template
      ><template v-if="group.expected"
        >; expected <span class="num">{{ fps(group.expected.fps) }}</span> ({{
          fps(group.expected.interval.low)
        }}
        to {{ fps(group.expected.interval.high) }})</template
      ><template v-if="first.state.clocks === 'raised'">
        {{ group.isTuned ? 'as it was tuned' : 'with clocks as shipped' }}</template
      ><template v-if="told">; {{ told }}</template
      >.
      <template v-if="group.summary.count < 3"
        >Three runs are the custom: the spread shows what one is worth.</template
      >
    </p>
    <p v-if="group.unknown" class="quiet">{{ group.unknown }}</p>
    <div class="scroll" tabindex="0" role="group" aria-label="Runs">
      <table class="lines">
        <thead>
          <tr>
            <th scope="col">Run</th>
            <th scope="col" class="end">average</th>
            <th scope="col" class="end">1 % low</th>
            <th scope="col" class="end">slowest 1 %</th>
            <th scope="col" class="end">length</th>
            <th scope="col" class="end">graphics card busy</th>
            <th scope="col">stutters</th>
            <th scope="col"><span class="visually-hidden">What can be done</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(run, n) in group.runs" :key="run.id" :class="{ warm: run.isWarmUp }">
            <th scope="row">
              {{ n + 1 }}<template v-if="run.isWarmUp">, warm-up</template
              ><b v-else-if="isOutlier(n)">, far from the others</b>
              <span class="quiet">{{ run.file?.name ?? 'typed in' }}</span>
            </th>
            <td class="num end">{{ fps(run.average) }}</td>
            <td class="num end">{{ run.low === null ? '–' : fps(run.low) }}</td>
            <td class="num end">{{ run.slowest === null ? '–' : fps(run.slowest) }}</td>
            <td class="num end">{{ run.seconds === null ? '–' : `${decimal(run.seconds, 0)} s` }}</td>
            <td class="num end">{{ run.gpuBusy === null ? '–' : percent(run.gpuBusy) }}</td>
            <td>
              {{ run.file ? `${run.file.stutters}, ${decimal(run.file.stutterSeconds, 2)} s lost` : '–' }}
            </td>
            <td class="end acts">
              <button class="plain" @click="toggleWarmUp(run)">
                {{ run.isWarmUp ? 'Count it' : 'Warm-up' }}
              </button>
              <button class="plain" :aria-label="`Delete run ${n + 1}`" @click="remove(run)">Delete</button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <FrameTimesPicture v-if="lastFile" :file="lastFile" />
  </section>
</template>

<style scoped>
.details {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.scroll {
  overflow-x: auto;
  position: relative;
}
table.lines th,
table.lines td {
  padding-right: 12px;
}
.warm {
  color: var(--ink-soft);
}
.acts {
  white-space: nowrap;
}
h2 .quiet {
  font-weight: 400;
  font-size: var(--text-base);
}
</style>
