<script setup lang="ts">
import { RouterLink } from 'vue-router';
import AheadFields from '../../shared/ahead/AheadFields.vue';
</script>

<template>
  <AheadFields />
  <RouterLink to="/growth" class="link">See under Upgrades what becomes of it</RouterLink>
</template>
