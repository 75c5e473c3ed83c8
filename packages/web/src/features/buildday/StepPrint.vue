<script setup lang="ts">
import { CAUTIONS, type AssemblyInput, type AssemblyStep } from '@ripe-pick/core/assembly';
import StepDrawing from './StepDrawing.vue';

/** All steps on paper, each with its box to tick. */
defineProps<{ steps: readonly AssemblyStep[]; input: AssemblyInput; name: string; brief: string }>();
</script>

<template>
  <div class="print" aria-hidden="true">
    <h1>Build day: {{ name }}, {{ brief }}</h1>
    <section v-for="(step, n) in steps" :key="step.code">
      <h2>☐ {{ n + 1 }}. {{ step.title }}</h2>
      <p v-for="code in step.cautions" :key="code" class="caution">{{ CAUTIONS[code] }}</p>
      <p v-for="line in step.lines" :key="line">{{ line }}</p>
      <StepDrawing v-if="step.drawing" :drawing="step.drawing" :input="input" :cautions="step.cautions" />
      <p>
        <b>{{ step.check }}</b>
      </p>
    </section>
  </div>
</template>

<style scoped>
.print {
  display: none;
}
@media print {
  .print {
    display: block;
  }
  section {
    break-inside: avoid;
    margin-bottom: 12px;
  }
  h2 {
    font-size: var(--text-large);
    margin: 0;
  }
  p {
    margin: 2px 0;
  }
  .caution {
    border-left: 3px solid;
    padding-left: 8px;
  }
}
</style>
