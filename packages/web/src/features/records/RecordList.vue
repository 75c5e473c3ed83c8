<script setup lang="ts">
import { writeRecordsTable, type BenchRecord } from '@ripe-pick/contract';
import { isFarOff } from '@ripe-pick/core/fit';
import { refDebounced } from '@vueuse/core';
import { useDraft } from '../../shared/ui/draft.ts';
import { NInput } from 'naive-ui';
import { useAttempt } from '../../shared/ui/attempt.ts';
import { vRoving } from '../../shared/ui/roving.ts';
import { computed, ref, watch } from 'vue';
import { RouterLink } from 'vue-router';
import { useModel } from '../../shared/stores/model.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { dayText, fps, whole } from '../../shared/format/format.ts';
import { apartWords, furtherWords, offWords, sizeWords } from '../../shared/format/runs.ts';
import { download } from '../../shared/ui/download.ts';
import EmptyPicture from '../../shared/ui/EmptyPicture.vue';
import { useRecordRows } from './use-record-rows.ts';

const model = useModel();
const names = useNames();
const records = useRecords();
const attempt = useAttempt();

/** Rows that are drawn at once. */
const PAGE = 60;
const shown = ref(PAGE);
const search = ref('');
const settled = refDebounced(search, 120);
const FILTERS = [
  { id: 'all', name: 'all' },
  { id: 'own', name: 'own' },
  { id: 'held', name: 'not used yet' },
  { id: 'odd', name: 'far from expected' },
] as const;
const filter = useDraft<(typeof FILTERS)[number]['id']>('ripe-pick-records-filter', 'all');

const { rows, measured } = useRecordRows();
/** How far each record is from what all others predict, from the fit in its worker. */
const offBy = computed(
  () => new Map((model.review?.findings ?? []).map((finding) => [finding.id, finding.z])),
);
watch(
  [filter, () => model.canFit],
  () => {
    if (filter.value === 'odd' && model.canFit && model.review === null && model.state === 'idle')
      void model.run('review');
  },
  { immediate: true },
);
const matching = computed(() => {
  const words = settled.value.toLowerCase().split(/\s+/).filter(Boolean);
  return rows.value.filter((row) => {
    if (filter.value === 'own' && row.record.trust !== 'own') return false;
    if (filter.value === 'held' && row.heldBack === null) return false;
    if (filter.value === 'odd' && !isFarOff(offBy.value.get(row.record.id) ?? 0)) return false;
    return words.every((word) => row.text.includes(word));
  });
});
/** Expected rates of the rows on screen alone: thousands would keep the page waiting. */
const visible = computed(() => matching.value.slice(0, shown.value).map(measured.value));
const change = (label: string, put: readonly BenchRecord[], remove: readonly string[] = []) =>
  attempt(() => records.change(label, put, remove));
const name = (record: BenchRecord) => `${names.game(record.game)} ${fps(record.average)} fps`;
const excluded = (record: BenchRecord) =>
  change(record.excluded === null ? `${name(record)} excluded` : `${name(record)} let in again`, [
    { ...record, excluded: record.excluded === null ? 'looks wrong' : null },
  ]);
const exportAll = () => download('records.csv', writeRecordsTable(records.all), 'text/csv');
</script>

