<script setup lang="ts">
import type { Explanation, Blocker, Relaxation } from '@ripe-pick/core/search';
import { blockerWords } from '@ripe-pick/core/search';
import { RouterLink, type RouteLocationRaw } from 'vue-router';
import { kindFor } from '@ripe-pick/core/parts';
import { fieldName } from '../format/facts.ts';
import { money } from '../format/format.ts';
import { useNames } from '../stores/names.ts';
import { useStandings } from '../stores/standings.ts';
import { useWorkspace } from '../stores/workspace.ts';

/** Why nothing fits, nearest reason first: what is wrong in the catalogue with the way there, then what would have to give. */
defineProps<{ explanation: Explanation }>();
const emit = defineEmits<{ done: [] }>();
const names = useNames();
const standings = useStandings();
const workspace = useWorkspace();

const MOST_FIELDS = 6;
interface Way {
  readonly label: string;
  readonly to: RouteLocationRaw;
}
const shelf = (query: Record<string, string>): RouteLocationRaw => ({ name: 'parts', query });
/** Where a blocker is put right. */
function waysOut(blocker: Blocker): Way[] {
  switch (blocker.code) {
    case 'ready-by-passed':
      return [{ label: 'Change the day', to: { name: 'brief' } }];
    case 'no-part':
      return [{ label: 'Add one', to: shelf({ add: kindFor(blocker.slot) }) }];
    case 'no-price':
    case 'sold-out':
      return [{ label: 'Show them', to: shelf({ kind: kindFor(blocker.slot) }) }];
    case 'no-pair':
      return blocker.slots.map((slot) => ({ label: 'Add another', to: shelf({ add: kindFor(slot) }) }));
    case 'specs-missing':
    case 'specs-to-state':
      return blocker.parts
        .flatMap(({ part, figures }) => figures.map((figure) => ({ part, figure })))
        .slice(0, MOST_FIELDS)
        .map(({ part, figure }) => ({
          label: `${names.part(part)}, ${fieldName(figure).name}`,
          to: shelf({ part, field: figure }),
        }));
    case 'no-rate-of-exchange':
      return [{ label: 'Type the rate', to: { name: 'brief', query: { rate: blocker.currency } } }];
    default:
      return [];
  }
}
function moveDay() {
  standings.moveDay(standings.movedTo);
  emit('done');
}
function take(each: Relaxation) {
  workspace.editBrief(`relax: ${each.sentence}`, () => each.brief);
  emit('done');
}
</script>

<template>
  <ul v-if="explanation.blockers.length > 0">
    <li v-for="(blocker, n) in explanation.blockers" :key="n">
      <span>{{ blockerWords(blocker) }}</span>
      <span class="ways">
        <RouterLink v-for="way in waysOut(blocker)" :key="way.label" :to="way.to" @click="emit('done')">{{
          way.label
        }}</RouterLink>
        <button v-if="blocker.code === 'ready-by-passed'" class="plain edged" @click="moveDay">
          Make it {{ standings.movedTo }}
        </button>
      </span>
    </li>
  </ul>
  <p v-for="(conflict, n) in explanation.conflicts" :key="n">
    These cannot all be kept, at any price: <b>{{ conflict.wishes.join('; ') }}</b>.
  </p>
  <template v-if="explanation.relaxations.length > 0">
    <p>Any one of these makes a build possible:</p>
    <ul>
      <li v-for="(each, n) in explanation.relaxations" :key="n">
        <span v-if="each.kind === 'budget'"
          ><b class="num">{{ money(each.shortMinor, workspace.brief.money.currency) }}</b> more</span
        >
        <span v-else
          >{{ each.sentence
          }}<template v-if="each.shortMinor > 0"
            >, and
            <span class="num">{{ money(each.shortMinor, workspace.brief.money.currency) }}</span>
            more</template
          ></span
        >
        <button class="plain edged" @click="take(each)">Do that</button>
      </li>
    </ul>
  </template>
  <p v-else-if="explanation.blockers.length === 0" class="quiet">
    No single change and no pair of changes makes a build possible.
  </p>
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 6px;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: center;
  border-bottom: 1px solid var(--line);
  padding-bottom: 6px;
}
li:has(.ways) {
  display: grid;
  justify-content: start;
}
li button {
  flex: none;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}
</style>
