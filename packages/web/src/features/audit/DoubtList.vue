<script setup lang="ts">
import { NButton, NInput } from 'naive-ui';
import { ref } from 'vue';
import { today as localToday } from '@ripe-pick/contract';
import { doubtKey, readAmount, type Doubt } from '@ripe-pick/core/audit';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useAttempt } from '../../shared/ui/attempt.ts';
import NumberField from '../../shared/ui/NumberField.vue';
import { doubtWords, readingWords } from './words.ts';

/** What a list leaves open, each with the line that it stands in. */
defineProps<{ doubts: readonly Doubt[]; currency: string }>();
const emit = defineEmits<{ answer: [key: string, value: number] }>();
const catalogueStore = useCatalogue();
const attempt = useAttempt();
const typed = ref<Record<string, string>>({});
const canBeTyped = ({ what }: Doubt) => what !== 'currency' && what !== 'rate' && what !== 'unclear';

/** A typed answer counts when it can mean one thing only. */
function answerTyped(doubt: Doubt, currency: string) {
  const key = doubtKey(doubt);
  const read = readAmount(typed.value[key] ?? '', currency);
  if (read?.kind === 'sure') emit('answer', key, read.minor);
}
const keepRate = (from: string, to: string, rate: number | null) => {
  if (rate === null || rate <= 0) return;
  const item = { from, to, rate, on: catalogueStore.stored?.today ?? localToday() };
  void attempt(() =>
    catalogueStore.edit(`type the rate from ${from} to ${to}`, [{ do: 'put-currency-rate', item }]),
  );
};
</script>

<template>
  <div v-for="doubt in doubts" :key="`${doubt.line}:${doubtKey(doubt)}`" class="doubt">
    <code>{{ doubt.line }}: {{ doubt.raw.trim().slice(0, 160) }}</code>
    <span>{{ doubtWords(doubt) }}</span>
    <NButton
      v-for="(code, n) in doubt.codes"
      :key="code"
      size="tiny"
      @click="emit('answer', doubtKey(doubt), n)"
      >{{ code }}</NButton
    >
    <NButton
      v-for="reading in doubt.readings"
      :key="reading"
      size="tiny"
      @click="emit('answer', doubtKey(doubt), reading)"
      >{{ readingWords(reading, doubt.what, currency) }}</NButton
    >
    <NumberField
      v-if="doubt.what === 'rate'"
      :label="`1 ${doubt.text} in ${currency}`"
      :value="null"
      placeholder="not known yet"
      :min="0.000001"
      :update-value-on-input="false"
      @update:value="(rate) => keepRate(doubt.text, currency, rate)"
    />
    <NInput
      v-if="canBeTyped(doubt)"
      v-model:value="typed[doubtKey(doubt)]"
      size="tiny"
      placeholder="or type it"
      class="small-input"
      :input-props="{ 'aria-label': `${doubtWords(doubt)} Line ${doubt.line}`, inputmode: 'decimal' }"
      @keydown.enter.prevent="answerTyped(doubt, currency)"
      @blur="answerTyped(doubt, currency)"
    />
  </div>
</template>

<style scoped>
.doubt {
  display: flex;
  gap: 6px 10px;
  flex-wrap: wrap;
  align-items: center;
  border-top: 1px dotted var(--line);
  padding-top: 5px;
}
code {
  flex: 1 1 100%;
  font-size: var(--text-small);
  overflow-wrap: anywhere;
}
.small-input {
  width: 110px;
}
</style>
