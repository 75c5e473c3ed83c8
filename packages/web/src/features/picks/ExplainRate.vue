<script setup lang="ts">
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import type { GameRates } from '@ripe-pick/core/frames';
import Dialog from '../../shared/ui/Dialog.vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { recordJudge, recordsBehind } from '@ripe-pick/core/fit';
import { dayText, decimal, fps, percent } from '../../shared/format/format.ts';
import { sizeWords } from '../../shared/format/runs.ts';

const props = defineProps<{ game: GameRates | null }>();
const emit = defineEmits<{ close: [] }>();
const bench = useBench();
const catalogueStore = useCatalogue();
const workspace = useWorkspace();
const records = useRecords();
const names = useNames();
/** Records that are listed; all are on their own page. */
const MOST_RECORDS = 6;

const game = computed(
  () => catalogueStore.catalogue?.frameModel.games.find((each) => each.id === props.game?.game) ?? null,
);
const name = (slot: 'cpu' | 'memory' | 'gpu' | 'motherboard') => {
  const part = bench.summary?.set[slot];
  return part ? `${part.brand} ${part.name}` : '';
};
interface RateLine {
  readonly what: string;
  readonly ms: number | null;
  /** Effect on this side's frame time, in log units; null for the starting point. */
  readonly ln: number | null;
}
/** A side's frame time as a product: a starting point, then what each thing does to it in per cent. */
const sides = computed(() => {
  const rates = props.game;
  if (!rates) return [];
  const { cpu: p, gpu: c } = rates.effects;
  const hasGpu = Boolean(bench.summary?.set.gpu);
  const lines = (start: string, first: number, rest: readonly (readonly [string, number])[]): RateLine[] => [
    { what: start, ms: Math.exp(first), ln: null },
    ...rest.filter(([, ln]) => ln !== 0).map(([what, ln]) => ({ what, ms: null, ln })),
  ];
  const { widthPx, heightPx } = workspace.brief.play;
  const all = [
    {
      title: 'Processor',
      lines: lines(
        `${game.value?.name ?? rates.game} at ${rates.preset}, on the reference processor and memory`,
        p.game,
        [
          [name('cpu'), p.cpu],
          ['what this game makes of it, as benchmarks show', p.interaction],
          [`${name('memory')} on ${name('motherboard')}`, p.memory],
          ['memory that runs short', p.memoryShort],
          ['threads that run short', p.threadsShort],
          ['what runs beside it', p.background],
        ],
      ),
    },
    {
      title: 'Graphics',
      lines: lines(
        `${game.value?.name ?? rates.game} at ${rates.preset}, 1920 x 1080, on the reference graphics card`,
        c.game,
        [
          [`${widthPx} x ${heightPx}`, c.pixels],
          [hasGpu ? name('gpu') : `${name('cpu')}’s integrated graphics`, c.gpu],
          ['what this game makes of it, as benchmarks show', c.interaction],
          ['memory bandwidth, for integrated graphics', c.bandwidth],
          ['video memory that runs short', c.videoMemoryShort],
          ['a narrower link to the motherboard', c.link],
          ['what runs beside it', c.background],
          ['upscaling’s own cost', c.upscaling],
        ],
      ),
    },
  ];
  return all.map((side) => {
    const total = side.lines.reduce((product, line) => product * (line.ms ?? Math.exp(line.ln ?? 0)), 1);
    return { ...side, total, alone: 1000 / total };
  });
});
/** What the rate rests on: records that entered the fit, nearest first. */
const behind = computed(() => {
  const catalogue = catalogueStore.catalogue;
  const set = bench.summary?.set;
  if (!catalogue || !props.game || !set?.cpu) return null;
  const judge = recordJudge(catalogue.parts, catalogue.frameModel);
  const near = records.all.filter(
    (record) => record.cpu === set.cpu?.id || (set.gpu && record.gpu === set.gpu.id),
  );
  return recordsBehind(
    near.filter((record) => 'usable' in judge(record)),
    { game: props.game.game, cpu: set.cpu.id, gpu: set.gpu?.id ?? null },
  );
});
const nearest = computed(() => {
  const found = behind.value;
  if (!found) return [];
  return [...found.pairing, ...found.graphics, ...found.cpu].slice(0, MOST_RECORDS);
});
const countWords = computed(() => {
  const found = behind.value;
  if (!found) return '';
  const hasGpu = Boolean(bench.summary?.set.gpu);
  return [
    [found.pairing.length, 'of this pairing in this game'],
    [found.graphics.length, `of this ${hasGpu ? 'graphics card' : 'graphics'} in this game`],
    [found.cpu.length, 'of this processor in this game'],
    [found.graphicsElsewhere.length + found.cpuElsewhere.length, 'of either in other games'],
  ]
    .filter(([count]) => count)
    .map(([count, words]) => `${count} ${words}`)
    .join(', ');
});
const change = (ln: number) => {
  const share = Math.exp(ln) - 1;
  return `${share > 0 ? '+' : '−'}${decimal(Math.abs(share) * 100, 1)} %`;
};
</script>

