<script setup lang="ts">
import { NSelect } from 'naive-ui';
import { Trash2 } from '@lucide/vue';
import { jobFloor, uplinkMbps } from '@ripe-pick/core/frames';
import type { SideJob } from '@ripe-pick/core/parts';
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import NumberField from '../../shared/ui/NumberField.vue';
import { JOB_NAMES } from './group-lines.ts';

/** What the machine is for beside games: what each takes from them, and what it asks for. */
const workspace = useWorkspace();
const jobs = computed(() => workspace.brief.play.jobs);
const CAPTURE = { encoder: 'gpu', widthPx: 1920, heightPx: 1080, fps: 60, mbps: 6 } as const;
const HEADSET = { widthPx: 3664, heightPx: 1920, refreshHz: 90 };
const FRESH: Readonly<Record<SideJob['kind'], SideJob>> = {
  stream: { kind: 'stream', ...CAPTURE },
  record: { kind: 'record', ...CAPTURE, mbps: 40 },
  edit: { kind: 'edit' },
  render: { kind: 'render' },
  office: { kind: 'office' },
  vr: { kind: 'vr', screen: HEADSET },
};
const ENCODERS = [
  { value: 'gpu', label: 'by the graphics card' },
  { value: 'cpu', label: 'by the processor' },
];
const SIZES = [
  [1280, 720],
  [1920, 1080],
  [2560, 1440],
] as const;
const sizes = SIZES.map(([w, h]) => ({ value: `${w}x${h}`, label: `${w} × ${h}` }));
const addable = Object.entries(JOB_NAMES).map(([value, label]) => ({ value, label }));

const set = (label: string, next: readonly SideJob[]) =>
  workspace.editBrief(label, (brief) => ({ ...brief, play: { ...brief.play, jobs: next } }));
const change = (at: number, job: SideJob) =>
  set(
    'change a side job',
    jobs.value.map((each, n) => (n === at ? job : each)),
  );
/** What a job asks for, in words. */
function asks(job: SideJob): string {
  const { cores, memoryGb } = jobFloor(job);
  const uplink = uplinkMbps(job);
  const upload = uplink === null ? '' : `, and a line that sends ${uplink} Mbit/s`;
  return `at least ${cores} cores and ${memoryGb} GB of memory${upload}`;
}
const resized = <Job extends Extract<SideJob, { readonly encoder: unknown }>>(
  job: Job,
  size: string,
): Job => {
  const [widthPx, heightPx] = size.split('x').map(Number);
  return { ...job, widthPx, heightPx };
};
</script>

<template>
  <p v-if="jobs.length === 0" class="quiet">
    Streaming, recording, cutting, rendering, office work, a headset: name what the machine has to do as well,
    and rates and parts count with it.
  </p>
  <div v-for="(job, n) in jobs" :key="n" class="job">
    <b>{{ JOB_NAMES[job.kind] }}</b>
    <div v-if="'encoder' in job" class="fields">
      <ChoiceField
        label="Encoded"
        :value="job.encoder"
        :options="ENCODERS"
        @update:value="(encoder: 'cpu' | 'gpu') => change(n, { ...job, encoder })"
      />
      <ChoiceField
        label="Size"
        :value="`${job.widthPx}x${job.heightPx}`"
        :options="sizes"
        @update:value="(size: string) => change(n, resized(job, size))"
      />
      <NumberField
        label="Rate"
        suffix="fps"
        :min="1"
        :max="240"
        :value="job.fps"
        @update:value="(fps) => fps && change(n, { ...job, fps })"
      />
      <NumberField
        label="Bit rate"
        suffix="Mbit/s"
        :min="0.1"
        :max="1000"
        :value="job.mbps"
        @update:value="(mbps) => mbps && change(n, { ...job, mbps })"
      />
    </div>
    <div v-else-if="job.kind === 'vr'" class="fields">
      <NumberField
        label="Both eyes, wide"
        suffix="px"
        :min="320"
        :max="16384"
        :value="job.screen.widthPx"
        @update:value="(widthPx) => widthPx && change(n, { ...job, screen: { ...job.screen, widthPx } })"
      />
      <NumberField
        label="High"
        suffix="px"
        :min="200"
        :max="16384"
        :value="job.screen.heightPx"
        @update:value="(heightPx) => heightPx && change(n, { ...job, screen: { ...job.screen, heightPx } })"
      />
      <NumberField
        label="Refresh rate"
        suffix="Hz"
        :min="20"
        :max="1000"
        :value="job.screen.refreshHz"
        @update:value="
          (refreshHz) => refreshHz && change(n, { ...job, screen: { ...job.screen, refreshHz } })
        "
      />
    </div>
    <button
      class="plain"
      :aria-label="`Take ${JOB_NAMES[job.kind].toLowerCase()} out`"
      @click="
        set(
          'take a side job out',
          jobs.filter((_, at) => at !== n),
        )
      "
    >
      <Trash2 :size="15" aria-hidden="true" />
    </button>
    <p class="quiet">It asks for {{ asks(job) }}.</p>
  </div>
  <NSelect
    v-if="jobs.length < 12"
    class="add"
    :value="null"
    placeholder="Add a side job"
    :options="addable"
    :input-props="{ 'aria-label': 'Add a side job' }"
    aria-label="Add a side job"
    @update:value="(kind: SideJob['kind']) => set('add a side job', [...jobs, FRESH[kind]])"
  />
  <p v-if="jobs.length > 0" class="quiet">
    These figures are common practice, chosen and stated in the model’s page. What the second job costs in
    frames and money stands under <RouterLink to="/forks">Forks</RouterLink>.
  </p>
</template>

<style src="./bands.css" scoped></style>
<style scoped>
.job {
  display: grid;
  grid-template-columns: 120px minmax(0, 1fr) auto;
  gap: 4px 12px;
  align-items: center;
  border-top: 1px solid var(--line);
  padding-top: 6px;
}
.job p {
  grid-column: 1 / -1;
  margin: 0;
  font-size: var(--text-small);
}
.job > button {
  grid-column: 3;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(110px, 1fr));
  gap: 8px;
}
.add {
  max-width: 260px;
}
@media (max-width: 700px) {
  .job {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .fields {
    grid-column: 1 / -1;
    grid-row: 2;
  }
  .job > button {
    grid-column: 2;
    grid-row: 1;
  }
}
</style>
