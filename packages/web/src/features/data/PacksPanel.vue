<script setup lang="ts">
import type { KeptPack, PackOut } from '@ripe-pick/contract';
import { computed, ref, shallowRef, watch } from 'vue';
import { RouterLink } from 'vue-router';
import { call, failureText } from '../../shared/api/client.ts';
import { fieldName } from '../../shared/format/facts.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { dayText, whole } from '../../shared/format/format.ts';

/** Packs that were taken in; each can be deleted again whole. */
const catalogueStore = useCatalogue();
const records = useRecords();
const packs = shallowRef<readonly KeptPack[]>([]);
const leaving = shallowRef<{ readonly pack: KeptPack; readonly plan: PackOut } | null>(null);
const message = ref('');
const problem = ref('');
const isBusy = ref(false);

async function attempt(task: () => Promise<void>): Promise<void> {
  isBusy.value = true;
  problem.value = '';
  message.value = '';
  try {
    await task();
  } catch (error) {
    problem.value = failureText(error, 'It could not be done. Nothing was changed.');
  } finally {
    isBusy.value = false;
  }
}
watch(
  () => catalogueStore.loads,
  () =>
    attempt(async () => {
      packs.value = (await call('packs', undefined)).packs;
      // A question that is open stays, about what would go now.
      const { pack = null } = leaving.value ?? {};
      const still = packs.value.find(({ id }) => id === pack?.id);
      leaving.value = still ? { pack: still, plan: await call('planPackOut', { id: still.id }) } : null;
    }),
  { immediate: true },
);

const KINDS = ['parts', 'offers', 'shops', 'deals', 'games', 'records'] as const;
const holds = (pack: KeptPack): string =>
  KINDS.flatMap((kind) => {
    const { length } = pack[kind];
    return length === 0 ? [] : [`${whole(length)} ${length === 1 ? kind.slice(0, -1) : kind}`];
  }).join(', ') || 'only what was here already';

const plan = (pack: KeptPack) =>
  attempt(async () => {
    leaving.value = { pack, plan: await call('planPackOut', { id: pack.id }) };
  });
const takeOut = () =>
  attempt(async () => {
    if (!leaving.value) return;
    const { pack, plan: out } = leaving.value;
    await catalogueStore.edit(`remove pack ${pack.name}`, out.changes, records.load);
    message.value = `${pack.name} is deleted. Ctrl+Z brings it back.`;
  });
/** What stays, by reason. */
const staying = computed(() => {
  const byWhy = new Map<string, string[]>();
  for (const { what, name, why } of leaving.value?.plan.stays ?? []) {
    const [figure, ...of] = name.split(' of ');
    const words = what === 'figure' ? `${fieldName(figure).name} of ${of.join(' of ')}` : name;
    byWhy.set(why, [...(byWhy.get(why) ?? []), words]);
  }
  return [...byWhy];
});
const SHOWN = 12;
</script>

<template>
  <section class="sheet" aria-labelledby="packs">
    <h2 id="packs">Packs</h2>
    <p class="quiet">
      Parts, prices, games and benchmarks of one subject in a file, to hand to a friend. Make one by marking
      parts in <RouterLink :to="{ name: 'parts' }">the list of parts</RouterLink>; one that you were given
      comes in above, and can be deleted again whole.
    </p>
    <ul v-if="packs.length > 0">
      <li v-for="pack in packs" :key="pack.id">
        <div>
          <b>{{ pack.name }}</b> by {{ pack.by }}, of {{ dayText(pack.on) }}
          <p class="quiet">
            {{ pack.licence }}; imported on {{ dayText(pack.takenOn) }}; brought {{ holds(pack) }}
          </p>
        </div>
        <button class="plain edged" :disabled="isBusy" @click="plan(pack)">
          Remove<span class="visually-hidden"> again: {{ pack.name }}</span>
        </button>
      </li>
    </ul>
    <div v-if="leaving" class="preview" role="alertdialog" :aria-label="`Remove ${leaving.pack.name}`">
      <p>
        All that <b>{{ leaving.pack.name }}</b> brought goes<template v-if="staying.length > 0"
          >, save:</template
        ><template v-else>.</template>
      </p>
      <p v-for="[why, names] in staying" :key="why">
        <b>{{ why }}:</b> {{ names.slice(0, SHOWN).join('; ')
        }}<template v-if="names.length > SHOWN"> and {{ names.length - SHOWN }} more</template>
      </p>
      <div class="row">
        <button class="plain strong" :disabled="isBusy" @click="takeOut">Remove it</button>
        <button class="plain edged" @click="leaving = null">Keep it</button>
      </div>
    </div>
    <p v-if="message" role="status">{{ message }}</p>
    <p v-if="problem" role="alert" class="bad">{{ problem }}</p>
  </section>
</template>

<style scoped src="./sheets.css"></style>
<style scoped>
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  justify-content: space-between;
  align-items: center;
  padding: 6px 0;
  border-top: 1px solid var(--line);
}
li p {
  margin: 0;
}
b {
  overflow-wrap: anywhere;
}
.bad {
  color: var(--danger);
}
</style>
