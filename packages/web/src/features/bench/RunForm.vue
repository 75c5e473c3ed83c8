<script setup lang="ts">
import { today as localToday } from '@ripe-pick/contract';
import type { BenchKept, BenchRunKept } from '@ripe-pick/contract';
import { groupKey, type ColumnChoice } from '@ripe-pick/core/bench';
import { useDraft } from '../../shared/ui/draft.ts';
import { useMessage } from 'naive-ui';
import { computed, nextTick, ref } from 'vue';
import NumberField from '../../shared/ui/NumberField.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';
import { useNames } from '../../shared/stores/names.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { failureText } from '../../shared/api/client.ts';
import FrameFileQuestion from './FrameFileQuestion.vue';
import { EMPTY_RUN, moreOf } from './run-draft.ts';
import RunMore from './RunMore.vue';
import RunScene from './RunScene.vue';
import { useFrameTimes } from './frame-times.ts';
import { decimal, whole } from '../../shared/format/format.ts';

const props = defineProps<{ system: BenchKept['rigs'][number] }>();
const emit = defineEmits<{ added: [group: string] }>();
const names = useNames();
const records = useRecords();
const workspace = useWorkspace();
const message = useMessage();
const file = useFrameTimes();

/** Kept until it is added, over a reload too. */
const draft = useDraft('ripe-pick-run-draft', EMPTY_RUN);
const game = computed(() =>
  names.games.has(draft.value.game)
    ? draft.value.game
    : (workspace.brief.play.games[0]?.game ?? names.gameOptions[0]?.value ?? ''),
);
const problem = ref('');
const isBusy = ref(false);

const base = (): Omit<
  BenchRunKept,
  'average' | 'low' | 'slowest' | 'seconds' | 'gpuBusy' | 'driftLn' | 'file'
> => {
  const [widthPx, heightPx] = draft.value.size.split('x').map(Number);
  return {
    id: `run-${Date.now().toString(36)}-${Math.floor(performance.now() * 10).toString(36)}`,
    rig: props.system.id,
    game: game.value,
    preset: draft.value.preset,
    widthPx,
    heightPx,
    renderScale: Math.min(1, Math.max(0.1, (draft.value.scale ?? 100) / 100)),
    background: draft.value.background ?? 'none',
    state: {
      profile: draft.value.profile,
      clocks: draft.value.clocks,
      ...(draft.value.rayTracing ? { rayTracing: true } : {}),
      ...(draft.value.generatedFrames ? { generatedFrames: true } : {}),
      ...(draft.value.settings.trim() ? { settings: draft.value.settings.trim() } : {}),
    },
    ...moreOf(draft.value),
    on: localToday(),
    isWarmUp: draft.value.isWarmUp,
  };
};
async function put(run: BenchRunKept) {
  isBusy.value = true;
  problem.value = '';
  try {
    await records.changeBench(`${names.game(run.game)} ${decimal(run.average, 1)} fps added`, {
      putRuns: [run],
    });
    draft.value = { ...draft.value, average: null, low: null, gpuBusy: null, isWarmUp: false };
    emit('added', groupKey(run));
  } catch (error) {
    problem.value = failureText(error, 'The run could not be saved. What you typed is kept here.');
  } finally {
    isBusy.value = false;
  }
}
async function add() {
  const { average, low, seconds, gpuBusy } = draft.value;
  if (average === null || average <= 0) {
    problem.value = 'Type the average first: frames per second over the whole run.';
    return;
  }
  if (low !== null && low > average) {
    problem.value = 'The 1 % low cannot be above the average. Correct one of the two.';
    return;
  }
  await put({
    ...base(),
    average,
    low,
    slowest: null,
    seconds,
    gpuBusy: gpuBusy === null ? null : gpuBusy / 100,
    driftLn: null,
    file: null,
  });
}
async function take(chosen: File, choice: ColumnChoice | null = null) {
  const read = await file.read(chosen, choice);
  if (!read) return;
  const { summary, unit, column, skipped, gpuBusy } = read;
  await put({
    ...base(),
    average: summary.average,
    low: summary.low,
    slowest: summary.slowest,
    seconds: Math.max(0.1, summary.seconds),
    gpuBusy,
    driftLn: summary.driftLn,
    file: {
      name: chosen.name,
      unit,
      column,
      skipped,
      ...summary,
      quantiles: [...summary.quantiles],
      histogram: { ...summary.histogram, counts: [...summary.histogram.counts] },
      trace: [...summary.trace],
    },
  });
  message.success(`${chosen.name}: ${whole(summary.frames)} frames read in ${decimal(read.ms / 1000, 1)} s.`);
}
const fileButton = ref<HTMLButtonElement | null>(null);
async function answer(choice: ColumnChoice) {
  const asked = file.question.value;
  if (!asked) return;
  await take(asked.file, choice);
  // What was pressed is gone.
  await nextTick();
  fileButton.value?.focus();
}
const input = ref<HTMLInputElement | null>(null);
const isOver = ref(false);
function choose(event: Event) {
  const chosen = (event.target as HTMLInputElement).files?.[0];
  if (chosen) void take(chosen);
  if (input.value) input.value.value = '';
}
function drop(event: DragEvent) {
  isOver.value = false;
  const chosen = event.dataTransfer?.files[0];
  if (chosen) void take(chosen);
}
</script>

