<script setup lang="ts">
import { NInput } from 'naive-ui';
import { computed } from 'vue';
import type { Candidate } from '@ripe-pick/contract';
import type { LineupRow } from './rows.ts';

/** Candidates side by side, row by row: differences against the first, and the better ones marked. */
const props = defineProps<{ candidates: readonly Candidate[]; rows: readonly LineupRow[] }>();
const emit = defineEmits<{ open: [id: string]; putFirst: [id: string]; note: [id: string, note: string] }>();
const GROUPS: Readonly<Record<LineupRow['group'], string>> = {
  parts: 'Parts',
  frames: 'Frames',
  money: 'Money',
  byHand: 'Worked out by hand',
  growth: 'Upgrades',
  rest: 'Watts, noise, room, risk',
};
const groups = computed(() =>
  (Object.keys(GROUPS) as LineupRow['group'][])
    .map((group) => ({ group, title: GROUPS[group], rows: props.rows.filter((row) => row.group === group) }))
    .filter((each) => each.rows.length > 0),
);
</script>

<template>
  <section class="sheet matrix" aria-label="Comparison" tabindex="0" role="region">
    <p class="quiet legend">
      <span class="dot" aria-hidden="true"></span>best of its row; for frames also those that are not slower
      by what can be told (4 in 5 chances). Small figures: more or less than {{ candidates[0].name }}.
    </p>
    <table>
      <thead>
        <tr>
          <td></td>
          <th v-for="each in candidates" :key="each.id" scope="col">
            <button class="plain name" :title="`Open ${each.name} in Picks`" @click="emit('open', each.id)">
              {{ each.name }}
            </button>
          </th>
        </tr>
        <tr class="first">
          <td></td>
          <td v-for="(each, n) in candidates" :key="each.id">
            <span v-if="n === 0" class="quiet">the others compared with it</span>
            <button v-else class="plain" @click="emit('putFirst', each.id)">
              Compare with this<span class="visually-hidden">: {{ each.name }}</span>
            </button>
          </td>
        </tr>
      </thead>
      <tbody v-for="group in groups" :key="group.group">
        <tr>
          <th :colspan="candidates.length + 1" scope="colgroup" class="group">{{ group.title }}</th>
        </tr>
        <tr v-for="row in group.rows" :key="row.id">
          <th scope="row">{{ row.label }}</th>
          <td
            v-for="(text, n) in row.cells"
            :key="n"
            :class="{
              num: group.group !== 'parts',
              best: row.marks?.best[n],
              quiet: n > 0 && text === row.cells[0] && !row.marks?.best[n],
            }"
          >
            <span
              >{{ text
              }}<span v-if="row.marks?.best[n]" class="visually-hidden">, best of the row</span></span
            ><small v-if="row.marks?.differences[n]" class="quiet num">{{ row.marks.differences[n] }}</small>
          </td>
        </tr>
      </tbody>
      <tbody class="notes">
        <tr>
          <th scope="row">Note</th>
          <td v-for="each in candidates" :key="each.id">
            <NInput
              type="textarea"
              size="small"
              :autosize="{ minRows: 1, maxRows: 6 }"
              :value="each.note"
              maxlength="5000"
              placeholder="What speaks for it?"
              :input-props="{ 'aria-label': `Note on ${each.name}` }"
              @update:value="(note: string) => emit('note', each.id, note)"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.matrix {
  position: relative;
  overflow-x: auto;
  padding-top: 8px;
}
.legend {
  font-size: var(--text-small);
  padding: 4px 0;
}
table {
  border-collapse: collapse;
  width: 100%;
  font-size: var(--text-body);
}
th {
  text-align: left;
  font-weight: 500;
}
th,
td {
  padding: 4px 14px 4px 0;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
  white-space: normal;
}
th[scope='row'] {
  min-width: 150px;
  color: var(--ink-soft);
}
td,
thead th {
  min-width: 150px;
  text-align: right;
}
td small {
  display: block;
  margin: 0;
  font-size: var(--text-small);
}
.best {
  font-weight: 650;
}
.best > span::before,
.dot {
  content: '';
  display: inline-block;
  width: 7px;
  height: 7px;
  margin-right: 6px;
  border-radius: 50%;
  background: var(--plum);
  vertical-align: 1px;
}
.group {
  font-family: 'Bricolage Grotesque Variable', sans-serif;
  font-weight: 650;
  padding-top: 10px;
}
.name {
  font-weight: 650;
  padding: 2px 4px;
  margin-right: -4px;
  text-align: right;
}
.first td {
  font-size: var(--text-small);
  padding-top: 0;
}
.first button {
  padding: 0;
  font-size: inherit;
  text-decoration: underline dotted;
}
thead tr:first-child > * {
  border-bottom: 0;
  padding-bottom: 0;
}
</style>