<template>
  <Dialog
    :show="game !== null"
    :title="`Where ${game?.name ?? ''} gets its frames from`"
    :width="640"
    @close="emit('close')"
  >
    <div v-if="props.game" class="explain">
      <p>
        <b class="num">{{ fps(props.game.average) }}</b> frames per second on average, between
        {{ fps(props.game.interval.low) }} and {{ fps(props.game.interval.high) }} in 4 of 5 cases; 1 % low
        {{ fps(props.game.low) }} ({{ fps(props.game.lowInterval.low) }} to
        {{ fps(props.game.lowInterval.high) }}) as the 99th percentile of frame time,
        {{ fps(props.game.slowest) }} as the mean of the slowest 1 %.
      </p>
      <table v-for="side in sides" :key="side.title" class="lines">
        <caption>
          {{
            side.title
          }}’s side of a frame
        </caption>
        <tbody>
          <tr v-for="line in side.lines" :key="line.what">
            <th scope="row">{{ line.what }}</th>
            <td class="num">{{ line.ms !== null ? `${decimal(line.ms, 2)} ms` : change(line.ln ?? 0) }}</td>
          </tr>
        </tbody>
        <tfoot>
          <tr>
            <th scope="row">typical frame, this side alone</th>
            <td class="num">
              {{ decimal(side.total, 2) }} ms <span class="quiet">{{ fps(side.alone) }} fps</span>
            </td>
          </tr>
        </tfoot>
      </table>
      <p>
        A frame takes as long as the slower side: {{ percent(props.game.limitedBy.cpu) }} of frames are
        limited by the processor, {{ percent(props.game.limitedBy.gpu) }} by the graphics<template
          v-if="props.game.limitedBy.cap > 0"
          >, {{ percent(props.game.limitedBy.cap) }} by the game’s own cap</template
        >. {{ percent(props.game.lostToCpu) }} of what the graphics could show is lost to the processor,
        {{ percent(props.game.lostToGpu) }} the other way round.
      </p>
      <template v-if="countWords">
        <table v-if="nearest.length > 0" class="lines">
          <caption>
            Nearest benchmarks behind it
          </caption>
          <tbody>
            <tr v-for="record in nearest" :key="record.id">
              <th scope="row">
                {{ names.part(record.cpu) }},
                {{ record.gpu ? names.part(record.gpu) : 'integrated graphics' }}
                <span class="quiet"
                  >{{ record.preset }}, {{ sizeWords(record.widthPx, record.heightPx) }};
                  {{ record.source.name }}, {{ dayText(record.source.on) }}</span
                >
              </th>
              <td class="num">{{ fps(record.average) }}</td>
            </tr>
          </tbody>
        </table>
        <p>In the fit: {{ countWords }}. <RouterLink to="/records">All benchmarks</RouterLink></p>
      </template>
      <p v-else-if="catalogueStore.catalogue?.frameModel.fit">
        No benchmark speaks of these parts: their specs alone do, so the interval is wide.
      </p>
      <p class="quiet">
        Per cents change the frame time: −10 % is about 11 % more frames.
        {{
          catalogueStore.catalogue?.frameModel.fit
            ? 'All effects are fitted together from the benchmarks.'
            : 'Rates of parts are this catalogue’s, and not measured.'
        }}
        Frames between rendered ones are never counted.
      </p>
    </div>
  </Dialog>
</template>

<style scoped>
.explain {
  display: grid;
  gap: 12px;
}
td {
  text-align: right;
}
</style>
