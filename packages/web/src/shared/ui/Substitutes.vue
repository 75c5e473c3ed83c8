<script setup lang="ts">
import type { Substitute } from '@ripe-pick/core/bring-up';
import { fullName } from '@ripe-pick/core/parts';
import { dayText, money, signed } from '../format/format.ts';
import { useNames } from '../stores/names.ts';
import { useWorkspace } from '../stores/workspace.ts';

/** What can take a part's place, with what each does to the totals and the frames. */
defineProps<{ substitutes: readonly Substitute[] }>();
const emit = defineEmits<{ take: [substitute: Substitute] }>();
const names = useNames();
const workspace = useWorkspace();
const WHY: Readonly<Record<Substitute['why'][number], string>> = {
  same: 'the same again',
  fastest: 'the fastest that the budget pays',
  cheapest: 'the cheapest that fits',
  soonest: 'there first',
};
const frames = (score: number | null) => (score === null ? 'not known' : signed(score / 1000));
const change = (minor: number) => money(minor, workspace.brief.money.currency, { sign: true });
</script>

<template>
  <p v-if="substitutes.length === 0">Nothing on offer today fits in its place.</p>
  <div v-else class="scroll" tabindex="0" role="region" aria-label="What can take its place">
    <table class="lines">
      <thead>
        <tr>
          <th scope="col">In its place</th>
          <th scope="col" class="end">Due now</th>
          <th scope="col" class="end">Expected</th>
          <th scope="col" class="end">After rebates</th>
          <th scope="col" class="end">fps</th>
          <th scope="col">There</th>
          <th scope="col">Back until</th>
          <th scope="col"><span class="visually-hidden">Take it</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="each in substitutes" :key="each.offer.id">
          <th scope="row">
            {{ fullName(each.part) }}
            <span class="quiet"
              >{{ each.why.map((why) => WHY[why]).join(', ') }}; {{ names.shop(each.offer.shop) }}</span
            >
          </th>
          <td class="num end">{{ change(each.dueNow) }}</td>
          <td class="num end">{{ change(each.expected) }}</td>
          <td class="num end">{{ change(each.after) }}</td>
          <td class="num end">{{ frames(each.score) }}</td>
          <td class="num">{{ each.arrivesOn ? dayText(each.arrivesOn) : 'not stated' }}</td>
          <td class="num">{{ each.returnBy ? dayText(each.returnBy) : 'not stated' }}</td>
          <td>
            <button
              class="plain edged big"
              :aria-label="`Take it: ${fullName(each.part)}`"
              @click="emit('take', each)"
            >
              Take it
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow: auto;
}
th .quiet {
  display: block;
  font-weight: 400;
}
.big {
  min-height: 44px;
}
</style>
