<script setup lang="ts">
import { NButton, NSelect } from 'naive-ui';
import { computed, ref } from 'vue';
import { LISTING_STATES, type Listing } from '@ripe-pick/contract';
import type { Appraisal } from '@ripe-pick/core/used';
import {
  carriage,
  offersOf,
  slotsOfListing,
  testList,
  type UsedListing as CoreListing,
} from '@ripe-pick/core/used';
import type { Pick, Picks } from '@ripe-pick/core/parts';
import { useBench } from '../../shared/stores/bench.ts';
import { useBuying } from '../../shared/stores/buying.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useNames } from '../../shared/stores/names.ts';
import { listingWait } from '@ripe-pick/core/watch';
import { viewWithin } from '@ripe-pick/core/prices';
import { dateOf } from '@ripe-pick/core/units';
import { usePrices } from '../../shared/stores/prices.ts';
import { adviceLine } from '../../shared/format/ripeness.ts';
import RipenessMark from '../../shared/ui/RipenessMark.vue';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { dayText, money, percent, signed } from '../../shared/format/format.ts';
import SwitchField from '../../shared/ui/SwitchField.vue';
import ListingForm from './ListingForm.vue';
import PriceLine from './PriceLine.vue';
import { RISK_WORDS, STATE_WORDS, TEST_WORDS, VERDICTS } from './words.ts';

const props = defineProps<{
  find: Listing;
  appraisal: Appraisal | null;
  others: readonly { readonly find: Listing; readonly appraisal: Appraisal | null }[];
}>();
const bench = useBench();
const buying = useBuying();
const choose = useChoose();
const catalogueStore = useCatalogue();
const names = useNames();
const workspace = useWorkspace();
const prices = usePrices();
/** Whether another listing is worth waiting for. */
const wait = computed(() =>
  props.appraisal && bench.index
    ? listingWait(
        props.find,
        props.appraisal.risk.cost,
        props.appraisal.newCost,
        bench.index,
        prices.days,
        workspace.watching.waitPerDayMinor,
      )
    : null,
);
/** What Ripeness says of this very listing, where it is the offer that it judges: one verdict on all screens. */
const verdict = computed(() => {
  const [part] = props.find.parts;
  const found = props.find.parts.length === 1 ? prices.verdicts.get(part) : undefined;
  if (found?.offer !== `find-${props.find.id}`) return null;
  const step = prices.joint?.steps.find(({ id }) => id === part) ?? null;
  return { ...found, ...viewWithin(found, step) };
});
const isEditing = ref(false);
const kinds = computed(() => props.find.parts.flatMap((id) => names.parts.get(id)?.kind ?? []));
const steps = computed(() => testList(kinds.value));
const amount = (minor: number | null) => (minor === null ? 'unknown' : money(minor, bench.currency));
const gain = computed(() => {
  const built = props.appraisal?.inBuild;
  return built && built.score !== null && built.before !== null ? (built.score - built.before) / 1000 : null;
});
/** What each frame that it adds costs, its risk counted. */
const perFrame = computed(() =>
  gain.value !== null && gain.value > 0 && props.appraisal
    ? Math.round(props.appraisal.risk.cost / gain.value)
    : null,
);
/** Another find as the one to be held against. */
const reference = ref<string | null>(null);
const against = computed(() => props.others.find((each) => each.find.id === reference.value) ?? null);
const patch = (label: string, change: Partial<Listing>) =>
  buying.patch('listings', props.find.id, label, (find) => ({ ...find, ...change }));
const test = (code: string, done: boolean) =>
  patch(done ? 'a check is done' : 'a check is open', {
    tested: done ? [...props.find.tested, code] : props.find.tested.filter((each) => each !== code),
  });

/** The find in the build: its parts take their slots, at their share of its price. */
function tryIt() {
  const { stored } = catalogueStore;
  if (!stored || !bench.index) return;
  if (!props.find.inLanes) patch('let the listing compete', { inLanes: true });
  const offers = offersOf(props.find as CoreListing, stored);
  const slots = slotsOfListing(props.find as CoreListing, bench.index.parts);
  const picks: Record<string, Pick> = { ...workspace.picks };
  for (const [slot, part] of slots)
    picks[slot] = { part: part.id, offer: offers.find((offer) => offer.part === part.id)?.id ?? null };
  choose.keep(`With ${props.find.name}`.slice(0, 200), 'a used listing tried', picks as Picks);
}
</script>

