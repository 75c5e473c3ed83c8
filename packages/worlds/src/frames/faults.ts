import { drawsFrom, seedOf, type Draws } from '@ripe-pick/core/stats';
import { ratesOf, type CpuSpeed, type GamePhysics, type GpuSpeed, type Rates } from './physics.ts';
import type { FrameWorld, MadeOf, PairingQuestion } from './world.ts';

/** What may be wrong with a machine, and how badly; each by the world's own laws. */
export const MACHINE_FAULTS = [
  'memory-profile',
  'one-stick',
  'slow-slot',
  'processor-held',
  'card-held',
  'background',
  'driver',
] as const;
export type MachineFault = (typeof MACHINE_FAULTS)[number];

/** One scene as its owner measured it, with three careful runs. */
export interface SceneRun extends PairingQuestion {
  readonly average: number;
  readonly low: number;
  readonly gpuBusy: number;
  /** ln of the end of a run over its beginning. */
  readonly driftLn: number;
}

/** A machine with what may be wrong with it. */
interface FaultyMachine {
  readonly cpu: string;
  readonly gpu: string;
  readonly faults: readonly MachineFault[];
}

/** What a fault does to a scene. */
interface Spoilt {
  cpu: CpuSpeed;
  gpu: GpuSpeed;
  game: GamePhysics;
  /** Factors on how long the processor waits for memory, and on the whole time of the card in this scene. */
  latency: number;
  driftLn: number;
}
type Spoil = (scene: Spoilt, game: string) => void;

const slower = ({ computing, bandwidth }: GpuSpeed, ln: number): GpuSpeed => ({
  computing: computing * Math.exp(-ln),
  bandwidth: bandwidth * Math.exp(-ln),
});

/** How bad a fault is: each figure from 0 for the least to 1 for the most that there is. */
interface FaultDegree {
  readonly loss: number;
  /** How uneven something in the background makes the processor's times. */
  readonly uneven: number;
  /** What heat takes from the end of a run, as a logarithm; 0 where it is not heat that holds. */
  readonly warm: number;
}

/** Share of what is held that is held by heat, and what heat takes at the least and at the most. */
export const WARM = { share: 0.6, low: 0.02, high: 0.08 };

const between = (low: number, high: number, share: number) => low + (high - low) * share;

/** Faults that games take in ways of their own: by which of their figures, each standard normal. */
export const GAMES_OWN = { 'one-stick': 'channel', 'slow-slot': 'link', driver: 'old driver' } as const;

/**
 * What a fault of a degree does: full enough to be looked for, none so small that nobody would.
 *
 * @param inGame what a game makes of it, where games differ in that: standard normal
 */
export function spoilOf(fault: MachineFault, degree: FaultDegree, inGame: (game: string) => number): Spoil {
  const { warm } = degree;
  switch (fault) {
    case 'memory-profile':
      return (scene) => (scene.latency *= 1.45);
    case 'one-stick':
      // One channel answers as quickly, but whoever asks for much waits; games differ in that.
      return (scene, game) => (scene.latency *= 1.5 * Math.exp(0.2 * inGame(game)));
    case 'slow-slot': {
      const link = between(0.06, 0.4, degree.loss);
      return (scene, game) => (scene.gpu = slower(scene.gpu, link * Math.exp(0.4 * inGame(game))));
    }
    case 'processor-held': {
      const held = Math.exp(-between(0.12, 0.6, degree.loss));
      return (scene) => {
        scene.cpu = { speed: scene.cpu.speed * held };
        scene.driftLn -= warm;
      };
    }
    case 'card-held': {
      const held = between(0.12, 0.6, degree.loss);
      return (scene) => {
        scene.gpu = slower(scene.gpu, held);
        scene.driftLn -= warm;
      };
    }
    case 'background': {
      const left = Math.exp(-between(0.06, 0.25, degree.loss));
      const uneven = between(1.3, 1.8, degree.uneven);
      return (scene) => {
        scene.cpu = { speed: scene.cpu.speed * left };
        scene.game = { ...scene.game, cpuShape: scene.game.cpuShape * uneven };
      };
    }
    case 'driver':
      return (scene, game) => (scene.gpu = slower(scene.gpu, Math.max(0, 0.1 + 0.06 * inGame(game))));
  }
}

/** A fault of a drawn degree. */
function drawnSpoil(fault: MachineFault, world: FrameWorld, draws: Draws): Spoil {
  const warm = draws.uniform() < WARM.share ? between(WARM.low, WARM.high, draws.uniform()) : 0;
  const degree = { warm, loss: draws.uniform(), uneven: draws.uniform() };
  const word = String(draws.uniform());
  const inGame = (game: string) =>
    fault === 'driver'
      ? world.particular(GAMES_OWN.driver, word, game)
      : fault in GAMES_OWN
        ? world.particular(GAMES_OWN[fault as keyof typeof GAMES_OWN], game) // one of them
        : 0;
  return spoilOf(fault, degree, inGame);
}

/** How far two copies of a part lie apart, and how far a careful measurement strays: of averages and lows together, and of each by itself. */
export const MACHINE_SDS = { cpu: 0.012, gpu: 0.015, shift: 0.008, low: 0.03, busy: 0.03, drift: 0.008 };

/** What a machine would show in a scene, measured without an error. @param luck logarithms by which its copies are faster than others */
export function shownBy(
  world: FrameWorld,
  question: PairingQuestion,
  spoils: readonly Spoil[],
  luck: { readonly cpu: number; readonly gpu: number },
): Rates & { readonly driftLn: number } {
  const made: MadeOf = world.madeOf(question);
  const scene: Spoilt = {
    game: made.game,
    cpu: { speed: made.cpu.speed * Math.exp(luck.cpu) },
    gpu: slower(made.gpu, -luck.gpu),
    latency: 1,
    driftLn: 0,
  };
  for (const spoil of spoils) spoil(scene, question.game);
  const at = { ...question, latencyNs: question.latencyNs * scene.latency };
  return { ...ratesOf(scene.game, at, scene.cpu, scene.gpu), driftLn: scene.driftLn };
}

/** Scenes that a person measures to find a fault: light ones where the processor decides, heavy ones where the card does. */
const LIGHT = { preset: 'low', widthPx: 1280, heightPx: 720 };
const HEAVY = { preset: 'ultra', widthPx: 2560, heightPx: 1440 };

/** Measures so many scenes of a machine. No two copies of a part are quite alike. */
export function measuredOn(
  world: FrameWorld,
  { cpu, gpu, faults }: FaultyMachine,
  scenes: number,
  seed: number,
): SceneRun[] {
  const draws = drawsFrom(seedOf('machine', world.seed, seed));
  const sds = MACHINE_SDS;
  const luck = { cpu: sds.cpu * draws.normal(), gpu: sds.gpu * draws.normal() };
  const spoils = faults.map((fault) => drawnSpoil(fault, world, draws));
  const { games } = world.facts;
  return Array.from({ length: scenes }, (_, n) => {
    const game = games[Math.floor(n / 2) % games.length].id;
    const question: PairingQuestion = { game, cpu, gpu, ...(n % 2 === 0 ? LIGHT : HEAVY), latencyNs: 10 };
    const { average, low, gpuBusy, driftLn } = shownBy(world, question, spoils, luck);
    const shift = sds.shift * draws.normal();
    return {
      ...question,
      average: average * Math.exp(shift),
      low: low * Math.exp(shift + sds.low * draws.normal()),
      gpuBusy: Math.max(0, Math.min(1, gpuBusy + sds.busy * draws.normal())),
      driftLn: driftLn + sds.drift * draws.normal(),
    };
  });
}
