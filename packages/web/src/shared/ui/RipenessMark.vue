<script setup lang="ts">
import type { Ripeness } from '@ripe-pick/core/prices';
import { computed } from 'vue';
import { RIPENESS_WORDS } from '../format/ripeness.ts';
import type { WaitVerdict } from '../stores/standings.ts';

/** Ripeness as a fruit that fills, with its word: shape and word say it, the colour only helps. An arrow: cheaper elsewhere now. */
const props = defineProps<{ ripeness?: Ripeness; verdict?: WaitVerdict; small?: boolean }>();
const ripeness = computed(() => (props.verdict ? props.verdict.ripeness : (props.ripeness ?? 'unknown')));
const word = computed(() => props.verdict?.word ?? RIPENESS_WORDS[ripeness.value ?? 'unknown']);
</script>

<template>
  <span class="mark" :class="[ripeness ?? 'elsewhere', { small }]" :title="verdict?.line">
    <svg width="14" height="14" viewBox="0 0 14 14" aria-hidden="true">
      <path v-if="ripeness === null" d="M2 7h9M8 4l3 3-3 3" class="dash" />
      <path v-else-if="ripeness === 'none'" d="M3.5 3.5l7 7M10.5 3.5l-7 7" class="dash" />
      <template v-else>
        <circle cx="7" cy="8" r="5" class="skin" :class="{ full: ripeness === 'ripe' }" />
        <path v-if="ripeness === 'turning'" d="M7 3a5 5 0 0 1 0 10z" class="flesh" />
        <path v-if="ripeness === 'past'" d="M4 5.5l6 5M10 5.5l-6 5" class="crack" />
        <path d="M7 3.2C7 1.6 8.2.8 9.6.8" class="stem" />
      </template>
    </svg>
    <span :class="{ 'visually-hidden': small }">{{ word }}</span>
  </span>
</template>

<style scoped>
.mark {
  display: inline-flex;
  align-items: center;
  gap: 4px;
  font-weight: 650;
  white-space: nowrap;
  position: relative;
}
.small {
  flex: none;
  margin-right: 3px;
}
.unripe {
  color: var(--ink-soft);
}
.turning {
  color: var(--apricot);
}
.ripe,
.elsewhere {
  color: var(--plum);
}
.past,
.none,
.unknown {
  color: var(--bark);
}
.skin {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.6;
}
.unknown .skin {
  stroke-dasharray: 2 2;
}
.full,
.flesh {
  fill: currentColor;
}
.crack,
.stem,
.dash {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.5;
  stroke-linecap: round;
}
</style>
