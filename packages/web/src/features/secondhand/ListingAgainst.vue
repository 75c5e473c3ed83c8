<script setup lang="ts">
import { NSelect } from 'naive-ui';
import { computed, ref } from 'vue';
import type { Listing } from '@ripe-pick/contract';
import type { Appraisal } from '@ripe-pick/core/used';
import { useBench } from '../../shared/stores/bench.ts';
import { money, signed } from '../../shared/format/format.ts';
import { useAmount } from './amount.ts';

/** A listing held against another one: what the other costs with its risk, and what it does in the build. */
const props = defineProps<{
  appraisal: Appraisal;
  others: readonly { readonly find: Listing; readonly appraisal: Appraisal | null }[];
}>();
const bench = useBench();
const amount = useAmount();
const reference = ref<string | null>(null);
const against = computed(() => props.others.find((each) => each.find.id === reference.value) ?? null);
</script>

<template>
  <div class="reference">
    <NSelect
      v-model:value="reference"
      size="small"
      clearable
      placeholder="Compare with another listing"
      :options="others.map((each) => ({ value: each.find.id, label: each.find.name }))"
      :input-props="{ 'aria-label': 'Compare with another listing' }"
      class="other"
    />
    <span v-if="against?.appraisal">
      {{ against.find.name }} costs {{ amount(against.appraisal.risk.cost) }} with its risk,
      {{ money(against.appraisal.risk.cost - appraisal.risk.cost, bench.currency, { sign: true }) }};
      {{
        against.appraisal.inBuild.score !== null && appraisal.inBuild.score !== null
          ? `${signed((against.appraisal.inBuild.score - appraisal.inBuild.score) / 1000)} fps in this build`
          : 'frames unknown'
      }}.
    </span>
  </div>
</template>

<style scoped>
.reference {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
.other {
  width: 250px;
}
</style>
