<script setup lang="ts">
import type { MergeConflict } from '@ripe-pick/contract';
import { computed } from 'vue';
import { money } from '../../shared/format/format.ts';
import { fieldName, figureText } from '../../shared/format/facts.ts';

/** What both sides state and not alike: what is here stays, unless the file's is chosen. */
const props = defineProps<{ conflicts: readonly MergeConflict[]; taken: readonly string[] }>();
const emit = defineEmits<{ change: [taken: string[]] }>();
const isAll = computed(() => props.conflicts.every(({ key }) => props.taken.includes(key)));
/** An amount of an offer, in its shop's money; anything else as a spec is written. */
const text = ({ figure, currency }: MergeConflict, value: unknown) =>
  value === null || value === undefined
    ? 'not stated'
    : currency !== null && typeof value === 'number'
      ? money(value, currency)
      : figureText(figure, value) || String(value);
const figureName = ({ what, figure }: MergeConflict) =>
  what === 'offer' ? 'price' : fieldName(figure).name.toLowerCase();
function toggle(key: string) {
  const { taken } = props;
  emit('change', taken.includes(key) ? taken.filter((each) => each !== key) : [...taken, key]);
}
</script>

<template>
  <div class="conflicts" tabindex="0" role="region" aria-label="Figures that differ">
    <table class="lines">
      <caption>
        {{
          conflicts.length
        }}
        {{
          conflicts.length === 1 ? 'figure differs' : 'figures differ'
        }}; yours stays unless you choose the file’s.
        <button class="plain edged" @click="emit('change', isAll ? [] : conflicts.map(({ key }) => key))">
          {{ isAll ? 'Keep all of mine' : 'Take all of the file’s' }}
        </button>
      </caption>
      <thead>
        <tr>
          <th scope="col">What</th>
          <th scope="col">Here</th>
          <th scope="col">In the file</th>
          <th scope="col">Take the file’s</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="each in conflicts" :key="each.key">
          <th scope="row">
            {{ each.name }}, {{ figureName(each) }}
            <span class="quiet">{{ each.what }}</span>
          </th>
          <td>
            {{ text(each, each.ours) }} <span class="quiet">{{ each.oursFrom }}</span>
          </td>
          <td>
            {{ text(each, each.theirs) }} <span class="quiet">{{ each.theirsFrom }}</span>
          </td>
          <td>
            <input
              type="checkbox"
              :checked="taken.includes(each.key)"
              :aria-label="`Take the file’s: ${each.name}, ${figureName(each)}`"
              @change="toggle(each.key)"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.conflicts {
  max-height: 320px;
  overflow: auto;
}
table {
  border-collapse: collapse;
  width: 100%;
  font-size: var(--text-body);
}
caption {
  text-align: left;
  padding: 4px 0;
}
th,
td {
  padding: 4px 8px;
  text-align: left;
  vertical-align: top;
  border-bottom: 1px solid var(--line);
}
tbody th {
  font-weight: 500;
}
</style>