<template>
  <section class="sheet list" aria-labelledby="records">
    <div class="tools">
      <h2 id="records">{{ whole(records.all.length) }} benchmarks</h2>
      <NInput
        v-model:value="search"
        class="search"
        clearable
        placeholder="game, part, source…"
        :input-props="{ 'aria-label': 'Search the benchmarks' }"
      />
      <div role="group" aria-label="Which benchmarks">
        <button
          v-for="each in FILTERS"
          :key="each.id"
          class="plain edged"
          :aria-pressed="filter === each.id"
          @click="filter = each.id"
        >
          {{ each.name }}
        </button>
      </div>
      <button class="plain edged" :disabled="records.all.length === 0" @click="exportAll">
        Export as CSV
      </button>
      <p v-if="model.state !== 'idle'" role="status" class="quiet">The model takes the benchmarks in…</p>
    </div>
    <div v-if="records.all.length === 0" class="none">
      <EmptyPicture shows="rows" />
      <p>
        No benchmark yet.
        <RouterLink :to="{ name: 'records', query: { add: 'chart' } }">Type a published chart in</RouterLink>:
        one minute a chart, ten benchmarks each.
      </p>
    </div>
    <p v-else-if="matching.length === 0" class="none">No benchmark matches.</p>
    <div v-else class="scroll" tabindex="0" role="group" aria-label="Benchmarks">
      <table class="lines" :aria-rowcount="matching.length + 1">
        <thead>
          <tr>
            <th scope="col">Game and setting</th>
            <th scope="col">Processor and graphics</th>
            <th scope="col">Memory</th>
            <th scope="col" class="end">average</th>
            <th scope="col" class="end">1 % low</th>
            <th scope="col" class="end">expected</th>
            <th scope="col">Source</th>
            <th scope="col"><span class="visually-hidden">What can be done</span></th>
          </tr>
        </thead>
        <tbody v-roving>
          <tr
            v-for="{ record, heldBack, unsaid, expected, z } in visible"
            :key="record.id"
            :class="{ held: heldBack !== null }"
          >
            <th scope="row">
              {{ names.game(record.game) }}
              <span class="quiet"
                >{{ record.preset ?? 'preset unknown' }}, {{ sizeWords(record.widthPx, record.heightPx)
                }}{{
                  record.renderScale !== null && record.renderScale < 1
                    ? `, upscaled from ${Math.round(record.renderScale * 100)} %`
                    : ''
                }}</span
              >
              <b v-if="apartWords(record)" class="apart">{{ apartWords(record) }}</b>
              <span v-if="furtherWords(record)" class="quiet under">{{ furtherWords(record) }}</span>
            </th>
            <td>
              {{ names.part(record.cpu)
              }}<span class="quiet under">{{
                record.gpu ? names.part(record.gpu) : 'integrated graphics'
              }}</span>
            </td>
            <td class="num quiet">
              {{
                record.memory.mts === null
                  ? 'unknown'
                  : `${record.memory.gb ?? '?'} GB, ${record.memory.channels ?? '?'} x ${record.memory.mts} CL${record.memory.cl === null ? '?' : Number(record.memory.cl.toFixed(1))}`
              }}
            </td>
            <td class="num end">
              <b>{{ fps(record.average) }}</b>
            </td>
            <td class="num end">
              {{ record.low ? fps(record.low.fps) : '–'
              }}<span v-if="record.low && record.low.definition !== 'percentile'" class="quiet">{{
                record.low.definition === 'slowest' ? 'slowest' : 'kind not stated'
              }}</span>
            </td>
            <td class="num end">
              <template v-if="heldBack !== null"><span class="quiet">not used yet</span></template>
              <template v-else-if="expected !== null"
                >{{ fps(expected) }}
                <span :class="isFarOff(z) ? 'odd' : 'quiet'">{{
                  offWords(record.average / expected)
                }}</span></template
              >
            </td>
            <td>
              {{ record.source.name }} <span class="quiet num">{{ dayText(record.source.on) }}</span><span
                v-if="heldBack ?? unsaid"
                class="quiet under"
                >{{ heldBack ?? unsaid }}</span
              >
            </td>
            <td class="end acts">
              <template v-if="record.trust !== 'own'">
                <button
                  class="plain"
                  :aria-label="`${record.excluded === null ? 'Exclude' : 'Let in'}: ${name(record)}`"
                  @click="excluded(record)"
                >
                  {{ record.excluded === null ? 'Exclude' : 'Let in' }}
                </button>
                <button
                  class="plain"
                  :aria-label="`Delete: ${name(record)}`"
                  @click="change(`${name(record)} deleted`, [], [record.id])"
                >
                  Delete
                </button>
              </template>
              <RouterLink v-else to="/bench">Test bench</RouterLink>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="matching.length > shown" class="more">
      {{ shown }} of {{ whole(matching.length) }} shown.
      <button class="plain edged" @click="shown += 4 * PAGE">Show more</button>
    </p>
  </section>
</template>

<style scoped>
.apart {
  display: block;
  font-size: var(--text-small);
}
.list {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.tools {
  display: flex;
  gap: 8px 12px;
  align-items: center;
  flex-wrap: wrap;
}
.search {
  width: 220px;
}
.scroll {
  overflow-x: auto;
  position: relative;
}
table.lines th,
table.lines td {
  padding-right: 12px;
}
table.lines td:nth-child(2) {
  min-width: 205px;
}
.lines {
  min-width: 880px;
  font-size: var(--text-small);
}
th .quiet,
.lines .under {
  display: block;
  margin: 0;
}
.held {
  color: var(--ink-soft);
}
.odd {
  color: var(--danger);
  font-weight: 600;
}
.acts {
  white-space: nowrap;
}
.none {
  padding: 24px;
  text-align: center;
}
.more {
  text-align: center;
}
</style>
