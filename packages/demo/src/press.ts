import type { CatalogueFile } from '@ripe-pick/contract';
import { PRESETS, type BenchRecord, type Cpu, type Gpu, type Preset } from '@ripe-pick/core/parts';
import type { DemoDraws } from './random.ts';

/* A made-up press: who measures, on which machines, at which settings. */

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

export type Kit = BenchRecord['memory'];

export interface Setting {
  readonly source: (typeof SOURCES)[number];
  readonly game: string;
  readonly preset: Preset;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly renderScale: number;
  readonly on: string;
}

/** What is put on a bench together. */
interface TestRun {
  readonly at: Setting;
  readonly cpu: Cpu;
  readonly gpu: Gpu | null;
  readonly memory: Kit;
}

function settingOf(d: DemoDraws, games: readonly { readonly id: string }[], onlyGood: boolean): Setting {
  const size = d.real(0, 1);
  let sum = 0;
  const [widthPx, heightPx] = SIZES.find(([, , share]) => (sum += share) >= size) ?? SIZES[0];
  const on = new Date(Date.UTC(2026, 10, 20) - d.int(5, 600) * 86_400_000).toISOString().slice(0, 10);
  return {
    source: d.pick(onlyGood ? SOURCES.filter((source) => source.trust === 'good') : SOURCES),
    game: d.pick(games).id,
    preset: d.pick(['low', 'medium', 'high', 'high', 'high', 'ultra', 'ultra', ...PRESETS]),
    widthPx,
    heightPx,
    renderScale: d.chance(0.05) ? d.pick([0.5, 0.67, 0.75]) : 1,
    on,
  };
}

function kitFor(d: DemoDraws, cpu: Cpu, isPlain: boolean): Kit {
  const kits = KITS[cpu.memoryTypes?.includes('DDR5') ? 'DDR5' : 'DDR4'];
  const [gb, channels, mts, cl, profile] = kits[isPlain ? d.int(0, 2) : d.int(0, kits.length - 1)];
  return { gb, channels, mts, cl, profile };
}

function some<T>(d: DemoDraws, items: readonly T[], most: number): T[] {
  const left = [...items];
  return Array.from(
    { length: Math.min(most, left.length) },
    () => left.splice(d.int(0, left.length - 1), 1)[0],
  );
}

/** The parts of a market that are lent to the press. */
function shelfOf({ parts, frameModel }: CatalogueFile, unmeasured: ReadonlySet<string>) {
  const lent = parts.filter((part) => !unmeasured.has(part.id));
  const cpus = lent.filter((part) => part.kind === 'cpu');
  const gpus = lent.filter((part) => part.kind === 'gpu');
  const fastest = <P extends { readonly id: string }>(
    list: readonly P[],
    rates: typeof frameModel.cpus,
    most: number,
  ) => {
    const rateOf = new Map(rates.map((rate) => [rate.part, rate.rateLn]));
    return [...list].sort((a, b) => (rateOf.get(b.id) ?? 0) - (rateOf.get(a.id) ?? 0)).slice(0, most);
  };
  return {
    cpus,
    gpus,
    withGraphics: cpus.filter((part) => part.integratedGraphics === true),
    quick: fastest(cpus, frameModel.cpus, 14),
    strong: fastest(gpus, frameModel.gpus, 20),
  };
}

/** Measurements without end, an article or somebody's evening after another. */
export function* measurements(
  d: DemoDraws,
  market: CatalogueFile,
  { unmeasured, onlyGood = false }: { readonly unmeasured: ReadonlySet<string>; readonly onlyGood?: boolean },
): Generator<TestRun, never> {
  const { cpus, gpus, withGraphics, quick, strong } = shelfOf(market, unmeasured);
  const setting = () => settingOf(d, market.frameModel.games, onlyGood);
  for (;;) {
    const kind = d.real(0, 1);
    const at = setting();
    if (kind < 0.5) {
      // Many cards on one quick machine.
      const cpu = d.pick(quick);
      const memory = kitFor(d, cpu, true);
      for (const gpu of some(d, gpus, d.int(7, 12))) yield { at, cpu, gpu, memory };
    } else if (kind < 0.74) {
      // Many processors with one strong card.
      const gpu = d.pick(strong);
      for (const cpu of some(d, cpus, d.int(6, 10))) yield { at, cpu, gpu, memory: kitFor(d, cpu, true) };
    } else if (kind < 0.82) {
      for (const cpu of some(d, withGraphics, d.int(3, 6))) {
        const plain: Setting = {
          ...at,
          preset: d.pick(['low', 'low', 'medium']),
          widthPx: 1920,
          heightPx: 1080,
        };
        yield { at: plain, cpu, gpu: null, memory: kitFor(d, cpu, false) };
      }
    } else {
      // Somebody's own machine, a few games.
      const cpu = d.pick(cpus);
      const gpu = d.pick(gpus);
      const memory = kitFor(d, cpu, false);
      for (let n = d.int(1, 3); n > 0; n--)
        yield { at: { ...setting(), source: at.source, on: at.on }, cpu, gpu, memory };
    }
  }
}
