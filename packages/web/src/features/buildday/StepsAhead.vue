<script setup lang="ts">
import { PHASES, type AssemblyStep, type Phase } from '@ripe-pick/core/assembly';

/** All steps of the day by their phase, each with its state; one is opened by a press. */
defineProps<{
  steps: readonly AssemblyStep[];
  /** The step in hand. */
  now: string | null;
  stateOf: (code: string) => string;
}>();
const emit = defineEmits<{ open: [code: string] }>();
const PHASE_NAMES: Readonly<Record<Phase, string>> = {
  before: 'Before',
  table: 'On the table',
  case: 'In the case',
  close: 'First start and after',
};
</script>

<template>
  <nav class="sheet ahead" aria-label="All steps">
    <section v-for="phase in PHASES" :key="phase">
      <h3>{{ PHASE_NAMES[phase] }}</h3>
      <ol>
        <li v-for="step in steps.filter((each) => each.phase === phase)" :key="step.code">
          <button
            class="plain line"
            :class="stateOf(step.code)"
            :aria-current="step.code === now ? 'step' : undefined"
            @click="emit('open', step.code)"
          >
            <span class="mark" aria-hidden="true" />
            {{ step.title
            }}<span v-if="stateOf(step.code) !== 'open'" class="visually-hidden"
              >, {{ stateOf(step.code) }}</span
            >
          </button>
        </li>
      </ol>
    </section>
  </nav>
</template>

<style scoped>
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
h3 {
  margin: 0 0 4px;
  font-size: var(--text-base);
}
.ahead {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(210px, 1fr));
  gap: 10px 18px;
}
.line {
  display: flex;
  gap: 8px;
  align-items: center;
  width: 100%;
  min-height: 32px;
  padding: 3px 4px;
  text-align: left;
}
.line[aria-current] {
  font-weight: 700;
  background: var(--shade);
  border-radius: var(--round-medium);
}
.mark {
  flex: none;
  width: 14px;
  height: 14px;
  border: 1.6px solid var(--line-strong);
  border-radius: var(--round-small);
}
.done .mark {
  background: var(--plum);
  border-color: var(--plum);
}
.skipped .mark {
  border-style: dashed;
}
.done,
.skipped {
  color: var(--ink-soft);
}
@media (max-width: 900px) {
  .line {
    min-height: 44px;
  }
}
</style>
