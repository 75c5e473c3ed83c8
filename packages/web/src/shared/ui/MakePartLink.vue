<script setup lang="ts">
import type { PartKind } from '@ripe-pick/core/parts';
import { RouterLink } from 'vue-router';

/** The way from words that no part has to a new part that begins with them. */
defineProps<{ words: string; kind?: PartKind }>();
</script>

<template>
  <RouterLink :to="{ name: 'parts', query: { add: kind ?? 'part', text: words } }"
    >Make it a part<span class="visually-hidden">: {{ words }}</span></RouterLink
  >
</template>
