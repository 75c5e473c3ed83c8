<script setup lang="ts">
import { daysBetween } from '@ripe-pick/core';
import { cheapestAlone } from '@ripe-pick/core/money';
import { NSelect } from 'naive-ui';
import { computed } from 'vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { money } from '../../shared/format/format.ts';
import MakePartLink from '../../shared/ui/MakePartLink.vue';
import { nameKey, type AuditRow } from './list-audit.ts';

/** The parts of a list: what each is here, and what it costs today. */
const props = defineProps<{
  rows: readonly AuditRow[];
  /** Parts that the user named, by the key of the list's name. */
  matched: Readonly<Record<string, string>>;
  isLeftOut: (raw: string) => boolean;
}>();
const emit = defineEmits<{
  choose: [name: string, part: string | null];
  leaveOut: [raw: string];
  takeIn: [raw: string];
}>();
const bench = useBench();
const names = useNames();
const workspace = useWorkspace();
const optionsOf = (row: AuditRow) => [
  ...(row.found.length === 0
    ? names.partOptions
    : row.found.map((match) => ({ value: match.part, label: names.part(match.part) }))),
  { value: '', label: 'none of these' },
];
/** How the list's prices lie to today's cheapest ones, and how old those are. */
const prices = computed(() =>
  props.rows.flatMap(({ line, part, slots: [slot] }) => {
    const { index } = bench;
    const priced = part && slot && index ? cheapestAlone(index, workspace.brief, part, slot) : null;
    if (!part || !priced) return [];
    const isSame =
      line.price?.kind === 'sure' && line.price.currency === bench.currency && line.quantity === 1;
    const change = isSame && line.price.kind === 'sure' ? priced.dueNow - line.price.minor : null;
    const days = daysBetween(priced.offer.seenOn, bench.index?.today ?? priced.offer.seenOn);
    return [{ line, now: priced.dueNow, change, shop: priced.shop.name, days }];
  }),
);
</script>

<template>
  <div class="scroll" tabindex="0" role="group" aria-label="Parts of the list">
    <table class="lines">
      <thead>
        <tr>
          <th scope="col">In the list</th>
          <th scope="col" class="num">Price</th>
          <th scope="col">Part</th>
          <th scope="col">Today</th>
          <th scope="col"><span class="visually-hidden">Counts</span></th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="row in rows"
          :key="`${row.line.line}:${row.line.raw}`"
          :class="{ out: isLeftOut(row.line.raw) }"
        >
          <th scope="row">
            {{ row.line.name || row.line.raw.trim()
            }}<span v-if="row.line.quantity > 1" class="quiet">× {{ row.line.quantity }}</span
            ><span v-if="row.line.isOwned" class="quiet">owned</span>
          </th>
          <td class="num">
            {{
              row.line.price?.kind === 'sure'
                ? money(row.line.price.minor, row.line.price.currency)
                : row.line.price
                  ? 'asked'
                  : '–'
            }}
          </td>
          <td class="pick">
            <NSelect
              size="small"
              :value="row.part ?? (matched[nameKey(row.line.name)] === '' ? '' : null)"
              filterable
              :options="optionsOf(row)"
              :placeholder="row.found.length === 0 ? 'nothing like it here' : 'confirm which one'"
              :input-props="{ 'aria-label': `Part for ${row.line.name}` }"
              @update:value="(v: string | null) => emit('choose', row.line.name, v)"
            />
            <MakePartLink v-if="row.part === null && row.line.name !== ''" :words="row.line.name" />
          </td>
          <td>
            <template v-for="price in prices" :key="price.line.raw"
              ><template v-if="price.line === row.line"
                >{{ money(price.now, bench.currency) }} at {{ price.shop
                }}{{
                  price.change === null ? '' : `, ${money(price.change, bench.currency, { sign: true })}`
                }}, seen
                {{
                  price.days === 0 ? 'today' : price.days === 1 ? 'yesterday' : `${price.days} days ago`
                }}</template
              ></template
            >
          </td>
          <td>
            <button v-if="isLeftOut(row.line.raw)" class="plain edged" @click="emit('takeIn', row.line.raw)">
              Count it<span class="visually-hidden">: {{ row.line.name }}</span>
            </button>
            <button v-else class="plain edged" @click="emit('leaveOut', row.line.raw)">
              Leave out<span class="visually-hidden">: {{ row.line.name }}</span>
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.out th,
.out .num {
  text-decoration: line-through;
}
.scroll {
  overflow-x: auto;
  position: relative;
}
.pick {
  min-width: 230px;
}
</style>
