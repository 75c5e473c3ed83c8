<script setup lang="ts">
import { computed } from 'vue';
import type { LimitCheck, ListAudit } from '@ripe-pick/core/audit';
import { money } from '../../shared/format/format.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { MOST_ROWS } from './list-audit.ts';
import { findingWords, overWords } from './words.ts';

/** The three totals of a list, what each is over or under, and what does not add up. */
const props = defineProps<{
  totals: NonNullable<ListAudit['totals']>;
  audit: ListAudit;
  currency: string;
}>();
const workspace = useWorkspace();
const ROWS = [
  { total: 'dueNow', basis: 'strict', name: 'Due at checkout' },
  { total: 'expected', basis: 'expected', name: 'Expected after rebates' },
  { total: 'after', basis: 'after', name: 'After all rebates' },
] as const;
const counted = computed(() => workspace.brief.money.costBasis);
const limitName = ({ limit, limitMinor, currency }: LimitCheck) =>
  `${limit === 'brief' ? 'Your budget' : 'The list’s budget'}, ${money(limitMinor, currency)}`;
</script>

<template>
  <div class="scroll" tabindex="0" role="group" aria-label="Totals of the list">
    <table class="lines">
      <thead>
        <tr>
          <th scope="col">Total</th>
          <th scope="col" class="num">{{ currency }}</th>
          <th v-for="each in props.audit.against" :key="each.limit" scope="col">{{ limitName(each) }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in ROWS" :key="row.total">
          <th scope="row">
            {{ row.name }}<span v-if="row.basis === counted" class="quiet"> – counted by your brief</span>
          </th>
          <td class="num">
            <b>{{ money(props.totals[row.total], currency) }}</b>
          </td>
          <td
            v-for="each in props.audit.against"
            :key="each.limit"
            :class="{ over: each.over[row.total] > 0 }"
          >
            {{ overWords(each.over[row.total], each.limitMinor, each.currency) }}
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <ul class="findings">
    <li v-for="(finding, n) in props.audit.findings.slice(0, MOST_ROWS)" :key="n" :class="finding.code">
      {{ findingWords(finding, currency) }}
    </li>
  </ul>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
  position: relative;
}
.findings {
  margin: 0;
  padding-left: 18px;
  display: grid;
  gap: 3px;
}
.over,
.total-differs,
.line-differs,
.no-price {
  color: var(--danger);
}
</style>
