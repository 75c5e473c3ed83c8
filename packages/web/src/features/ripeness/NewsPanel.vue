<script setup lang="ts">
import { RouterLink } from 'vue-router';
import { useWatch } from '../../shared/stores/watch.ts';
import { dayText } from '../../shared/format/format.ts';

/** The newest of what the watch has to tell; all of it has its own screen. */
const GLANCE = 3;
const watch = useWatch();
</script>

<template>
  <section class="sheet news" aria-labelledby="alerts-title">
    <h2 id="alerts-title">Alerts</h2>
    <ol v-if="watch.unread.length > 0">
      <li v-for="alert in watch.unread.slice(0, GLANCE)" :key="alert.serial">
        {{ alert.title }}<span class="quiet num">{{ dayText(alert.day) }}</span>
      </li>
    </ol>
    <p v-else class="quiet">Nothing new.</p>
    <RouterLink to="/alerts" class="link">{{
      watch.unread.length > GLANCE ? `All ${watch.unread.length} new ones` : 'All alerts, and their level'
    }}</RouterLink>
  </section>
</template>

<style scoped>
.news {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  padding: 12px 16px;
  justify-items: start;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
  font-size: var(--text-body);
}
li {
  border-left: 3px solid var(--plum);
  padding-left: 8px;
}
li .quiet {
  margin-left: 0.5em;
}
</style>
