<script setup lang="ts">
import { RouterLink } from 'vue-router';
import DemoLink from '../shared/ui/DemoLink.vue';
</script>

<template>
  <section class="sheet welcome">
    <h1>No parts yet</h1>
    <p>
      Ripe Pick compares parts, their prices and how fast they run your games. Import a catalogue first: a
      file with parts, shops, offers and games. Or look around in a made-up market first: it has a place of
      its own.
    </p>
    <div class="actions">
      <RouterLink to="/data" class="link">Import a file</RouterLink>
      <RouterLink to="/parts?add=part" class="link">Add the first part</RouterLink>
      <DemoLink />
    </div>
  </section>
</template>

<style scoped>
.welcome {
  max-width: 560px;
  margin: 8vh auto;
  display: grid;
  gap: 14px;
}
.actions {
  display: flex;
  gap: 16px;
  align-items: center;
}
.link {
  color: var(--plum);
}
</style>
