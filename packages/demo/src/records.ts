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
} from '@ripe-pick/core/frames';
import {
  PRESETS,
  type BenchRecord,
  type Gpu,
  type FrameModel,
  type Preset,
  type Cpu,
} from '@ripe-pick/core/parts';
import { drawsOf, normalOf, normal, randomSource, seedOf, type Draws } from './random.ts';

/*
 * Benchmark records of a made-up press, from the truth that only this script knows, with what a model cannot know: a
 * card and a processor that lie a game particularly well or badly, a source's own habits, noise, and plain mistakes.
 */

export interface RecordOptions {
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

/** Sources, the test machine's taste, and how they define a low. */
const SOURCES = [
  { name: 'Tidewater Test Room', trust: 'good', low: 'percentile' },
  { name: 'Rope Loft Reviews', trust: 'good', low: 'percentile' },
  { name: 'The Frame Ledger', trust: 'good', low: 'slowest' },
  { name: 'Lamplighter Video', trust: 'fair', low: 'percentile' },
  { name: 'Harbour Forum', trust: 'fair', low: 'unsaid' },
  { name: 'Second Mate’s Notes', trust: 'poor', low: 'none' },
] as const;

const SIZES = [
  [1920, 1080, 0.62],
  [2560, 1440, 0.27],
  [3840, 2160, 0.07],
  [1280, 720, 0.04],
] as const;
const KITS = {
  DDR4: [
    [16, 2, 3200, 16, true],
    [16, 2, 3600, 18, true],
    [32, 2, 3200, 16, true],
    [16, 2, 2400, 17, false],
    [8, 1, 3200, 16, true],
    [8, 2, 2666, 19, null],
  ],
  DDR5: [
    [32, 2, 6000, 30, true],
    [32, 2, 5600, 36, true],
    [16, 2, 5200, 40, true],
    [32, 2, 4800, 40, false],
    [16, 1, 4800, 40, true],
  ],
} as const;

type Kit = BenchRecord['memory'];

interface Setting {
  readonly source: (typeof SOURCES)[number];
  readonly game: string;
  readonly preset: Preset;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly renderScale: number;
  readonly on: string;
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
      cpu: { rateLn: rateLn + onCpu, threads: cpu.threads ?? 8 },
      memory: {
        latencyNs: firstWordLatencyNs(memory.mts, memory.cl),
        bandwidthGbs: bandwidthGbs(memory.mts, memory.channels),
        gb: memory.gb,
      },
      graphics: gpu
        ? { kind: 'gpu', rateLn: graphicsLn + onGpu, videoMemoryGb: gpu.videoMemoryGb ?? 8, linkLn: 0 }
        : { kind: 'integrated', rateLn: graphicsLn + onGpu },
    });
  };
}

const tenth = (value: number) => Math.round(value * 10) / 10;

