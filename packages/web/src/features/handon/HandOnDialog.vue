<script setup lang="ts">
import { useClipboard } from '@vueuse/core';
import { computed } from 'vue';
import { partsListOf } from '@ripe-pick/core/compare';
import type { Picks } from '@ripe-pick/core/parts';
import { useBench } from '../../shared/stores/bench.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import Dialog from '../../shared/ui/Dialog.vue';
import { download, fileName } from '../../shared/ui/download.ts';
import { listSheet } from './sheet.ts';
import { listCsv, listFile, listHtml, listMarkdown, listText } from './write.ts';

/** One candidate as a list that somebody else can read, in several forms. */
const props = defineProps<{ id: string | null }>();
const emit = defineEmits<{ close: [] }>();
const bench = useBench();
const names = useNames();
const workspace = useWorkspace();
const candidate = computed(() => workspace.candidates.find((each) => each.id === props.id) ?? null);
const list = computed(() => {
  const summary = candidate.value ? bench.summaries.get(candidate.value.id) : undefined;
  if (!candidate.value || !summary || !bench.session) return null;
  const { name, picks, decisions } = candidate.value;
  const reasonOf = (slot: string, part: string) =>
    decisions.findLast((each) => each.slot === slot && each.chose?.part === part)?.why ?? null;
  return partsListOf(name, picks as Picks, summary, bench.session, reasonOf);
});
const sheet = computed(() => (list.value ? listSheet(list.value, workspace.brief, names.game) : null));
const text = computed(() => (sheet.value ? listText(sheet.value) : ''));
const { copy, copied, isSupported } = useClipboard({ legacy: true });

const FORMS = [
  { ending: 'md', name: 'Markdown', type: 'text/markdown' },
  { ending: 'html', name: 'HTML to print', type: 'text/html' },
  { ending: 'txt', name: 'Plain text', type: 'text/plain' },
  { ending: 'csv', name: 'CSV', type: 'text/csv' },
  { ending: 'json', name: 'JSON', type: 'application/json' },
] as const;
function written(ending: (typeof FORMS)[number]['ending']): string {
  if (!list.value || !sheet.value) return '';
  switch (ending) {
    case 'md':
      return listMarkdown(sheet.value);
    case 'html':
      return listHtml(sheet.value);
    case 'csv':
      return listCsv(sheet.value);
    case 'json':
      return `${JSON.stringify(listFile(list.value, sheet.value, workspace.brief), null, 1)}\n`;
    case 'txt':
      return text.value;
  }
}
const take = ({ ending, type }: (typeof FORMS)[number]) =>
  download(fileName(`${workspace.brief.name} ${candidate.value?.name ?? ''}`, ending), written(ending), type);
</script>

<template>
  <Dialog
    :show="candidate !== null"
    :title="`${candidate?.name ?? ''} as a list`"
    :width="820"
    @close="emit('close')"
  >
    <div v-if="candidate" class="hand">
      <p class="quiet">
        Parts with where and why, totals, expected rates with their conditions, checks, and what would change
        it. Read back under <b>Check a list</b> it comes to the same.
      </p>
      <div class="forms">
        <button v-if="isSupported" class="plain strong" data-first @click="copy(text)">
          {{ copied ? 'Copied' : 'Copy as text' }}
        </button>
        <button v-for="form in FORMS" :key="form.ending" class="plain edged" @click="take(form)">
          {{ form.name }}
        </button>
      </div>
      <pre tabindex="0" role="group" aria-label="The list as text">{{ text }}</pre>
    </div>
  </Dialog>
</template>

<style scoped>
.hand {
  display: grid;
  gap: 10px;
  grid-template-columns: minmax(0, 1fr);
}
.forms {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
pre {
  margin: 0;
  padding: 10px 12px;
  max-height: 55vh;
  overflow: auto;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  font-size: var(--text-small);
  line-height: 1.5;
  border: 1px solid var(--line);
  border-radius: var(--round-medium);
}
</style>
