<script setup lang="ts">
import { computedAsync, refDebounced } from '@vueuse/core';
import { NInput } from 'naive-ui';
import { computed, ref } from 'vue';
import type { PartKind } from '@ripe-pick/core/parts';
import type { PartRead } from '@ripe-pick/core/specs';
import { failureText } from '../../shared/api/client.ts';
import { figureName } from '../../shared/format/assumed.ts';
import { figureText } from '../../shared/format/facts.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { benchWorker } from '../../shared/stores/bench-worker.ts';

/** A box to paste into: what is read from it is shown with its words before any of it is taken. */
const props = defineProps<{
  kind: PartKind;
  /** Whether it is of this kind, whatever the text says. */
  isFixed: boolean;
}>();
/** Whoever adds a part can paste at once. */
const FIRST = { 'data-first': '' };
const emit = defineEmits<{ take: [read: PartRead] }>();

const text = ref('');
const settled = refDebounced(text, 200);
/** The kind that the text was told to be about; null lets it say so itself. */
const isAsTyped = ref(false);
const failure = ref('');
const last = computedAsync<PartRead | null>(
  () => {
    const kind = isAsTyped.value || props.isFixed ? props.kind : null;
    return settled.value.trim() === '' ? null : benchWorker().readSpecs(settled.value, kind);
  },
  null,
  { onError: (error) => (failure.value = failureText(error, 'It could not be read.')) },
);
/** Gone at once when the box is emptied, so that nothing moves under a click. */
const read = computed(() => (text.value.trim() === '' || settled.value.trim() === '' ? null : last.value));
/** Where the text says two things and neither is meant. */
const NEITHER = -1;
/** What was chosen where the text says two things: the place among what it says, or neither. */
const chosen = ref<Readonly<Record<string, number>>>({});
const figures = computed(() =>
  (read.value?.figures ?? []).map((figure) => {
    const readings = [{ value: figure.value, words: figure.words }, ...figure.others];
    const at = chosen.value[figure.figure];
    return {
      ...figure,
      readings,
      isOpen: figure.others.length > 0 && at === undefined,
      ...(readings[at ?? 0] ?? {}),
    };
  }),
);
const open = computed(() => figures.value.filter(({ isOpen }) => isOpen));

function take() {
  if (!read.value) return;
  const taken = figures.value.filter(({ figure }) => chosen.value[figure] !== NEITHER);
  emit('take', { ...read.value, figures: taken });
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
      <p v-if="read.kind === null" role="status">
        It does not say what kind of part it is.
        <button class="plain edged" type="button" @click="isAsTyped = true">
          Read it as {{ SLOT_NAMES[kind].toLowerCase() }}
        </button>
      </p>
      <template v-else>
        <p role="status">
          <b>{{ SLOT_NAMES[read.kind] }}</b><template v-if="read.name">, {{ read.name }}</template
          >: {{ figures.length }} {{ figures.length === 1 ? 'figure' : 'figures' }} read<template
            v-if="open.length > 0"
            >, {{ open.length }} to choose first</template
          >.
        </p>
        <ul>
          <li v-for="each in figures" :key="each.figure" :class="{ doubt: each.isOpen }">
            <b>{{ figureName(each.figure) }}</b>
            <template v-if="each.others.length > 0">
              <label v-for="(reading, at) in each.readings" :key="at" class="choice"
                ><input
                  type="radio"
                  :name="each.figure"
                  :checked="chosen[each.figure] === at"
                  @change="chosen = { ...chosen, [each.figure]: at }"
                />
                {{ figureText(each.figure, reading.value) }} <q class="quiet">{{ reading.words }}</q></label
              >
              <label class="choice"
                ><input
                  type="radio"
                  :name="each.figure"
                  :checked="chosen[each.figure] === NEITHER"
                  @change="chosen = { ...chosen, [each.figure]: NEITHER }"
                />
                neither</label
              >
            </template>
            <template v-else
              >{{ figureText(each.figure, each.value) }} <q class="quiet">{{ each.words }}</q></template
            >
          </li>
        </ul>
        <details v-if="read.unread.length > 0">
          <summary>
            {{ read.unread.length }} {{ read.unread.length === 1 ? 'line' : 'lines' }} not read
          </summary>
          <p v-for="(line, n) in read.unread" :key="n" class="quiet">{{ line }}</p>
        </details>
        <button
          class="plain edged"
          type="button"
          :disabled="open.length > 0 || (figures.length === 0 && !read.name)"
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
  font-size: 12.5px;
  font-weight: 600;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 3px;
  font-size: 12.5px;
  max-height: 220px;
  overflow: auto;
  width: 100%;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  align-items: baseline;
}
q {
  overflow-wrap: anywhere;
}
.doubt b {
  color: var(--apricot);
}
.choice {
  display: inline-flex;
  gap: 4px;
  align-items: baseline;
  min-height: 24px;
}

.bad {
  color: var(--danger);
}
summary {
  cursor: pointer;
  min-height: 24px;
}
</style>
