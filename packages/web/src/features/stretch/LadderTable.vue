<script setup lang="ts">
import { computed } from 'vue';
import type { Picks } from '@ripe-pick/core/parts';
import { swapsBetween } from '@ripe-pick/core/swaps';
import type { FrontierStep, Stretch } from '../../workers/solver.worker.ts';
import { useLanes } from '../../shared/stores/lanes.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { besideWords, sizeOf } from '../../shared/format/goals.ts';
import { money, signed } from '../../shared/format/format.ts';
import { swapLines } from '../../shared/format/swaps.ts';

const props = defineProps<{ stretch: Stretch; unit: string }>();
const emit = defineEmits<{ compare: [low: number, high: number] }>();
const bench = useBench();
const lanes = useLanes();
const choose = useChoose();

/** Swaps that change a part; other offers for the same part are no step up. */
function partsBetween(from: Picks, to: Picks): string {
  if (!bench.session || !bench.index) return '';
  const swaps = swapsBetween(from, to, bench.session);
  return swapLines(
    swaps.filter((swap) => swap.from?.part !== swap.to?.part),
    bench.index,
  ).join('; ');
}
interface LadderRow {
  readonly from: FrontierStep;
  readonly to: FrontierStep;
  readonly perFrame: number;
  readonly swaps: string;
}
const all = computed((): LadderRow[] =>
  props.stretch.rungs.map(({ from, to, perFrame }) => {
    const [a, b] = [props.stretch.steps[from], props.stretch.steps[to]];
    return { from: a, to: b, perFrame, swaps: partsBetween(a.picks, b.picks) };
  }),
);
/** From the budget on: more money upward, then less money downward. */
const groups = computed(() => {
  const below = all.value.filter(({ to }) => to.cost <= bench.limit).reverse();
  return [
    { title: 'More money than the budget', rows: all.value.filter(({ to }) => to.cost > bench.limit) },
    { title: 'Within the budget, from its end down', rows: below },
  ].filter(({ rows }) => rows.length > 0);
});
const single = computed(() => {
  const trade = lanes.steepest;
  if (!trade?.part || !trade.score) return null;
  return {
    name: `${trade.part.brand} ${trade.part.name}`,
    money: trade.money,
    score: trade.score,
    slot: trade.slot,
    pick: { part: trade.part.id, offer: trade.offer?.id ?? null },
  };
});
const screens = computed(() => props.stretch.steps.at(-1)?.beside.map(({ screen }) => screen) ?? []);
/** What a rung adds on a screen beside the brief's own; nothing where either is not known. */
function addsThere({ from, to }: LadderRow, at: number): string {
  const [a, b] = [from.beside[at]?.score ?? null, to.beside[at]?.score ?? null];
  return a === null || b === null ? '' : signed((b - a) / 1000, 2);
}
const isWithin = (row: LadderRow) => row.to.cost <= bench.limit;
function keep(row: LadderRow) {
  choose.keep(
    `Rung at ${money(row.to.cost, bench.currency, { short: true })}`,
    'a rung of the ladder: the best build for its budget',
    row.to.picks,
  );
}
function takeSingle() {
  const found = single.value;
  if (found)
    choose.pick(`take ${found.name}`, 'the most frames for the next bit of money', (picks) => ({
      ...picks,
      [found.slot]: found.pick,
    }));
}
</script>

<template>
  <section class="sheet ladder" aria-labelledby="ladder">
    <h2 id="ladder">Ladder</h2>
    <p v-if="single" class="single">
      <span
        >From your picks, the best single swap: <b>{{ single.name }}</b>,
        <span class="num"
          >{{ money(single.money, bench.currency, { sign: true }) }}, {{ signed(single.score / 1000) }}
          {{ unit
          }}<template v-if="single.money > 0"
            >, {{ money((single.money * 1000) / single.score, bench.currency) }} a frame</template
          ></span
        >.</span
      >
      <button class="plain edged" @click="takeSingle">Swap</button>
    </p>
    <p v-else class="quiet">No single swap from your picks gives more within the budget.</p>
    <div class="scroll" tabindex="0" role="region" aria-labelledby="ladder">
      <table class="lines">
        <thead>
          <tr>
            <th scope="col" class="end">Up to</th>
            <th scope="col" class="end">Money</th>
            <th scope="col" class="end">{{ unit }}</th>
            <th
              v-for="(screen, at) in screens"
              :key="at"
              scope="col"
              class="end"
              :title="`${besideWords(screen)}: what the same step adds there`"
            >
              {{ sizeOf(screen) }}
            </th>
            <th scope="col" class="end">Price per extra fps</th>
            <th scope="col">What changes</th>
            <th scope="col"><span class="visually-hidden">Act</span></th>
          </tr>
        </thead>
        <tbody v-for="group in groups" :key="group.title">
          <tr>
            <th scope="rowgroup" :colspan="6 + screens.length">{{ group.title }}</th>
          </tr>
          <tr v-for="row in group.rows" :key="row.to.cost" :class="{ quiet: !isWithin(row) }">
            <td class="num end">{{ money(row.to.cost, bench.currency) }}</td>
            <td class="num end">{{ money(row.to.cost - row.from.cost, bench.currency, { sign: true }) }}</td>
            <td class="num end">{{ signed((row.to.score - row.from.score) / 1000, 2) }}</td>
            <td v-for="(_, at) in screens" :key="at" class="num end">{{ addsThere(row, at) }}</td>
            <td class="num end">{{ money(row.perFrame, bench.currency) }}</td>
            <td class="what">{{ row.swaps }}</td>
            <td class="act">
              <button
                class="plain edged"
                :aria-label="`A to B: the rung up to ${money(row.to.cost, bench.currency)}`"
                @click="emit('compare', row.from.cost, row.to.cost)"
              >
                A to B
              </button>
              <button
                class="plain edged"
                :aria-label="`Keep the rung at ${money(row.to.cost, bench.currency)} as a candidate`"
                @click="keep(row)"
              >
                Keep
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.ladder {
  display: grid;
  gap: 8px;
  align-content: start;
  min-width: 0;
}
.single {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
}
.scroll {
  /* What is hidden from the eye in it scrolls along. */
  position: relative;
  overflow: auto;
}
.what {
  min-width: 220px;
}
.act {
  white-space: nowrap;
}
.act button + button {
  margin-left: 6px;
}
</style>
