<script setup lang="ts">
import { NButton } from 'naive-ui';
import { computed, ref } from 'vue';
import { ALERT_KINDS, ALERTS_PATH } from '@ripe-pick/contract';
import { minorPlaces } from '@ripe-pick/core';
import { useBench } from '../../shared/stores/bench.ts';
import { pathHere } from '../../shared/api/place.ts';
import { usePrices } from '../../shared/stores/prices.ts';
import { useWatch } from '../../shared/stores/watch.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import NumberField from '../../shared/ui/NumberField.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';

/** What the watch has to tell, and how loud it may be. */
const bench = useBench();
const prices = usePrices();
const watch = useWatch();
const workspace = useWorkspace();
const isAll = ref(false);
const shown = computed(() => (isAll.value ? watch.alerts : watch.unread).slice(0, 40));
const scale = computed(() => 10 ** minorPlaces(bench.currency));
const quiet = computed(() => workspace.watching.quiet);
const KIND_WORDS: Record<(typeof ALERT_KINDS)[number], string> = {
  target: 'targets reached',
  ripe: 'picks that are ripe',
  best: 'another best set',
  total: 'totals that moved',
  gone: 'sold out',
  feed: 'sources that fail',
  event: 'events',
};
const toggle = (kind: (typeof ALERT_KINDS)[number], isOn: boolean) =>
  prices.setWatching(isOn ? `tell of ${KIND_WORDS[kind]}` : `be silent about ${KIND_WORDS[kind]}`, {
    silent: isOn
      ? workspace.watching.silent.filter((each) => each !== kind)
      : [...workspace.watching.silent, kind],
  });
function moveQuiet(end: 'from' | 'to', event: Event) {
  const { value } = event.target as HTMLInputElement; // an input of this template
  if (quiet.value && value)
    prices.setWatching('move the quiet hours', { quiet: { ...quiet.value, [end]: value } });
}
const address = `${location.origin}${pathHere(ALERTS_PATH)}`;
</script>

<template>
  <section class="sheet alerts" aria-labelledby="alerts-title">
    <div class="top">
      <h2 id="alerts-title">
        Alerts<span v-if="watch.unread.length > 0" class="quiet">{{ watch.unread.length }} new</span>
      </h2>
      <button class="plain edged" :aria-pressed="isAll" @click="isAll = !isAll">All of them</button>
      <button
        v-if="watch.unread.length > 0"
        class="plain edged"
        @click="
          watch.mark(
            watch.unread.map((each) => each.serial),
            true,
          )
        "
      >
        Mark as read
      </button>
    </div>
    <p v-if="shown.length === 0" class="quiet">
      None. They come when a price changes something: another best set, a target, a pick that is ripe.
    </p>
    <ol class="list">
      <li v-for="alert in shown" :key="alert.serial" :class="{ read: alert.isRead }">
        <b>{{ alert.title }}</b><span class="quiet num">{{ alert.day }}</span>
        <span v-for="(line, n) in alert.text.split('\n')" :key="n" class="line">{{ line }}</span>
        <button
          v-if="alert.isRead"
          class="plain"
          :aria-label="`Mark as new: ${alert.title}`"
          @click="watch.mark([alert.serial], false)"
        >
          New again
        </button>
      </li>
    </ol>
    <details>
      <summary>Alert level</summary>
      <div class="loud">
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
          :label="`Tell of ${KIND_WORDS[kind]}`"
          :value="!workspace.watching.silent.includes(kind)"
          @change="toggle(kind, $event)"
        />
        <p class="quiet small">
          A news reader on this machine can follow {{ address }}; the calendar of all days has them too.
          Nothing is told twice.
        </p>
      </div>
    </details>
    <NButton size="small" @click="watch.runNow()">Look at everything now</NButton>
  </section>
</template>

<style scoped>
.alerts,
.loud {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.alerts {
  padding: 12px 16px;
  justify-items: start;
}
.top,
.fields {
  display: flex;
  gap: 8px;
  align-items: baseline;
  flex-wrap: wrap;
}
h2 .quiet {
  margin-left: 0.5em;
  font-weight: 400;
  font-size: 13px;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
  font-size: 13px;
  max-height: 320px;
  overflow-y: auto;
  width: 100%;
}
.list li {
  border-left: 3px solid var(--plum);
  padding-left: 8px;
}
.list li.read {
  border-color: var(--line);
}
.list .line {
  display: block;
}
.list b + .quiet {
  margin-left: 0.5em;
}
input[type='time'] {
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 6px;
  padding: 2px 6px;
}
.small {
  font-size: 12px;
  overflow-wrap: anywhere;
}
summary {
  cursor: pointer;
}
</style>
