<script setup lang="ts">
import type { Problem } from '@ripe-pick/contract';

/** What is wrong in a file: where, what, and how to fix it. */
defineProps<{ problems: readonly Problem[] }>();
</script>

<template>
  <div class="problems" tabindex="0" role="region" aria-label="Problems in the file">
    <table>
      <thead>
        <tr>
          <th scope="col">Where</th>
          <th scope="col">What is wrong</th>
          <th scope="col">How to fix it</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(problem, n) in problems" :key="n">
          <td>
            <code>{{ problem.path }}</code>
          </td>
          <td>{{ problem.message }}</td>
          <td>{{ problem.mend }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.problems {
  max-height: 320px;
  overflow: auto;
  border: 1px solid var(--line);
  border-radius: var(--round-large);
}
table {
  border-collapse: collapse;
  width: 100%;
  font-size: var(--text-body);
}
th {
  text-align: left;
  position: sticky;
  top: 0;
  background: var(--sunk);
}
th,
td {
  padding: 5px 8px;
  vertical-align: top;
  border-bottom: 1px solid var(--line);
}
code {
  font-family: inherit;
  font-weight: 600;
}
</style>
