<script setup lang="ts">
import { NInput } from 'naive-ui';
import { ref, watch } from 'vue';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import Dialog from '../../shared/ui/Dialog.vue';

/** The name of a candidate, by its id; null: closed. */
const props = defineProps<{ id: string | null }>();
const emit = defineEmits<{ close: [] }>();
const workspace = useWorkspace();
const draft = ref('');
watch(
  () => props.id,
  (id) => (draft.value = workspace.candidates.find((each) => each.id === id)?.name ?? ''),
  { immediate: true },
);
function rename() {
  if (props.id && draft.value.trim()) workspace.renameCandidate(props.id, draft.value.trim());
  emit('close');
}
</script>

<template>
  <Dialog :show="id !== null" title="Name of the candidate" :width="420" @close="emit('close')">
    <form class="rename" @submit.prevent="rename">
      <NInput v-model:value="draft" data-first maxlength="200" :input-props="{ 'aria-label': 'Name' }" />
      <button class="plain strong" type="submit" :disabled="!draft.trim()">Rename</button>
    </form>
  </Dialog>
</template>

<style scoped>
.rename {
  display: flex;
  gap: 10px;
}
</style>
