<script setup lang="ts">
import type { Outcome, TuningAttempt } from '@ripe-pick/core/tuning';
import { duration } from '../../shared/format/format.ts';

/** What was tried, the newest first. */
defineProps<{ attempts: readonly TuningAttempt[]; unit: string }>();
const emit = defineEmits<{ take: [] }>();
const WORDS: Readonly<Record<Outcome, string>> = {
  held: 'held',
  errors: 'errors',
  crash: 'crash',
  stopped: 'stopped at a limit',
};
</script>

<template>
  <section class="sheet log" aria-labelledby="log">
    <div class="bar">
      <h2 id="log">The log</h2>
      <button class="plain edged" @click="emit('take')">As a table (CSV)</button>
    </div>
    <div class="scroll" tabindex="0" role="region" aria-label="Attempts">
      <table>
        <thead>
          <tr>
            <th scope="col">Setting</th>
            <th scope="col">For</th>
            <th scope="col">Outcome</th>
            <th scope="col">Hottest, °C</th>
            <th scope="col">Volts</th>
            <th scope="col">Errors</th>
            <th scope="col">Score</th>
            <th scope="col">Note</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in [...attempts].reverse()" :key="each.serial">
            <th scope="row" class="num">{{ each.setting }} {{ unit }}</th>
            <td>{{ each.purpose === 'final' ? 'long soak' : 'step' }}, {{ duration(each.minutes) }}</td>
            <td>{{ each.outcome ? WORDS[each.outcome] : 'not said yet' }}</td>
            <td class="num">{{ each.celsius ?? '–' }}</td>
            <td class="num">{{ each.volts ?? '–' }}</td>
            <td class="num">{{ each.errors ?? '–' }}</td>
            <td class="num">{{ each.score ?? '–' }}</td>
            <td>{{ each.note }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: baseline;
}
.scroll {
  overflow: auto;
  max-height: 320px;
}
table {
  border-collapse: collapse;
  width: 100%;
  font-size: var(--text-body);
}
th,
td {
  text-align: left;
  padding: 4px 8px;
  border-bottom: 1px solid var(--line);
}
</style>
