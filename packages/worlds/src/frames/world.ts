import type { Cpu, FrameModel, Game, Gpu } from '@ripe-pick/core/parts';
import { drawsFrom, seedOf, type Draws } from '@ripe-pick/core/stats';
import type { Harshness } from './harshness.ts';
import {
  ratesOf,
  type CpuSpeed,
  type GamePhysics,
  type GameSetting,
  type GpuSpeed,
  type Rates,
} from './physics.ts';

/** A question to a world: what this pairing does in this game. */
export interface PairingQuestion extends GameSetting {
  readonly game: string;
  readonly cpu: string;
  readonly gpu: string;
}

/** A game and the speeds of both sides in it. */
export interface MadeOf {
  readonly game: GamePhysics;
  readonly cpu: CpuSpeed;
  readonly gpu: GpuSpeed;
}

export interface FrameWorld {
  readonly harshness: Harshness;
  readonly seed: number;
  readonly cpus: readonly Cpu[];
  readonly gpus: readonly Gpu[];
  /** Games with what anybody knows of them, and nothing that is to be estimated. */
  readonly facts: FrameModel;
  /** What a part costs. */
  readonly price: ReadonlyMap<string, number>;
  /** Frames per second in the long run, with the drivers of a quarter of a year, counted back from today's 0. */
  truth(question: PairingQuestion, quartersAgo?: number): Rates;
  /** What a pairing is made of in a game: for whoever wants to spoil something of it. */
  madeOf(question: PairingQuestion, quartersAgo?: number): MadeOf;
  /** A standard normal figure that belongs to some words. */
  particular(...words: readonly (string | number)[]): number;
}

const CPU_COUNT = 22;
const GPU_COUNT = 30;
const GAME_COUNT = 9;
const FAMILIES = ['arena', 'open world', 'racing', 'strategy', 'one of its own'];
const CPU_MAKERS = ['Tarnholt', 'Velde'];
const GPU_MAKERS = ['Bramfell', 'Tolvane', 'Halvik'];

const silent = <T extends object>(part: T) =>
  ({ brand: '', identity: [], lists: [], releasedOn: null, ...part }) as unknown;

interface Chip {
  readonly maker: string;
  readonly generation: number;
  /** Speed against a middling part: what its sheet tells, and what it hides. */
  readonly toldLn: number;
  readonly hiddenLn: number;
}

/** Sheets of processors, and how fast they are in truth. */
function makeCpus(draws: Draws, { architecture, part }: Harshness, hidden: (...words: string[]) => number) {
  return Array.from({ length: CPU_COUNT }, (_, n) => {
    const maker = CPU_MAKERS[n % CPU_MAKERS.length];
    const generation = 3 + Math.floor(draws.uniform() * 3);
    const cores = [4, 6, 6, 8, 8, 12][Math.floor(draws.uniform() * 6)];
    const boostMhz = Math.round(3500 + 300 * (generation - 3) + 1300 * draws.uniform());
    const toldLn = 1.1 * Math.log(boostMhz / 4500) + 0.15 * Math.log(cores / 6) + 0.1 * (generation - 4);
    const sheet = silent({
      ...{ id: `cpu-${n}`, kind: 'cpu', name: `${maker} ${n}`, brand: maker, integratedGraphics: false },
      ...{ cores, threads: cores * 2, boostMhz, pcieGeneration: generation, graphicsTflops: null },
    }) as Cpu; // what the fit reads
    const hiddenLn = architecture * hidden('cpu', maker, String(generation)) + part * draws.normal();
    return { sheet, chip: { maker, generation, toldLn, hiddenLn } satisfies Chip };
  });
}

/** Sheets of cards; two in five share a chip with another one. */
function makeGpus(draws: Draws, { architecture, part }: Harshness, hidden: (...words: string[]) => number) {
  const out: { sheet: Gpu; chip: Chip; widerLn: number }[] = [];
  for (let n = 0; n < GPU_COUNT; n++) {
    const twin = n > 0 && draws.uniform() < 0.4 ? out[n - 1] : null;
    const maker = twin?.chip.maker ?? GPU_MAKERS[Math.floor(draws.uniform() * GPU_MAKERS.length)];
    const generation = twin?.chip.generation ?? 3 + Math.floor(draws.uniform() * 3);
    const tflops = twin?.sheet.tflops ?? 4 * Math.exp(2.2 * draws.uniform());
    const memoryGbs = twin?.sheet.memoryGbs ?? 70 * tflops ** 0.65 * Math.exp(0.2 * draws.normal());
    const toldLn = 0.62 * Math.log(tflops / 10) + 0.22 * Math.log(memoryGbs / 300) + 0.06 * (generation - 4);
    const ownLn = architecture * hidden('gpu', maker, String(generation)) + part * draws.normal();
    const sheet = silent({
      ...{ id: `gpu-${n}`, kind: 'gpu', name: `${maker} ${n}`, brand: maker },
      ...{
        chip: twin?.sheet.chip ?? `chip-${n}`,
        tflops,
        memoryGbs,
        pcieGeneration: generation,
        pcieLanes: 16,
      },
      ...{
        boardPowerWatts: Math.round(50 * tflops ** 0.45 * Math.exp(0.15 * draws.normal())),
        videoMemoryGb: 24,
      },
    }) as Gpu; // what the fit reads
    const widerLn = twin?.widerLn ?? Math.log(memoryGbs / (70 * tflops ** 0.65));
    const hiddenLn = twin ? twin.chip.hiddenLn + 0.012 * draws.normal() : ownLn;
    out.push({ sheet, chip: { maker, generation, toldLn, hiddenLn }, widerLn });
  }
  return out;
}

