<script setup lang="ts">
import { scheduleOf } from '@ripe-pick/contract';
import { tuningSchedule, type TuningLog } from '@ripe-pick/core/tuning';
import { numberLanguage } from '@ripe-pick/core/units';
import { computed } from 'vue';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import DayField from '../../shared/ui/DayField.vue';
import { download, fileName } from '../../shared/ui/download.ts';
import { useDraft } from '../../shared/ui/draft.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

/** What is left of all stages, given out over evenings and the nights behind them. */
const props = defineProps<{ logs: readonly TuningLog[] }>();
const workspace = useWorkspace();
const today = () => new Date().toLocaleDateString('sv');
const evenings = useDraft('ripe-pick-evenings', { from: '', begins: 19 * 60, ends: 23 * 60 });
const from = computed(() => (evenings.value.from >= today() ? evenings.value.from : today()));
const clock = (minutes: number) => `${String(Math.floor(minutes / 60)).padStart(2, '0')}:00`;
const HOURS = Array.from({ length: 24 }, (_, hour) => ({ value: hour * 60, label: clock(hour * 60) }));
/** An evening of an hour at least. */
const set = (change: Partial<typeof evenings.value>) => {
  const next = { ...evenings.value, ...change };
  evenings.value = next.ends > next.begins ? next : { ...next, ends: Math.min(1440, next.begins + 60) };
};
const blocks = computed(() => tuningSchedule(props.logs, { ...evenings.value, from: from.value }));
const title = ({ stage, kind, count }: (typeof blocks.value)[number]) =>
  kind === 'soak'
    ? `${SLOT_NAMES[stage]}: the long soak`
    : `${SLOT_NAMES[stage]}: ${count} ${count === 1 ? 'step' : 'steps'}`;
const dayName = (at: string) =>
  new Date(`${at}:00Z`).toLocaleDateString(numberLanguage(), {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  });
const take = () =>
  download(
    fileName(`${workspace.active.name} tuning`, 'ics'),
    scheduleOf(
      blocks.value.map((block) => ({
        uid: `tuning-${workspace.active.id}-${block.stage}-${block.kind}-${block.from}`,
        from: block.from,
        to: block.to,
        title: title(block),
        about: block.isOvernight ? 'It runs on through the night.' : '',
      })),
      `Ripe Pick: tuning of ${workspace.active.name}`,
      new Date().toISOString(),
    ),
    'text/calendar',
  );
</script>

<template>
  <details class="sheet">
    <summary>When it can be done</summary>
    <div class="panel">
      <div class="fields">
        <DayField
          label="First evening"
          :value="from"
          @change="(day: string | null) => set({ from: day ?? '' })"
        />
        <ChoiceField
          label="An evening begins"
          :value="evenings.begins"
          :options="HOURS.slice(0, 23)"
          @update:value="(begins: number) => set({ begins })"
        />
        <ChoiceField
          label="and ends"
          :value="evenings.ends"
          :options="[...HOURS.slice(1), { value: 1440, label: '24:00' }]"
          @update:value="(ends: number) => set({ ends })"
        />
      </div>
      <p v-if="blocks.length === 0" class="quiet">Nothing is left to be tuned.</p>
      <template v-else>
        <ol>
          <li v-for="block in blocks" :key="`${block.stage}${block.from}`" :class="block.kind">
            <span class="num quiet"
              >{{ dayName(block.from) }}, {{ block.from.slice(11) }} to {{ block.to.slice(11) }}</span
            >
            <b>{{ title(block) }}</b>
            <span v-if="block.isOvernight" class="quiet">runs on through the night</span>
          </li>
        </ol>
        <p class="quiet">
          As expected: a soak that fails is begun anew. Do not leave it alone the first time that a cooler
          runs.
        </p>
        <button class="plain edged big" @click="take">As calendar entries (iCalendar)</button>
      </template>
    </div>
  </details>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 8px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 8px 12px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 200px auto minmax(0, 1fr);
  gap: 2px 12px;
  padding: 4px 8px;
  border-left: 4px solid var(--line-strong);
}
li.soak {
  border-left-color: var(--plum);
}
p {
  margin: 0;
}
summary {
  cursor: pointer;
  min-height: 24px;
}
.big {
  min-height: 44px;
  padding: 8px 14px;
  justify-self: start;
}
@media (max-width: 700px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
