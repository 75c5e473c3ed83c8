<script setup lang="ts">
import { NPopover } from 'naive-ui';
import { useWorkspace } from '../../shared/stores/workspace.ts';

/** Candidates that were put away, and the way back. */
defineProps<{
  archived: readonly { readonly id: string; readonly name: string }[];
  /** Total and figure of a candidate, in words. */
  figures: (id: string) => string;
}>();
const workspace = useWorkspace();
</script>

<template>
  <NPopover trigger="click" placement="bottom-start">
    <template #trigger
      ><button class="plain">{{ archived.length }} archived</button></template
    >
    <ul class="aside-list">
      <li v-for="candidate in archived" :key="candidate.id">
        <span
          >{{ candidate.name }} <span class="quiet num">{{ figures(candidate.id) }}</span></span
        >
        <button class="plain edged" @click="workspace.archive(candidate.id, false)">Bring back</button>
      </li>
    </ul>
  </NPopover>
</template>
