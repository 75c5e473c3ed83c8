<script setup lang="ts">
/** A small picture of what will stand where there is nothing yet: its shape alone, so that it is not taken for a figure. */
defineProps<{
  /** Steps of money and frames; columns side by side; a price on its strip; a price over time; rows of a list; ranges with a dot; a machine. */
  shows: 'steps' | 'columns' | 'strip' | 'course' | 'rows' | 'ranges' | 'machine';
}>();
/** Lengths of what stands in rows or columns: not alike, as the real ones. */
const LENGTHS = [120, 84, 150];
</script>

<template>
  <svg viewBox="0 0 220 60" width="220" height="60" aria-hidden="true">
    <template v-if="shows === 'steps'">
      <path d="M8 52 H214 M8 52 V6" class="axis" />
      <path d="M14 46 H56 V36 H98 V22 H150 V14 H210" class="line" />
      <circle cx="98" cy="22" r="5" class="dot" />
    </template>
    <template v-else-if="shows === 'columns'">
      <g v-for="(length, n) in LENGTHS" :key="n">
        <rect :x="20 + n * 66" y="6" width="50" height="10" rx="3" class="block" />
        <path
          :d="`M${20 + n * 66} 28 h${length / 4} M${20 + n * 66} 40 h44 M${20 + n * 66} 52 h${length / 5}`"
          class="row"
        />
      </g>
      <circle cx="144" cy="40" r="4" class="dot" />
    </template>
    <template v-else-if="shows === 'strip'">
      <path d="M8 34 H212" class="axis" />
      <path d="M40 26 v16 M62 28 v12 M70 28 v12 M96 28 v12 M150 26 v16" class="row" />
      <rect x="40" y="28" width="56" height="12" class="band" />
      <path d="M120 46 V12 h16 l-5 5 5 5 h-16" class="flag" />
    </template>
    <template v-else-if="shows === 'course'">
      <path d="M6 14 H64 V34 H118 V22 H150 V46 H214" class="axis" />
      <path d="M6 40 H214" class="aim" />
      <circle cx="150" cy="46" r="6" class="dot" />
    </template>
    <template v-else-if="shows === 'rows'">
      <g v-for="(length, n) in LENGTHS" :key="n">
        <rect x="10" :y="6 + n * 18" width="12" height="12" rx="3" class="block" />
        <path :d="`M32 ${12 + n * 18} h${length} M196 ${12 + n * 18} h16`" class="row" />
      </g>
    </template>
    <template v-else-if="shows === 'ranges'">
      <path d="M8 52 H214" class="axis" />
      <g v-for="(length, n) in LENGTHS" :key="n">
        <path :d="`M${44 + n * 66} ${44 - length / 5} v22`" class="line" />
        <circle :cx="44 + n * 66" :cy="55 - length / 5" r="5" class="dot" />
      </g>
    </template>
    <template v-else>
      <rect x="62" y="4" width="96" height="52" rx="3" class="outline" />
      <rect x="72" y="10" width="44" height="34" class="outline" />
      <rect x="82" y="16" width="14" height="14" class="block" />
      <rect x="72" y="34" width="66" height="6" class="block" />
      <rect x="124" y="46" width="28" height="8" class="block" />
    </template>
  </svg>
</template>

<style scoped>
svg {
  max-width: 100%;
}
.axis,
.row,
.outline {
  fill: none;
  stroke: var(--line-strong);
  stroke-width: 2;
}
.line {
  fill: none;
  stroke: var(--plum);
  stroke-width: 2.4;
}
.aim {
  fill: none;
  stroke: var(--plum);
  stroke-dasharray: 3 4;
}
.block,
.band {
  fill: var(--line);
}
.dot,
.flag {
  fill: var(--plum);
}
.flag {
  stroke: var(--plum);
}
</style>
