import type { BenchRecord, Cpu, FrameModel, Gpu } from '@ripe-pick/core/parts';
import { newGame } from '@ripe-pick/core/fit';
import { normal as drawn, randomSource } from '../../packages/demo/src/random.ts';

/*
 * Invented generations of parts whose speed scatters around their specs, with a physics of its own: nothing here is taken
 * from the frame model. A maker's whole generation may be better or worse than its figures say, and each part again.
 */

interface Truth {
  readonly rateLn: number;
}
export interface Generation {
  readonly parts: readonly (Cpu | Gpu)[];
  readonly cpus: readonly (Cpu & { readonly truth: Truth })[];
  readonly gpus: readonly (Gpu & { readonly truth: Truth })[];
  /** Games without any effect that is known. */
  readonly model: FrameModel;
  /** The true average rate of a pairing, in frames per second. */
  fpsOf(
    cpu: Cpu & { readonly truth: Truth },
    gpu: Gpu & { readonly truth: Truth },
    game: number,
    preset: number,
  ): number;
}

const PRESETS = ['low', 'medium', 'high', 'ultra'] as const;
/** How much heavier each preset is than medium, in the logarithm of the frame time. */
const HEAVIER = { gpu: [-0.45, 0, 0.3, 0.6], cpu: [-0.08, 0, 0.07, 0.12] };

/** Quantiles of the standard normal, evenly over its mass: a frame-time distribution without any closed form. */
const GRID = 41;
const MIDDLES = Array.from({ length: GRID }, (_, n) => probit((n + 0.5) / GRID));
/** Bisection on a numerically integrated density: slow, and nobody else's code. */
function probit(p: number): number {
  let [low, high] = [-6, 6];
  const below = (x: number) => {
    const steps = 400;
    const h = (x + 8) / steps;
    let sum = 0;
    for (let n = 0; n < steps; n++) sum += Math.exp(-((-8 + (n + 0.5) * h) ** 2) / 2);
    return (sum * h) / Math.sqrt(2 * Math.PI);
  };
  for (let n = 0; n < 50; n++) {
    const middle = (low + high) / 2;
    if (below(middle) < p) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** The mean of the slower of two sides over all pairs of their quantiles. */
function meanOfSlower(
  cpuLn: number,
  gpuLn: number,
  spread: { readonly cpu: number; readonly gpu: number },
): number {
  let sum = 0;
  for (const a of MIDDLES)
    for (const b of MIDDLES)
      sum += Math.max(Math.exp(cpuLn + spread.cpu * a), Math.exp(gpuLn + spread.gpu * b));
  return sum / GRID ** 2;
}

const BLANK_CPU = { kind: 'cpu', brand: 'Tarnholt', socket: 'T4', integratedGraphics: false } as const;
const BLANK_GPU = { kind: 'gpu', brand: 'Bramfell', pcieLanes: 16 } as const;

export function generation(seed: number, scatter: number): Generation {
  const uniform = randomSource(seed);
  const normal = () => drawn(uniform);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(uniform() * list.length)];
  // Half of the scatter is a whole maker's, half each part's own.
  const [ofMaker, ofPart] = [scatter * Math.SQRT1_2, scatter * Math.SQRT1_2];
  const makers = Array.from({ length: 6 }, () => normal() * ofMaker);
  const cpus = Array.from({ length: 16 }, (_, n) => {
    const cores = pick([4, 6, 8, 12]);
    const boostMhz = Math.round(3700 + uniform() * 1800);
    const rateLn =
      0.9 * Math.log(boostMhz / 4500) + 0.1 * Math.log(cores / 6) + makers[n % 3] + normal() * ofPart;
    const part = {
      ...BLANK_CPU,
      id: `cpu-${n}`,
      name: `Chip ${n}`,
      cores,
      threads: cores * 2,
      boostMhz,
      pcieGeneration: 4,
    };
    return { ...part, truth: { rateLn } } as unknown as Cpu & { truth: Truth };
  });
  const gpus = Array.from({ length: 18 }, (_, n) => {
    const tflops = 5 * Math.exp(uniform() * 2);
    const memoryGbs = 60 * tflops ** 0.7 * Math.exp(normal() * 0.15);
    const boardPowerWatts = Math.round(45 * tflops ** 0.5 * Math.exp(normal() * 0.12));
    const rateLn =
      0.6 * Math.log(tflops / 10) +
      0.25 * Math.log(memoryGbs / 300) +
      makers[3 + (n % 3)] +
      normal() * ofPart;
    const part = {
      ...BLANK_GPU,
      id: `gpu-${n}`,
      name: `Graphics card ${n}`,
      chip: `Chip ${n}`,
      tflops,
      memoryGbs,
      boardPowerWatts,
      pcieGeneration: 4,
      videoMemoryGb: 24,
    };
    return { ...part, truth: { rateLn } } as unknown as Gpu & { truth: Truth };
  });
  const games = Array.from({ length: 5 }, () => ({
    gpu: 1.3 + uniform() * 1.9,
    cpu: 1.1 + uniform() * 1.6,
    spread: { cpu: 0.1 + uniform() * 0.1, gpu: 0.07 + uniform() * 0.1 },
  }));
  const model = {
    referenceMemory: { mts: 3200, cl: 16, channels: 2 },
    cpus: [],
    gpus: [],
    integrated: [],
    games: games.map((_, n) =>
      newGame({
        id: `game-${n}`,
        name: `Game ${n}`,
        family: 'other',
        frameCap: null,
        threads: 4,
        videoMemoryGb: 2,
        memoryGb: 4,
      }),
    ),
  } as unknown as FrameModel;
  return {
    parts: [...cpus, ...gpus],
    cpus,
    gpus,
    model,
    fpsOf: (cpu, gpu, at, preset) =>
      1000 /
      meanOfSlower(
        games[at].cpu + HEAVIER.cpu[preset] - cpu.truth.rateLn,
        games[at].gpu + HEAVIER.gpu[preset] - gpu.truth.rateLn,
        games[at].spread,
      ),
  };
}

/** A measurement of a pairing with noise, at 1920 x 1080 on the reference memory. */
export function recordOf(
  world: Generation,
  [cpu, gpu, game, preset]: readonly [cpu: number, gpu: number, game: number, preset: number],
  noiseLn: number,
  id: string,
): BenchRecord {
  return {
    id,
    game: `game-${game}`,
    preset: PRESETS[preset],
    widthPx: 1920,
    heightPx: 1080,
    renderScale: 1,
    generatedFrames: false,
    cpu: world.cpus[cpu].id,
    gpu: world.gpus[gpu].id,
    memory: { gb: 32, channels: 2, mts: 3200, cl: 16, profile: true },
    link: null,
    background: 'none',
    clocks: 'stock',
    rayTracing: null,
    settings: '',
    tool: '',
    spread: null,
    watts: null,
    average: world.fpsOf(world.cpus[cpu], world.gpus[gpu], game, preset) * Math.exp(noiseLn),
    low: null,
    source: { name: 'Lantern bench', on: '2026-10-01' },
    trust: 'good',
    rig: null,
    note: '',
    excluded: null,
  };
}
