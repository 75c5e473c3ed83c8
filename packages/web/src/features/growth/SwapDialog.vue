<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import { scaleLinear } from 'd3';
import { useElementSize } from '@vueuse/core';
import type { Alternative, Path } from '@ripe-pick/core/growth';
import { dayText, money, signed } from '../../shared/format/format.ts';
import { useGrowth } from '../../shared/stores/growth.ts';
import Dialog from '../../shared/ui/Dialog.vue';
import { alternativeName, type PartName } from './words.ts';

const props = defineProps<{
  show: boolean;
  path: Path;
  on: string;
  currency: string;
  unit: string;
  /** The path's value as it is, in thousandths. */
  value: number | null;
  name: PartName;
}>();
const emit = defineEmits<{ close: []; take: [alternative: Alternative] }>();
const growth = useGrowth();

const found = shallowRef<readonly Alternative[] | null>(null);
const failed = ref(false);
watch(
  () => [props.show, props.on] as const,
  async ([show]) => {
    if (!show) return;
    found.value = null;
    failed.value = false;
    const { on } = props;
    try {
      const all = await growth.alternatives(props.path, on);
      if (props.show && props.on === on) found.value = all;
    } catch (error) {
      failed.value = true;
      console.error(error);
    }
  },
  { immediate: true },
);
const isFine = (each: Alternative) => !each.barrier && each.short === 0 && each.value !== null;
const gain = (each: Alternative) =>
  each.value === null || props.value === null ? null : each.value - props.value;
const sorted = computed(() => {
  const all = found.value ?? [];
  return [...all.filter(isFine), ...all.filter((each) => !isFine(each))];
});
const focused = ref<number | null>(null);

const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const HEIGHT = 150;
/** The picture: what a step costs to the right, what the path gains upward, as in the lanes. */
const dots = computed(() => {
  const rated = sorted.value
    .map((each, n) => ({ each, n, gain: gain(each) }))
    .filter((dot): dot is { each: Alternative; n: number; gain: number } => dot.gain !== null);
  const x = scaleLinear(
    [Math.min(0, ...rated.map(({ each }) => each.net)), Math.max(1, ...rated.map(({ each }) => each.net))],
    [44, Math.max(60, width.value - 14)],
  );
  const reach = Math.max(1000, ...rated.map((dot) => Math.abs(dot.gain)));
  const y = scaleLinear([-reach, reach], [HEIGHT - 22, 8]);
  return {
    x,
    y,
    all: rated.map((dot) => ({ ...dot, x: x(dot.each.net), y: y(dot.gain), isFine: isFine(dot.each) })),
  };
});
const words = (each: Alternative) => {
  const gained = gain(each);
  const what = gained === null ? '' : `${signed(gained / 1000)} ${props.unit} on the whole`;
  return [`${money(each.net, props.currency)} ${each.net < 0 ? 'comes back' : 'goes out'}`, what]
    .filter(Boolean)
    .join(', ');
};
</script>

<template>
  <Dialog :show="show" :title="`What else to do on ${dayText(on)}`" :width="760" @close="emit('close')">
    <p v-if="failed" class="bad">It could not be worked out. Close this and try again.</p>
    <p v-else-if="!found" role="status">Working out what could be done then…</p>
    <template v-else>
      <p class="quiet small">
        All other steps stay. Right: what the step takes out of the money of that day; up: what the whole path
        gains. Hollow: does not go, or cannot be paid.
      </p>
      <div ref="holder" class="holder" :style="{ height: `${HEIGHT}px` }">
        <svg v-if="width > 0" :width="width" :height="HEIGHT" aria-hidden="true">
          <line x1="40" :x2="width - 8" :y1="dots.y(0)" :y2="dots.y(0)" class="zero" />
          <text x="2" :y="dots.y(0) + 4" class="figure">as now</text>
          <g v-for="tick in dots.x.ticks(6)" :key="tick">
            <line :x1="dots.x(tick)" :x2="dots.x(tick)" y1="6" :y2="HEIGHT - 20" class="grid" />
            <text :x="dots.x(tick)" :y="HEIGHT - 6" class="figure" text-anchor="middle">
              {{ money(tick, currency, { short: true }) }}
            </text>
          </g>
          <circle
            v-for="dot in dots.all"
            :key="dot.n"
            :cx="dot.x"
            :cy="dot.y"
            :r="focused === dot.n ? 7 : 4.5"
            :class="{ fine: dot.isFine, focus: focused === dot.n }"
            class="dot"
          />
        </svg>
      </div>
      <ul>
        <li v-for="(each, n) in sorted" :key="n">
          <button
            class="plain choice"
            :class="{ out: !isFine(each) }"
            @mouseenter="focused = n"
            @mouseleave="focused = null"
            @focus="focused = n"
            @click="emit('take', each)"
          >
            <span
              ><b>{{ alternativeName(each, name) }}</b>
              <span v-if="each.barrier" class="bad small">
                {{ each.barrier.sentence }} {{ each.barrier.mend }}</span
              >
              <span v-else-if="each.short > 0" class="bad small">
                {{ money(each.short, currency) }} short, here or at a later step</span
              ></span
            >
            <span class="num quiet">{{ words(each) }}</span>
          </button>
        </li>
      </ul>
    </template>
  </Dialog>
</template>

<style scoped>
.small {
  font-size: var(--text-small);
}
.bad {
  color: var(--danger);
}
.holder {
  overflow: hidden;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.choice {
  display: flex;
  width: 100%;
  justify-content: space-between;
  gap: 12px;
  text-align: left;
  font-size: var(--text-body);
}
.choice .bad {
  display: block;
}
.choice > .num {
  flex: none;
}
.choice.out b {
  font-weight: 500;
  color: var(--ink-soft);
}
.zero {
  stroke: var(--ink);
}
.dot {
  fill: none;
  stroke: var(--line-strong);
  stroke-width: 1.2;
}
.dot.fine {
  fill: var(--plum);
  stroke: var(--sheet);
}
.dot.focus {
  stroke: var(--focus);
  stroke-width: 2.5;
}
@media (max-width: 760px) {
  .choice {
    flex-wrap: wrap;
  }
}
</style>
