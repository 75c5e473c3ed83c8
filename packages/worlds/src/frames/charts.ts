import type { BenchRecord } from '@ripe-pick/core/parts';
import { drawsFrom, seedOf, type Draws } from '@ripe-pick/core/stats';
import type { FrameWorld, PairingQuestion } from './world.ts';

/** A bar of a chart, as it is published, with what only the world knows of it. */
export interface Bar {
  readonly record: BenchRecord;
  readonly chart: string;
  /** ln of the published average over the truth: more than its noise where the whole chart is wrong. */
  readonly offLn: number;
  readonly isWrongChart: boolean;
}

/** What a chart compares. */
type ChartKind = 'cards' | 'processors' | 'single';

const SCREENS = [
  { widthPx: 1920, heightPx: 1080 },
  { widthPx: 1920, heightPx: 1080 },
  { widthPx: 2560, heightPx: 1440 },
  { widthPx: 3840, heightPx: 2160 },
] as const;
/** Reviewers turn everything up; where processors are to decide, now and then down. */
const PRESETS = {
  cards: ['medium', 'high', 'high', 'ultra', 'ultra', 'ultra'],
  processors: ['low', 'medium', 'high', 'high', 'ultra'],
  single: ['low', 'medium', 'high', 'high', 'ultra', 'ultra'],
} as const;
const KITS = [
  { mts: 3200, cl: 16 },
  { mts: 3600, cl: 16 },
  { mts: 6000, cl: 36 },
  { mts: 6000, cl: 30 },
] as const;
const SOURCES = 9;
/** Today, and how many quarters of a year back charts reach. */
const TODAY = Date.UTC(2026, 10, 20);
const QUARTERS = 8;
const QUARTER_MS = 91 * 86_400_000;

const one = <T>(draws: Draws, list: readonly T[]): T => list[Math.floor(draws.uniform() * list.length)];

/** Student's t with a standard deviation of one where it has one; with three degrees its middle is kept instead. */
function heavy(draws: Draws, freedom: number): number {
  const scale = draws.gamma(freedom / 2) / (freedom / 2);
  return (draws.normal() / Math.sqrt(scale)) * (freedom > 4 ? Math.sqrt((freedom - 2) / freedom) : 0.8);
}

/** Parts that charts are made of: most reviews are of a few of them. */
function chosen<T extends { readonly id: string }>(draws: Draws, parts: readonly T[], count: number): T[] {
  const keyed = parts.map((part, n) => ({ part, key: draws.uniform() ** (1 + (n % 3)) }));
  return keyed
    .sort((a, b) => b.key - a.key)
    .slice(0, count)
    .map(({ part }) => part);
}

const quick = (world: FrameWorld, parts: readonly { readonly id: string }[], share: number) =>
  [...parts]
    .sort((a, b) => (world.price.get(b.id) ?? 0) - (world.price.get(a.id) ?? 0))
    .slice(0, Math.max(1, Math.round(parts.length * share)));

interface ChartPlan {
  readonly id: string;
  readonly source: string;
  readonly quartersAgo: number;
  readonly game: string;
  readonly preset: string;
  readonly screen: (typeof SCREENS)[number];
  readonly kit: (typeof KITS)[number];
  readonly pairs: readonly (readonly [cpu: string, gpu: string])[];
}

/** Few games are in most charts: the n-th is in a fraction of 1 / n of those that the first one is in (Zipf). */
export function popularGame(world: FrameWorld, draws: Draws): string {
  const { games } = world.facts;
  const weights = games.map((_, n) => 1 / (n + 1));
  let left = draws.uniform() * weights.reduce((a, b) => a + b, 0);
  const at = weights.findIndex((weight) => (left -= weight) < 0);
  return games[at === -1 ? 0 : at].id;
}

/** What a source puts into one chart: cards on a quick processor, processors with a quick card, or a system that somebody has. */
function planOf(world: FrameWorld, draws: Draws, kind: ChartKind, id: string): ChartPlan {
  const quartersAgo = Math.floor(QUARTERS * draws.uniform() ** 1.5);
  const source =
    kind === 'single'
      ? `reader-${Math.floor(draws.uniform() * 40)}`
      : `source-${Math.floor(draws.uniform() * SOURCES)}`;
  const game = popularGame(world, draws);
  const count = 8 + Math.floor(draws.uniform() * 6);
  const pairs = (): ChartPlan['pairs'] => {
    if (kind === 'cards') {
      const cpu = one(draws, quick(world, world.cpus, 0.2)).id;
      return chosen(draws, world.gpus, count).map((gpu) => [cpu, gpu.id]);
    }
    if (kind === 'processors') {
      const gpu = one(draws, quick(world, world.gpus, 0.15)).id;
      return chosen(draws, world.cpus, count).map((cpu) => [cpu.id, gpu]);
    }
    return [[one(draws, world.cpus).id, one(draws, world.gpus).id]];
  };
  return {
    ...{ id, source, quartersAgo, game, pairs: pairs(), kit: one(draws, KITS) },
    // A chart of processors is made where they decide.
    screen: kind === 'processors' ? SCREENS[0] : one(draws, SCREENS),
    preset: one<string>(draws, PRESETS[kind]),
  };
}

