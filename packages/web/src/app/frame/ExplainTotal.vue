<script setup lang="ts">
import { computed } from 'vue';
import type { CostLine } from '@ripe-pick/core/money';
import Dialog from '../../shared/ui/Dialog.vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { money } from '../../shared/format/format.ts';
import { schoolsOf } from '../../shared/format/schools.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

defineProps<{ show: boolean }>();
const emit = defineEmits<{ close: [] }>();
const bench = useBench();
const workspace = useWorkspace();
const cost = computed(() => bench.summary?.cost ?? null);
const schools = computed(() => schoolsOf(workspace.brief));

/** Lines by order: what one shop sends stands together, with what its sending costs. */
const orders = computed(() => {
  const groups = new Map<string, CostLine[]>();
  for (const line of cost.value?.lines ?? []) {
    const shop = line.shop ? bench.index?.shops.get(line.shop) : undefined;
    const key =
      line.kind === 'owned'
        ? 'Already there'
        : shop?.kind === 'market'
          ? `${shop.name}, listing ${line.offer}`
          : (shop?.name ?? 'Unknown');
    groups.set(key, [...(groups.get(key) ?? []), line]);
  }
  return [...groups].map(([name, lines]) => ({
    name,
    lines,
    sum: lines.reduce((sum, line) => sum + line.amount, 0),
  }));
});
const words = (line: CostLine): string => {
  if (line.kind === 'shipping') return 'sending';
  const part = line.part ? bench.index?.parts.get(line.part) : undefined;
  const offer = line.offer ? bench.index?.offers.get(line.offer) : undefined;
  const what = `${line.slot ? SLOT_NAMES[line.slot] : ''}: ${part ? `${part.maker} ${part.name}` : line.part}`;
  return offer ? `${what} (${offer.condition}, seen ${offer.seenOn})` : what;
};
</script>

<template>
  <Dialog :show="show" title="What the total is made of" :width="640" @close="emit('close')">
    <div v-if="cost" class="total">
      <table v-for="order in orders" :key="order.name" class="lines">
        <caption>
          {{
            order.name
          }}
        </caption>
        <tbody>
          <tr v-for="(line, n) in order.lines" :key="n">
            <th scope="row">{{ words(line) }}</th>
            <td class="num">
              <span v-if="line.stated.currency !== bench.currency" class="quiet"
                >{{ money(line.stated.minor, line.stated.currency) }} = </span
              >{{ money(line.amount, bench.currency) }}
            </td>
          </tr>
        </tbody>
      </table>
      <p class="sum">
        <b>Paid at the till</b> <b class="num">{{ money(cost.total, bench.currency) }}</b>
      </p>
      <p v-if="cost.counted !== cost.total" class="sum">
        <span>Counted against the sum, without looks-only parts</span>
        <b class="num">{{ money(cost.counted, bench.currency) }}</b>
      </p>
      <p v-if="cost.unpriced.length > 0" class="bad">
        Without a price: {{ cost.unpriced.map((slot) => SLOT_NAMES[slot]).join(', ') }}.
      </p>
      <h3>What the figures follow</h3>
      <ul>
        <li v-for="school in schools" :key="school">{{ school }}</li>
      </ul>
    </div>
  </Dialog>
</template>

<style scoped>
.total {
  display: grid;
  gap: 10px;
}
td {
  text-align: right;
  white-space: nowrap;
}
.sum {
  display: flex;
  justify-content: space-between;
  gap: 12px;
}
.bad {
  color: var(--danger);
}
ul {
  margin: 0;
  padding-left: 18px;
}
</style>
