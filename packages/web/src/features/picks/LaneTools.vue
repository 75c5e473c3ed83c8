<script setup lang="ts">
import { ChevronLeft, ChevronRight, LocateFixed, Minus, Plus } from '@lucide/vue';
import { useBench } from '../../shared/stores/bench.ts';
import { money } from '../../shared/format/format.ts';
import RuledOutList from './RuledOutList.vue';

/** What the lanes show, and how far along the money. */
defineProps<{
  /** Half width of the money axis, in minor units. */
  window: number;
  isClosest: boolean;
  isWidest: boolean;
  isCentred: boolean;
  /** How the working out of the room to grow stands; empty where there is nothing to say. */
  roomWords: string;
}>();
const withUsed = defineModel<boolean>('withUsed', { required: true });
const showAll = defineModel<boolean>('showAll', { required: true });
const roomOn = defineModel<boolean>('roomOn', { required: true });
const emit = defineEmits<{ find: []; zoom: [by: number]; pan: [by: number]; centre: [] }>();
const bench = useBench();
</script>

<template>
  <div class="tools">
    <button class="plain strong" @click="emit('find')">Find the best <kbd>F</kbd></button>
    <button class="plain edged" :aria-pressed="withUsed" @click="withUsed = !withUsed">
      {{ withUsed ? 'Used shown' : 'Used hidden' }} <kbd>U</kbd>
    </button>
    <span class="zoom" role="group" aria-label="Money axis">
      <button class="plain edged" aria-label="Closer" :disabled="isClosest" @click="emit('zoom', -1)">
        <Plus :size="15" aria-hidden="true" />
      </button>
      <span class="num">±{{ money(window, bench.currency, { short: true }) }}</span>
      <button class="plain edged" aria-label="Wider" :disabled="isWidest" @click="emit('zoom', 1)">
        <Minus :size="15" aria-hidden="true" />
      </button>
      <button
        class="plain edged"
        aria-label="Move to cheaper parts"
        title="Cheaper ([)"
        @click="emit('pan', -0.5)"
      >
        <ChevronLeft :size="15" aria-hidden="true" />
      </button>
      <button
        class="plain edged"
        aria-label="Back to the current pick"
        title="Back to the current pick (0)"
        :disabled="isCentred"
        @click="emit('centre')"
      >
        <LocateFixed :size="15" aria-hidden="true" />
      </button>
      <button
        class="plain edged"
        aria-label="Move to dearer parts"
        title="Dearer (])"
        @click="emit('pan', 0.5)"
      >
        <ChevronRight :size="15" aria-hidden="true" />
      </button>
    </span>
    <button
      class="plain edged"
      :aria-pressed="roomOn"
      title="Height: what the best path from each part is worth over the months to come (G)"
      @click="roomOn = !roomOn"
    >
      Room to grow <kbd>G</kbd>
    </button>
    <span v-if="roomOn" class="small quiet" role="status">{{ roomWords }}</span>
    <button class="plain edged" :aria-pressed="showAll" @click="showAll = !showAll">
      {{ showAll ? 'Fewer lanes' : 'All lanes' }}
    </button>
    <RuledOutList />
    <span class="legend" aria-hidden="true"
      ><i class="dot"></i>new <i class="diamond"></i>used <i class="square"></i>owned <i class="hollow"></i>no
      fit, or unknown <i class="less"></i>no better, no cheaper <i class="dash"></i>most for the money</span
    >
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
.zoom {
  display: inline-flex;
  align-items: center;
  gap: 5px;
}
.legend {
  margin-left: auto;
  display: flex;
  gap: 4px;
  align-items: center;
  font-size: 12px;
  color: var(--ink-soft);
  white-space: nowrap;
}
.legend i {
  display: inline-block;
  width: 8px;
  height: 8px;
  margin-left: 8px;
}
.legend .dot {
  background: var(--ink-soft);
  border-radius: 50%;
}
.legend .diamond {
  background: var(--ink-soft);
  transform: rotate(45deg);
  width: 7px;
  height: 7px;
}
.legend .square {
  border: 2px solid var(--ink-soft);
}
.legend .hollow {
  border: 1.3px solid var(--line-strong);
  border-radius: 50%;
}
.legend .less {
  height: 0;
  border-top: 2px solid var(--ink-soft);
}
.legend .dash {
  border: 1.6px dashed var(--plum);
  border-radius: 50%;
  width: 12px;
  height: 12px;
}
@media (max-width: 760px) {
  .legend {
    display: none;
  }
}
</style>
