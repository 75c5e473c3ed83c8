<script setup lang="ts">
import { ref } from 'vue';
import { useCatalogue } from '../shared/stores/catalogue.ts';
import { CallFailed } from '../shared/api/client.ts';
import { RouterLink } from 'vue-router';

const catalogueStore = useCatalogue();
const isBusy = ref(false);
const failure = ref<string | null>(null);

async function loadDemo() {
  isBusy.value = true;
  failure.value = null;
  try {
    await catalogueStore.loadDemo();
  } catch (error) {
    failure.value = error instanceof CallFailed ? error.message : 'The demo could not be loaded.';
  } finally {
    isBusy.value = false;
  }
}
</script>

<template>
  <section class="sheet welcome">
    <h1>No parts yet</h1>
    <p>
      Ripe Pick compares parts, their prices and how fast they run your games. Bring in a catalogue first: a
      file with parts, shops, offers and games, or the made-up market of Skerrow to look around in.
    </p>
    <div class="actions">
      <button v-if="catalogueStore.demoAvailable" class="plain strong" :disabled="isBusy" @click="loadDemo">
        {{ isBusy ? 'Loading…' : 'Load the Skerrow demo' }}
      </button>
      <RouterLink to="/data" class="link">Bring in a file</RouterLink>
      <RouterLink to="/parts?add=part" class="link">Add the first part</RouterLink>
    </div>
    <p v-if="failure" role="alert" class="failure">{{ failure }}</p>
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
.failure {
  color: var(--danger);
}
</style>
