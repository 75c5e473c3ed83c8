<script setup lang="ts">
import { isLookingOnly } from '../shared/api/place.ts';
import { clock } from '../shared/format/format.ts';
import { useCatalogue } from '../shared/stores/catalogue.ts';
import { useWorkspace } from '../shared/stores/workspace.ts';

/** What stands between the user and the data: a failure with its mend, a server that is silent, a device that may only look. */
defineProps<{
  /** Since when the server does not answer, in ms; null: it does. */
  away: number | null;
}>();
const catalogueStore = useCatalogue();
const workspace = useWorkspace();
</script>

<template>
  <p v-if="catalogueStore.failure || workspace.failure" class="failure" role="alert">
    {{ catalogueStore.failure ?? workspace.failure }}
    <button v-if="catalogueStore.failure" class="plain edged" @click="catalogueStore.load()">
      Try again
    </button>
    <button v-else-if="workspace.saveState === 'failed'" class="plain edged" @click="workspace.save()">
      Save again
    </button>
    <button v-else-if="workspace.saveState === 'conflict'" class="plain edged" @click="workspace.load()">
      Load what was saved
    </button>
  </p>
  <p v-if="away !== null" class="quiet looking" role="status">
    The server does not answer. What you see is as it was at {{ clock(away) }}; what you change is kept in
    this browser, and sent as soon as it answers.
  </p>
  <p v-if="isLookingOnly" class="quiet looking" role="note">
    This device may look. What you try out stays in this window, and is kept nowhere.
  </p>
  <p v-if="workspace.stayed" class="failure" role="alert">
    {{ workspace.stayed }}
    <button class="plain edged" @click="workspace.stayed = null">Understood</button>
  </p>
</template>

<style scoped>
.failure {
  margin: 8px 16px 0;
  padding: 8px 12px;
  border: 1px solid var(--danger);
  border-radius: var(--round-large);
  color: var(--danger);
  display: flex;
  gap: 12px;
  align-items: center;
}
.looking {
  margin: 8px 16px 0;
}
@media print {
  p {
    display: none;
  }
}
</style>
