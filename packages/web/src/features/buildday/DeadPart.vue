<script setup lang="ts">
import { ordersOf } from '@ripe-pick/core/buying';
import type { Order } from '@ripe-pick/contract';
import { deadPart, type Substitute } from '@ripe-pick/core/bring-up';
import { fullName, type Picks, type Slot } from '@ripe-pick/core/parts';
import { withPick } from '@ripe-pick/core/swaps';
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { dayText, money } from '../../shared/format/format.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import Substitutes from '../../shared/ui/Substitutes.vue';

/** What can take a dead part's place, from today's offers; and until when the dead one can go back. */
const props = defineProps<{ place: Slot }>();
const bench = useBench();
const choose = useChoose();
const workspace = useWorkspace();
const found = computed(() =>
  bench.session
    ? deadPart(
        bench.session,
        workspace.picks as Picks,
        props.place,
        workspace.orders.filter(
          ({ candidate }) => candidate === null || candidate === ordersOf(workspace.active),
        ),
      )
    : null,
);
/** Open claims that came with it. */
const claims = computed(() =>
  workspace.claims.filter(
    ({ order, part, state }) =>
      order === found.value?.bought?.order &&
      part === found.value?.part.id &&
      ['bought', 'sent', 'approved'].includes(state),
  ),
);
/** The order's line becomes a dead one, and the candidate takes the other part: one step. */
function take({ part, offer }: Substitute) {
  const dead = found.value;
  if (!dead) return;
  const isDead = (line: Order['lines'][number]) =>
    line.part === dead.part.id && (line.state === 'ordered' || line.state === 'arrived');
  choose.pick(
    `take ${fullName(part)} for a dead part`,
    `${fullName(dead.part)} was dead`,
    (picks) => withPick(picks, props.place, { part: part.id, offer: offer.id }),
    (workspace) => ({
      ...workspace,
      orders: workspace.orders.map((order) =>
        order.id === dead.bought?.order
          ? { ...order, lines: order.lines.map((line) => (isDead(line) ? { ...line, state: 'dead' } : line)) }
          : order,
      ),
    }),
  );
}
</script>

<template>
  <div v-if="found" class="dead">
    <p v-if="found.bought">
      If it is that: {{ fullName(found.part) }} came from {{ found.bought.shop }} for
      {{ money(found.bought.paidMinor, found.bought.currency)
      }}<template v-if="found.bought.returnBy"
        >; send it back by <b>{{ dayText(found.bought.returnBy) }}</b></template
      ><template v-else-if="found.bought.warrantyUntil"
        >; its warranty runs until {{ dayText(found.bought.warrantyUntil) }}</template
      ><template v-else>; until when it can go back is not known</template>.
    </p>
    <p v-else>
      If it is that: no order of it is kept, so until when it can go back is not known. Orders are kept in
      <RouterLink :to="{ name: 'shopping-day' }">Shopping day</RouterLink>.
    </p>
    <p v-if="claims.length > 0">
      If it goes back, {{ claims.length === 1 ? 'this claim falls' : 'these claims fall' }} away:
      {{
        claims
          .map((claim) => `${claim.name} (${money(claim.faceMinor, claim.currency)}, ${claim.state})`)
          .join('; ')
      }}.
    </p>
    <Substitutes :substitutes="found.substitutes" @take="take" />
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
</style>
