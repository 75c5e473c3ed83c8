<!-- What the ruler fills its segments with: what comes back is hatched, what is kept back dotted. -->
<template>
  <defs>
    <pattern id="comes-back" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="6" height="6" class="hatch-ground" />
      <rect width="2.4" height="6" class="hatch" />
    </pattern>
    <pattern id="kept-back" width="5" height="5" patternUnits="userSpaceOnUse">
      <rect width="5" height="5" class="dot-ground" />
      <circle cx="2.5" cy="2.5" r="1.1" class="dot" />
    </pattern>
  </defs>
</template>

<style scoped>
.hatch-ground {
  fill: var(--sheet);
  fill-opacity: 0.35;
}
.hatch {
  fill: var(--paper);
}
.dot-ground {
  fill: var(--sheet);
}
.dot {
  fill: var(--ink-soft);
  fill-opacity: 0.5;
}
</style>
