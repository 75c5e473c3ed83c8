<script setup lang="ts">
import { computed, ref, useId, useTemplateRef, watch } from 'vue';
import { NInput } from 'naive-ui';
import { minorPlaces, numberLanguage } from '@ripe-pick/core/units';
import { useSoon } from './soon.ts';
import { typedNumber } from '../format/typed-number.ts';

defineOptions({ inheritAttrs: false });
/**
 * A number to be typed, in the user's way of writing or as arithmetic. What cannot be read, or is out of bounds, stays as it was typed, with
 * what is wrong beside it. An amount of money is given in whole units of its currency.
 */
const props = withDefaults(
  defineProps<{
    value: number | null;
    aria: string;
    min?: number | undefined;
    max?: number | undefined;
    step?: number;
    precision?: number | undefined;
    currency?: string | undefined;
    suffix?: string | undefined;
    placeholder?: string;
    disabled?: boolean;
    size?: 'small' | 'medium';
    clearable?: boolean;
    /** Whether typing tells as soon as it rests, or only what is typed in the end. */
    updateValueOnInput?: boolean;
  }>(),
  {
    ...{ min: undefined, max: undefined, precision: undefined, currency: undefined, suffix: undefined },
    ...{ step: 1, placeholder: '', size: 'medium', updateValueOnInput: true },
  },
);
const emit = defineEmits<{ 'update:value': [value: number | null] }>();

const places = computed(() => props.precision ?? (props.currency ? minorPlaces(props.currency) : undefined));
const written = (value: number | null): string =>
  value === null
    ? ''
    : new Intl.NumberFormat(numberLanguage(), {
        useGrouping: false,
        minimumFractionDigits: places.value ?? 0,
        maximumFractionDigits: places.value ?? 10,
      }).format(value);

/** What is being typed, or was and cannot be taken; null: the field shows its value. */
const draft = ref<string | null>(null);
const problem = ref<string | null>(null);
const problemId = useId();
const field = useTemplateRef('field');
/** A form that holds a field which cannot be taken is not sent: the browser points at it. */
watch(problem, (text) => field.value?.inputElRef?.setCustomValidity(text ?? ''), { flush: 'sync' });
let told = props.value;
/** What was so before typing began: what cannot be taken in the end changes nothing on its way either. */
let before = props.value;
watch(
  () => props.value,
  (value) => {
    if (value === told) return;
    typing.drop();
    // Undone, or set by another field: what was typed is of before.
    told = value;
    draft.value = null;
    problem.value = null;
  },
);

/** The number that a text stands for, or what is wrong with it. */
function read(text: string): { readonly value: number | null } | { readonly wrong: string } {
  const { min, max, currency, suffix } = props;
  const typed = typedNumber(text, { places: places.value, currency, unit: suffix?.split(' ')[0] });
  if (typed === null) return { value: null };
  if (Number.isNaN(typed))
    return {
      wrong: `Not a number${currency ? ` in ${currency}` : ''}. Like ${written(currency ? 139.9 : 12.5)}, or ${written(currency ? 49.9 : 12)}+${written(currency ? 4.9 : 3)}.`,
    };
  const value = places.value === undefined ? typed : Number(typed.toFixed(places.value));
  if (min !== undefined && value < min) return { wrong: `At least ${written(min)}.` };
  if (max !== undefined && value > max) return { wrong: `At most ${written(max)}.` };
  return { value };
}

function tell(value: number | null) {
  if (value === told) return;
  told = value;
  emit('update:value', value);
}

const typing = useSoon(tell);
function type(text: string) {
  if (draft.value === null) before = props.value;
  draft.value = text;
  typing.drop();
  const got = read(text);
  if (!('value' in got)) return;
  problem.value = null;
  // An emptied field is often typed in anew: nothing is told before it is left.
  if (props.updateValueOnInput && got.value !== null) typing.soon(got.value);
}

function finish() {
  typing.drop();
  if (draft.value === null) return;
  const got = read(draft.value);
  problem.value = 'wrong' in got ? got.wrong : null;
  if ('wrong' in got) {
    tell(before);
    return;
  }
  draft.value = null;
  tell(got.value);
  // What the owner of the value made of it is shown, also where that is what it was before.
  told = props.value;
}

function clear() {
  typing.drop();
  draft.value = null;
  problem.value = null;
  tell(null);
}

function move(by: number) {
  typing.drop();
  const got = read(draft.value ?? written(props.value));
  if (!('value' in got)) return;
  const { min = -Infinity, max = Infinity, step } = props;
  const next = Math.min(max, Math.max(min, (got.value ?? 0) + by * step));
  draft.value = null;
  problem.value = null;
  tell(Number(next.toFixed(places.value ?? 10)));
}

defineExpose({
  /** Whether what stands in the field cannot be taken. Says so beside it. */
  get isWrong(): boolean {
    finish();
    return problem.value !== null;
  },
});

const shown = computed(() => draft.value ?? written(props.value));
const behind = computed(() => props.suffix ?? props.currency);
</script>

<template>
  <div class="number">
    <NInput
      ref="field"
      v-bind="$attrs"
      :value="shown"
      :placeholder="placeholder"
      :size="size"
      :disabled="disabled ?? false"
      :clearable="clearable ?? false"
      :status="problem ? 'error' : undefined"
      :input-props="{
        'aria-label': aria,
        'aria-invalid': problem ? 'true' : undefined,
        'aria-describedby': problem ? problemId : undefined,
        inputmode: (min ?? -1) >= 0 ? 'decimal' : 'text',
        maxlength: 100,
        autocomplete: 'off',
      }"
      @update:value="type"
      @clear="clear"
      @blur="finish"
      @keydown.enter="finish"
      @keydown.up.exact.prevent="move(1)"
      @keydown.down.exact.prevent="move(-1)"
    >
      <template v-if="behind" #suffix>{{ behind }}</template>
    </NInput>
    <span v-if="problem" :id="problemId" class="problem" role="alert">{{ problem }}</span>
  </div>
</template>

<style scoped>
.number {
  display: grid;
  gap: 3px;
  min-width: 0;
}
.problem {
  font-size: var(--text-small);
  color: var(--danger);
}
</style>
