<script setup lang="ts">
import { defineAsyncComponent } from 'vue';
import { useRoute } from 'vue-router';
import { useCommands } from '../../shared/stores/commands.ts';
import Dialog from '../../shared/ui/Dialog.vue';

/** The user guide, open at the screen that it was asked for on. */
const GuideText = defineAsyncComponent(() => import('./GuideText.vue'));
const commands = useCommands();
const route = useRoute();
</script>

<template>
  <Dialog :show="commands.isGuideOpen" title="Guide" :width="760" @close="commands.isGuideOpen = false">
    <GuideText :screen="String(route.meta.title ?? '')" />
  </Dialog>
</template>
