<script setup lang="ts">
import { computed } from 'vue';
import { useWorkspace } from '../../shared/stores/workspace.ts';

/** Whether what was changed is kept. */
const WORDS = {
  saved: 'Saved',
  saving: 'Saving…',
  failed: 'Not saved',
  conflict: 'Changed elsewhere',
} as const;
const workspace = useWorkspace();
const words = computed(() => WORDS[workspace.saveState]);
</script>

<template>
  <p class="quiet saved" role="status">{{ words }}</p>
</template>

<style scoped>
.saved {
  font-size: var(--text-small);
  padding: 2px 8px;
}
</style>
