<script setup lang="ts">
import { RouterLink } from 'vue-router';

/** The way from something that is not known to the very field where it is typed in. */
defineProps<{ part: string; figure: string }>();
</script>

<template>
  <RouterLink :to="{ name: 'parts', query: { part, field: figure } }"><slot>Type it in</slot></RouterLink>
</template>
