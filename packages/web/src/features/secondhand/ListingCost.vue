<script setup lang="ts">
import { computed } from 'vue';
import type { Listing } from '@ripe-pick/contract';
import { carriage, type Appraisal } from '@ripe-pick/core/used';
import { useBench } from '../../shared/stores/bench.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { money, percent, signed } from '../../shared/format/format.ts';
import { useAmount } from './amount.ts';
import { RISK_WORDS } from './words.ts';

/** What a listing costs with its risk, line by line, and what the same costs new. */
const props = defineProps<{ find: Listing; appraisal: Appraisal }>();
const bench = useBench();
const names = useNames();
const workspace = useWorkspace();
const amount = useAmount();
const gain = computed(() => {
  const built = props.appraisal.inBuild;
  return built.score !== null && built.before !== null ? (built.score - built.before) / 1000 : null;
});
/** What each frame that it adds costs, its risk counted. */
const perFrame = computed(() =>
  gain.value !== null && gain.value > 0 ? Math.round(props.appraisal.risk.cost / gain.value) : null,
);
</script>

<template>
  <div class="two">
    <table class="lines">
      <caption>
        What it really costs
      </caption>
      <tbody>
        <tr>
          <th scope="row">Price asked</th>
          <td class="num">{{ money(find.priceMinor, find.currency) }}</td>
        </tr>
        <tr>
          <th scope="row">Shipping and the way there</th>
          <td class="num">{{ money(carriage(find), find.currency) }}</td>
        </tr>
        <tr v-for="line in appraisal.risk.lines" :key="line.kind">
          <th scope="row">
            {{ RISK_WORDS[line.kind]
            }}<span v-if="line.kind === 'dead'" class="quiet"
              >chance {{ percent(appraisal.risk.deadOnArrival) }}</span
            ><span v-if="line.kind === 'gone'" class="quiet">chance {{ percent(appraisal.risk.gone) }}</span>
          </th>
          <td class="num">{{ money(line.amount, bench.currency, { sign: true }) }}</td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <th scope="row">With its risk</th>
          <td class="num">{{ amount(appraisal.risk.cost) }}</td>
        </tr>
      </tfoot>
    </table>
    <table class="lines">
      <caption>
        The same new
      </caption>
      <tbody>
        <tr v-for="each in appraisal.equals" :key="each.part">
          <th scope="row">
            {{
              each.equal
                ? `${names.part(each.equal.offer.part)}, ${each.equal.shop.name}`
                : `${names.part(each.part)}: nothing new does as much`
            }}
          </th>
          <td class="num">{{ each.equal ? amount(each.equal.dueNow) : 'unknown' }}</td>
        </tr>
        <tr>
          <th scope="row">Counted the same way<span class="quiet">warranty and resale in</span></th>
          <td class="num">{{ amount(appraisal.newCost) }}</td>
        </tr>
        <tr>
          <th scope="row">Fair price for the listing</th>
          <td class="num">{{ amount(appraisal.fairPrice) }}</td>
        </tr>
        <tr v-if="appraisal.sameMoney">
          <th scope="row">The same money new: {{ names.part(appraisal.sameMoney.offer.part) }}</th>
          <td class="num">{{ amount(appraisal.sameMoney.dueNow) }}</td>
        </tr>
        <tr>
          <th scope="row">In {{ workspace.active.name }}</th>
          <td class="num">
            {{
              appraisal.inBuild.barrier
                ? 'does not fit'
                : gain === null
                  ? 'frames unknown'
                  : `${signed(gain)} fps`
            }}
          </td>
        </tr>
        <tr v-if="perFrame !== null">
          <th scope="row">For each frame that it adds</th>
          <td class="num">{{ amount(perFrame) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 24px;
  align-items: start;
}
td {
  text-align: right;
  white-space: nowrap;
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
