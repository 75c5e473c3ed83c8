<script setup lang="ts">
import { ChevronDown, ChevronUp } from '@lucide/vue';
import { computed, ref } from 'vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useStandings } from '../../shared/stores/standings.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { fps, money } from '../../shared/format/format.ts';
import { roomIn, segmentsOf } from '../../shared/format/ruler.ts';
import { SLOTS, type Slot } from '@ripe-pick/core/parts';
import { slotColour } from '../../shared/format/slots.ts';
import BudgetRuler from './BudgetRuler.vue';
import CandidateTabs from './CandidateTabs.vue';
import FrameBadge from './FrameBadge.vue';

/** On a phone: the ruler in one line, which opens into the ruler, the figure and the candidates. */
const bench = useBench();
const standings = useStandings();
const workspace = useWorkspace();
const isOpen = ref(false);
const total = computed(() => bench.summary?.cost.counted ?? 0);
const room = computed(() => roomIn(total.value, workspace.brief.money, standings.gone.length));
/** Short: the whole sentence stands in the ruler. */
const roomWords = computed(() => {
  const left = workspace.brief.money.budgetMinor - total.value;
  return `${money(Math.abs(left), bench.currency, { short: true })} ${left >= 0 ? 'left' : 'over'}`;
});
const rate = computed(() => {
  const rates = bench.summary?.rates;
  return rates?.status === 'known' ? `${fps(rates.objective.value)} fps` : '';
});
const bars = computed(() => {
  const most = Math.max(1, bench.limit, total.value);
  return (bench.summary ? segmentsOf(bench.summary.cost) : []).map((each) => ({
    slot: each.slot,
    left: `${(each.from / most) * 100}%`,
    width: `${((each.to - each.from) / most) * 100}%`,
    colour: (SLOTS as readonly string[]).includes(each.slot)
      ? slotColour(each.slot as Slot)
      : 'var(--line-strong)',
  }));
});
</script>

<template>
  <header class="phone-top">
    <button class="plain line" :aria-expanded="isOpen" aria-controls="ruler" @click="isOpen = !isOpen">
      <span class="words">
        <strong class="num">{{ money(total, bench.currency) }}</strong>
        <span class="num state" :class="room.state">{{ roomWords }}</span>
        <span class="num rate">{{ rate }}</span>
        <component :is="isOpen ? ChevronUp : ChevronDown" :size="18" aria-hidden="true" />
        <span class="visually-hidden"
          >{{ workspace.active.name }}: {{ isOpen ? 'close' : 'open' }} the ruler</span
        >
      </span>
      <span class="bars" aria-hidden="true"
        ><i
          v-for="bar in bars"
          :key="bar.slot"
          :style="{ left: bar.left, width: bar.width, background: bar.colour }"
        ></i
      ></span>
    </button>
    <div v-if="isOpen" id="ruler" class="opened">
      <BudgetRuler />
      <FrameBadge />
      <CandidateTabs />
    </div>
  </header>
</template>

<style scoped>
.phone-top {
  position: sticky;
  top: 0;
  z-index: 5;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
}
button.plain.line {
  display: block;
  width: 100%;
  padding: 4px 10px 3px;
  border-radius: 0;
  text-align: left;
}
.words {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 30px;
}
strong {
  font:
    650 17px 'Bricolage Grotesque Variable',
    sans-serif;
}
.rate {
  margin-left: auto;
  font-weight: 650;
  color: var(--plum);
}
.state {
  font-weight: 650;
  color: var(--leaf);
}
.state.allowed {
  color: var(--apricot);
}
.state.over,
.state.gone {
  color: var(--danger);
}
.bars {
  position: relative;
  display: block;
  height: 6px;
  background: var(--sheet);
  box-shadow: inset 0 0 0 1px var(--line);
  overflow: hidden;
}
.bars i {
  position: absolute;
  top: 0;
  bottom: 0;
  border-right: 1px solid var(--paper);
}
.opened {
  padding: 4px 10px 6px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
}
</style>
