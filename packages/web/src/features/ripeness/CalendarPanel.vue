<script setup lang="ts">
import { dayText } from '../../shared/format/format.ts';
import { NButton, NInput, NSelect } from 'naive-ui';
import { computed, ref } from 'vue';
import type { CalendarEvent } from '@ripe-pick/contract';
import { EVENT_KINDS } from '@ripe-pick/core/prices';
import { isAdded, SLOTS } from '@ripe-pick/core/parts';
import { addDays, dateOf } from '@ripe-pick/core/units';
import { deadlinesOf } from '@ripe-pick/core/buying';
import { useBench } from '../../shared/stores/bench.ts';
import { usePrices } from '../../shared/stores/prices.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { failureText } from '../../shared/api/client.ts';
import { benchWorker } from '../../shared/stores/bench-worker.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import DayField from '../../shared/ui/DayField.vue';
import NumberField from '../../shared/ui/NumberField.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';

/** Sale seasons, launches and deadlines: typed in, taken from a calendar file, or the usual ones. */
/** Slots that an event may touch; extras as one. */
const TOUCHED = SLOTS.filter((slot) => slot === 'extras' || !isAdded(slot));
const bench = useBench();
const prices = usePrices();
const workspace = useWorkspace();
const today = computed(() => dateOf(prices.today));
const KIND_WORDS: Record<(typeof EVENT_KINDS)[number], string> = {
  sale: 'Sale season',
  launch: 'Launch',
  deadline: 'Deadline',
  other: 'Other',
};
const own = computed(() => new Set(workspace.events.map((event) => event.id)));
const all = computed(() => {
  const events = prices.events.map((event) => ({
    id: event.id,
    day: event.from,
    to: event.to,
    name: event.name,
    words: `${KIND_WORDS[event.kind]}${event.touches.length > 0 ? `: ${event.touches.map((slot) => SLOT_NAMES[slot]).join(', ')}` : ''}`,
    isOwn: own.value.has(event.id),
  }));
  const days = deadlinesOf(workspace.claims, workspace.orders, {
    name: workspace.brief.name,
    readyBy: workspace.brief.dates.readyBy,
  }).map((each) => ({
    id: each.uid,
    day: each.day,
    to: each.day,
    name: each.title,
    words: 'Deadline',
    isOwn: false,
  }));
  // Deals about what is picked, or of the shops that it comes from, that end some day.
  const parts = new Set(Object.values(workspace.picks).map((pick) => pick.part));
  const shops = new Set(
    Object.values(workspace.picks).map((pick) => bench.index?.offers.get(pick.offer ?? '')?.shop),
  );
  const ends = (bench.index?.deals ?? []).flatMap((deal) => {
    const about = 'parts' in deal ? deal.parts : null;
    const isOurs = about ? about.some((part) => parts.has(part)) : 'shop' in deal && shops.has(deal.shop);
    return deal.to !== null && isOurs
      ? [
          {
            id: `deal-${deal.id}`,
            day: deal.to,
            to: deal.to,
            name: deal.name,
            words: 'Deal ends',
            isOwn: false,
          },
        ]
      : [];
  });
  return [...events, ...days, ...ends]
    .filter((each) => each.to >= today.value)
    .sort((a, b) => (a.day < b.day ? -1 : 1));
});
const isAdding = ref(false);
const blank = (): CalendarEvent => ({
  id: `event-${crypto.randomUUID().slice(0, 8)}`,
  kind: 'sale',
  name: '',
  from: today.value,
  to: addDays(today.value, 6),
  touches: [],
  factor: 5,
});
const draft = ref<CalendarEvent>(blank());
const isGood = computed(() => draft.value.name.trim() !== '' && draft.value.from <= draft.value.to);
function keep() {
  if (!isGood.value) return;
  prices.putEvent({ ...draft.value, name: draft.value.name.trim() });
  draft.value = blank();
  isAdding.value = false;
}
function edit(id: string) {
  const found = workspace.events.find((event) => event.id === id);
  if (!found) return;
  draft.value = { ...found, touches: [...found.touches] };
  isAdding.value = true;
}
const told = ref<readonly string[]>([]);
const input = ref<HTMLInputElement | null>(null);
async function take(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]; // an input of this template
  if (!file) return;
  if (file.size > 2_000_000) {
    told.value = ['The file has more than 2 MB: delete what lies far back.'];
    return;
  }
  const text = await file.text();
  const read = await benchWorker
    .read((worker) => worker.readCalendar(text))
    .catch((error: unknown) => ({
      events: [],
      problems: [failureText(error, 'The file could not be read.')],
    }));
  if (read.events.length > 0) prices.putEvents(read.events);
  told.value = [
    `${read.events.length} ${read.events.length === 1 ? 'event was' : 'events were'} imported.`,
    ...read.problems,
  ];
  if (input.value) input.value.value = '';
}
</script>

