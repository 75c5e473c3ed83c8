<script setup lang="ts">
import { NInput, NSelect } from 'naive-ui';
import { typedNumber } from '../../shared/format/typed-number.ts';
import NumberInput from '../../shared/ui/NumberInput.vue';
import { computed, ref } from 'vue';
import { readLevels, type FieldSpec } from './part-fields.ts';

const props = defineProps<{ spec: FieldSpec; value: unknown; prefix?: string }>();
const emit = defineEmits<{ change: [value: unknown] }>();
const label = computed(() => (props.prefix ? `${props.prefix}: ${props.spec.label}` : props.spec.label));
const YES_NO = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
];
const asOptions = (list: readonly string[]) => list.map((value) => ({ value, label: value }));
const record = computed(() => (props.value ?? {}) as Record<string, unknown>);
const rows = computed(() => (Array.isArray(props.value) ? (props.value as Record<string, unknown>[]) : []));
const listText = computed(() => (Array.isArray(props.value) ? props.value.join(', ') : ''));
const levelsText = ref(
  props.value && props.spec.kind === 'levels'
    ? Object.entries(record.value)
        .map(([name, level]) => `${name}: ${level}`)
        .join(', ')
    : '',
);
const levelsBad = computed(() => levelsText.value.trim() !== '' && readLevels(levelsText.value) === null);
function typeLevels(text: string) {
  levelsText.value = text;
  emit('change', readLevels(text));
}
const words = (text: string) =>
  text
    .split(',')
    .map((each) => each.trim())
    .filter(Boolean);
const numbers = (text: string) => words(text).map((each) => typedNumber(each) ?? NaN);
const isUnread = ref(false);
/** Nothing of a list is taken while something in it is no number: it is said instead. */
function typeList(text: string) {
  const list = props.spec.kind === 'words' ? words(text) : numbers(text);
  isUnread.value = list.some((each) => Number.isNaN(each));
  if (!isUnread.value) emit('change', list.length > 0 ? list : null);
}
const groupState = computed(() => (props.value === false ? 'none' : props.value ? 'stated' : null));
function setGroup(state: string | null) {
  emit('change', state === 'none' ? false : state === 'stated' ? {} : null);
}
function setRow(at: number, key: string, value: unknown) {
  emit(
    'change',
    rows.value.map((row, n) => (n === at ? { ...row, [key]: value } : row)),
  );
}
function setCount(count: number | null) {
  emit('change', count === null ? null : Array.from({ length: count }, (_, n) => rows.value[n] ?? {}));
}
</script>

<template>
  <div class="field" :class="{ wide: spec.kind === 'group' || spec.kind === 'rows' }">
    <span class="label"
      >{{ spec.label }}<span v-if="spec.unit" class="quiet"> {{ spec.unit }}</span></span
    >
    <NumberInput
      v-if="spec.kind === 'number'"
      placeholder="not stated"
      size="small"
      :value="(value as number | null) ?? null"
      clearable
      :aria="label"
      v-bind="spec.unit ? { suffix: spec.unit } : {}"
      @update:value="(v) => emit('change', v)"
    />
    <NSelect
      v-else-if="spec.kind === 'yes-no'"
      size="small"
      clearable
      placeholder="not stated"
      :value="value === true ? 'yes' : value === false ? 'no' : null"
      :options="YES_NO"
      :aria-label="label"
      @update:value="(v: string | null) => emit('change', v === null ? null : v === 'yes')"
    />
    <NSelect
      v-else-if="spec.kind === 'choice'"
      size="small"
      clearable
      placeholder="not stated"
      :value="(value as string | null) ?? null"
      :options="asOptions(spec.choices)"
      :aria-label="label"
      @update:value="(v: string | null) => emit('change', v)"
    />
    <NSelect
      v-else-if="spec.kind === 'choices'"
      size="small"
      multiple
      clearable
      placeholder="not stated"
      :value="(value as string[] | null) ?? null"
      :options="asOptions(spec.choices)"
      :aria-label="label"
      @update:value="(v: string[] | null) => emit('change', v && v.length > 0 ? v : null)"
    />
    <NInput
      v-else-if="spec.kind === 'word'"
      placeholder="not stated"
      size="small"
      :value="(value as string | null) ?? ''"
      :input-props="{ 'aria-label': label }"
      @update:value="(v: string) => emit('change', v || null)"
    />
    <template v-else-if="spec.kind === 'words' || spec.kind === 'numbers'">
      <NInput
        size="small"
        :default-value="listText"
        placeholder="with commas between"
        :input-props="{ 'aria-label': label }"
        @update:value="typeList"
      />
      <span v-if="isUnread" class="bad">Write numbers with commas between, like 120, 240.</span>
    </template>
    <template v-else-if="spec.kind === 'levels'">
      <NInput
        size="small"
        :value="levelsText"
        placeholder="Chipset 1: 2, Chipset 2: 1"
        :input-props="{ 'aria-label': label }"
        @update:value="typeLevels"
      />
      <span v-if="levelsBad" class="bad">Write a name, a colon and a whole number, with commas between.</span>
    </template>
    <template v-else-if="spec.kind === 'group'">
      <NSelect
        size="small"
        clearable
        placeholder="not stated"
        :value="groupState"
        :options="[
          { value: 'stated', label: 'Stated' },
          ...(spec.mayBeNone ? [{ value: 'none', label: 'None' }] : []),
        ]"
        :aria-label="label"
        @update:value="setGroup"
      />
      <div v-if="groupState === 'stated'" class="inner">
        <PartField
          v-for="each in spec.fields"
          :key="each.key"
          :spec="each"
          :prefix="label"
          :value="record[each.key]"
          @change="(v) => emit('change', { ...record, [each.key]: v })"
        />
      </div>
    </template>
    <template v-else>
      <NumberInput
        size="small"
        clearable
        placeholder="how many? not stated"
        :min="0"
        :max="12"
        :precision="0"
        :value="Array.isArray(value) ? rows.length : null"
        :aria="`${label}, how many`"
        @update:value="setCount"
      />
      <div v-for="(row, n) in rows" :key="n" class="inner">
        <PartField
          v-for="each in spec.fields"
          :key="each.key"
          :spec="each"
          :prefix="`${label} ${n + 1}`"
          :value="row[each.key]"
          @change="(v) => setRow(n, each.key, v)"
        />
      </div>
    </template>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  gap: 2px;
  align-content: start;
  min-width: 0;
}
.wide {
  grid-column: 1 / -1;
}
.label {
  font-size: var(--text-small);
}
.label .quiet {
  margin-left: 0.4em;
}
.inner {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 6px 10px;
  padding: 6px 10px;
  border-left: 3px solid var(--line);
}
.bad {
  color: var(--danger);
  font-size: var(--text-small);
}
</style>
