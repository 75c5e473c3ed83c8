<script setup lang="ts">
import { HandOnDialog, ResaleDialog } from '../../features/handon/index.ts';
import AgainstDialog from './AgainstDialog.vue';
import RenameDialog from './RenameDialog.vue';
import StoryDialog from './StoryDialog.vue';

/** What can be opened about a candidate, each by the candidate's id; null: closed. */
defineProps<{
  renamed: string | null;
  told: string | null;
  handed: string | null;
  sold: string | null;
  held: string | null;
}>();
const emit = defineEmits<{ close: [] }>();
</script>

<template>
  <RenameDialog :id="renamed" @close="emit('close')" />
  <HandOnDialog :id="handed" @close="emit('close')" />
  <ResaleDialog :candidate="sold" @close="emit('close')" />
  <StoryDialog :id="told" @close="emit('close')" />
  <AgainstDialog :id="held" @close="emit('close')" />
</template>
