<script setup lang="ts">
import ChecksPanel from './ChecksPanel.vue';
import RatesPanel from './RatesPanel.vue';
import RestingPanel from './RestingPanel.vue';
import WattsPanel from './WattsPanel.vue';
</script>

<template>
  <RatesPanel />
  <ChecksPanel />
  <RestingPanel />
  <WattsPanel />
</template>
