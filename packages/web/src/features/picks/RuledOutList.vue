<script setup lang="ts">
import { NInput, NPopover } from 'naive-ui';
import { useRuledOut } from './use-ruled-out.ts';

/** What the brief rules out, with why, and the way back. */
const { ruledOut, giveReason, letBack } = useRuledOut();
</script>

<template>
  <NPopover v-if="ruledOut.length > 0" trigger="click" placement="bottom-start">
    <template #trigger
      ><button class="plain edged">{{ ruledOut.length }} ruled out</button></template
    >
    <ul class="aside-list out">
      <li v-for="part in ruledOut" :key="part.id">
        <span>{{ part.name }}</span>
        <NInput
          size="small"
          :value="part.reason"
          maxlength="500"
          placeholder="why?"
          :input-props="{ 'aria-label': `Why ${part.name} is ruled out` }"
          @update:value="(reason: string) => giveReason(part.id, reason)"
        />
        <button class="plain edged" @click="letBack(part.id)">Let back in</button>
      </li>
    </ul>
  </NPopover>
</template>

<style scoped>
li button {
  white-space: nowrap;
}
</style>