/** Makes records. `market` carries the truth in its frame model. */
export function makeRecords(market: CatalogueFile, options: RecordOptions): Truth[] {
  const { seed, count, noise, outside, wild, unmeasured } = options;
  const sources = options.onlyGood ? SOURCES.filter((source) => source.trust === 'good') : SOURCES;
  const d = drawsOf(seedOf('records', seed));
  const random = randomSource(seedOf('noise', seed));
  const timeOf = truthOf(market.frameModel, outside, seed);
  const measured = market.parts.filter((part) => !unmeasured.has(part.id));
  const cpus = measured.filter((part): part is Cpu & (typeof market.parts)[number] => part.kind === 'cpu');
  const gpus = measured.filter((part): part is Gpu & (typeof market.parts)[number] => part.kind === 'gpu');
  const withGraphics = cpus.filter((part) => part.integratedGraphics === true);
  const rateOf = new Map(market.frameModel.cpus.map((rate) => [rate.part, rate.rateLn]));
  const speedOf = new Map(market.frameModel.gpus.map((rate) => [rate.part, rate.rateLn]));
  const quick = [...cpus].sort((a, b) => (rateOf.get(b.id) ?? 0) - (rateOf.get(a.id) ?? 0)).slice(0, 14);
  const strong = [...gpus].sort((a, b) => (speedOf.get(b.id) ?? 0) - (speedOf.get(a.id) ?? 0)).slice(0, 20);
  const out: Truth[] = [];

  const setting = (): Setting => {
    const size = d.real(0, 1);
    let sum = 0;
    const [widthPx, heightPx] = SIZES.find(([, , share]) => (sum += share) >= size) ?? SIZES[0];
    const on = new Date(Date.UTC(2026, 10, 20) - d.int(5, 600) * 86_400_000).toISOString().slice(0, 10);
    return {
      source: d.pick(sources),
      game: d.pick(market.frameModel.games).id,
      preset: d.pick(['low', 'medium', 'high', 'high', 'high', 'ultra', 'ultra', ...PRESETS]),
      widthPx,
      heightPx,
      renderScale: d.chance(0.05) ? d.pick([0.5, 0.67, 0.75]) : 1,
      on,
    };
  };
  const kitFor = (cpu: Cpu, isPlain: boolean): Kit => {
    const kits = KITS[cpu.memoryTypes?.includes('DDR5') ? 'DDR5' : 'DDR4'];
    const [gb, channels, mts, cl, profile] = kits[isPlain ? d.int(0, 2) : d.int(0, kits.length - 1)];
    return { gb, channels, mts, cl, profile };
  };
  const measure = (at: Setting, cpu: Cpu, gpu: Gpu | null, memory: Kit) => {
    const time = timeOf(at, cpu, gpu, memory);
    if (!time || out.length >= count) return;
    const trueLn = Math.log(1000 / meanFrameTime(time));
    const spread = noise * (at.source.trust === 'poor' ? 2.5 : at.source.trust === 'fair' ? 1.3 : 1);
    const isWild = d.chance(wild);
    const mistake = isWild ? d.pick([Math.log(2), -Math.log(2), 0.42, -0.38, 0.6]) : 0;
    // Runs at an engine's cap hardly differ.
    const by = averageSlopes(time);
    const free = Math.max(0.15, Math.min(1, -by.cpuMean - by.gpuMean));
    const particular = free * outside.source * normalOf('source and game', seed, at.source.name, at.game);
    const shift = particular + free * spread * normal(random) + mistake;
    const lowMs = at.source.low === 'slowest' ? meanOfSlowest(time, 0.01) : frameTimeQuantile(time, 0.99);
    const average = tenth(
      isWild
        ? Math.exp(trueLn + shift)
        : Math.min(1000 / (time.shortestMs || 1e-3), Math.exp(trueLn + shift)),
    );
    const low = Math.min(average, tenth((1000 / lowMs) * Math.exp(shift + 1.2 * spread * normal(random))));
    const record: BenchRecord = {
      id: `r${String(out.length + 1).padStart(4, '0')}`,
      game: at.game,
      preset: at.preset,
      widthPx: at.widthPx,
      heightPx: at.heightPx,
      renderScale: at.renderScale,
      generatedFrames: false,
      cpu: cpu.id,
      gpu: gpu?.id ?? null,
      memory,
      link: null,
      background: 'none',
      clocks: 'stock',
      average,
      low:
        at.source.low === 'none' || d.chance(0.25)
          ? null
          : { fps: low, percent: 1, definition: at.source.low === 'unsaid' ? null : at.source.low },
      source: { name: at.source.name, on: at.on },
      trust: at.source.trust,
      rig: null,
      note: '',
      excluded: null,
    };
    out.push({ record, trueLn: trueLn + particular, isWild });
  };
  const some = <T>(items: readonly T[], most: number): T[] => {
    const left = [...items];
    return Array.from(
      { length: Math.min(most, left.length) },
      () => left.splice(d.int(0, left.length - 1), 1)[0],
    );
  };

  while (out.length < count) {
    const kind = d.real(0, 1);
    const at = setting();
    if (kind < 0.5) {
      // Many cards on one quick machine.
      const cpu = d.pick(quick);
      const memory = kitFor(cpu, true);
      for (const gpu of some(gpus, d.int(7, 12))) measure(at, cpu, gpu, memory);
    } else if (kind < 0.74) {
      // Many processors with one strong card.
      const gpu = d.pick(strong);
      for (const cpu of some(cpus, d.int(6, 10))) measure(at, cpu, gpu, kitFor(cpu, true));
    } else if (kind < 0.82) {
      for (const cpu of some(withGraphics, d.int(3, 6)))
        measure(
          { ...at, preset: d.pick(['low', 'low', 'medium']), widthPx: 1920, heightPx: 1080 },
          cpu,
          null,
          kitFor(cpu, false),
        );
    } else {
      // Somebody's own machine, a few games.
      const cpu = d.pick(cpus);
      const gpu = d.pick(gpus);
      const memory = kitFor(cpu, false);
      for (let n = d.int(1, 3); n > 0; n--)
        measure({ ...setting(), source: at.source, on: at.on }, cpu, gpu, memory);
    }
  }
  return out;
}

/** Some records as they are found: with conditions mixed or unsaid. They are shipped, and held back from the fit. */
export function spoil(records: readonly BenchRecord[], d: Draws): BenchRecord[] {
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
      note: 'card and processor tuned',
    }),
    (record) => ({ ...record, widthPx: null, heightPx: null, note: 'mean over 1080p and 1440p' }),
    (record) => ({ ...record, renderScale: null, note: 'upscaling not stated' }),
  ];
  return records.map((record) => (d.chance(0.03) ? d.pick(ways)(record) : record));
}