<template>
  <section class="sheet calendar" aria-labelledby="calendar-title">
    <h2 id="calendar-title">Calendar of prices</h2>
    <ol class="list">
      <li v-for="each in all" :key="each.id">
        <b class="num"
          >{{ dayText(each.day)
          }}<template v-if="each.to !== each.day"> to {{ dayText(each.to) }}</template></b
        >
        {{ each.name }}<span class="quiet">{{ each.words }}</span>
        <template v-if="each.isOwn"
          ><button class="plain" :aria-label="`Change ${each.name}`" @click="edit(each.id)">Change</button
          ><button class="plain" :aria-label="`Remove ${each.name}`" @click="prices.removeEvent(each.id)">
            Remove
          </button></template
        >
      </li>
    </ol>
    <p v-if="all.length === 0" class="quiet">Nothing ahead.</p>
    <form v-if="isAdding" class="form" @submit.prevent="keep">
      <NInput
        v-model:value="draft.name"
        size="small"
        placeholder="what it is"
        :maxlength="200"
        :input-props="{ 'aria-label': 'Name of the event' }"
      />
      <ChoiceField
        label="Kind"
        size="small"
        :value="draft.kind"
        :options="EVENT_KINDS.map((kind) => ({ value: kind, label: KIND_WORDS[kind] }))"
        @update:value="draft.kind = $event"
      />
      <div class="fields">
        <DayField label="From" :value="draft.from" @change="draft.from = $event ?? draft.from" /><DayField
          label="To"
          :value="draft.to"
          @change="draft.to = $event ?? draft.to"
        />
      </div>
      <NSelect
        v-model:value="draft.touches"
        multiple
        size="small"
        placeholder="all kinds of parts"
        :options="TOUCHED.map((slot) => ({ value: slot, label: SLOT_NAMES[slot] }))"
        aria-label="Kinds of parts it touches"
        :input-props="{ 'aria-label': 'Kinds of parts it touches' }"
      />
      <NumberField
        v-if="draft.kind === 'sale'"
        placeholder="none"
        label="Sales begin so many times more often"
        :value="draft.factor"
        :min="1"
        :max="50"
        :precision="1"
        @update:value="draft.factor = $event ?? 5"
      />
      <p v-if="draft.from > draft.to" class="failure">The last day is before the first.</p>
      <div class="fields">
        <NButton size="small" type="primary" attr-type="submit" :disabled="!isGood">Keep it</NButton
        ><NButton size="small" quaternary @click="isAdding = false">Close</NButton>
      </div>
    </form>
    <div v-else class="fields">
      <NButton size="small" @click="isAdding = true">Type in an event</NButton>
      <label class="file plain edged"
        ><input
          ref="input"
          class="visually-hidden"
          type="file"
          accept=".ics,text/calendar"
          @change="take"
        />Import a calendar file</label
      >
    </div>
    <p v-for="line in told" :key="line" class="quiet" role="status">{{ line }}</p>
    <SwitchField
      label="Count the usual sale seasons"
      :value="workspace.watching.seasons"
      @change="
        prices.setWatching($event ? 'count the usual seasons' : 'leave the usual seasons out', {
          seasons: $event,
        })
      "
    />
  </section>
</template>

<style scoped>
.calendar,
.form {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.calendar {
  padding: 12px 16px;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
  font-size: var(--text-body);
}
.list .quiet {
  margin-left: 0.5em;
  font-size: var(--text-small);
}
.fields {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  align-items: center;
}
.file {
  position: relative;
  border: 1px solid var(--line-strong);
  border-radius: var(--round-medium);
  padding: 3px 10px;
  cursor: pointer;
}
.file:focus-within {
  outline: 2px solid var(--focus);
}
</style>
