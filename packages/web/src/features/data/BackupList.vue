<script setup lang="ts">
import type { Backup } from '@ripe-pick/contract';
import { onMounted, ref, shallowRef } from 'vue';
import { call, failureText } from '../../shared/api/client.ts';
import { rowsInWords } from './rows-in-words.ts';
import { decimal } from '../../shared/format/format.ts';

/** Backups of everything: one a day by itself, one at a press, each looked at before it takes the place of what is here. */
defineProps<{ readonly isBusy: boolean }>();
const emit = defineEmits<{ look: [backup: Backup] }>();

const backups = shallowRef<readonly Backup[]>([]);
const message = ref('');
const isMaking = ref(false);
/** The one that is about to be deleted for good. */
const asked = ref<string | null>(null);

async function attempt(task: () => Promise<{ readonly backups: readonly Backup[] }>): Promise<boolean> {
  message.value = '';
  try {
    backups.value = (await task()).backups;
    return true;
  } catch (error) {
    message.value = failureText(error, 'The backups could not be asked for.');
    return false;
  }
}
onMounted(() => attempt(() => call('backups', undefined)));

async function make() {
  isMaking.value = true;
  if (await attempt(() => call('makeBackup', undefined)))
    message.value = 'A backup was made, opened and looked through.';
  isMaking.value = false;
}
async function remove(id: string) {
  asked.value = null;
  await attempt(() => call('removeBackup', { id }));
}
const when = ({ madeAt }: Backup) => new Date(madeAt).toLocaleString();
const megabytes = ({ bytes }: Backup) => `${decimal(bytes / 1e6, 1)} MB`;
</script>

<template>
  <div class="backups">
    <h3>Backups</h3>
    <p class="quiet">
      A copy of everything, receipts too, in a folder beside the data: once a day by itself while the app runs
      (seven days and four weeks are kept), and whenever you press. A disk that fails takes both: keep a file
      of everything elsewhere too.
    </p>
    <div class="row">
      <button class="plain edged" :disabled="isMaking || isBusy" @click="make">Back up now</button>
      <span v-if="isMaking" role="status" class="quiet">Copying …</span>
      <span v-else-if="message" role="status">{{ message }}</span>
    </div>
    <ul v-if="backups.length > 0" aria-label="Backups">
      <li v-for="each in backups" :key="each.id" class="row">
        <span class="when"
          >{{ when(each) }}<template v-if="each.kind === 'daily'">, by itself</template></span
        >
        <span class="quiet what">{{ rowsInWords(each.tables, each.receipts) }}; {{ megabytes(each) }}</span>
        <template v-if="asked === each.id">
          <button class="plain strong" @click="remove(each.id)">Delete it for good</button>
          <button class="plain edged" @click="asked = null">Keep it</button>
        </template>
        <template v-else>
          <button
            class="plain edged"
            :disabled="isBusy"
            :aria-label="`Look at it: the backup of ${when(each)}`"
            @click="emit('look', each)"
          >
            Look at it
          </button>
          <button
            class="plain edged"
            :aria-label="`Delete …: the backup of ${when(each)}`"
            @click="asked = each.id"
          >
            Delete …
          </button>
        </template>
      </li>
    </ul>
    <p v-else class="quiet">There is none yet.</p>
  </div>
</template>

<style scoped src="./sheets.css"></style>
<style scoped>
.backups {
  display: grid;
  gap: 10px;
  margin-top: 6px;
}
h3 {
  margin: 0;
  font-size: var(--text-large);
}
ul {
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
  list-style: none;
}
.when {
  min-width: 13em;
}
.what {
  flex: 1 1 18em;
}
</style>