function makeGame(draws: Draws): GamePhysics {
  const between = (low: number, high: number) => low + (high - low) * draws.uniform();
  const heavier = (low: number, high: number) => Math.exp(between(low, high));
  const gpuMs = 3.2 * heavier(0, 1.7);
  const fixed = between(0.15, 0.45);
  return {
    cpuMs: 3 * heavier(0, 1.4),
    gpuFixedMs: gpuMs * fixed,
    gpuMsPerMegapixel: (gpuMs * (1 - fixed)) / 2.0736,
    bandwidthShare: between(0.1, 0.45),
    waitingShare: between(0.05, 0.3),
    unhidden: between(0.02, 0.15),
    cpuShape: between(0.05, 0.1),
    gpuShape: between(0.035, 0.08),
    presets: {
      low: { cpu: heavier(-0.2, -0.05), gpu: heavier(-0.65, -0.3) },
      medium: { cpu: 1, gpu: 1 },
      high: { cpu: heavier(0.02, 0.12), gpu: heavier(0.18, 0.4) },
      ultra: { cpu: heavier(0.08, 0.22), gpu: heavier(0.42, 0.75) },
    },
  };
}

/** What anybody knows of a game before it is measured: placeholders, which a fit starts from. */
const PLACE = { gpuTimeLn: 2.3, cpuTimeLn: 2, videoMemoryGb: 2, videoMemoryGbPerMegapixel: 0.1, memoryGb: 4 };
const knownOf = (n: number): Game => ({
  ...{ id: `game-${n}`, name: `Game ${n}`, family: FAMILIES[n % FAMILIES.length] },
  ...{ resolutionExponent: 0.7, memorySensitivity: 0.11, bandwidthExponent: 0.72, linkSensitivity: 0.05 },
  ...{ threads: 4, cpuSpread: 0.14, gpuSpread: 0.11, frameCap: null, residualSd: 0.03 },
  presets: { low: PLACE, medium: PLACE, high: PLACE, ultra: PLACE },
});

/** Shops know a good part of what specs hide. */
const priceOf = (id: string, { toldLn, hiddenLn }: Chip, luck: number): number =>
  Math.round((id.startsWith('cpu') ? 150 : 300) * Math.exp(1.2 * (toldLn + 0.7 * hiddenLn) + 0.08 * luck));

/** Makes a world. Its truths are known to nobody but itself. */
export function frameWorld(seed: number, harshness: Harshness): FrameWorld {
  const draws = drawsFrom(seedOf('world', seed));
  const particular = (...words: readonly (string | number)[]) =>
    drawsFrom(seedOf('particular', seed, ...words)).normal();
  const cpus = makeCpus(draws, harshness, particular);
  const gpus = makeGpus(draws, harshness, particular);
  const games = Array.from({ length: GAME_COUNT }, () => makeGame(draws));
  const chips = new Map([...cpus, ...gpus].map(({ sheet, chip }) => [sheet.id, chip]));
  const wider = new Map(gpus.map(({ sheet, widerLn }) => [sheet.id, widerLn]));
  const chipOf = (id: string): Chip => {
    const found = chips.get(id);
    if (!found) throw new Error(`this world has no part ${id}`);
    return found;
  };
  /** A driver's way from quarter to quarter: a walk, so that what lies near in time is alike. */
  const drifted = (maker: string, generation: number, game: string, quartersAgo: number) => {
    let sum = 0;
    for (let q = 1; q <= quartersAgo; q++) sum += particular('drift', maker, generation, game, q);
    return -harshness.drift * sum;
  };
  /** A part's speed in one game, as a logarithm. */
  const speedLn = (id: string, game: string, quartersAgo: number) => {
    const { maker, generation, toldLn, hiddenLn } = chipOf(id);
    const kind = id.split('-')[0];
    const own = harshness.partByGame * particular('part by game', id, game);
    const shared =
      harshness.architectureByGame * particular('architecture by game', kind, maker, generation, game);
    const moved = kind === 'gpu' ? drifted(maker, generation, game, quartersAgo) : 0;
    return toldLn + hiddenLn + own + shared + moved;
  };
  const madeOf = ({ game, cpu, gpu }: PairingQuestion, quartersAgo = 0): MadeOf => {
    const gpuLn = speedLn(gpu, game, quartersAgo);
    const tilt = 0.5 * (wider.get(gpu) ?? 0);
    return {
      game: games[Number(game.split('-')[1])],
      cpu: { speed: Math.exp(speedLn(cpu, game, quartersAgo)) },
      gpu: { computing: Math.exp(gpuLn - tilt), bandwidth: Math.exp(gpuLn + tilt) },
    };
  };
  return {
    harshness,
    seed,
    particular,
    price: new Map([...chips].map(([id, chip]) => [id, priceOf(id, chip, particular('price', id))])),
    cpus: cpus.map(({ sheet }) => sheet),
    gpus: gpus.map(({ sheet }) => sheet),
    facts: {
      referenceMemory: { mts: 3200, cl: 16, channels: 2 },
      ...{ cpus: [], gpus: [], integrated: [] },
      games: games.map((_, n) => knownOf(n)),
    },
    madeOf,
    truth(question, quartersAgo = 0) {
      const { game, cpu, gpu } = madeOf(question, quartersAgo);
      return ratesOf(game, question, cpu, gpu);
    },
  };
}
