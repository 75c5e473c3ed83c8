<script setup lang="ts">
import { computed, onBeforeUnmount, shallowRef, watch } from 'vue';
import type { WorthLookingUp } from '@ripe-pick/core/compare';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { figureName } from '../../shared/format/assumed.ts';
import { figureText } from '../../shared/format/facts.ts';
import { decimal, money, percent } from '../../shared/format/format.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import FieldLink from '../../shared/ui/FieldLink.vue';

/** Which assumed figure could change the best set: worked out when asked, nearest first. */
const bench = useBench();
const catalogueStore = useCatalogue();
const names = useNames();
const solver = useSolver();
const workspace = useWorkspace();

const MOST_SHOWN = 8;
const found = shallowRef<readonly WorthLookingUp[]>([]);
const done = shallowRef(0);
const state = shallowRef<'idle' | 'working' | 'done' | 'stopped' | 'failed'>('idle');
const unit = computed(() => (workspace.brief.play.objective.goal === 'targets' ? '% of targets' : 'fps'));
let ticket = 0;

function reset() {
  ticket++;
  solver.stopLookUp();
  found.value = [];
  state.value = 'idle';
}
watch([() => workspace.brief, () => catalogueStore.catalogue], reset);
onBeforeUnmount(reset);

async function work() {
  const own = ++ticket;
  state.value = 'working';
  found.value = [];
  done.value = 0;
  try {
    const all = await solver.worthLookingUp(workspace.brief, (progress) => {
      if (own !== ticket) return;
      done.value = progress.done;
      found.value = progress.found;
    });
    if (own !== ticket) return;
    found.value = all.found;
    state.value = all.isComplete ? 'done' : 'stopped';
  } catch (error) {
    if (own === ticket) state.value = 'failed';
    console.error(error);
  }
}

const then = ({ becomes, changes }: WorthLookingUp): string =>
  becomes
    ? `other ${changes.map((slot) => SLOT_NAMES[slot].toLowerCase()).join(', ')}; ${decimal(becomes.score / 1000, 1)} ${unit.value} for ${money(becomes.cost, bench.currency)}`
    : 'nothing fits the brief any more';
</script>

<template>
  <div class="look-up">
    <button v-if="state === 'idle'" class="plain edged" @click="work">
      Which one could change the best set?
    </button>
    <p v-else-if="state === 'failed'" class="bad">
      It could not be worked out. Reload the page and try again.
    </p>
    <p v-else-if="state === 'working'" role="status">
      {{ percent(done) }} of the figures tried
      <button class="plain edged" @click="solver.stopLookUp()">Stop</button>
    </p>
    <p v-else-if="state === 'stopped'" role="status">
      Stopped at {{ percent(done) }} of the figures; the others may change it as well.
      <button class="plain edged" @click="work">Work it out</button>
    </p>
    <p v-else-if="found.length === 0">
      None of them: turned to its worst or its best, each leaves the best set as it is.
    </p>
    <template v-if="found.length > 0">
      <p><b>Worth looking up first</b></p>
      <ul>
        <li
          v-for="each in found.slice(0, MOST_SHOWN)"
          :key="`${each.assumption.part}${each.assumption.figure}${each.isWorse}`"
        >
          <b
            ><FieldLink :part="each.assumption.part" :figure="each.assumption.figure"
              >{{ names.part(each.assumption.part) }}, {{ figureName(each.assumption.figure) }}</FieldLink
            ></b
          >
          <span class="quiet"
            >{{ figureText(each.assumption.figure, each.turnsOut) }} in place of
            {{ figureText(each.assumption.figure, each.assumption.value) }}: {{ then(each) }}</span
          >
        </li>
      </ul>
      <p v-if="found.length > MOST_SHOWN" class="quiet">and {{ found.length - MOST_SHOWN }} more</p>
    </template>
  </div>
</template>

<style scoped>
.look-up {
  display: grid;
  gap: 6px;
  justify-items: start;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 5px;
}
li span {
  display: block;
}
.bad {
  color: var(--danger);
}
</style>
