<script setup lang="ts">
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';
import type { useBuildDay } from './use-build-day.ts';

/** How this machine is built, where there is more than one way. */
const { day } = defineProps<{ day: ReturnType<typeof useBuildDay> }>();
const { kept } = day;
const YES_NO = [
  { value: 'unknown', label: 'not known yet' },
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
];
const yesNo = (value: boolean | null) => (value === null ? 'unknown' : value ? 'yes' : 'no');
const fromWord = (word: string | null) => (word === 'yes' ? true : word === 'no' ? false : null);
</script>

<template>
  <details>
    <summary>How you build</summary>
    <SwitchField
      label="The graphics card goes in before the leads"
      :value="kept.choices.cardFirst"
      @change="(cardFirst) => day.choose('when the graphics card goes in', { cardFirst })"
    />
    <SwitchField
      label="It will stand on a carpet"
      :value="kept.choices.onCarpet"
      @change="(onCarpet) => day.choose('where it stands', { onCarpet })"
    />
    <ChoiceField
      label="Shield of the ports fixed to the motherboard"
      :value="yesNo(kept.choices.shieldOnBoard)"
      :options="YES_NO"
      @update:value="
        (word: string | null) => day.choose('how the shield is', { shieldOnBoard: fromWord(word) })
      "
    />
    <ChoiceField
      label="Paste in the cooler’s box"
      :value="yesNo(kept.choices.pasteInBox)"
      :options="YES_NO"
      @update:value="
        (word: string | null) => day.choose('whether paste is there', { pasteInBox: fromWord(word) })
      "
    />
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  min-height: 24px;
}
</style>
