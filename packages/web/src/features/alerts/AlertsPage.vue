<script setup lang="ts">
import { computed, ref } from 'vue';
import { RouterLink } from 'vue-router';
import type { Alert } from '@ripe-pick/contract';
import { dateOf } from '@ripe-pick/core/units';
import { usePrices } from '../../shared/stores/prices.ts';
import { useWatch } from '../../shared/stores/watch.ts';
import { countWords, dayText } from '../../shared/format/format.ts';
import { vRoving } from '../../shared/ui/roving.ts';
import { useUndoMessage } from '../../shared/ui/undo-message.ts';
import EmptyPicture from '../../shared/ui/EmptyPicture.vue';
import AlertLevel from './AlertLevel.vue';
import { byDay, ALERT_KIND_WORDS, PLACES } from './kinds.ts';

/** What prices changed, to be read, acted upon and done with. */
const PAGE = 60;
const prices = usePrices();
const watch = useWatch();
const tell = useUndoMessage();
const withDone = ref(false);
const kind = ref<Alert['kind'] | null>(null);
const most = ref(PAGE);

const known = computed(() => (withDone.value ? watch.alerts : watch.unread));
const kinds = computed(() =>
  (Object.keys(ALERT_KIND_WORDS) as Alert['kind'][])
    .map((each) => ({ kind: each, count: known.value.filter((alert) => alert.kind === each).length }))
    .filter(({ kind: each, count }) => count > 0 || each === kind.value),
);
const asked = computed(() => known.value.filter((alert) => kind.value === null || alert.kind === kind.value));
const days = computed(() => byDay(asked.value.slice(0, most.value)));
const today = computed(() => dateOf(prices.today));
const undone = (alerts: readonly Alert[]) => alerts.filter(({ isRead }) => !isRead);

async function finish(alerts: readonly Alert[]): Promise<void> {
  const serials = undone(alerts).map(({ serial }) => serial);
  await watch.mark(serials, true);
  if (watch.failure === null)
    tell(`Done with ${countWords(serials.length, 'alert')}.`, () => void watch.mark(serials, false));
}
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Alerts</h1>
      <p class="quiet">What prices changed while you were away: read it, act on it, be done with it.</p>
    </div>
    <div class="columns">
      <div class="main">
        <div v-roving class="chips" role="group" aria-label="Which alerts">
          <button class="plain edged" :aria-pressed="!withDone" @click="withDone = !withDone">
            New only ({{ watch.unread.length }} of {{ watch.alerts.length }})
          </button>
          <button
            v-for="each in kinds"
            :key="each.kind"
            class="plain edged"
            :aria-pressed="kind === each.kind"
            @click="kind = kind === each.kind ? null : each.kind"
          >
            {{ ALERT_KIND_WORDS[each.kind] }} <span class="num">{{ each.count }}</span>
          </button>
          <button v-if="undone(asked).length > 1" class="plain edged all" @click="finish(asked)">
            Done with all {{ undone(asked).length }}
          </button>
        </div>
        <p v-if="watch.failure" class="failure" role="alert">{{ watch.failure }}</p>
        <section v-if="days.length === 0" class="sheet none">
          <EmptyPicture shows="course" />
          <p v-if="watch.alerts.length > 0 && !withDone">
            Nothing new. {{ countWords(watch.alerts.length, 'alert') }} that you are done with can be shown.
          </p>
          <p v-else>
            None yet. One comes when a price changes something: it falls below a target, a pick becomes ripe
            or sells out, another set becomes the best one, or a total moves.
          </p>
          <p class="quiet">
            Targets are set in <RouterLink to="/ripeness">Ripeness</RouterLink>; prices come from
            <RouterLink to="/prices-in">Prices</RouterLink>.
          </p>
        </section>
        <section v-for="day in days" :key="day.day" class="sheet day" :aria-label="day.day">
          <div class="top">
            <h2>{{ day.day === today ? 'Today' : dayText(day.day) }}</h2>
            <button
              v-if="undone(day.alerts).length > 1"
              class="plain edged"
              :aria-label="`Done with these: ${dayText(day.day)}`"
              @click="finish(day.alerts)"
            >
              Done with these
            </button>
          </div>
          <ol>
            <li v-for="alert in day.alerts" :key="alert.serial" :class="{ done: alert.isRead }">
              <span class="quiet kind">{{ ALERT_KIND_WORDS[alert.kind] }}</span>
              <b>{{ alert.title }}</b>
              <span v-for="(line, n) in alert.text.split('\n')" :key="n" class="line">{{ line }}</span>
              <span class="actions">
                <RouterLink :to="PLACES[alert.kind].to">{{ PLACES[alert.kind].words }}</RouterLink>
                <button
                  v-if="alert.isRead"
                  class="plain"
                  :aria-label="`Not done with: ${alert.title}`"
                  @click="watch.mark([alert.serial], false)"
                >
                  Not done with
                </button>
                <button
                  v-else
                  class="plain"
                  :aria-label="`Done with: ${alert.title}`"
                  @click="finish([alert])"
                >
                  Done
                </button>
              </span>
            </li>
          </ol>
        </section>
        <button v-if="asked.length > most" class="plain edged" @click="most += PAGE">
          Show {{ Math.min(PAGE, asked.length - most) }} more of {{ asked.length }}
        </button>
      </div>
      <AlertLevel />
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 10px;
  align-items: start;
}
.main {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
  justify-items: start;
}
.main > section {
  width: 100%;
}
.chips,
.top,
.actions {
  display: flex;
  gap: 6px 10px;
  flex-wrap: wrap;
  align-items: baseline;
}
.chips [aria-pressed='true'] {
  border-color: var(--plum);
  box-shadow: inset 0 -3px 0 var(--plum);
  font-weight: 600;
}
.day,
.none {
  display: grid;
  gap: 8px;
  padding: 12px 16px;
}
.none {
  justify-items: center;
}
.top {
  justify-content: space-between;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 10px;
}
li {
  border-left: 3px solid var(--plum);
  padding-left: 10px;
}
li.done {
  border-color: var(--line);
}
.kind {
  display: block;
  margin: 0;
  font-size: var(--text-small);
}
.line {
  display: block;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
