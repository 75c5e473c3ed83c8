<script setup lang="ts">
import { NButton } from 'naive-ui';
import { computed } from 'vue';
import { ALERT_KINDS, ALERTS_PATH } from '@ripe-pick/contract';
import { minorPlaces } from '@ripe-pick/core';
import { useBench } from '../../shared/stores/bench.ts';
import { pathHere } from '../../shared/api/place.ts';
import { usePrices } from '../../shared/stores/prices.ts';
import { useWatch } from '../../shared/stores/watch.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import NumberField from '../../shared/ui/NumberField.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';
import { ALERT_KIND_WORDS } from './kinds.ts';

/** How loud the watch may be: changes from which size on, quiet hours, kinds that are silent. */
const bench = useBench();
const prices = usePrices();
const watch = useWatch();
const workspace = useWorkspace();
const scale = computed(() => 10 ** minorPlaces(bench.currency));
const quiet = computed(() => workspace.watching.quiet);
const toggle = (kind: (typeof ALERT_KINDS)[number], isOn: boolean) =>
  prices.setWatching(
    isOn ? `tell of ${ALERT_KIND_WORDS[kind]}` : `be silent about ${ALERT_KIND_WORDS[kind]}`,
    {
      silent: isOn
        ? workspace.watching.silent.filter((each) => each !== kind)
        : [...workspace.watching.silent, kind],
    },
  );
function moveQuiet(end: 'from' | 'to', event: Event) {
  const { value } = event.target as HTMLInputElement; // an input of this template
  if (quiet.value && value)
    prices.setWatching('move the quiet hours', { quiet: { ...quiet.value, [end]: value } });
}
const address = `${location.origin}${pathHere(ALERTS_PATH)}`;
</script>

<template>
  <section class="sheet level" aria-labelledby="level-title">
    <h2 id="level-title">Alert level</h2>
    <div class="fields">
      <NumberField
        placeholder="none"
        label="Tell changes from"
        :value="workspace.watching.leastMinor / scale"
        :min="0"
        :currency="bench.currency"
        @update:value="
          prices.setWatching('set the least change of money that is told', {
            leastMinor: Math.round(($event ?? 0) * scale),
          })
        "
      />
      <NumberField
        placeholder="none"
        label="or from so many frames"
        :value="workspace.watching.leastTenths / 10"
        :min="0"
        :precision="1"
        @update:value="
          prices.setWatching('set the least change of frames that is told', {
            leastTenths: Math.round(($event ?? 0) * 10),
          })
        "
      />
    </div>
    <SwitchField
      label="Quiet hours"
      :value="quiet !== null"
      @change="
        prices.setWatching($event ? 'keep quiet hours' : 'have no quiet hours', {
          quiet: $event ? { from: '22:00', to: '07:00' } : null,
        })
      "
    />
    <div v-if="quiet" class="fields">
      <label>from <input type="time" :value="quiet.from" @change="moveQuiet('from', $event)" /></label>
      <label>until <input type="time" :value="quiet.to" @change="moveQuiet('to', $event)" /></label>
    </div>
    <SwitchField
      v-for="kind in ALERT_KINDS"
      :key="kind"
      :label="`Tell of ${ALERT_KIND_WORDS[kind]}`"
      :value="!workspace.watching.silent.includes(kind)"
      @change="toggle(kind, $event)"
    />
    <p class="quiet small">
      A news reader on this machine can follow {{ address }}; the calendar of all days has them too. Nothing
      is told twice.
    </p>
    <NButton size="small" @click="watch.runNow()">Look at everything now</NButton>
  </section>
</template>

<style scoped>
.level {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  padding: 12px 16px;
  justify-items: start;
}
.fields {
  display: flex;
  gap: 8px;
  align-items: baseline;
  flex-wrap: wrap;
}
input[type='time'] {
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: var(--round-medium);
  padding: 2px 6px;
}
.small {
  font-size: var(--text-small);
  overflow-wrap: anywhere;
}
</style>
