<script setup lang="ts">
import { CAUSE_WORDS, type RankedCause } from '@ripe-pick/core/bench';
import { computed, ref } from 'vue';
import { percent } from '../../shared/format/format.ts';
import { conditionWords, offWords } from '../../shared/format/runs.ts';
import type { Why } from './use-bench.ts';

const props = defineProps<{ why: Why; nameOf: (id: string) => string }>();
const opened = ref<string | null>(null);
const found = computed(() => (props.why.kind === 'done' ? props.why.diagnosis : null));
const told = computed(() => (props.why.kind === 'done' ? props.why.told : []));
/** Causes that are worth a line. */
const LEAST_SHOWN = 0.02;
const causes = computed(
  () => found.value?.causes.filter((each) => each.probability >= LEAST_SHOWN).slice(0, 5) ?? [],
);
const current = computed(
  () => opened.value ?? (found.value?.isQuiet ? null : (causes.value[0]?.cause ?? null)),
);
const chance = (p: number) => (p > 0.99 ? '> 99 %' : p < 0.01 ? '< 1 %' : percent(p));
const open = (cause: RankedCause) => (opened.value = current.value === cause.cause ? '' : cause.cause);
const scene = (n: number) => {
  const each = found.value?.compared[n];
  return each
    ? `${props.nameOf(each.game)}, ${conditionWords({ ...each.conditions, state: { profile: true, clocks: 'stock' } })}`
    : '';
};
const two = computed(() => found.value?.two ?? null);
/** Two causes of which the second is more than half as likely cannot be told apart. */
const isOpen = computed(() => {
  const [first, second] = causes.value;
  return !two.value && second !== undefined && second.probability > first.probability / 2;
});
const untold = computed(() => found.value?.compared.filter(({ isTelling }) => !isTelling).length ?? 0);
const next = computed(() => {
  const scene = found.value?.next;
  return scene
    ? `${props.nameOf(scene.game)}, ${conditionWords({ ...scene.conditions, state: { profile: true, clocks: 'stock' } })}`
    : '';
});
const LIMITS = {
  cpu: 'limited by the processor',
  gpu: 'limited by the graphics card',
  both: 'in balance',
} as const;
</script>

<template>
  <section class="sheet panel" aria-labelledby="slow">
    <h2 id="slow">Why is it slow?</h2>
    <p v-if="why.kind === 'none'" class="quiet">{{ why.reason }}</p>
    <p v-else-if="why.kind === 'busy'" class="quiet">Working it out…</p>
    <template v-else-if="found">
      <p v-if="found.isQuiet">
        <b>Nothing stands out.</b> What was measured fits a healthy system ({{ chance(found.healthy) }}).
        <template v-if="causes.length > 0"
          >If something is wrong after all, it is most likely one of these.</template
        >
      </p>
      <p v-else>Only {{ chance(found.healthy) }} that all is well. Likely causes, and what to check first:</p>
      <p v-if="two">
        <b
          >Two things at once, most likely: {{ CAUSE_WORDS[two.causes[0]].name }}, and
          {{ CAUSE_WORDS[two.causes[1]].name }}</b
        >
        ({{ chance(two.probability) }}). Fix one, measure again, then see whether the other is left.
      </p>
      <p v-if="!found.isQuiet && isOpen">
        <b>The first two cannot be told apart yet.</b> Look at what both say to check.
      </p>
      <p v-if="next">
        To know more, measure next: <b>{{ next }}</b>.
      </p>
      <p v-if="untold > 0" class="small">
        {{ untold }} of {{ found.compared.length }} scenes say nothing here: too little is known of how their
        games run on such parts. Benchmarks of these games would help.
      </p>
      <p class="sides">
        <span v-if="found.cpuSide !== null"
          ><i class="p"></i> scenes limited by the processor
          <b class="num">{{ offWords(found.cpuSide) }}</b></span
        >
        <span v-if="found.gpuSide !== null"
          ><i class="g"></i> scenes limited by the graphics card
          <b class="num">{{ offWords(found.gpuSide) }}</b></span
        >
      </p>
      <ol>
        <li v-for="cause in causes" :key="cause.cause">
          <button class="plain cause" :aria-expanded="current === cause.cause" @click="open(cause)">
            <span class="name">{{ CAUSE_WORDS[cause.cause].name }}</span>
            <span class="num">{{ chance(cause.probability) }}</span>
            <span class="meter" aria-hidden="true"
              ><i :style="{ width: `${cause.probability * 100}%` }"></i
            ></span>
          </button>
          <div v-if="current === cause.cause" class="more">
            <p>{{ CAUSE_WORDS[cause.cause].pattern }}</p>
            <ol class="checks">
              <li v-for="check in CAUSE_WORDS[cause.cause].checks" :key="check">{{ check }}</li>
            </ol>
            <table class="lines">
              <caption class="visually-hidden">
                Evidence scene by scene
              </caption>
              <thead>
                <tr>
                  <th scope="col">Scene</th>
                  <th scope="col" class="end">measured</th>
                  <th scope="col" class="end">if so</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="(each, n) in found.compared" :key="n">
                  <th scope="row">
                    {{ scene(n) }}
                    <span class="quiet"
                      >{{ LIMITS[each.limit] }}{{ each.isTelling ? '' : ', hardly known: not counted' }}</span
                    >
                  </th>
                  <td class="num end">{{ offWords(each.measured / each.expected) }}</td>
                  <td class="num end">{{ offWords(cause.predicted[n]) }}</td>
                </tr>
              </tbody>
            </table>
          </div>
        </li>
      </ol>
      <div v-if="told.length > 0" class="small">
        <b>Told by Build day, and counted:</b>
        <ul>
          <li v-for="each in told" :key="each.words">
            {{ each.words }}
            <span class="quiet"
              >{{ CAUSE_WORDS[each.cause].name }}:
              {{ each.factor < 1 ? 'less likely.' : 'more likely.' }}</span
            >
          </li>
        </ul>
      </div>
      <p class="quiet small">
        From {{ found.compared.length }} scenes: averages, 1 % lows, busy shares of the graphics card and
        drift where known, against the model’s expectation with its uncertainty. Of a hundred systems with
        nothing wrong at most five are told otherwise; of those with one fault, three in five have it first
        here. Switch off and unplug before you touch anything inside; the makers’ manuals come first.
      </p>
    </template>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 8px;
  padding: 10px 12px;
}
.sides {
  display: grid;
  gap: 2px;
  font-size: var(--text-body);
}
.sides i {
  display: inline-block;
  width: 9px;
  height: 9px;
  border-radius: var(--round-small);
}
.p {
  background: var(--slot-cpu);
}
.g {
  background: var(--slot-gpu);
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
.cause {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 8px;
  width: 100%;
  text-align: left;
}
.name {
  font-weight: 600;
}
.meter {
  grid-column: 1 / -1;
  height: 5px;
  border-radius: var(--round-small);
  background: var(--sunk);
  border: 1px solid var(--line-strong);
}
.meter i {
  display: block;
  height: 100%;
  border-radius: var(--round-small);
  background: var(--plum);
}
.more {
  display: grid;
  gap: 6px;
  padding: 4px 8px 8px;
  font-size: var(--text-body);
}
.checks {
  list-style: decimal;
  padding-left: 18px;
}
.checks li::marker {
  font-weight: 600;
}
th .quiet {
  display: block;
  margin: 0;
}
.small {
  font-size: var(--text-small);
}
</style>
