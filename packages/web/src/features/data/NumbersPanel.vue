<script setup lang="ts">
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import { languageChoices, useNumberLanguage } from '../../shared/ui/number-language.ts';

const { choice } = useNumberLanguage();
</script>

<template>
  <section class="sheet panel" aria-labelledby="numbers-title">
    <h2 id="numbers-title">Numbers and money</h2>
    <p class="quiet">
      How they are written on this device. Fields take every way of writing, and arithmetic such as
      49.90+4.90. Tables for people (Compare, lists to hand on) follow it; JSON, and benchmarks and prices as
      CSV, do not.
    </p>
    <ChoiceField
      label="Written as"
      :value="choice"
      :options="languageChoices()"
      @update:value="choice = $event"
    />
  </section>
</template>

<style scoped>
.panel {
  padding: 12px 16px;
  display: grid;
  gap: 8px;
  align-content: start;
}
.panel :deep(.n-base-selection) {
  max-width: 420px;
}
</style>
