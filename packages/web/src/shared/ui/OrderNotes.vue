<script setup lang="ts">
import { orderNotes, type OrderNote } from '@ripe-pick/core/buying';
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { dayText, money } from '../format/format.ts';
import { SLOT_NAMES } from '../format/slots.ts';
import { useNames } from '../stores/names.ts';
import { useWorkspace } from '../stores/workspace.ts';

/** What of the orders does not go with the candidate that stands: paid and not in it, or there too late. */
const names = useNames();
const workspace = useWorkspace();
const notes = computed(() => orderNotes(workspace.held, workspace.picks, workspace.brief.dates.readyBy));
function words({ kind, held, paidMinor }: OrderNote): string {
  const what = `${SLOT_NAMES[held.slot]}: ${names.part(held.part)}`;
  const paid = money(paidMinor, held.order.currency);
  switch (kind) {
    case 'unused':
      return `${what} is ordered for ${paid} and not in ${workspace.active.name}: that money is not in its total.`;
    case 'spare':
      return `${what} is ordered for ${paid}, and so is another part for the same place: its money is not in the total.`;
    case 'late':
      return `${what} is expected on ${dayText(held.order.expectedOn ?? '')}, after the day by which all has to be there.`;
  }
}
</script>

<template>
  <div v-if="notes.length > 0" class="notes">
    <p v-for="(note, n) in notes" :key="n">
      <b>ordered:</b> {{ words(note) }}
      <RouterLink :to="{ name: 'shopping-day' }">Say what becomes of it</RouterLink>
    </p>
  </div>
</template>

<style scoped>
.notes {
  display: grid;
  gap: 4px;
  color: var(--apricot);
  font-size: var(--text-small);
}
p {
  margin: 0;
}
</style>
