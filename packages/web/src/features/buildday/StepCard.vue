<script setup lang="ts">
import { CAUTIONS, type AssemblyInput, type AssemblyStep } from '@ripe-pick/core/assembly';
import { NInput } from 'naive-ui';
import { computed, ref, useId, watch } from 'vue';
import StepDrawing from './StepDrawing.vue';

/** The step in hand, large: cautions first, what is done, how it looks, what to see before it is ticked. */
const props = defineProps<{
  step: AssemblyStep;
  input: AssemblyInput;
  place: string;
  state: 'open' | 'done' | 'skipped';
  reason: string;
  note: string;
  titleOf: (code: string) => string;
  waitsFor: readonly string[];
  learnt: { readonly minutes: number | null; readonly notes: readonly string[] } | null;
}>();
const emit = defineEmits<{
  done: [minutes: number | null];
  skip: [reason: string];
  reopen: [];
  note: [text: string];
  move: [by: number];
}>();

const id = useId();
const isSkipping = ref(false);
const why = ref('');
const isNoting = ref(false);
const text = ref('');
/** When the clock was started; null while it stands. */
const since = ref<number | null>(null);
watch(
  () => props.step.code,
  () => {
    isSkipping.value = false;
    isNoting.value = false;
    why.value = '';
    since.value = null;
  },
);
/** A caution that the step carries is seen before it is skipped, too. */
const cautions = computed(() => props.step.cautions.map((code) => CAUTIONS[code]));
function tick() {
  const minutes = since.value === null ? null : Math.round((Date.now() - since.value) / 6000) / 10;
  since.value = null;
  emit('done', minutes);
}
function skip() {
  if (why.value.trim() === '') return;
  emit('skip', why.value.trim());
}
function openNote() {
  text.value = props.note;
  isNoting.value = true;
}
function keepNote() {
  emit('note', text.value);
  isNoting.value = false;
}
</script>

<template>
  <article class="sheet step" :aria-label="step.title">
    <p class="quiet num place">
      {{ place }}, about {{ Math.round(learnt?.minutes ?? step.minutes) }} min<template
        v-if="learnt?.minutes != null"
        >, as it took last time</template
      >
    </p>
    <h2 :id="`${id}-title`">{{ step.title }}</h2>
    <ul v-if="cautions.length > 0" :id="`${id}-cautions`" class="cautions" aria-label="Cautions">
      <li v-for="caution in cautions" :key="caution">{{ caution }}</li>
    </ul>
    <div class="body" :class="{ drawn: step.drawing }">
      <div class="words">
        <p v-for="line in step.lines" :key="line">{{ line }}</p>
        <p v-if="step.tools.length > 0" class="quiet"><b>At hand:</b> {{ step.tools.join(', ') }}</p>
        <details v-if="step.wrong.length > 0">
          <summary>What goes wrong here</summary>
          <p v-for="each in step.wrong" :key="each">{{ each }}</p>
        </details>
      </div>
      <StepDrawing v-if="step.drawing" :drawing="step.drawing" :input="input" :cautions="step.cautions" />
    </div>
    <p v-for="each in learnt?.notes ?? []" :key="each" class="note"><b>From the last build:</b> {{ each }}</p>
    <p v-if="note && !isNoting" class="note"><b>Note:</b> {{ note }}</p>
    <p v-if="state === 'skipped'" class="note"><b>Skipped:</b> {{ reason }}</p>
    <p v-if="state === 'open' && waitsFor.length > 0" class="quiet" role="status">
      Before it: {{ waitsFor.join('; ') }}.
    </p>
    <form v-if="isNoting" class="line" @submit.prevent="keepNote">
      <NInput
        v-model:value="text"
        type="textarea"
        :maxlength="2000"
        :autosize="{ minRows: 2, maxRows: 6 }"
        :input-props="{ 'aria-label': 'Note at this step' }"
      />
      <button class="plain strong big" type="submit">Keep the note</button>
    </form>
    <form v-else-if="isSkipping" class="line" @submit.prevent="skip">
      <NInput
        v-model:value="why"
        :maxlength="500"
        placeholder="why it is skipped"
        :input-props="{ 'aria-label': 'Why it is skipped' }"
      />
      <button class="plain strong big" type="submit" :disabled="why.trim() === ''">Skip it</button>
      <button class="plain edged big" type="button" @click="isSkipping = false">Back</button>
    </form>
    <div v-else class="acts">
      <button
        v-if="state === 'open'"
        class="plain strong big tick"
        :aria-describedby="`${id}-title ${id}-cautions`"
        @click="tick"
      >
        <span class="mark" aria-hidden="true" />{{ step.check }}
      </button>
      <button v-else class="plain edged big" @click="emit('reopen')">Open it again</button>
      <button
        v-if="state === 'open'"
        class="plain edged big"
        :aria-pressed="since !== null"
        @click="since = since === null ? Date.now() : null"
      >
        {{ since === null ? 'Time it' : 'Clock runs' }}
      </button>
      <button v-if="state === 'open'" class="plain edged big" @click="isSkipping = true">Skip</button>
      <button class="plain edged big" @click="openNote">{{ note ? 'Change the note' : 'Note' }}</button>
      <button class="plain edged big" @click="emit('move', -1)">Earlier</button>
      <button class="plain edged big" @click="emit('move', 1)">Later</button>
    </div>
  </article>
</template>

<style scoped>
.step {
  display: grid;
  gap: 10px;
  align-content: start;
}
.step h2 {
  font-size: var(--text-figure);
  margin: 0;
}
.place {
  margin: 0;
}
.cautions {
  margin: 0;
  padding: 8px 12px 8px 28px;
  border-left: 4px solid var(--apricot);
  background: var(--shade);
  border-radius: 0 var(--round-large) var(--round-large) 0;
}
.body {
  display: grid;
  gap: 16px;
}
.drawn {
  grid-template-columns: minmax(0, 1fr) minmax(0, 300px);
}
.words {
  font-size: var(--text-large);
  display: grid;
  gap: 8px;
  align-content: start;
}
.words p {
  margin: 0;
}
summary {
  cursor: pointer;
  min-height: 24px;
}
.note {
  margin: 0;
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.acts,
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.line > :first-child {
  flex: 1 1 240px;
}
.big {
  min-height: 44px;
  min-width: 44px;
  padding: 8px 14px;
}
.tick {
  display: flex;
  gap: 10px;
  align-items: center;
  text-align: left;
  flex: 1 1 260px;
  font-size: var(--text-large);
}
.mark {
  flex: none;
  width: 20px;
  height: 20px;
  border: 2px solid currentColor;
  border-radius: var(--round-medium);
}
@media (max-width: 700px) {
  .drawn {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
