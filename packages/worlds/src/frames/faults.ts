import { drawsFrom, seedOf, type Draws } from '@ripe-pick/core/stats';
import { ratesOf, type CpuSpeed, type GamePhysics, type GpuSpeed } from './physics.ts';
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

/** A fault of a drawn degree: full enough to be looked for, none so small that nobody would. */
function spoilOf(fault: MachineFault, world: FrameWorld, draws: Draws): Spoil {
  const between = (low: number, high: number) => low + (high - low) * draws.uniform();
  const warm = draws.uniform() < 0.6 ? between(0.02, 0.08) : 0;
  const degree = between(0.12, 0.6);
  const threads = between(0.06, 0.25);
  const uneven = between(1.3, 1.8);
  const link = between(0.06, 0.4);
  const word = String(draws.uniform());
  switch (fault) {
    case 'memory-profile':
      return (scene) => (scene.latency *= 1.45);
    case 'one-stick':
      // One channel answers as quickly, but whoever asks for much waits; games differ in that.
      return (scene, game) => {
        scene.latency *= 1.5 * Math.exp(0.2 * world.particular('channel', game));
      };
    case 'slow-slot':
      return (scene, game) => {
        scene.gpu = slower(scene.gpu, link * Math.exp(0.4 * world.particular('link', game)));
      };
    case 'processor-held':
      return (scene) => {
        scene.cpu = { speed: scene.cpu.speed * Math.exp(-degree) };
        scene.driftLn -= warm;
      };
    case 'card-held':
      return (scene) => {
        scene.gpu = slower(scene.gpu, degree);
        scene.driftLn -= warm;
      };
    case 'background':
      return (scene) => {
        scene.cpu = { speed: scene.cpu.speed * Math.exp(-threads) };
        scene.game = { ...scene.game, cpuShape: scene.game.cpuShape * uneven };
      };
    case 'driver':
      return (scene, game) => {
        const loss = 0.1 + 0.06 * world.particular('old driver', word, game);
        scene.gpu = slower(scene.gpu, Math.max(0, loss));
      };
  }
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
  const luck = { cpu: Math.exp(0.012 * draws.normal()), gpu: Math.exp(0.015 * draws.normal()) };
  const spoils = faults.map((fault) => spoilOf(fault, world, draws));
  const { games } = world.facts;
  return Array.from({ length: scenes }, (_, n) => {
    const game = games[Math.floor(n / 2) % games.length].id;
    const question: PairingQuestion = { game, cpu, gpu, ...(n % 2 === 0 ? LIGHT : HEAVY), latencyNs: 10 };
    const made: MadeOf = world.madeOf(question);
    const scene: Spoilt = {
      game: made.game,
      cpu: { speed: made.cpu.speed * luck.cpu },
      gpu: slower(made.gpu, -Math.log(luck.gpu)),
      latency: 1,
      driftLn: 0,
    };
    for (const spoil of spoils) spoil(scene, game);
    const at = { ...question, latencyNs: question.latencyNs * scene.latency };
    const rates = ratesOf(scene.game, at, scene.cpu, scene.gpu);
    const shift = 0.008 * draws.normal();
    return {
      ...question,
      average: rates.average * Math.exp(shift),
      low: rates.low * Math.exp(shift + 0.03 * draws.normal()),
      gpuBusy: Math.max(0, Math.min(1, rates.gpuBusy + 0.03 * draws.normal())),
      driftLn: scene.driftLn + 0.008 * draws.normal(),
    };
  });
}
