<script setup lang="ts">
import { NButton, NSelect } from 'naive-ui';
import { ref } from 'vue';
import type { Feed } from '@ripe-pick/contract';
import { useNames } from '../../shared/stores/names.ts';
import { useWatch } from '../../shared/stores/watch.ts';
import { momentText, money } from '../../shared/format/format.ts';
import SourceForm from './SourceForm.vue';

/** Addresses that are fetched on a schedule, each with what came of it last; and what they brought that needs a look. */
const names = useNames();
const store = useWatch();
const draft = ref<Feed | null>(null);
const busy = ref<string | null>(null);
function begin(feed?: Feed) {
  draft.value = feed
    ? { ...feed }
    : {
        id: `source-${crypto.randomUUID().slice(0, 8)}`,
        name: '',
        url: '',
        shop: names.shopOptions[0]?.value ?? '',
        part: null,
        everyHours: 24,
        isOn: true,
        allowPrivate: false,
      };
}
async function keep(feed: Feed) {
  if (await store.putFeed(feed)) draft.value = null;
}
async function fetchOf(ids: readonly string[], key: string) {
  busy.value = key;
  try {
    await store.fetchNow(ids);
  } finally {
    busy.value = null;
  }
}
const moment = (at: string | null) => (at === null ? 'never' : momentText(at));
const RESULTS = {
  never: 'not fetched yet',
  ok: 'fetched',
  unchanged: 'fetched, nothing new',
  failed: 'failed',
} as const;
const chosen = ref<Record<number, string>>({});
</script>

<template>
  <section class="sheet sources" aria-labelledby="sources-title">
    <div class="top">
      <h2 id="sources-title">Sources on a schedule</h2>
      <NButton size="small" @click="begin()">List an address</NButton>
      <NButton
        v-if="store.feeds.length > 0"
        size="small"
        :loading="busy === 'all'"
        @click="
          fetchOf(
            store.feeds.filter((each) => each.feed.isOn).map((each) => each.feed.id),
            'all',
          )
        "
        >Fetch all now</NButton
      >
    </div>
    <SourceForm v-if="draft" :key="draft.id" :feed="draft" @keep="keep" @leave="draft = null" />
    <p v-if="store.failure" class="failure" role="alert">{{ store.failure }}</p>
    <p v-if="store.feeds.length === 0 && !draft" class="quiet">
      None. List a product page, a price list or a feed: it is looked at each day while the server runs.
    </p>
    <ul class="list">
      <li v-for="{ feed, state } in store.feeds" :key="feed.id" :class="state.result">
        <span class="what"
          ><b>{{ feed.name }}</b
          ><span class="quiet"
            >{{ names.shop(feed.shop) }}<template v-if="feed.part">, {{ names.part(feed.part) }}</template
            >, every {{ feed.everyHours }} h<template v-if="!feed.isOn">, off</template></span
          ><span class="quiet url">{{ feed.url }}</span></span
        >
        <span class="result"
          ><b>{{ RESULTS[state.result] }}</b
          ><span class="quiet"
            >{{ moment(state.at)
            }}<template v-if="state.result !== 'failed' && state.at"
              >: {{ state.taken }} prices<template v-if="state.held > 0"
                >, {{ state.held }} to look at</template
              ></template
            ><template v-if="state.result === 'failed' && state.okAt"
              >; last good {{ moment(state.okAt) }}</template
            ></span
          ><span v-if="state.error" class="error">{{ state.error }}</span
          ><span v-if="state.nextAt && state.result === 'failed'" class="quiet"
            >tried again {{ moment(state.nextAt) }}</span
          >
          <details v-if="state.doubts.length > 0">
            <summary>{{ state.doubts.length }} not taken</summary>
            <p v-for="(doubt, n) in state.doubts" :key="n" class="small">
              {{ doubt.where }}: {{ doubt.what }}
            </p>
          </details></span
        >
        <span class="acts"
          ><NButton
            size="tiny"
            :loading="busy === feed.id"
            :aria-label="`Fetch now: ${feed.name}`"
            @click="fetchOf([feed.id], feed.id)"
            >Fetch now</NButton
          ><NButton size="tiny" quaternary :aria-label="`Change: ${feed.name}`" @click="begin(feed)"
            >Change</NButton
          ><NButton
            size="tiny"
            quaternary
            :aria-label="`Remove: ${feed.name}`"
            @click="store.removeFeed(feed.id)"
            >Remove</NButton
          ></span
        >
      </li>
    </ul>
    <template v-if="store.held.length > 0">
      <h3>To look at: {{ store.held.length }}</h3>
      <div class="scroll" tabindex="0" role="group" aria-label="Rows to look at">
        <table class="lines">
          <tbody>
            <tr v-for="held in store.held.slice(0, 80)" :key="held.serial">
              <td>
                {{ held.row.found.name || held.row.found.sku
                }}<span class="quiet">{{ names.shop(held.shop) }}: {{ held.row.doubt ?? 'confirm it' }}</span>
              </td>
              <td class="num end">
                {{
                  held.row.found.priceMinor === null
                    ? 'not for sale'
                    : money(held.row.found.priceMinor, held.row.found.currency)
                }}
              </td>
              <td class="part">
                <span v-if="held.row.part && !(held.serial in chosen)">{{
                  names.part(held.row.part)
                }}</span><NSelect
                  v-else
                  size="small"
                  filterable
                  :value="chosen[held.serial] ?? null"
                  :options="names.partOptions"
                  placeholder="which part is it?"
                  :aria-label="`Part of ${held.row.found.name}`"
                  :input-props="{ 'aria-label': `Part of ${held.row.found.name}` }"
                  @update:value="chosen[held.serial] = $event"
                />
              </td>
              <td class="acts">
                <NButton
                  size="tiny"
                  :disabled="!held.row.part && !chosen[held.serial]"
                  @click="store.settle([held.serial], true, chosen[held.serial] ?? null)"
                  >Take it</NButton
                ><NButton size="tiny" quaternary @click="store.settle([held.serial], false)"
                  >Let it go</NButton
                >
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <NButton
        size="small"
        @click="
          store.settle(
            store.held.map((each) => each.serial),
            false,
          )
        "
        >Let all of them go</NButton
      >
    </template>
  </section>
</template>

<style scoped>
.sources {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.sources {
  justify-items: stretch;
}
.top {
  display: flex;
  gap: 8px;
  align-items: end;
  flex-wrap: wrap;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
}
.list li {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr) auto;
  gap: 4px 12px;
  border-top: 1px solid var(--line);
  border-left: 4px solid var(--leaf);
  padding: 5px 8px;
  font-size: var(--text-body);
}
.list li.failed {
  border-left-color: var(--danger);
}
.list li.never {
  border-left-color: var(--line-strong);
}
.what,
.result {
  display: grid;
  align-content: start;
  min-width: 0;
}
.quiet {
  margin-left: 0 !important;
}
.url {
  font-size: var(--text-small);
  overflow-wrap: anywhere;
}
.error {
  color: var(--danger);
}
.acts {
  display: flex;
  gap: 4px;
  flex-wrap: wrap;
  align-content: start;
}
.scroll {
  overflow: auto;
  max-height: 300px;
  position: relative;
}
td .quiet {
  display: block;
  font-size: var(--text-small);
}
.part {
  min-width: 180px;
}
.small {
  font-size: var(--text-small);
}
@media (max-width: 760px) {
  .list li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
