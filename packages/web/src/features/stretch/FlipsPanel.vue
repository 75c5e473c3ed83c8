<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import { sortedFlips, type Flip } from '@ripe-pick/core/compare';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { decimal, money, percent } from '../../shared/format/format.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

const props = defineProps<{ nameOf: (game: string) => string; unit: string }>();
const bench = useBench();
const catalogueStore = useCatalogue();
const solver = useSolver();
const workspace = useWorkspace();

const found = shallowRef<readonly Flip[]>([]);
const done = shallowRef<number | null>(null);
const state = shallowRef<'idle' | 'working' | 'done' | 'failed'>('idle');
watch([() => workspace.brief, () => catalogueStore.catalogue], () => {
  found.value = [];
  state.value = 'idle';
});

async function work() {
  const { brief } = workspace;
  state.value = 'working';
  found.value = [];
  done.value = 0;
  try {
    const all = await solver.flips(brief, ({ found: flip, done: share }) => {
      if (workspace.brief !== brief) return;
      done.value = share;
      if (flip) found.value = sortedFlips([...found.value, flip]);
    });
    if (workspace.brief !== brief) return;
    found.value = all;
    state.value = 'done';
  } catch (error) {
    state.value = 'failed';
    console.error(error);
  }
}

const partName = (id: string | null) => {
  const part = id ? bench.index?.parts.get(id) : undefined;
  return part ? `${part.brand} ${part.name}` : (id ?? '');
};
const currencyOf = (offer: string | null) => {
  const shop = offer ? bench.index?.shops.get(bench.index.offers.get(offer)?.shop ?? '') : undefined;
  return shop?.currency ?? bench.currency;
};
const shopOf = (offer: string | null) =>
  bench.index?.shops.get(bench.index.offers.get(offer ?? '')?.shop ?? '')?.name ?? '';
function what(flip: Flip): string {
  switch (flip.kind) {
    case 'rise':
      return `${partName(flip.part)} dearer by ${money(flip.move, currencyOf(flip.offer))} (${percent(flip.distance ?? 0)})`;
    case 'fall':
      return `${partName(flip.part)} cheaper by ${money(-flip.move, currencyOf(flip.offer))} (${percent(flip.distance ?? 0)})`;
    case 'stock':
      return `${partName(flip.part)} gone at ${shopOf(flip.offer)}`;
    case 'weight':
      return `${props.nameOf(flip.game ?? '')} weighing ${flip.move >= 1 ? `${decimal(flip.move, 1)} times as much` : `${decimal(1 / flip.move, 1)} times less`}`;
  }
}
function then(flip: Flip): string {
  if (!flip.becomes) return 'nothing fits the brief any more';
  const changes = flip.changes.map((slot) => SLOT_NAMES[slot].toLowerCase());
  return `other ${changes.join(', ')}; ${decimal(flip.becomes.score / 1000, 1)} ${props.unit} for ${money(flip.becomes.cost, bench.currency)}`;
}
const near = computed(() => found.value.filter((flip) => flip.distance !== null));
const gone = computed(() => found.value.filter((flip) => flip.distance === null));
</script>

<template>
  <section class="sheet flips" aria-labelledby="flips">
    <h2 id="flips">What would flip the best set</h2>
    <template v-if="state === 'idle'">
      <p class="quiet">Which price, which empty shelf or which weight would change a pick, nearest first.</p>
      <button class="plain edged" @click="work">Work it out</button>
    </template>
    <p v-else-if="state === 'failed'" class="bad">
      It could not be worked out. Reload the page and try again.
    </p>
    <p v-else-if="state === 'working'" role="status">
      {{ percent(done ?? 0) }} of the moves tried
      <button class="plain edged" @click="solver.cancelStretch()">Stop</button>
    </p>
    <p v-else-if="found.length === 0" class="quiet">
      No move that was tried changes it, or nothing fits the brief.
    </p>
    <ul v-if="near.length > 0">
      <li v-for="(flip, n) in near" :key="n">
        <b>{{ what(flip) }}</b> <span class="quiet">{{ then(flip) }}</span>
      </li>
    </ul>
    <details v-if="gone.length > 0">
      <summary>If a part runs out ({{ gone.length }})</summary>
      <ul>
        <li v-for="(flip, n) in gone" :key="n">
          <b>{{ what(flip) }}</b> <span class="quiet">{{ then(flip) }}</span>
        </li>
      </ul>
    </details>
    <p v-if="state === 'done'" class="quiet">
      Each was confirmed by solving the changed market. Rebates that are not paid are not among them.
    </p>
  </section>
</template>

<style src="../../shared/ui/flips.css" scoped></style>
