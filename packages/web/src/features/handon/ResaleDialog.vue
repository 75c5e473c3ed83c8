<script setup lang="ts">
import { minorPlaces } from '@ripe-pick/core';
import { buildResale } from '@ripe-pick/core/growth';
import { fullName, type Picks } from '@ripe-pick/core/parts';
import { computed } from 'vue';
import { money } from '../../shared/format/format.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import Dialog from '../../shared/ui/Dialog.vue';

/** What a candidate fetches as it stands: part by part, and as a whole. */
const props = defineProps<{ candidate: string | null }>();
const emit = defineEmits<{ close: [] }>();
const bench = useBench();
const workspace = useWorkspace();
const candidate = computed(() => workspace.candidates.find(({ id }) => id === props.candidate) ?? null);
/** Whole builds are asked for in steps of five. */
const found = computed(() =>
  bench.session && candidate.value
    ? buildResale(
        bench.session.catalogue,
        workspace.brief,
        candidate.value.picks as Picks,
        5 * 10 ** minorPlaces(bench.currency),
      )
    : null,
);
const fee = computed(() => Math.round(workspace.brief.growth.resale.feeShare * 100));
const WHY = { data: 'keep it: your data is on it', licence: 'keep it: it is bound to its owner' } as const;
</script>

<template>
  <Dialog
    :show="candidate !== null"
    :title="`What ${candidate?.name ?? ''} fetches`"
    :width="620"
    @close="emit('close')"
  >
    <div v-if="found && found.lines.length > 0" class="resale">
      <p>
        Ask <b class="num">{{ money(found.ask, bench.currency) }}</b> for the whole, and take no less than
        <b class="num">{{ money(found.least, bench.currency) }}</b>. It is worth about
        {{ money(found.whole, bench.currency) }} in one sale, and
        {{ money(found.byParts, bench.currency) }} part by part, which is more trouble.
      </p>
      <table class="lines">
        <caption class="visually-hidden">
          What each part fetches
        </caption>
        <thead>
          <tr>
            <th scope="col">Part</th>
            <th scope="col" class="end">Fetches about</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ slot, part, worth } in found.lines" :key="slot">
            <th scope="row">
              {{ fullName(part) }} <span class="quiet">{{ SLOT_NAMES[slot].toLowerCase() }}</span>
            </th>
            <td class="num end">{{ money(worth, bench.currency) }}</td>
          </tr>
          <tr v-for="{ slot, part, why } in found.kept" :key="slot">
            <th scope="row">
              {{ fullName(part) }} <span class="quiet">{{ SLOT_NAMES[slot].toLowerCase() }}</span>
            </th>
            <td class="end">{{ WHY[why] }}</td>
          </tr>
        </tbody>
      </table>
      <p class="quiet">
        Used, in the condition and with the {{ fee }} % of fees that the brief says under Later; from used
        offers of the same part where there are some, else by what its kind usually keeps. A rough figure: a
        likely buyer is worth more than any table.
      </p>
      <p class="quiet">
        Keep boxes, receipts and screws: with them it fetches more, and the warranty goes with it. If a drive
        goes all the same, overwrite it first. Let the buyer see it run, and meet where others are.
      </p>
    </div>
    <p v-else>Nothing is picked yet that would fetch anything.</p>
  </Dialog>
</template>

<style scoped>
.resale {
  display: grid;
  gap: 8px;
}
p {
  margin: 0;
}
.end {
  text-align: right;
}
</style>