/** Factors of a chart that is wrong as a whole: other settings than it says, or frames upscaled and not said. */
const WRONG = [Math.log(1.33), Math.log(1.25), -Math.log(1.25), -Math.log(1.33), Math.log(1.4)];

function barsOf(world: FrameWorld, draws: Draws, plan: ChartPlan, isWrong: boolean, isFair: boolean): Bar[] {
  const { harshness, particular } = world;
  const { id, source, quartersAgo, game, preset, screen, kit } = plan;
  const shift =
    harshness.source * particular('source', source) +
    harshness.sourceByGame * particular('source by game', source, game) +
    harshness.chart * draws.normal() +
    (isWrong ? one(draws, WRONG) : 0);
  const on = new Date(TODAY - quartersAgo * QUARTER_MS - 30 * 86_400_000 * draws.uniform());
  return plan.pairs.map(([cpu, gpu], n): Bar => {
    const question: PairingQuestion = {
      game,
      cpu,
      gpu,
      preset,
      ...screen,
      latencyNs: (2000 * kit.cl) / kit.mts,
    };
    const truth = world.truth(question, quartersAgo);
    const noise = harshness.noise * (isFair ? 1.5 : 1);
    const slip = draws.uniform() < harshness.wrongBars ? one(draws, WRONG) * 1.5 : 0;
    const offLn = shift + noise * heavy(draws, harshness.tail) + slip;
    const average = Math.round(truth.average * Math.exp(offLn) * 10) / 10;
    const low = truth.low * Math.exp(offLn + 1.5 * noise * heavy(draws, harshness.tail));
    return {
      chart: id,
      offLn,
      isWrongChart: isWrong,
      record: {
        ...{ id: `${id}-${n}`, game, preset, ...screen, renderScale: 1, generatedFrames: false, cpu, gpu },
        memory: { gb: 32, channels: 2, ...kit, profile: true },
        ...{ link: null, background: 'none', clocks: 'stock', rayTracing: null, settings: '', tool: '' },
        ...{ spread: null, watts: null, average, rig: null, note: '', excluded: null },
        low: { fps: Math.min(average, Math.round(low * 10) / 10), percent: 1, definition: 'percentile' },
        source: { name: source, on: on.toISOString().slice(0, 10) },
        trust: isFair ? 'fair' : 'good',
      },
    };
  });
}

/** Charts as people publish them, until there are so many bars: most are of cards, some of processors, some figures stand alone. */
export function publishedBars(world: FrameWorld, count: number, seed: number): Bar[] {
  const draws = drawsFrom(seedOf('charts', world.seed, seed));
  const bars: Bar[] = [];
  for (let n = 0; bars.length < count; n++) {
    const kind = draws.uniform() < 0.2 ? 'single' : draws.uniform() < 0.7 ? 'cards' : 'processors';
    const plan = planOf(world, draws, kind, `chart-${n}`);
    const isWrong = kind !== 'single' && draws.uniform() < world.harshness.wrongCharts;
    bars.push(...barsOf(world, draws, plan, isWrong, kind === 'single' || draws.uniform() < 0.2));
  }
  return bars.slice(0, count);
}

/** All that a person has at first: some charts of cards and one of processors. */
export function sparseBars(world: FrameWorld, cardCharts: number, seed: number): Bar[] {
  const draws = drawsFrom(seedOf('sparse', world.seed, seed));
  const kinds: ChartKind[] = [...Array.from({ length: cardCharts }, () => 'cards' as const), 'processors'];
  return kinds.flatMap((kind, n) =>
    barsOf(world, draws, planOf(world, draws, kind, `chart-${n}`), false, false),
  );
}

/** One more chart of a kind, wrong by a factor or sound, to be told from the others. */
export function extraChart(world: FrameWorld, kind: ChartKind, isWrong: boolean, seed: number): Bar[] {
  const draws = drawsFrom(seedOf('extra', world.seed, seed));
  return barsOf(world, draws, planOf(world, draws, kind, `extra-${seed}`), isWrong, false);
}
