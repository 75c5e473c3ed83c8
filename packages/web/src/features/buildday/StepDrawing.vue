<script setup lang="ts">
import type { AssemblyInput, DrawingKind } from '@ripe-pick/core/assembly';
import { computed, useId } from 'vue';
import { DRAWING_SIZE, shapesOf } from './drawing-shapes.ts';

/** A small drawing of a step, made from the data, with the same in words. */
const props = defineProps<{ drawing: DrawingKind; input: AssemblyInput }>();
const id = useId();
const found = computed(() => shapesOf(props.drawing, props.input));
</script>

<template>
  <figure v-if="found">
    <svg :viewBox="`0 0 ${DRAWING_SIZE.width} ${DRAWING_SIZE.height}`" role="img" :aria-labelledby="id">
      <template v-for="(shape, n) in found.shapes" :key="n">
        <g v-if="shape.as === 'box'" :class="shape.look">
          <rect :x="shape.x" :y="shape.y" :width="shape.w" :height="shape.h" rx="3" />
          <path
            v-if="shape.look === 'beware'"
            :d="`M${shape.x} ${shape.y} l${shape.w} ${shape.h} m0 ${-shape.h} l${-shape.w} ${shape.h}`"
          />
          <text v-if="shape.text" :x="shape.x + shape.w / 2" :y="shape.y + shape.h / 2 + 4">
            {{ shape.text }}
          </text>
        </g>
        <g v-else-if="shape.as === 'dot'" :class="shape.look">
          <circle :cx="shape.x" :cy="shape.y" :r="shape.r" />
          <text v-if="shape.text" :x="shape.x" :y="shape.y + 4">{{ shape.text }}</text>
        </g>
        <path
          v-else-if="shape.as === 'arrow'"
          class="arrow"
          :d="`M${shape.x} ${shape.y} h${shape.to} m-6 -5 l6 5 l-6 5`"
        />
        <text v-else :x="shape.x" :y="shape.y">{{ shape.text }}</text>
      </template>
    </svg>
    <figcaption :id="id">{{ found.text }}</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  display: grid;
  gap: 4px;
  max-width: 340px;
}
svg {
  width: 100%;
  background: var(--sunk);
  border-radius: 8px;
}
rect,
circle {
  stroke: var(--line-strong);
  stroke-width: 1.2;
  fill: none;
}
.there rect {
  fill: var(--shade);
}
.now rect,
.now circle {
  fill: var(--plum);
  stroke: var(--plum);
}
.now text {
  fill: var(--plum-ink);
}
.empty rect {
  stroke-dasharray: 3 3;
}
.beware rect,
.beware path {
  stroke: var(--apricot);
  stroke-width: 1.6;
  fill: none;
}
.arrow {
  stroke: var(--plum);
  stroke-width: 2;
  fill: none;
}
text {
  fill: var(--ink);
  font-size: 11px;
  text-anchor: middle;
}
figcaption {
  font-size: 12.5px;
  color: var(--ink-soft);
}
</style>
