import { seedOf } from '@ripe-pick/core/stats';
import type { CatalogueFile } from '@ripe-pick/contract';
import {
  averageSlopes,
  bandwidthGbs,
  firstWordLatencyNs,
  frameTimeQuantile,
  meanFrameTime,
  meanOfSlowest,
  sceneMaker,
  timeOn,
  type FrameTime,
} from '@ripe-pick/core/frames';
import type { BenchRecord, Cpu, FrameModel, Gpu } from '@ripe-pick/core/parts';
import { measurements, type Kit, type Setting } from './press.ts';
import { drawsOf, normalOf, normal, randomSource, type DemoDraws } from './random.ts';

/*
 * Benchmark records of a made-up press, from the truth that only this script knows, with what a model cannot know: a
 * card and a processor that lie a game particularly well or badly, a source's own habits, noise, and plain mistakes.
 */

interface RecordOptions {
  readonly seed: number;
  readonly count: number;
  /** Standard deviation of a measurement's logarithm. */
  readonly noise: number;
  /** Standard deviations of what no model effect explains: card and game, processor and game, source and game. */
  readonly outside: { readonly gpu: number; readonly cpu: number; readonly source: number };
  /** Share of records with a gross mistake. */
  readonly wild: number;
  /** Only sources that are trusted, with the plain noise. */
  readonly onlyGood?: boolean;
  /** Parts that nobody measures. */
  readonly unmeasured: ReadonlySet<string>;
}

export const DEMO_RECORDS = {
  count: 1200,
  noise: 0.025,
  outside: { gpu: 0.015, cpu: 0.01, source: 0.008 },
  wild: 0.012,
} as const;

/** What really holds, for a test to compare with. */
export interface Truth {
  readonly record: BenchRecord;
  /** ln of the average without noise and mistakes, with everything that is particular to card, processor and game. */
  readonly trueLn: number;
  readonly isWild: boolean;
}

/** Truth of a rate on a system: what the hidden model says, and what is particular to card, processor and game. */
export function truthOf(truth: FrameModel, outside: RecordOptions['outside'], seed: number) {
  const games = new Map(truth.games.map((game) => [game.id, game]));
  const rates = (list: FrameModel['gpus']) => new Map(list.map((rate) => [rate.part, rate.rateLn]));
  const [cpus, gpus, integrated] = [rates(truth.cpus), rates(truth.gpus), rates(truth.integrated)];
  const make = sceneMaker(truth);
  return (
    {
      game: id,
      preset,
      widthPx,
      heightPx,
      renderScale,
    }: Pick<Setting, 'game' | 'preset' | 'widthPx' | 'heightPx' | 'renderScale'>,
    cpu: Cpu,
    gpu: Gpu | null,
    memory: Kit,
  ) => {
    const game = games.get(id);
    if (!game || memory.mts === null || memory.cl === null || memory.channels === null || memory.gb === null)
      return null;
    const rateLn = cpus.get(cpu.id);
    const graphicsLn = gpu ? gpus.get(gpu.id) : integrated.get(cpu.id);
    if (rateLn === undefined || graphicsLn === undefined) return null;
    const scene = make(game, { preset, widthPx, heightPx, renderScale, background: 'none' });
    const onCpu = outside.cpu * normalOf('processor and game', seed, cpu.id, id);
    const onGpu = outside.gpu * normalOf('chip and game', seed, gpu?.chip ?? cpu.id, id);
    return timeOn(scene, {
      cpu: { name: `cpu:${cpu.id}`, rateLn: rateLn + onCpu, threads: cpu.threads ?? 8 },
      memory: {
        latencyNs: firstWordLatencyNs(memory.mts, memory.cl),
        bandwidthGbs: bandwidthGbs(memory.mts, memory.channels),
        gb: memory.gb,
      },
      graphics: gpu
        ? {
            ...{ kind: 'gpu', name: `gpu:${gpu.id}`, rateLn: graphicsLn + onGpu },
            ...{ videoMemoryGb: gpu.videoMemoryGb ?? 8, linkLn: 0 },
          }
        : { kind: 'integrated', name: `integrated:${cpu.id}`, rateLn: graphicsLn + onGpu },
    });
  };
}

