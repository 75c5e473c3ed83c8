<script setup lang="ts">
import { today as localToday } from '@ripe-pick/contract';
import { readChart, type BenchRecord, type ChartLine } from '@ripe-pick/contract';
import { predictor, recordJudge, type ExpectedBar } from '@ripe-pick/core/fit';
import { intervalAround } from '@ripe-pick/core/frames';
import { slotWords, type Preset } from '@ripe-pick/core/parts';
import { useDraft } from '../../shared/ui/draft.ts';
import { NInput } from 'naive-ui';
import { computed, ref } from 'vue';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import Field from '../../shared/ui/Field.vue';
import NumberField from '../../shared/ui/NumberField.vue';
import SceneFields from '../../shared/ui/SceneFields.vue';
import { failureText } from '../../shared/api/client.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useRecords } from '../../shared/stores/records.ts';
import RedrawnChart from './RedrawnChart.vue';

const emit = defineEmits<{ added: [count: number, from: string] }>();
const catalogueStore = useCatalogue();
const names = useNames();
const records = useRecords();

const today = catalogueStore.stored?.today ?? localToday();
/** Kept until it is saved, over a reload too. */
const draft = useDraft('ripe-pick-chart-draft', {
  varies: 'gpu' as 'gpu' | 'cpu',
  source: '',
  on: today,
  trust: 'good' as BenchRecord['trust'],
  game: '',
  preset: 'high' as Preset,
  size: '1920x1080',
  fixed: '',
  gb: 16 as number | null,
  channels: 2 as number | null,
  mts: null as number | null,
  cl: null as number | null,
  definition: 'percentile' as 'percentile' | 'slowest' | 'unsaid',
  text: '',
});
/** What an unclear name was said to stand for, by the name. */
const said = useDraft<Record<string, string>>('ripe-pick-chart-names', {});
const problem = ref('');
const isBusy = ref(false);
const note = ref('');

const fixedSlot = computed(() => (draft.value.varies === 'gpu' ? 'cpu' : 'gpu'));
const DEFINITIONS = [
  { value: 'percentile', label: '99th percentile' },
  { value: 'slowest', label: 'mean of the slowest 1 %' },
  { value: 'unsaid', label: 'not said' },
];
const TRUSTS = [
  { value: 'good', label: 'careful' },
  { value: 'fair', label: 'fair' },
  { value: 'poor', label: 'hearsay' },
];

const lines = computed((): ChartLine[] =>
  readChart(
    draft.value.text,
    catalogueStore.parts.filter((part) => part.kind === draft.value.varies),
  ).map((line) => {
    const meant = said.value[line.name];
    return line.part === null && meant && names.parts.has(meant) && line.average !== null
      ? { ...line, part: meant, problem: line.low !== null && line.low > line.average ? line.problem : null }
      : line;
  }),
);
const ready = computed(() => lines.value.filter((line) => line.part !== null && line.problem === null));
const missing = computed(() => {
  const { source, game, fixed, gb, channels, mts, cl } = draft.value;
  return [
    source.trim() === '' && 'who published it',
    !names.games.has(game) && 'the game',
    !names.parts.has(fixed) && `the ${slotWords(fixedSlot.value)} that stays`,
    (gb === null || channels === null || mts === null || cl === null) && 'how the memory ran',
  ].filter((each) => each !== false);
});

const recordOf = (line: ChartLine, n: number): BenchRecord => {
  const { varies, source, on, trust, game, preset, size, fixed, gb, channels, mts, cl, definition } =
    draft.value;
  const [widthPx, heightPx] = size.split('x').map(Number);
  return {
    id: `chart-${Date.now().toString(36)}-${n}`,
    game,
    preset,
    widthPx,
    heightPx,
    renderScale: 1,
    generatedFrames: false,
    cpu: varies === 'cpu' ? (line.part ?? '') : fixed,
    gpu: varies === 'gpu' ? (line.part ?? '') : fixed,
    memory: { gb, channels, mts, cl, profile: null },
    link: null,
    background: 'none',
    clocks: 'stock',
    rayTracing: null,
    settings: '',
    tool: '',
    spread: null,
    watts: null,
    average: line.average ?? 0,
    low:
      line.low === null
        ? null
        : { fps: line.low, percent: 1, definition: definition === 'unsaid' ? null : definition },
    source: { name: source.trim(), on },
    trust,
    rig: null,
    note: 'from a chart',
    excluded: null,
  };
};
/** What the model expects of each bar, where all conditions are there: a mistyped bar stands out before it is saved. */
const expected = computed(() => {
  const catalogue = catalogueStore.catalogue;
  if (!catalogue || missing.value.some((each) => each !== 'who published it'))
    return new Map<number, ExpectedBar>();
  const judge = recordJudge(catalogue.parts, catalogue.frameModel);
  const predict = predictor(catalogue.frameModel);
  return new Map(
    ready.value.flatMap((line) => {
      const judged = judge({ ...recordOf(line, 0), low: null });
      const found = 'usable' in judged ? predict(judged.usable) : null;
      return found
        ? [[line.line, { fps: Math.exp(found.ln), ...intervalAround(Math.exp(found.ln), found.sd) }] as const]
        : [];
    }),
  );
});
async function save() {
  const put = ready.value.map(recordOf);
  note.value = '';
  isBusy.value = true;
  problem.value = '';
  try {
    await records.change(`${put.length} benchmarks of a chart added`, put);
    // What is not clear yet stays.
    const saved = new Set(ready.value.map((line) => line.text));
    draft.value = {
      ...draft.value,
      text: lines.value
        .filter((line) => !saved.has(line.text))
        .map((line) => line.text)
        .join('\n'),
    };
    if (draft.value.text === '') emit('added', put.length, 'the chart');
    else note.value = `${put.length} benchmarks added. What is left still has a question.`;
  } catch (error) {
    problem.value = failureText(error, 'The benchmarks could not be saved. What you typed is kept here.');
  } finally {
    isBusy.value = false;
  }
}
</script>

