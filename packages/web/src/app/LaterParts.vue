<script setup lang="ts">
import CommandPalette from './frame/CommandPalette.vue';
import ShortcutList from './frame/ShortcutList.vue';
import GuideDialog from './help/GuideDialog.vue';
import TourCard from './help/TourCard.vue';

/** What of the frame is not seen at first; fetched when the first screen stands. */
defineProps<{ isReady: boolean }>();
</script>

<template>
  <CommandPalette />
  <ShortcutList />
  <GuideDialog />
  <TourCard :is-ready="isReady" />
</template>
