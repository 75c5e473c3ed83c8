<script setup lang="ts">
import {
  ARCHIVE_PATH,
  ARCHIVES_PATH,
  MAX_ARCHIVE_BYTES,
  type Archives,
  type Backup,
} from '@ripe-pick/contract';
import { momentText } from '../../shared/format/format.ts';
import { computed, nextTick, onMounted, ref, shallowRef } from 'vue';
import { call, failureText, sendFile } from '../../shared/api/client.ts';
import { pathHere } from '../../shared/api/place.ts';
import BackupList from './BackupList.vue';
import { rowsInWords, total } from './rows-in-words.ts';

/** Everything that is kept here as one file: out, in, and back again. */
const archives = shallowRef<Archives | null>(null);
const name = ref('');
const message = ref('');
const isBusy = ref(false);
const preview = ref<HTMLElement | null>(null);
const input = ref<HTMLInputElement | null>(null);
const fileName = computed(() => `ripe-pick-${new Date().toISOString().slice(0, 10)}.zip`);

/** What would go if what lies ready took the place of everything here. */
const goes = computed(() => rowsInWords(archives.value?.ready?.newerHere ?? {}));
const goesCount = computed(() => total(archives.value?.ready?.newerHere ?? {}));

async function attempt(task: () => Promise<Archives>): Promise<boolean> {
  isBusy.value = true;
  message.value = '';
  try {
    archives.value = await task();
    return true;
  } catch (error) {
    message.value = failureText(error, 'The archive could not be read.');
    return false;
  } finally {
    isBusy.value = false;
  }
}
onMounted(() => attempt(() => call('archives', undefined)));

function chosen(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]; // the input of this very event
  if (input.value) input.value.value = '';
  if (!file) return;
  name.value = file.name;
  if (file.size > MAX_ARCHIVE_BYTES) {
    message.value = `${file.name} has ${Math.round(file.size / 1024 / 1024)} MB; at most ${MAX_ARCHIVE_BYTES / 1024 / 1024} MB are taken.`;
    return;
  }
  void attempt(async () => {
    await sendFile(ARCHIVES_PATH, file);
    return call('archives', undefined);
  });
}
function lookAt(backup: Backup) {
  name.value = `The backup of ${new Date(backup.madeAt).toLocaleString()}`;
  void attempt(() => call('lookAtBackup', { id: backup.id })).then(async () => {
    await nextTick();
    preview.value?.focus();
  });
}
/** Every screen reads anew what is there now. */
async function replace(name: 'takeArchive' | 'turnArchive') {
  if (await attempt(() => call(name, undefined))) location.reload();
}
const leave = () => {
  if (archives.value) archives.value = { ...archives.value, ready: null };
};
</script>

<template>
  <section class="sheet" aria-labelledby="everything">
    <h2 id="everything">Everything as one file</h2>
    <p class="quiet">
      Parts, prices and their histories, benchmarks, candidates, orders, receipts and what can be undone: an
      open ZIP of JSON lines. Another Ripe Pick that imports it is equal to this one to the letter.
    </p>
    <div class="row">
      <a class="link" :href="pathHere(ARCHIVE_PATH)" :download="fileName">Export everything</a>
      <button class="plain edged" :disabled="isBusy" @click="input?.click()">Import such a file</button>
      <input
        ref="input"
        type="file"
        accept=".zip,application/zip"
        class="visually-hidden"
        tabindex="-1"
        aria-label="File of everything"
        @change="chosen"
      />
    </div>
    <div v-if="archives?.ready" ref="preview" class="preview" role="status" tabindex="-1">
      <p>
        <b>{{ name }}</b> holds {{ rowsInWords(archives.ready.tables, archives.ready.receipts) }}.
      </p>
      <p>
        It takes the place of everything here: {{ rowsInWords(archives.here) }}. That can be brought back
        after.
      </p>
      <p v-if="goesCount > 0">
        Newer here, or not in it:
        {{ goes === 'nothing yet' ? `${goesCount} ${goesCount === 1 ? 'entry' : 'entries'}` : goes }}.
      </p>
      <p v-else>Nothing here is newer.</p>
      <div class="row">
        <button class="plain strong" :disabled="isBusy" @click="replace('takeArchive')">
          Put it in place of everything here
        </button>
        <button class="plain edged" @click="leave">Close</button>
      </div>
    </div>
    <p v-else-if="archives?.before" class="row">
      <span class="quiet">Something else was here until {{ momentText(archives.before) }}.</span>
      <button class="plain edged" :disabled="isBusy" @click="replace('turnArchive')">
        Bring back what was here before
      </button>
    </p>
    <BackupList :is-busy="isBusy" @look="lookAt" />
    <p v-if="isBusy" role="status" class="quiet">Working …</p>
    <p v-if="message" role="alert" class="bad">{{ message }}</p>
  </section>
</template>

<style scoped src="./sheets.css"></style>
<style scoped>
.bad {
  color: var(--danger);
}
</style>
