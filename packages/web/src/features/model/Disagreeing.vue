<script setup lang="ts">
import type { RecordFinding } from '@ripe-pick/core/fit';
import { useAttempt } from '../../shared/ui/attempt.ts';
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { useNames } from '../../shared/stores/names.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { fps } from '../../shared/format/format.ts';
import { offWords, sizeWords } from '../../shared/format/runs.ts';

const props = defineProps<{ findings: readonly RecordFinding[] }>();
const names = useNames();
const records = useRecords();
const attempt = useAttempt();
/** Shown at once; the records page lists the rest. */
const MOST = 14;
const byId = computed(() => new Map(records.all.map((record) => [record.id, record])));
const odd = computed(() =>
  props.findings
    .filter((finding) => finding.disagrees)
    .sort((a, b) => Math.abs(b.z) - Math.abs(a.z))
    .flatMap((finding) => {
      const record = byId.value.get(finding.id);
      return record && record.excluded === null ? [{ finding, record }] : [];
    }),
);
async function excluded(id: string) {
  const record = byId.value.get(id);
  if (!record) return;
  await attempt(() =>
    records.change(`${names.game(record.game)} ${fps(record.average)} fps excluded`, [
      { ...record, excluded: 'disagrees with the rest' },
    ]),
  );
}
</script>

<template>
  <section class="sheet panel" aria-labelledby="odd">
    <h2 id="odd">Benchmarks that disagree with the rest</h2>
    <p class="quiet">
      More than four standard deviations from what all others predict. They pull next to nothing; look whether
      a preset, a resolution or a digit is wrong.
    </p>
    <p v-if="odd.length === 0">None.</p>
    <div v-else class="scroll" tabindex="0" role="group" aria-label="Benchmarks that disagree">
      <table class="lines">
        <thead>
          <tr>
            <th scope="col">Benchmark</th>
            <th scope="col" class="end">measured</th>
            <th scope="col" class="end">expected</th>
            <th scope="col" class="end">off</th>
            <th scope="col"><span class="visually-hidden">What can be done</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ finding, record } in odd.slice(0, MOST)" :key="finding.id">
            <th scope="row">
              {{ names.game(record.game) }} {{ record.preset }},
              {{ sizeWords(record.widthPx, record.heightPx) }}
              <span class="quiet"
                >{{ names.part(record.cpu) }},
                {{ record.gpu ? names.part(record.gpu) : 'integrated graphics' }};
                {{ record.source.name }}</span
              >
            </th>
            <td class="num end">{{ fps(record.average) }}</td>
            <td class="num end">{{ fps(finding.expected) }}</td>
            <td class="num end">
              <b>{{ offWords(record.average / finding.expected) }}</b>
            </td>
            <td class="end">
              <button
                v-if="record.trust !== 'own'"
                class="plain"
                :aria-label="`Exclude: ${names.game(record.game)} ${fps(record.average)}`"
                @click="excluded(record.id)"
              >
                Exclude
              </button>
              <RouterLink v-else to="/bench">Test bench</RouterLink>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="odd.length > MOST" class="quiet">and {{ odd.length - MOST }} more.</p>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
}
.scroll {
  overflow-x: auto;
  position: relative;
}
td:last-child {
  white-space: nowrap;
}
th .quiet {
  display: block;
  margin: 0;
  font-size: var(--text-small);
}
</style>