const tenth = (value: number) => Math.round(value * 10) / 10;
const TRUST_SPREAD = { good: 1, fair: 1.3, poor: 2.5 } as const;
/** Logarithms of gross mistakes: a resolution misread, a run with frames made up, two columns mixed. */
const MISTAKES = [Math.log(2), -Math.log(2), 0.42, -0.38, 0.6];

/** What a press reads off a run: its average and low with noise, now and then with a gross mistake. */
function reading(
  d: DemoDraws,
  random: () => number,
  { source, game }: Setting,
  time: FrameTime,
  { seed, noise, outside, wild }: RecordOptions,
) {
  const trueLn = Math.log(1000 / meanFrameTime(time));
  const spread = noise * TRUST_SPREAD[source.trust];
  const isWild = d.chance(wild);
  const mistake = isWild ? d.pick(MISTAKES) : 0;
  // Runs at an engine's cap hardly differ.
  const by = averageSlopes(time);
  const free = Math.max(0.15, Math.min(1, -by.cpuMean - by.gpuMean));
  const particular = free * outside.source * normalOf('source and game', seed, source.name, game);
  const shift = particular + free * spread * normal(random) + mistake;
  const lowMs = source.low === 'slowest' ? meanOfSlowest(time, 0.01) : frameTimeQuantile(time, 0.99);
  const rate = Math.exp(trueLn + shift);
  const average = tenth(isWild ? rate : Math.min(1000 / (time.shortestMs || 1e-3), rate));
  const low = Math.min(average, tenth((1000 / lowMs) * Math.exp(shift + 1.2 * spread * normal(random))));
  return { average, low, trueLn: trueLn + particular, isWild };
}

/** Makes records. `market` carries the truth in its frame model. */
export function makeRecords(market: CatalogueFile, options: RecordOptions): Truth[] {
  const d = drawsOf(seedOf('records', options.seed));
  const random = randomSource(seedOf('noise', options.seed));
  const timeOf = truthOf(market.frameModel, options.outside, options.seed);
  const out: Truth[] = [];
  for (const { at, cpu, gpu, memory } of measurements(d, market, options)) {
    if (out.length >= options.count) break;
    const time = timeOf(at, cpu, gpu, memory);
    if (!time) continue;
    const { source, on, ...scene } = at;
    const { average, low, trueLn, isWild } = reading(d, random, at, time, options);
    const hasNoLow = source.low === 'none' || d.chance(0.25);
    const record: BenchRecord = {
      id: `r${String(out.length + 1).padStart(4, '0')}`,
      ...scene,
      generatedFrames: false,
      cpu: cpu.id,
      gpu: gpu?.id ?? null,
      memory,
      link: null,
      background: 'none',
      clocks: 'stock',
      rayTracing: null,
      settings: '',
      tool: '',
      spread: null,
      watts: null,
      average,
      low: hasNoLow
        ? null
        : { fps: low, percent: 1, definition: source.low === 'unsaid' ? null : source.low },
      source: { name: source.name, on },
      trust: source.trust,
      rig: null,
      note: '',
      excluded: null,
    };
    out.push({ record, trueLn, isWild });
  }
  return out;
}

/** Some records as they are found: with conditions mixed or unsaid. They are shipped, and held back from the fit. */
export function spoil(records: readonly BenchRecord[], d: DemoDraws): BenchRecord[] {
  const ways: ((record: BenchRecord) => BenchRecord)[] = [
    (record) => ({ ...record, preset: 'high, textures low', note: 'own settings of the source' }),
    (record) => ({
      ...record,
      memory: { gb: 16, channels: null, mts: null, cl: null, profile: null },
      note: 'memory not stated',
    }),
    (record) => ({
      ...record,
      average: tenth(record.average * 1.7),
      low: null,
      generatedFrames: true,
      note: 'shown with generated frames',
    }),
    (record) => ({
      ...record,
      average: tenth(record.average * 1.06),
      low: null,
      clocks: 'raised',
      note: 'graphics card and processor tuned',
    }),
    (record) => ({ ...record, widthPx: null, heightPx: null, note: 'mean over 1080p and 1440p' }),
    (record) => ({ ...record, renderScale: null, note: 'upscaling not stated' }),
  ];
  return records.map((record) => (d.chance(0.03) ? d.pick(ways)(record) : record));
}
