<script setup lang="ts">
import { computed, ref } from 'vue';
import { moveBorder, sharesOf } from './shares.ts';

const props = defineProps<{ weights: readonly number[]; names: readonly string[] }>();
const emit = defineEmits<{ change: [weights: number[]] }>();

const bar = ref<HTMLElement | null>(null);
const shares = computed(() => sharesOf(props.weights));
const ends = computed(() =>
  shares.value.map((_, n) => shares.value.slice(0, n + 1).reduce((sum, share) => sum + share, 0)),
);
let from: { x: number; shares: number[] } | null = null;

function start(event: PointerEvent) {
  from = { x: event.clientX, shares: [...shares.value] };
  (event.target as HTMLElement).setPointerCapture(event.pointerId);
}
function drag(event: PointerEvent, index: number) {
  if (!from || !bar.value) return;
  const by = Math.round(((event.clientX - from.x) / bar.value.clientWidth) * 100);
  emit('change', moveBorder(from.shares, index, by));
}
const stop = () => (from = null);
function key(event: KeyboardEvent, index: number) {
  const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageDown: -10, PageUp: 10 }[
    event.key
  ];
  if (by === undefined) return;
  event.preventDefault();
  emit('change', moveBorder(shares.value, index, by));
}
</script>

<template>
  <div ref="bar" class="bar" role="group" aria-label="Shares of the games">
    <div
      v-for="(share, n) in shares"
      :key="n"
      class="share"
      :style="{ width: `${share}%` }"
      :class="`tone-${n % 4}`"
    >
      <span v-if="share >= 12" :title="`${names[n]} ${share} %`">{{ names[n] }} {{ share }} %</span>
    </div>
    <div
      v-for="(end, n) in ends.slice(0, -1)"
      :key="`b${n}`"
      class="border"
      :style="{ left: `${end}%` }"
      role="slider"
      tabindex="0"
      :aria-label="`Border between ${names[n]} and ${names[n + 1]}`"
      :aria-valuenow="shares[n]"
      aria-valuemin="0"
      :aria-valuemax="shares[n] + shares[n + 1]"
      :aria-valuetext="`${names[n]} ${shares[n]} %, ${names[n + 1]} ${shares[n + 1]} %`"
      @pointerdown="start"
      @pointermove="drag($event, n)"
      @pointerup="stop"
      @pointercancel="stop"
      @keydown="key($event, n)"
    ></div>
  </div>
</template>

<style scoped>
.bar {
  position: relative;
  display: flex;
  height: 30px;
  border: 1px solid var(--line-strong);
  border-radius: var(--round-medium);
  overflow: hidden;
}
.share {
  display: grid;
  align-items: center;
  overflow: hidden;
  white-space: nowrap;
  font-size: var(--text-small);
  padding-left: 8px;
}
.share > span {
  overflow: hidden;
  text-overflow: ellipsis;
}
.tone-0 {
  background: color-mix(in srgb, var(--plum) 22%, var(--sheet));
}
.tone-1 {
  background: color-mix(in srgb, var(--apricot) 22%, var(--sheet));
}
.tone-2 {
  background: color-mix(in srgb, var(--leaf) 22%, var(--sheet));
}
.tone-3 {
  background: color-mix(in srgb, var(--slot-storage) 26%, var(--sheet));
}
.border {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 24px;
  margin-left: -12px;
  cursor: ew-resize;
  touch-action: none;
}
.border::after {
  content: '';
  position: absolute;
  left: 10px;
  width: 4px;
  top: 3px;
  bottom: 3px;
  border-radius: var(--round-small);
  background: var(--ink);
}
@media (max-width: 760px) {
  .bar {
    height: 46px;
  }
  .border {
    width: 44px;
    margin-left: -22px;
  }
  .border::after {
    left: 20px;
  }
}
</style>