<template>
  <section
    class="sheet form"
    :class="{ over: isOver }"
    aria-labelledby="pass"
    @dragover.prevent="isOver = true"
    @dragleave="isOver = false"
    @drop.prevent="drop"
  >
    <h2 id="pass" class="visually-hidden">A measured run</h2>
    <RunScene v-model="draft" :game="game" />
    <form class="row" @submit.prevent="add">
      <NumberField
        label="Average"
        suffix="fps"
        placeholder="frames over time"
        :min="0"
        :value="draft.average"
        @update:value="draft.average = $event"
      />
      <NumberField
        label="1 % low"
        suffix="fps"
        placeholder="99th percentile"
        :min="0"
        :value="draft.low"
        @update:value="draft.low = $event"
      />
      <NumberField
        label="Length"
        suffix="s"
        placeholder="if known"
        :min="0"
        :value="draft.seconds"
        @update:value="draft.seconds = $event"
      />
      <NumberField
        label="Graphics card busy"
        suffix="%"
        placeholder="if known"
        :min="0"
        :max="100"
        :value="draft.gpuBusy"
        @update:value="draft.gpuBusy = $event"
      />
      <SwitchField label="warm-up" :value="draft.isWarmUp" @change="draft.isWarmUp = $event" />
      <button class="plain strong" type="submit" :disabled="isBusy || game === ''">Add run</button>
      <span class="or quiet">or</span>
      <button
        ref="fileButton"
        class="plain edged"
        type="button"
        :disabled="isBusy || file.isReading.value || game === ''"
        @click="input?.click()"
      >
        Frame-time file…
      </button>
      <input
        ref="input"
        type="file"
        accept=".csv,.txt,.tsv,.log,text/*"
        class="visually-hidden"
        tabindex="-1"
        aria-label="Frame-time file"
        @change="choose"
      />
    </form>
    <RunMore v-model="draft" />
    <p v-if="file.isReading.value" role="status">
      Reading the file… {{ Math.round(file.share.value * 100) }} %
      <button class="plain edged" @click="file.stop()">Stop</button>
    </p>
    <p v-if="problem || file.problem.value" class="problem" role="alert">
      {{ problem || file.problem.value }}
    </p>
    <FrameFileQuestion v-if="file.question.value" :readings="file.question.value.readings" @choose="answer" />
  </section>
</template>

<style scoped>
.form {
  display: grid;
  gap: 8px;
  padding: 10px 12px;
  position: relative;
}
.form.over {
  outline: 2px dashed var(--plum);
}
.row {
  display: grid;
  grid-template-columns: repeat(4, minmax(96px, 1fr)) auto auto auto auto;
  gap: 8px 12px;
  align-items: end;
}
form :deep(.switch) {
  padding-bottom: 6px;
}
.or {
  padding-bottom: 5px;
}
.problem {
  color: var(--danger);
}
@media (max-width: 1000px) {
  .row {
    grid-template-columns: 1fr 1fr;
  }
  .or {
    display: none;
  }
}
</style>
