<script setup lang="ts">
import { likeliestColumn, type MonitorFigures, type MonitorRole } from '@ripe-pick/core/tuning/monitor';
import type { TuningStage } from '@ripe-pick/core/tuning';
import { computed, ref, shallowRef } from 'vue';
import { proxy } from 'comlink';
import { failureText } from '../../shared/api/client.ts';
import { benchWorker } from '../../shared/stores/bench-worker.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import type { Reading } from './use-tuning.ts';

/** Readings from a monitoring tool's log: its columns are proposed, and count only once they are confirmed. */
const props = defineProps<{ stage: TuningStage }>();
const emit = defineEmits<{ take: [reading: Reading] }>();

/** What is taken from a log, and from which column; −1: none. */
const WANTED = [
  { role: 'celsius', label: 'Hottest from', unit: '°C' },
  { role: 'volts', label: 'Voltage from', unit: 'V' },
  { role: 'clock', label: 'Clock from', unit: 'MHz' },
] as const;
type LogFigure = (typeof WANTED)[number]['role'];

const input = ref<HTMLInputElement | null>(null);
const share = ref<number | null>(null);
const problem = ref('');
const name = ref('');
const log = shallowRef<{ rows: number; skipped: number; figures: readonly MonitorFigures[] } | null>(null);
const columns = ref<Record<LogFigure, number>>({ celsius: -1, volts: -1, clock: -1 });

async function read(file: File) {
  problem.value = '';
  log.value = null;
  name.value = file.name;
  share.value = 0;
  try {
    const found = await benchWorker.read((worker, sign) =>
      worker.readMonitorLog(
        file,
        proxy((done: number) => (sign(), (share.value = done))),
      ),
    );
    if (!found) return;
    if (!found.ok) return void (problem.value = `${file.name}: ${found.message} ${found.mend}`);
    log.value = found.log;
    const likeliest = (role: MonitorRole) =>
      likeliestColumn(found.log, props.stage, role)?.column.index ?? -1;
    columns.value = { celsius: likeliest('celsius'), volts: likeliest('volts'), clock: likeliest('clock') };
  } catch (error) {
    problem.value = `${file.name}: ${failureText(error, 'it could not be read.')}`;
  } finally {
    share.value = null;
  }
}
function choose(event: Event) {
  const field = event.target as HTMLInputElement;
  const [file] = field.files ?? [];
  field.value = '';
  if (file) void read(file);
}
const options = computed(() => [
  { value: -1, label: 'none of them' },
  ...(log.value?.figures ?? []).map(({ column }) => ({ value: column.index, label: column.heading })),
]);
const rounded = (value: number) => Math.round(value * 1000) / 1000;
const rows = computed(() =>
  WANTED.map((wanted) => {
    const figures = log.value?.figures.find(({ column }) => column.index === columns.value[wanted.role]);
    return { ...wanted, figures: figures ?? null };
  }),
);
/** Clocks are told as their mean: at rest they fall. */
const words = ({ rows: count, unread, most, mean, column }: MonitorFigures, unit: string) =>
  `${unit === 'MHz' ? `mean ${rounded(mean)}, ` : ''}most ${rounded(most)} ${unit} in ${count} rows${
    unread > 0 ? `; ${unread} ${unread === 1 ? 'cell holds' : 'cells hold'} no figure` : ''
  }${column.hasUnit ? '' : `; no unit is stated: ${unit} is taken`}`;
function take() {
  const most = (role: LogFigure) => rows.value.find((row) => row.role === role)?.figures?.most;
  const [celsius, volts] = [most('celsius'), most('volts')];
  emit('take', {
    ...(celsius === undefined ? {} : { celsius: rounded(celsius) }),
    ...(volts === undefined ? {} : { volts: rounded(volts) }),
  });
  log.value = null;
}
</script>

<template>
  <div class="monitor">
    <button class="plain edged big" :disabled="share !== null" @click="input?.click()">
      Read it from a log…
    </button>
    <input
      ref="input"
      type="file"
      accept=".csv,.txt,.tsv,.log,text/*"
      class="visually-hidden"
      tabindex="-1"
      aria-label="Log of a monitoring tool"
      @change="choose"
    />
    <p v-if="share !== null" role="status">
      Reading {{ name }}… {{ Math.round(share * 100) }} %
      <button class="plain edged" @click="benchWorker.read((worker) => worker.cancel())">Stop</button>
    </p>
    <p v-if="problem" role="alert" class="bad">{{ problem }}</p>
    <div v-if="log" class="found">
      <p class="quiet num">
        {{ name }}: {{ log.rows }} rows<template v-if="log.skipped > 0">
          and {{ log.skipped }} beside them</template
        >. Which columns are meant?
      </p>
      <div v-for="{ role, label, unit, figures } in rows" :key="role">
        <ChoiceField
          :label="label"
          :value="columns[role]"
          :options="options"
          filterable
          @update:value="(index: number) => (columns = { ...columns, [role]: index })"
        />
        <p v-if="figures" class="quiet num">{{ words(figures, unit) }}</p>
      </div>
      <button class="plain strong big" @click="take">Take these readings</button>
    </div>
  </div>
</template>

<style scoped>
.monitor,
.found {
  display: grid;
  gap: 8px;
}
p {
  margin: 0;
}
.big {
  min-height: 44px;
  padding: 8px 14px;
  justify-self: start;
}
.bad {
  color: var(--danger);
}
</style>
