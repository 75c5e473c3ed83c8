<script setup lang="ts">
import { NInput } from 'naive-ui';
import { ref, watch } from 'vue';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { useSoon } from '../../shared/ui/soon.ts';

const workspace = useWorkspace();
/** What is being typed; null: the field shows the name. */
const draft = ref<string | null>(null);
let told: string | null = null;
const typing = useSoon((name: string) => {
  if (!name.trim()) return;
  told = name;
  workspace.editBrief('type the name', (brief) => ({ ...brief, name }));
});
watch(
  () => workspace.brief.name,
  (name) => {
    if (name === told) return;
    // Undone, or changed elsewhere: what was typed is of before.
    typing.drop();
    draft.value = null;
  },
);
function type(name: string) {
  draft.value = name;
  typing.soon(name);
}
function leave() {
  typing.now();
  draft.value = null;
}
</script>

<template>
  <NInput
    :value="draft ?? workspace.brief.name"
    size="small"
    maxlength="200"
    :input-props="{ 'aria-label': 'Name of the brief' }"
    @update:value="type"
    @blur="leave"
  />
</template>
