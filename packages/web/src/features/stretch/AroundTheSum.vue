<script setup lang="ts">
import { computed } from 'vue';
import { amountsAround, nextRise } from '@ripe-pick/core/compare';
import type { FrontierStep } from '../../workers/solver.worker.ts';
import { decimal, money, signed } from '../../shared/format/format.ts';

/** The answer before the picture: what the budget buys, what a little more or less would, and where the next step lies. */
const props = defineProps<{
  limit: number;
  /** The best of single sums; one that is not there is still being proved. */
  around: ReadonlyMap<number, FrontierStep | null>;
  steps: readonly FrontierStep[];
  /** All steps are proved. */
  isDone: boolean;
  currency: string;
  unit: string;
  low: number;
  high: number;
}>();
const emit = defineEmits<{ compare: [low: number, high: number] }>();

const text = (minor: number) => money(minor, props.currency, { short: true });
const here = computed(() => props.around.get(props.limit));
const chips = computed(() =>
  amountsAround(props.limit).map((amount) => {
    const there = props.around.get(props.limit + amount);
    const difference = there && here.value ? (there.score - here.value.score) / 1000 : null;
    return {
      amount,
      name: `${amount > 0 ? '+' : '−'}${text(Math.abs(amount))}`,
      does: gainWords(there, difference),
      isShown:
        Math.min(props.low, props.high) === Math.min(props.limit, props.limit + amount) &&
        Math.max(props.low, props.high) === Math.max(props.limit, props.limit + amount),
    };
  }),
);
function gainWords(there: FrontierStep | null | undefined, difference: number | null): string {
  if (there === undefined || here.value === undefined) return '…';
  if (there === null) return 'no build';
  if (difference === null) return `${decimal(there.score / 1000, 1)} ${props.unit}`;
  return Math.abs(difference) < 0.05 ? 'nothing' : `${signed(difference)} ${props.unit}`;
}
const next = computed(() => (props.isDone ? nextRise(props.steps, props.limit) : null));
const sentence = computed(() => {
  const best = here.value;
  if (best === undefined) return `What ${text(props.limit)} buys is being proved…`;
  if (best === null) return `${text(props.limit)} buys no build that keeps the brief.`;
  const buys = `${text(props.limit)} buys ${decimal(best.score / 1000, 1)} ${props.unit} at best`;
  if (!props.isDone) return `${buys}.`;
  if (!next.value) return `${buys}, and no more money up to twice as much shows more.`;
  const more = text(next.value.cost - props.limit);
  return `${buys}. The next step worth seeing is ${more} more for ${signed((next.value.score - best.score) / 1000)} ${props.unit}.`;
});
const show = (amount: number) =>
  emit('compare', Math.min(props.limit, props.limit + amount), Math.max(props.limit, props.limit + amount));
</script>

<template>
  <section class="around" aria-label="Around the budget">
    <p role="status">{{ sentence }}</p>
    <div class="chips" role="group" aria-label="A little more or less money">
      <button
        v-for="chip in chips"
        :key="chip.amount"
        class="plain edged"
        :aria-pressed="chip.isShown"
        @click="show(chip.amount)"
      >
        <b class="num">{{ chip.name }}</b> <span class="num">{{ chip.does }}</span>
      </button>
    </div>
  </section>
</template>

<style scoped>
.around {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
}
p {
  margin: 0;
  font-size: var(--text-large);
  font-weight: 600;
  flex: 1 1 300px;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.chips button {
  display: inline-flex;
  gap: 6px;
}
</style>
