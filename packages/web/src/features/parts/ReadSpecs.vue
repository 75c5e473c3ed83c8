<script setup lang="ts">
import { computedAsync, refDebounced } from '@vueuse/core';
import { NInput } from 'naive-ui';
import { computed, ref } from 'vue';
import type { PartKind } from '@ripe-pick/core/parts';
import type { OfferWords, PartRead } from '@ripe-pick/core/specs';
import { failureText } from '../../shared/api/client.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { benchWorker } from '../../shared/stores/bench-worker.ts';
import type { SinglePart } from '../../workers/bench.worker.ts';
import FigureChoices from './FigureChoices.vue';
import { openFigures, withChoices, type Choices } from './figure-choices.ts';

/** A box to paste into: what is read from it is shown with its words before any of it is taken. */
const props = defineProps<{
  kind: PartKind;
  /** Whether it is of this kind, whatever the text says. */
  isFixed: boolean;
  /** What stands in the box from the start. */
  words?: string;
}>();
/** Whoever adds a part can paste at once. */
const FIRST = { 'data-first': '' };
const emit = defineEmits<{ take: [read: PartRead, offer: OfferWords | null]; several: [text: string] }>();

const text = ref(props.words ?? '');
const settled = refDebounced(text, 200);
/** The kind that the text was told to be about; null lets it say so itself. */
const isAsTyped = ref(false);
const failure = ref('');
const last = computedAsync<SinglePart | null>(
  () => {
    const kind = isAsTyped.value || props.isFixed ? props.kind : null;
    const words = settled.value;
    return words.trim() === '' ? null : benchWorker.read((worker) => worker.readPart(words, kind));
  },
  null,
  { onError: (error) => (failure.value = failureText(error, 'It could not be read.')) },
);
/** Gone at once when the box is emptied, so that nothing moves under a click. */
const single = computed(() => (text.value.trim() === '' || settled.value.trim() === '' ? null : last.value));
const read = computed(() => single.value?.part ?? null);
const offer = computed(() => single.value?.offer ?? null);
/** What was chosen where the text says two things. */
const chosen = ref<Choices>({});
const open = computed(() => (read.value ? openFigures(read.value, chosen.value) : []));

function take() {
  if (!read.value) return;
  emit('take', withChoices(read.value, chosen.value), offer.value);
  text.value = '';
  chosen.value = {};
  isAsTyped.value = false;
}
</script>

<template>
  <div class="reading">
    <label
      >Paste a name, a block of specs, or a page’s source
      <NInput
        v-model:value="text"
        type="textarea"
        :autosize="{ minRows: 2, maxRows: 8 }"
        placeholder="Socket: T4, TDP 65 W, 6 cores / 12 threads"
        :input-props="{ 'aria-label': 'Text to read specs from', ...(isFixed ? {} : FIRST) }"
    /></label>
    <p v-if="failure" class="bad" role="alert">{{ failure }}</p>
    <template v-if="read">
      <p v-if="!isFixed && single && single.parts > 1" role="status">
        It looks like {{ single.parts }} parts.
        <button class="plain edged" type="button" @click="emit('several', text)">Read them as several</button>
      </p>
      <p v-if="read.kind === null" role="status">
        It does not say what kind of part it is.
        <button class="plain edged" type="button" @click="isAsTyped = true">
          Read it as {{ SLOT_NAMES[kind].toLowerCase() }}
        </button>
      </p>
      <template v-else>
        <p role="status">
          <b>{{ SLOT_NAMES[read.kind] }}</b><template v-if="read.name">, {{ read.name }}</template
          >: {{ read.figures.length }} {{ read.figures.length === 1 ? 'figure' : 'figures' }} read<template
            v-if="open.length > 0"
            >, {{ open.length }} to choose first</template
          >.
        </p>
        <FigureChoices
          :part="read"
          :chosen="chosen"
          @choose="(figure, at) => (chosen = { ...chosen, [figure]: at })"
        />
        <button
          class="plain edged"
          type="button"
          :disabled="open.length > 0 || (read.figures.length === 0 && !read.name)"
          @click="take"
        >
          Take what was read
        </button>
      </template>
    </template>
  </div>
</template>

<style scoped>
.reading {
  display: grid;
  gap: 6px;
  justify-items: start;
}
.reading > label {
  display: grid;
  gap: 2px;
  width: 100%;
  font-size: var(--text-small);
  font-weight: 600;
}
.bad {
  color: var(--danger);
}
</style>