<template>
  <div class="entry">
    <section class="sheet" aria-labelledby="same">
      <h2 id="same">The same for every bar</h2>
      <div class="grid">
        <ChoiceField
          label="The chart compares"
          :value="draft.varies"
          :options="[
            { value: 'gpu', label: 'graphics cards' },
            { value: 'cpu', label: 'processors' },
          ]"
          @update:value="(varies: 'gpu' | 'cpu') => (draft = { ...draft, varies, fixed: '' })"
        />
        <ChoiceField
          :label="fixedSlot === 'cpu' ? 'on this processor' : 'with this graphics card'"
          filterable
          :value="draft.fixed || null"
          placeholder="choose"
          :options="names.partsOfKind(fixedSlot)"
          @update:value="(id: string) => (draft.fixed = id)"
        />
        <SceneFields v-model:game="draft.game" v-model:preset="draft.preset" v-model:size="draft.size" />
        <ChoiceField
          label="1 % low means"
          :value="draft.definition"
          :options="DEFINITIONS"
          @update:value="(d: typeof draft.definition) => (draft.definition = d)"
        />
        <NumberField
          label="Memory"
          suffix="GB"
          placeholder="16"
          :min="1"
          :value="draft.gb"
          @update:value="draft.gb = $event"
        />
        <NumberField
          label="Channels"
          placeholder="2"
          :min="1"
          :max="12"
          :value="draft.channels"
          @update:value="draft.channels = $event"
        />
        <NumberField
          label="Rate"
          suffix="MT/s"
          placeholder="as it ran"
          :min="100"
          :value="draft.mts"
          @update:value="draft.mts = $event"
        />
        <NumberField
          label="Latency"
          suffix="CL"
          placeholder="as it ran"
          :min="1"
          :value="draft.cl"
          @update:value="draft.cl = $event"
        />
        <Field label="Published by">
          <NInput
            :value="draft.source"
            placeholder="who measured"
            :input-props="{ 'aria-label': 'Published by' }"
            @update:value="(source: string) => (draft.source = source)"
          />
        </Field>
        <Field label="On">
          <input
            class="date"
            type="date"
            :max="today"
            :value="draft.on"
            aria-label="Published on"
            @change="draft.on = ($event.target as HTMLInputElement).value || today"
          />
        </Field>
        <ChoiceField
          label="How careful"
          :value="draft.trust"
          :options="TRUSTS"
          @update:value="(trust: BenchRecord['trust']) => (draft.trust = trust)"
        />
      </div>
      <p class="quiet">
        Upscaled pictures, generated frames and overclocking do not belong here: import those as a table,
        where each row can say so.
      </p>
    </section>
    <section class="sheet bars" aria-labelledby="bars">
      <div class="typed">
        <h2 id="bars">Its bars</h2>
        <p class="quiet">One a line: name, average, and the low if there is one. Typed or pasted.</p>
        <NInput
          type="textarea"
          class="text"
          :value="draft.text"
          :autosize="{ minRows: 8, maxRows: 20 }"
          placeholder="Ember 270 Duo  143.5  112"
          :input-props="{ 'aria-label': 'Bars of the chart', spellcheck: false }"
          @update:value="(text: string) => (draft.text = text)"
        />
      </div>
      <RedrawnChart
        :lines="lines"
        :varies="draft.varies"
        :expected="expected"
        @mean="(name, part) => (said = { ...said, [name]: part })"
      />
      <div class="foot">
        <button
          class="plain strong"
          :disabled="isBusy || ready.length === 0 || missing.length > 0"
          @click="save"
        >
          Save {{ ready.length }} {{ ready.length === 1 ? 'benchmark' : 'benchmarks' }}
        </button>
        <p v-if="missing.length > 0" class="quiet">Still to say: {{ missing.join(', ') }}.</p>
        <p v-else-if="lines.length > ready.length" class="quiet">
          {{
            lines.length - ready.length === 1
              ? 'One line stays here until it is'
              : `${lines.length - ready.length} lines stay here until they are`
          }}
          clear.
        </p>
        <p v-if="note" role="status">{{ note }}</p>
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      </div>
    </section>
  </div>
</template>

<style src="./ChartEntry.css" scoped></style>
