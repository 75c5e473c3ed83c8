<script setup lang="ts">
import { NButton } from 'naive-ui';
import { ref } from 'vue';
import { LISTING_STATES, type Listing } from '@ripe-pick/contract';
import type { Appraisal } from '@ripe-pick/core/used';
import { offersOf, slotsOfListing, type UsedListing as CoreListing } from '@ripe-pick/core/used';
import type { Pick, Picks } from '@ripe-pick/core/parts';
import { useBench } from '../../shared/stores/bench.ts';
import { useBuying } from '../../shared/stores/buying.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { dayText } from '../../shared/format/format.ts';
import SwitchField from '../../shared/ui/SwitchField.vue';
import ListingAgainst from './ListingAgainst.vue';
import ListingCost from './ListingCost.vue';
import ListingForm from './ListingForm.vue';
import ListingTests from './ListingTests.vue';
import ListingVerdict from './ListingVerdict.vue';
import PriceLine from './PriceLine.vue';
import { STATE_WORDS } from './words.ts';

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
const isEditing = ref(false);
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
        <ListingVerdict :find="find" :appraisal="appraisal" />
        <PriceLine :appraisal="appraisal" :asking="appraisal.paid" :currency="bench.currency" />
        <ListingCost :find="find" :appraisal="appraisal" />
        <p v-if="appraisal.inBuild.barrier" class="quiet">
          In {{ workspace.active.name }}: {{ appraisal.inBuild.barrier }}
        </p>
        <ListingAgainst v-if="others.length > 0" :appraisal="appraisal" :others="others" />
        <SwitchField
          label="Let it compete in lanes and search, as the brief’s used policy allows"
          :value="find.inLanes"
          @change="
            (v) => patch(v ? 'let the listing compete' : 'keep the listing out of the lanes', { inLanes: v })
          "
        />
      </template>
    </section>
    <ListingTests :find="find" @test="test" />
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
.sheets {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
.find {
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
select {
  font: inherit;
  font-size: var(--text-body);
  height: 28px;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: var(--round-medium);
}
</style>
