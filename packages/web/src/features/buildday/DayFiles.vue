<script setup lang="ts">
import {
  buildLogMarkdown,
  buildLogOf,
  readBuildLog,
  writeStepsTable,
  type BuildLogFile,
} from '@ripe-pick/contract';
import type { AssemblyInput } from '@ripe-pick/core/assembly';
import { ref } from 'vue';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { download, fileName } from '../../shared/ui/download.ts';
import type { BuildDay } from './use-build-day.ts';

/** The day with its readings and tuning logs as files, and back in. */
const props = defineProps<{ day: BuildDay; input: AssemblyInput }>();
const workspace = useWorkspace();
const field = ref<HTMLInputElement | null>(null);
const problems = ref<readonly string[]>([]);
const told = ref('');

function log(): BuildLogFile {
  const { active, assemblies, tunings } = workspace;
  return buildLogOf(
    active.name,
    props.input,
    assemblies.find(({ id }) => id === active.id) ?? null,
    tunings.filter(({ candidate }) => candidate === active.id),
  );
}
const WAYS = {
  json: { type: 'application/json', write: (each: BuildLogFile) => `${JSON.stringify(each, null, 1)}\n` },
  md: { type: 'text/markdown', write: buildLogMarkdown },
  csv: { type: 'text/csv', write: writeStepsTable },
} as const;
const take = (ending: keyof typeof WAYS) =>
  download(
    fileName(`${workspace.active.name} build day`, ending),
    WAYS[ending].write(log()),
    WAYS[ending].type,
  );

/** Ten stages with a thousand attempts each stay below; it is read at once. */
const MOST_BYTES = 4 * 1024 * 1024;
const MOST_PROBLEMS = 20;
async function read(event: Event) {
  const input = event.target as HTMLInputElement;
  const [file] = input.files ?? [];
  if (!file) return;
  problems.value = [];
  told.value = '';
  if (file.size > MOST_BYTES) {
    problems.value = [
      `${file.name} has more than ${MOST_BYTES / 1024 / 1024} MB: no build log is that long.`,
    ];
    return;
  }
  const found = readBuildLog(await file.text());
  input.value = '';
  if ('problems' in found) {
    problems.value = found.problems
      .slice(0, MOST_PROBLEMS)
      .map(({ path, message, mend }) => `${path}: ${message}. ${mend}`);
    return;
  }
  const known = new Set(props.day.steps.value.map(({ code }) => code));
  const foreign = (found.log.assembly?.steps ?? []).filter(({ code }) => !known.has(code)).length;
  props.day.takeLog(found.log);
  told.value = `${found.log.name} was read in; undo takes it back.${
    foreign > 0
      ? ` ${foreign} ${foreign === 1 ? 'tick is of a step' : 'ticks are of steps'} that this build has not: kept, and not shown.`
      : ''
  }`;
}
</script>

<template>
  <details>
    <summary>As a file</summary>
    <div class="acts">
      <button class="plain edged big" @click="take('json')">All of it (JSON)</button>
      <button class="plain edged big" @click="take('md')">List to tick (Markdown)</button>
      <button class="plain edged big" @click="take('csv')">Table (CSV)</button>
      <button class="plain edged big" @click="field?.click()">Read one in…</button>
      <input
        ref="field"
        type="file"
        accept=".json,application/json"
        class="visually-hidden"
        tabindex="-1"
        aria-label="A build log"
        @change="read"
      />
    </div>
    <p v-if="told" role="status">{{ told }}</p>
    <ul v-if="problems.length > 0" role="alert" class="bad">
      <li v-for="problem in problems" :key="problem">{{ problem }}</li>
    </ul>
  </details>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 6px 0;
}
.big {
  min-height: 44px;
}
.bad {
  color: var(--danger);
}
</style>