<template>
  <div class="sheets">
    <section class="sheet find" aria-labelledby="find-title">
      <header>
        <h2 id="find-title">{{ find.name }}</h2>
        <select
          :value="find.state"
          aria-label="State of the listing"
          @change="
            patch('change the state of a listing', {
              state: ($event.target as HTMLSelectElement).value as Listing['state'],
            })
          "
        >
          <option v-for="state in LISTING_STATES" :key="state" :value="state">
            {{ STATE_WORDS[state] }}
          </option>
        </select>
        <NButton size="small" @click="isEditing = true">Change</NButton>
        <NButton size="small" @click="tryIt">Try it in a build</NButton>
        <button class="plain" @click="buying.remove('listings', find.id, `delete the listing ${find.name}`)">
          Delete
        </button>
      </header>
      <p class="quiet">
        {{ find.parts.map((part) => names.part(part)).join(' + ') }} · grade {{ find.grade
        }}{{ find.monthsOld === null ? '' : `, ${find.monthsOld} months old` }} ·
        {{ find.seller || 'seller not named' }},
        {{ find.rated === 0 ? 'no rating yet' : `${find.good} of ${find.rated} good` }} ·
        {{ find.returnDays > 0 ? `${find.returnDays} days to return` : 'no return' }} · seen
        {{ dayText(find.seenOn) }}{{ find.where ? `, ${find.where}` : '' }}
      </p>
      <p v-if="find.note" class="quiet">{{ find.note }}</p>
      <p v-if="!appraisal" class="failure">
        No rate is known for {{ find.currency }}: add one to the catalogue to appraise this listing.
      </p>
      <template v-else>
        <p class="verdict">
          <b>{{ VERDICTS[appraisal.verdict].shape }} {{ VERDICTS[appraisal.verdict].word }}</b>
          <span v-if="appraisal.verdict === 'take'"
            >: it costs {{ amount(appraisal.risk.cost) }} with its risk, where the same new costs
            {{ amount(appraisal.newCost) }}.<template v-if="appraisal.isAskedLess">
              Less is asked than it would still be worth: nothing more has to be offered.</template
            ></span
          >
          <span v-else-if="appraisal.verdict === 'haggle'"
            >: start at {{ amount(appraisal.firstOffer) }}, and go no higher than
            {{ amount(appraisal.mostOffer) }}.</span
          >
          <span v-else-if="appraisal.verdict === 'pass'"
            >: it would be fair at {{ amount(appraisal.fairPrice) }}, and that is too far from
            {{ amount(appraisal.paid) }}.</span
          >
          <span v-else>: nothing new is known that does as much, so no price is called fair.</span>
        </p>
        <p v-if="verdict" class="waiting">
          <RipenessMark :ripeness="verdict.ripeness" />
          <span>{{ adviceLine(verdict, bench.currency, prices.promise) }}</span>
        </p>
        <p v-else-if="wait" class="waiting">
          <span>
            <b>{{ wait.isRipe ? 'Worth taking.' : 'Worth looking on.' }}</b> Take a listing of it at or below
            {{ money(wait.limits[0], bench.currency, { short: true }) }} with its risk: above that, looking on
            to {{ dayText(dateOf(prices.today + prices.days)) }} pays.
            <span class="quiet"
              >About {{ Math.max(1, Math.round(30 * wait.arrivals)) }} a month come, at about
              {{ percent(wait.share) }} of the new price; from {{ wait.seen }} other
              {{ wait.seen === 1 ? 'listing' : 'listings' }} and what is assumed.</span
            >
          </span>
        </p>
        <PriceLine :appraisal="appraisal" :asking="appraisal.paid - 0" :currency="bench.currency" />
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
                  ><span v-if="line.kind === 'gone'" class="quiet"
                    >chance {{ percent(appraisal.risk.gone) }}</span
                  >
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
        <p v-if="appraisal.inBuild.barrier" class="quiet">
          In {{ workspace.active.name }}: {{ appraisal.inBuild.barrier }}
        </p>
        <div v-if="others.length > 0" class="reference">
          <NSelect
            v-model:value="reference"
            size="small"
            clearable
            placeholder="Compare with another listing"
            :options="others.map((each) => ({ value: each.find.id, label: each.find.name }))"
            :input-props="{ 'aria-label': 'Compare with another listing' }"
            class="other"
          />
          <span v-if="against?.appraisal">
            {{ against.find.name }} costs {{ amount(against.appraisal.risk.cost) }} with its risk,
            {{ money(against.appraisal.risk.cost - appraisal.risk.cost, bench.currency, { sign: true }) }};
            {{
              against.appraisal.inBuild.score !== null && appraisal.inBuild.score !== null
                ? `${signed((against.appraisal.inBuild.score - appraisal.inBuild.score) / 1000)} fps in this build`
                : 'frames unknown'
            }}.
          </span>
        </div>
        <SwitchField
          label="Let it compete in lanes and search, as the brief’s used policy allows"
          :value="find.inLanes"
          @change="
            (v) => patch(v ? 'let the listing compete' : 'keep the listing out of the lanes', { inLanes: v })
          "
        />
      </template>
    </section>
    <section class="sheet test" aria-labelledby="test-title">
      <h2 id="test-title">Checklist</h2>
      <p class="quiet">
        Test before paying. Switch off and unplug before touching the inside; makers’ manuals and local rules
        come first.
      </p>
      <ul>
        <li v-for="step in steps" :key="step.code">
          <label
            ><input
              type="checkbox"
              :checked="find.tested.includes(step.code)"
              @change="test(step.code, ($event.target as HTMLInputElement).checked)"
            />
            {{ TEST_WORDS[step.code] ?? step.code }}</label
          >
        </li>
      </ul>
    </section>
    <ListingForm
      :show="isEditing"
      :find="find"
      @close="isEditing = false"
      @keep="
        (next) => {
          patch('change the listing', next);
          isEditing = false;
        }
      "
    />
  </div>
</template>

<style scoped>
.waiting {
  display: flex;
  gap: 10px;
  align-items: baseline;
}

.sheets {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
.find,
.test {
  padding: 12px 16px;
  display: grid;
  grid-template-columns: minmax(0, 1fr); /* a picture drawn for a wide window does not keep its column wide */
  gap: 8px;
}
header {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
h2 {
  font-size: var(--text-title);
  margin-right: auto;
}
.test h2 {
  font-size: var(--text-large);
}
select {
  font: inherit;
  font-size: var(--text-body);
  height: 28px;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: var(--round-medium);
}
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
.reference {
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
.other {
  width: 250px;
}
.test ul {
  list-style: none;
  margin: 0;
  padding: 0;
  columns: 2;
  column-gap: 24px;
  font-size: var(--text-body);
}
.test li {
  break-inside: avoid;
  padding: 2px 0;
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: 1fr;
  }
  .test ul {
    columns: 1;
  }
}
</style>
