<script setup lang="ts">
import { isDemo } from '../api/place.ts';
import { useCatalogue } from '../stores/catalogue.ts';

/** The way into the demo, which touches nothing of one's own; and the way back. */
const catalogueStore = useCatalogue();
</script>

<template>
  <a v-if="catalogueStore.other" class="link" :href="catalogueStore.other"
    ><slot>{{ isDemo ? 'To your own data' : 'Look around in the Skerrow demo' }}</slot></a
  >
</template>
