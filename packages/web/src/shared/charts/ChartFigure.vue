<script setup lang="ts">
import { computed, ref, useId } from 'vue';
import { nearestPoint, pointByKey, type ChartPoint } from './readout.ts';

/** A chart with a title that states what is seen, and a line that reads off the point under the pointer or chosen by keys. */
const props = defineProps<{
  title: string;
  points: readonly ChartPoint[];
  /** Whether a point is found by its place along the chart alone. */
  isAlong?: boolean;
}>();
/** How far from the pointer a point may be, in px. */
const REACH = 40;
const id = useId();
const chosen = ref<number | null>(null);
const byKey = ref(false);
const point = computed(() => (chosen.value === null ? null : (props.points.at(chosen.value) ?? null)));

function read(event: PointerEvent) {
  const { left, top } = (event.currentTarget as HTMLElement).getBoundingClientRect();
  byKey.value = false;
  const y = props.isAlong ? null : event.clientY - top;
  chosen.value = nearestPoint(props.points, event.clientX - left, y, REACH);
}
function go(event: KeyboardEvent) {
  if (event.target !== event.currentTarget || event.ctrlKey || event.metaKey || event.altKey) return;
  const to = pointByKey(event.key, chosen.value, props.points.length);
  if (to === undefined) return;
  event.preventDefault();
  event.stopPropagation();
  byKey.value = true;
  chosen.value = to;
}
</script>

<template>
  <figure>
    <figcaption :id="id">{{ title }}</figcaption>
    <div
      class="drawing"
      tabindex="0"
      role="group"
      :aria-labelledby="id"
      @pointermove="read"
      @pointerleave="byKey || (chosen = null)"
      @keydown="go"
      @blur="chosen = null"
    >
      <slot />
      <span
        v-if="point"
        class="ring"
        aria-hidden="true"
        :style="{ left: `${point.x}px`, top: `${point.y}px` }"
      ></span>
    </div>
    <p class="read-off num" :aria-live="byKey ? 'polite' : 'off'">
      {{ point?.words ?? 'Point at it, or use the arrow keys, to read it off.' }}
    </p>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 4px;
}
figcaption {
  font-weight: 600;
  font-size: var(--text-body);
}
.drawing {
  position: relative;
  outline-offset: -2px;
}
.ring {
  position: absolute;
  width: 14px;
  height: 14px;
  margin: -7px 0 0 -7px;
  border: 2px solid var(--ink);
  border-radius: 50%;
  pointer-events: none;
}
.read-off {
  min-height: 1.5em;
  font-size: var(--text-small);
  color: var(--ink-soft);
}
</style>
