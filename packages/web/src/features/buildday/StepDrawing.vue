<script setup lang="ts">
import {
  CAUTION_SIGNS,
  type AssemblyInput,
  type CautionCode,
  type DrawingKind,
} from '@ripe-pick/core/assembly';
import { computed, useId } from 'vue';
import { DRAWING_SIZE, shapesOf } from './drawing-shapes.ts';

/** A small drawing of a step, made from the data, with the same in words. */
const props = defineProps<{
  drawing: DrawingKind;
  input: AssemblyInput;
  cautions: readonly CautionCode[];
}>();
const id = useId();
const found = computed(() => shapesOf(props.drawing, props.input));
/** Cautions stand beneath the drawing, two in a row. */
const ROW = 20;
const signs = computed(() =>
  props.cautions.map((code, n) => ({
    text: CAUTION_SIGNS[code],
    x: 8 + (n % 2) * (DRAWING_SIZE.width / 2),
    y: DRAWING_SIZE.height + 14 + Math.floor(n / 2) * ROW,
  })),
);
const height = computed(() => DRAWING_SIZE.height + Math.ceil(signs.value.length / 2) * ROW);
const words = computed(() =>
  signs.value.length === 0
    ? (found.value?.text ?? '')
    : `${found.value?.text ?? ''} Beware: ${signs.value.map(({ text }) => text).join('; ')}.`,
);
</script>

<template>
  <figure v-if="found">
    <svg :viewBox="`0 0 ${DRAWING_SIZE.width} ${height}`" role="img" :aria-labelledby="id">
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
      <g v-for="sign in signs" :key="sign.text" class="sign">
        <path :d="`M${sign.x} ${sign.y} l6 -11 l6 11 z m6 -7 v3.4 m0 1.4 v0.8`" />
        <text :x="sign.x + 17" :y="sign.y">{{ sign.text }}</text>
      </g>
    </svg>
    <figcaption :id="id">{{ words }}</figcaption>
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
  border-radius: var(--round-large);
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
.sign path {
  fill: none;
  stroke: var(--apricot);
  stroke-width: 1.6;
  stroke-linejoin: round;
}
.sign text {
  text-anchor: start;
  font-size: var(--text-tiny);
}
.arrow {
  stroke: var(--plum);
  stroke-width: 2;
  fill: none;
}
text {
  fill: var(--ink);
  font-size: var(--text-tiny);
  text-anchor: middle;
}
figcaption {
  font-size: var(--text-small);
  color: var(--ink-soft);
}
</style>
