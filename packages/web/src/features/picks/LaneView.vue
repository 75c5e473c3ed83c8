<script setup lang="ts">
import { ChevronLeft, ChevronRight, LocateFixed, Minus, Plus } from '@lucide/vue';
import { isAtRest } from '../../shared/ui/at-rest.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { money } from '../../shared/format/format.ts';
import { RuledOutList } from './later.ts';
import type { AxisView } from './use-money-axis.ts';

/** What the lanes show, and how far along the money. */
defineProps<{
  axis: AxisView;
  /** How the working out of the room to grow stands; empty where there is nothing to say. */
  roomWords: string;
}>();
const withUsed = defineModel<boolean>('withUsed', { required: true });
const showAll = defineModel<boolean>('showAll', { required: true });
const roomOn = defineModel<boolean>('roomOn', { required: true });
const emit = defineEmits<{ zoom: [by: number]; pan: [by: number]; centre: [] }>();
const bench = useBench();
</script>

<template>
  <button class="plain edged" :aria-pressed="withUsed" @click="withUsed = !withUsed">
    {{ withUsed ? 'Used shown' : 'Used hidden' }} <kbd>U</kbd>
  </button>
  <span class="zoom" role="group" aria-label="Money axis">
    <button class="plain edged" aria-label="Closer" :disabled="axis.isClosest" @click="emit('zoom', -1)">
      <Plus :size="15" aria-hidden="true" />
    </button>
    <span class="num">±{{ money(axis.window, bench.currency, { short: true }) }}</span>
    <button class="plain edged" aria-label="Wider" :disabled="axis.isWidest" @click="emit('zoom', 1)">
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
      :disabled="axis.isCentred"
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
  <RuledOutList v-if="isAtRest" />
</template>

<style scoped>
.zoom {
  display: inline-flex;
  align-items: center;
  gap: 5px;
}
</style>
