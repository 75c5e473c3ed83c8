<script setup lang="ts">
import { NPopover } from 'naive-ui';

/** A card beside a dot that was chosen with the pointer. Escape and a press elsewhere close it. */
defineProps<{ at: { readonly x: number; readonly y: number } | null; label: string }>();
const emit = defineEmits<{ close: [] }>();
</script>

<template>
  <NPopover
    v-if="at"
    show
    trigger="manual"
    placement="bottom"
    :x="at.x"
    :y="at.y + 4"
    :flip="true"
    @clickoutside="(event: MouseEvent) => !(event.target as Element).closest('.plot') && emit('close')"
  >
    <div class="card" role="group" :aria-label="label" @keydown.esc.stop="emit('close')">
      <slot></slot>
    </div>
  </NPopover>
</template>

<style scoped>
.card {
  width: min(380px, 80vw);
}
</style>
