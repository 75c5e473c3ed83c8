<script setup lang="ts">
import { useMessage } from 'naive-ui';
import { ref } from 'vue';
import { failureText } from '../../shared/api/client.ts';
import { money } from '../../shared/format/format.ts';
import { useBriefSwitch } from '../../shared/stores/brief-switch.ts';
import { useBriefs } from '../../shared/stores/briefs.ts';
import { downloadPlan } from '../../shared/stores/plan-file.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { fileName } from '../../shared/ui/download.ts';
import Dialog from '../../shared/ui/Dialog.vue';

/** The briefs side by side: opened, added, put away, taken out as a file. */
defineProps<{ show: boolean }>();
const emit = defineEmits<{ close: [] }>();
const briefs = useBriefs();
const workspace = useWorkspace();
const briefSwitch = useBriefSwitch();
const message = useMessage();
const isBusy = ref(false);

async function act(said: string, task: () => Promise<unknown>, isEnd = true) {
  isBusy.value = true;
  try {
    await task();
    message.success(said);
    if (isEnd) emit('close');
  } catch (error) {
    message.error(failureText(error, 'That was not done. Nothing was changed.'));
  } finally {
    isBusy.value = false;
  }
}
const counted = (count: number, one: string, many: string) => `${count} ${count === 1 ? one : many}`;
</script>

<template>
  <Dialog :show="show" title="Briefs" :width="640" @close="emit('close')">
    <div class="all">
      <p class="quiet">
        Each has its own candidates, orders and steps to undo. Parts, prices and benchmarks are shared. What
        one has or has ordered is not promised to another.
      </p>
      <ul>
        <li v-for="each in briefs.all" :key="each.id" :class="{ away: each.isArchived }">
          <div>
            <b>{{ each.id === briefs.current ? workspace.brief.name : each.name }}</b>
            <span v-if="each.id === briefs.current" class="quiet"> open</span>
            <span v-else-if="each.isArchived" class="quiet"> archived</span>
            <p class="quiet num">
              {{ money(each.budgetMinor, each.currency, { short: true }) }},
              {{ counted(each.candidates, 'candidate', 'candidates') }},
              {{ counted(each.orders, 'order', 'orders') }}
            </p>
          </div>
          <div v-if="each.id !== briefs.current" class="acts">
            <button
              v-if="!each.isArchived"
              class="plain strong"
              :disabled="isBusy"
              @click="act(`“${each.name}” is open.`, () => briefSwitch.open(each.id))"
            >
              Open<span class="visually-hidden"> {{ each.name }}</span>
            </button>
            <button
              class="plain edged"
              :disabled="isBusy"
              @click="
                act(
                  each.isArchived ? `“${each.name}” is back.` : `“${each.name}” is archived.`,
                  () => briefs.archive(each.id, !each.isArchived),
                  false,
                )
              "
            >
              {{ each.isArchived ? 'Bring back' : 'Archive'
              }}<span class="visually-hidden"> {{ each.name }}</span>
            </button>
          </div>
        </li>
      </ul>
      <div class="acts">
        <button
          class="plain edged"
          :disabled="isBusy"
          @click="act('A new brief is open.', () => briefSwitch.addBlank())"
        >
          New brief
        </button>
        <button
          class="plain edged"
          :disabled="isBusy"
          @click="
            act('A copy is open. What you have, ordered and claimed stays with the first.', () =>
              briefSwitch.duplicate(),
            )
          "
        >
          Duplicate “{{ workspace.brief.name }}”
        </button>
        <button
          class="plain edged"
          :disabled="isBusy"
          @click="
            act('Exported.', () => downloadPlan(fileName(workspace.brief.name, 'json'), workspace.state))
          "
        >
          Export it whole
        </button>
      </div>
      <p class="quiet">
        A brief that was exported can be imported again under Files and backup, beside those that are here.
      </p>
    </div>
  </Dialog>
</template>

<style scoped>
.all {
  display: grid;
  gap: 10px;
}
li p {
  margin: 0;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 6px 14px;
  align-items: center;
  padding: 8px 0;
  border-top: 1px solid var(--line);
}
.away b {
  font-weight: 400;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
