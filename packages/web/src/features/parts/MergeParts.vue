<script setup lang="ts">
import type { Part } from '@ripe-pick/core/parts';
import { computed, ref } from 'vue';
import { failureText } from '../../shared/api/client.ts';
import { useBriefs } from '../../shared/stores/briefs.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { differences, mergedPart } from './merged-part.ts';

/** Two parts that turn out to be one: what differs is chosen figure by figure, all else follows. */
const props = defineProps<{ parts: readonly [Part, Part] }>();
const emit = defineEmits<{ done: [name: string] }>();
const catalogueStore = useCatalogue();
const workspace = useWorkspace();
const briefs = useBriefs();
const [first, second] = props.parts;

const rows = computed(() => differences(first, second));
/** Figures that are taken from the second; the first has the word where nothing is chosen. */
const fromSecond = ref<ReadonlySet<string>>(new Set());
function choose(figure: string, isSecond: boolean) {
  const next = new Set(fromSecond.value);
  if (isSecond) next.add(figure);
  else next.delete(figure);
  fromSecond.value = next;
}
/** Their makers number them apart: then they are hardly one. */
const numbered = computed(() => rows.value.filter(({ figure }) => figure === 'gtin' || figure === 'mpn'));
const problem = ref('');
const isBusy = ref(false);
const titleOf = ({ brand, name }: Part) => `${brand} ${name}`;

/** Briefs and candidates name the part that stays: they are read anew, here and when it is taken back. */
async function keep() {
  isBusy.value = true;
  problem.value = '';
  try {
    await workspace.save();
    if (workspace.saveState !== 'saved') throw new Error('what is open could not be saved');
    const item = mergedPart(first, second, fromSecond.value);
    await catalogueStore.edit(
      `make ${titleOf(second)} one with ${titleOf(first)}`,
      [{ do: 'merge-part', id: second.id, item }],
      async () => {
        await Promise.all([workspace.load(), briefs.load()]);
      },
    );
    emit('done', titleOf(item));
  } catch (error) {
    problem.value = failureText(error, 'They could not be made one. Nothing was changed.');
  } finally {
    isBusy.value = false;
  }
}
</script>

<template>
  <div class="merge">
    <p>
      Prices, histories, benchmarks, candidates and orders of both go to the one that stays. What only one of
      them states is kept.
    </p>
    <p v-if="rows.length === 0">They say the same.</p>
    <table v-else>
      <caption class="visually-hidden">
        What differs
      </caption>
      <thead>
        <tr>
          <th scope="col">Where they differ</th>
          <th scope="col">{{ titleOf(first) }}</th>
          <th scope="col">{{ titleOf(second) }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.figure">
          <th scope="row">{{ row.name }}</th>
          <td v-for="side in [0, 1]" :key="side">
            <label>
              <input
                type="radio"
                :name="`take-${row.figure}`"
                :checked="fromSecond.has(row.figure) === (side === 1)"
                @change="choose(row.figure, side === 1)"
              />
              {{ side === 0 ? row.first : row.second }}
            </label>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="numbered.length > 0" class="doubt">
      {{ numbered.map(({ name }) => name).join(' and ') }} differ: look twice whether they are one.
    </p>
    <p v-if="problem" role="alert" class="bad">{{ problem }}</p>
    <button class="plain strong" :disabled="isBusy" @click="keep">Make them one part</button>
  </div>
</template>

<style scoped>
.merge {
  display: grid;
  gap: 10px;
}
table {
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  padding: 4px 10px 4px 0;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
}
label {
  display: flex;
  gap: 6px;
  align-items: baseline;
}
.merge > button {
  justify-self: start;
}
.doubt {
  color: var(--apricot);
}
input {
  accent-color: var(--plum);
}
.bad {
  color: var(--danger);
}
</style>
