<script setup lang="ts">
import { NButton, NInput } from 'naive-ui';
import { computed, ref } from 'vue';
import { INCIDENTS, type Version } from '@ripe-pick/contract';
import { reprice, type Repriced } from '@ripe-pick/core/buying';
import { SLOTS, type Slot } from '@ripe-pick/core/parts';
import { useBench } from '../../shared/stores/bench.ts';
import { useBuying } from '../../shared/stores/buying.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { dayText, money } from '../../shared/format/format.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

const bench = useBench();
const buying = useBuying();
const choose = useChoose();
const workspace = useWorkspace();
const KIND_WORDS = {
  planned: 'as planned',
  ordered: 'as ordered',
  built: 'as built',
  found: 'found elsewhere',
} as const;
const OWN_KINDS = ['planned', 'ordered', 'built'] as const;
const INCIDENT_WORDS = {
  'out-of-stock': 'out of stock',
  'dead-on-arrival': 'dead on arrival',
  swapped: 'swapped',
  'price-changed': 'price changed',
  late: 'came late',
  other: 'something else',
} as const;
const versions = computed(() => [...workspace.versions].reverse());
const opened = ref<string | null>(null);
const current = computed(() => versions.value.find((each) => each.id === opened.value) ?? null);
const again = computed(() => (current.value && bench.index ? reprice(current.value, bench.index) : null));

const name = ref('');
const kind = ref<Version['kind']>('planned');
function keep() {
  buying.keepVersion(kind.value, name.value.trim() || `${workspace.active.name} ${KIND_WORDS[kind.value]}`);
  name.value = '';
}
const CHANGE_WORDS: Readonly<Record<Repriced['what'], string>> = {
  same: 'same',
  dearer: 'dearer',
  cheaper: 'cheaper',
  elsewhere: 'that offer is gone; the cheapest now',
  gone: 'no longer to be had',
  unknown: 'no longer in the catalogue',
};
const incident = ref<{ kind: (typeof INCIDENTS)[number]; slot: Slot | ''; text: string }>({
  kind: 'swapped',
  slot: '',
  text: '',
});
function addIncident(version: Version) {
  const { kind: what, slot, text } = incident.value;
  buying.patch('versions', version.id, 'note an incident', (each) => ({
    ...each,
    incidents: [...each.incidents, { on: buying.today, kind: what, slot: slot || null, text: text.trim() }],
  }));
  incident.value = { kind: 'swapped', slot: '', text: '' };
}
function pickUp() {
  if (!again.value || !current.value) return;
  choose.keep(
    `${current.value.name} today`.slice(0, 200),
    'an old list at today’s prices',
    again.value.picks,
  );
}
</script>

<template>
  <section class="sheet versions" aria-labelledby="versions-title">
    <h2 id="versions-title">Versions of the build</h2>
    <div class="keep">
      <select v-model="kind" aria-label="Which version">
        <option v-for="each in OWN_KINDS" :key="each" :value="each">{{ KIND_WORDS[each] }}</option>
      </select>
      <NInput
        v-model:value="name"
        size="small"
        :placeholder="`${workspace.active.name} ${KIND_WORDS[kind]}`"
        :input-props="{ 'aria-label': 'Name of the version' }"
        :maxlength="200"
        class="name"
      />
      <NButton size="small" @click="keep">Keep it as it stands</NButton>
    </div>
    <p v-if="versions.length === 0" class="quiet">
      None kept yet. A version keeps parts, prices and totals of a day; later it can be priced anew.
    </p>
    <ul class="list">
      <li v-for="version in versions" :key="version.id">
        <button
          class="plain edged"
          :aria-pressed="opened === version.id"
          @click="opened = opened === version.id ? null : version.id"
        >
          {{ version.name }}
        </button>
        <span class="quiet"
          >{{ dayText(version.on) }}, {{ KIND_WORDS[version.kind] }},
          {{ money(version.dueNowMinor, version.currency) }}</span
        >
        <span v-if="version.incidents.length > 0" class="quiet"
          >{{ version.incidents.length }}
          {{ version.incidents.length === 1 ? 'incident' : 'incidents' }}</span
        >
      </li>
    </ul>
    <div v-if="current && again" class="open">
      <div class="scroll" tabindex="0" role="group" :aria-label="`${current.name} at today’s prices`">
        <table class="lines">
          <caption>
            {{
              current.name
            }}: then and today<template v-if="again.change !== null"
              >, {{ money(again.change, bench.currency, { sign: true }) }} due at checkout</template
            >
          </caption>
          <thead>
            <tr>
              <th scope="col">Part</th>
              <th scope="col" class="num">Then</th>
              <th scope="col" class="num">Today</th>
              <th scope="col">What changed</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="line in again.lines" :key="line.slot">
              <th scope="row">{{ SLOT_NAMES[line.slot] }}: {{ line.name }}</th>
              <td class="num">{{ line.then === null ? 'unknown' : money(line.then, current.currency) }}</td>
              <td class="num">{{ line.now === null ? '–' : money(line.now, bench.currency) }}</td>
              <td>{{ CHANGE_WORDS[line.what] }}{{ line.shop ? `, ${line.shop}` : '' }}</td>
            </tr>
          </tbody>
          <tfoot>
            <tr>
              <th scope="row">Due at checkout, with shipping and deals</th>
              <td class="num">{{ money(current.dueNowMinor, current.currency) }}</td>
              <td class="num">{{ money(again.cost.dueNow, bench.currency) }}</td>
              <td></td>
            </tr>
          </tfoot>
        </table>
      </div>
      <ul v-if="current.incidents.length > 0" class="incidents">
        <li v-for="(each, n) in current.incidents" :key="n">
          {{ dayText(each.on) }}, {{ INCIDENT_WORDS[each.kind]
          }}{{ each.slot ? `, ${SLOT_NAMES[each.slot].toLowerCase()}` : '' }}:
          {{ each.text || 'no more said' }}
        </li>
      </ul>
      <form class="keep" @submit.prevent="addIncident(current)">
        <select v-model="incident.kind" aria-label="What happened">
          <option v-for="each in INCIDENTS" :key="each" :value="each">{{ INCIDENT_WORDS[each] }}</option>
        </select>
        <select v-model="incident.slot" aria-label="To which part">
          <option value="">any part</option>
          <option v-for="slot in SLOTS" :key="slot" :value="slot">{{ SLOT_NAMES[slot] }}</option>
        </select>
        <NInput
          v-model:value="incident.text"
          size="small"
          placeholder="What happened"
          :input-props="{ 'aria-label': 'What happened, in words' }"
          :maxlength="1000"
          class="name"
        />
        <NButton size="small" attr-type="submit">Note it</NButton>
        <NButton size="small" @click="pickUp">Make it a candidate at today’s prices</NButton>
        <button
          type="button"
          class="plain"
          @click="buying.remove('versions', current.id, `remove ${current.name}`)"
        >
          Remove
        </button>
      </form>
    </div>
  </section>
</template>

<style scoped>
.versions {
  padding: 12px 16px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
h2 {
  font-size: var(--text-title);
}
.keep {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  align-items: center;
}
.name {
  width: 260px;
  max-width: 100%;
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
.list {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
.list li {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
  align-items: baseline;
}
.open {
  display: grid;
  gap: 8px;
}
.scroll {
  overflow-x: auto;
  position: relative;
}
.incidents {
  margin: 0;
  padding-left: 18px;
}
</style>
