import type { MemoryState } from './memory.ts';
import { memoryEffect } from './memory.ts';
import {
  gpuEffects,
  gpuSide,
  frameTimeOf,
  cpuEffects,
  cpuSide,
  type GraphicsRate,
  type Scene,
} from './scene.ts';
import { SHORTFALL_SPREAD } from './shortfall.ts';
import type { FrameTime } from './sides.ts';
import type { RateSlopes } from './slopes.ts';
import type { SystemRates } from './system.ts';

/** Effects that a rate depends on, by the part they play. Spreads and shortfalls count by their logarithm. */
export type Role =
  | 'gpuTime'
  | 'cpuTime'
  | 'resolutionExponent'
  | 'memorySensitivity'
  | 'bandwidthExponent'
  | 'link'
  | 'cpu'
  | 'graphics'
  | 'short.videoMemory'
  | 'short.memory'
  | 'short.threads'
  | 'cpuSpread'
  | 'gpuSpread';

/** How an effect moves the log mean and the spread of the side that it acts on. */
interface Sensitivity {
  readonly role: Role;
  readonly side: 'cpu' | 'gpu';
  readonly mean: number;
  readonly spread: number;
}

/** Who is in a system, for the names of the effects. */
export interface SystemParts {
  readonly cpu: string;
  /** Null: the processor's own graphics. */
  readonly gpu: string | null;
}

/** Both sides of a scene on a system. */
export function timeOn(scene: Scene, system: Pick<SystemRates, 'cpu' | 'memory' | 'graphics'>): FrameTime {
  const integrated = system.graphics.kind === 'integrated';
  return frameTimeOf(
    scene,
    cpuSide(scene, system.cpu, system.memory, integrated),
    gpuSide(scene, system.graphics, system.memory),
  );
}

function bandwidthLn(scene: Scene, graphics: GraphicsRate, memory: MemoryState): number {
  return graphics.kind === 'gpu' ? 0 : Math.log(memory.bandwidthGbs / scene.referenceMemory.bandwidthGbs);
}

/** The slope of both sides in every effect; those without any are left out. */
export function sensitivitiesOf(
  scene: Scene,
  { cpu, memory, graphics }: Pick<SystemRates, 'cpu' | 'memory' | 'graphics'>,
): Sensitivity[] {
  const integrated = graphics.kind === 'integrated';
  const p = cpuEffects(scene, cpu, memory, integrated);
  const c = gpuEffects(scene, graphics, memory);
  const spreadC = scene.game.cpuSpread * SHORTFALL_SPREAD;
  const spreadG = scene.game.gpuSpread * SHORTFALL_SPREAD;
  // Upscaling adds a fixed time, so what moves the rendering moves the whole by less.
  const rendering = Math.exp(-c.upscaling);
  const linkLn = graphics.kind === 'gpu' ? graphics.linkLn : 0;
  const all: Sensitivity[] = [
    { role: 'cpuTime', side: 'cpu', mean: 1, spread: 0 },
    { role: 'cpu', side: 'cpu', mean: -1, spread: 0 },
    { role: 'memorySensitivity', side: 'cpu', mean: -memoryEffect(memory, scene.referenceMemory), spread: 0 },
    { role: 'short.memory', side: 'cpu', mean: p.memoryShort, spread: spreadC * p.memoryShort },
    { role: 'short.threads', side: 'cpu', mean: p.threadsShort, spread: spreadC * p.threadsShort },
    {
      role: 'cpuSpread',
      side: 'cpu',
      mean: 0,
      spread: scene.game.cpuSpread + spreadC * (p.memoryShort + p.threadsShort),
    },
    { role: 'gpuTime', side: 'gpu', mean: rendering, spread: 0 },
    { role: 'resolutionExponent', side: 'gpu', mean: rendering * scene.pixelsLn, spread: 0 },
    { role: 'graphics', side: 'gpu', mean: -1, spread: 0 },
    {
      role: 'bandwidthExponent',
      side: 'gpu',
      mean: -rendering * bandwidthLn(scene, graphics, memory),
      spread: 0,
    },
    { role: 'link', side: 'gpu', mean: -linkLn * (1 + 4 * c.videoMemoryShort), spread: 0 },
    {
      role: 'short.videoMemory',
      side: 'gpu',
      mean: c.videoMemoryShort * (1 - 4 * scene.game.linkSensitivity * linkLn),
      spread: spreadG * c.videoMemoryShort,
    },
    {
      role: 'gpuSpread',
      side: 'gpu',
      mean: 0,
      spread: scene.game.gpuSpread + spreadG * c.videoMemoryShort,
    },
  ];
  return all.filter((each) => each.mean !== 0 || each.spread !== 0);
}

/** How ln of a rate moves with an effect. */
export function slopeIn({ side, mean, spread }: Sensitivity, slopes: RateSlopes): number {
  return side === 'cpu'
    ? slopes.cpuMean * mean + slopes.cpuSpread * spread
    : slopes.gpuMean * mean + slopes.gpuSpread * spread;
}

/** The mean rate of all processors that were measured, and of all cards: effects as well, made of others. */
export const MEAN_RATES = { cpu: 'mean:cpu', gpu: 'mean:gpu' } as const;

/** The name under which an effect is estimated, and under which its covariance is kept. */
export function effectName(role: Role, scene: Scene, { cpu, gpu }: SystemParts): string {
  switch (role) {
    case 'gpuTime':
    case 'cpuTime':
      return `${role}:${scene.game.id}:${scene.presetName}`;
    case 'resolutionExponent':
    case 'memorySensitivity':
    case 'cpuSpread':
    case 'gpuSpread':
      return `${role}:${scene.game.id}`;
    case 'cpu':
      return `cpu:${cpu}`;
    case 'graphics':
      return gpu === null ? `integrated:${cpu}` : `gpu:${gpu}`;
    default:
      return role;
  }
}
