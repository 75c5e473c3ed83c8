<script setup lang="ts">
import { deadPart, type Substitute } from '@ripe-pick/core/bring-up';
import { fullName, type Picks, type Slot } from '@ripe-pick/core/parts';
import { withPick } from '@ripe-pick/core/swaps';
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { money, signed } from '../../shared/format/format.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useBuying } from '../../shared/stores/buying.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';

/** What can take a dead part's place, from today's offers; and until when the dead one can go back. */
const props = defineProps<{ place: Slot }>();
const bench = useBench();
const buying = useBuying();
const choose = useChoose();
const names = useNames();
const workspace = useWorkspace();
const found = computed(() =>
  bench.session
    ? deadPart(
        bench.session,
        workspace.picks as Picks,
        props.place,
        workspace.orders.filter(({ candidate }) => candidate === null || candidate === workspace.active.id),
      )
    : null,
);
const WHY: Readonly<Record<Substitute['why'][number], string>> = {
  same: 'the same again',
  fastest: 'the fastest that the sum pays',
  cheapest: 'the cheapest that fits',
  soonest: 'there first',
};
const frames = (score: number | null) => (score === null ? 'not known' : signed(score / 1000));
const change = (minor: number) => money(minor, workspace.brief.money.currency, { sign: true });
/** The order's line becomes a dead one, and the candidate takes the other part. */
function take({ part, offer }: Substitute) {
  const dead = found.value;
  if (!dead) return;
  if (dead.bought)
    buying.patch('orders', dead.bought.order, `${fullName(dead.part)} is dead`, (order) => ({
      ...order,
      lines: order.lines.map((line) =>
        line.part === dead.part.id && line.state !== 'returned' ? { ...line, state: 'dead' } : line,
      ),
    }));
  choose.pick(`take ${fullName(part)} for a dead part`, `${fullName(dead.part)} was dead`, (picks) =>
    withPick(picks, props.place, { part: part.id, offer: offer.id }),
  );
}
</script>

<template>
  <div v-if="found" class="dead">
    <p v-if="found.bought">
      If it is that: {{ fullName(found.part) }} came from {{ found.bought.shop }} for
      {{ money(found.bought.paidMinor, found.bought.currency)
      }}<template v-if="found.bought.returnBy"
        >; send it back by <b>{{ found.bought.returnBy }}</b></template
      ><template v-else-if="found.bought.warrantyUntil"
        >; its warranty runs until {{ found.bought.warrantyUntil }}</template
      ><template v-else>; until when it can go back is not known</template>.
    </p>
    <p v-else>
      If it is that: no order of it is kept, so until when it can go back is not known. Orders are kept in
      <RouterLink :to="{ name: 'shopping-day' }">Shopping day</RouterLink>.
    </p>
    <p v-if="found.substitutes.length === 0">Nothing on offer today fits in its place.</p>
    <div v-else class="scroll" tabindex="0" role="region" aria-label="What can take its place">
      <table class="lines">
        <thead>
          <tr>
            <th scope="col">In its place</th>
            <th scope="col" class="end">Due now</th>
            <th scope="col" class="end">Expected</th>
            <th scope="col" class="end">After rebates</th>
            <th scope="col" class="end">fps</th>
            <th scope="col">There</th>
            <th scope="col"><span class="visually-hidden">Take it</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in found.substitutes" :key="each.offer.id">
            <th scope="row">
              {{ fullName(each.part) }}
              <span class="quiet"
                >{{ each.why.map((why) => WHY[why]).join(', ') }}; {{ names.shop(each.offer.shop) }}</span
              >
            </th>
            <td class="num end">{{ change(each.dueNow) }}</td>
            <td class="num end">{{ change(each.expected) }}</td>
            <td class="num end">{{ change(each.after) }}</td>
            <td class="num end">{{ frames(each.score) }}</td>
            <td class="num">{{ each.arrivesOn ?? 'not stated' }}</td>
            <td>
              <button
                class="plain edged big"
                :aria-label="`Take it: ${fullName(each.part)}`"
                @click="take(each)"
              >
                Take it
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="quiet">
      Totals as they change once the money for the dead one is back; until then they stand higher by what was
      paid for it.
    </p>
  </div>
</template>

<style scoped>
.dead {
  display: grid;
  gap: 8px;
}
p {
  margin: 0;
}
.scroll {
  overflow: auto;
}
th .quiet {
  display: block;
  font-weight: 400;
}
.big {
  min-height: 44px;
}
</style>
