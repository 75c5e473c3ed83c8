import type { MemoryState } from './memory.ts';
import { memoryEffect } from './memory.ts';
import {
  cardEffects,
  cardSide,
  frameTimeOf,
  processorEffects,
  processorSide,
  type GraphicsRate,
  type Scene,
} from './scene.ts';
import { SHORTFALL_SPREAD } from './shortfall.ts';
import type { FrameTime } from './sides.ts';
import type { RateSlopes } from './slopes.ts';
import type { SystemRates } from './system.ts';

/** Effects that a rate depends on, by the part they play. Spreads and shortfalls count by their logarithm. */
export type Role =
  | 'work'
  | 'prep'
  | 'alpha'
  | 'beta'
  | 'gamma'
  | 'link'
  | 'processor'
  | 'graphics'
  | 'short.videoMemory'
  | 'short.memory'
  | 'short.threads'
  | 'processorSpread'
  | 'cardSpread';

/** How an effect moves the log mean and the spread of the side that it acts on. */
export interface Sensitivity {
  readonly role: Role;
  readonly side: 'processor' | 'card';
  readonly mean: number;
  readonly spread: number;
}

/** Who is in a system, for the names of the effects. */
export interface SystemParts {
  readonly processor: string;
  /** Null: the processor's own graphics. */
  readonly card: string | null;
}

/** Both sides of a scene on a system. */
export function timeOn(
  scene: Scene,
  system: Pick<SystemRates, 'processor' | 'memory' | 'graphics'>,
): FrameTime {
  const integrated = system.graphics.kind === 'integrated';
  return frameTimeOf(
    scene,
    processorSide(scene, system.processor, system.memory, integrated),
    cardSide(scene, system.graphics, system.memory),
  );
}

function bandwidthLn(scene: Scene, graphics: GraphicsRate, memory: MemoryState): number {
  return graphics.kind === 'card' ? 0 : Math.log(memory.bandwidthGbs / scene.referenceMemory.bandwidthGbs);
}

/** The slope of both sides in every effect; those without any are left out. */
export function sensitivitiesOf(
  scene: Scene,
  { processor, memory, graphics }: Pick<SystemRates, 'processor' | 'memory' | 'graphics'>,
): Sensitivity[] {
  const integrated = graphics.kind === 'integrated';
  const p = processorEffects(scene, processor, memory, integrated);
  const c = cardEffects(scene, graphics, memory);
  const spreadC = scene.game.processorSpread * SHORTFALL_SPREAD;
  const spreadG = scene.game.cardSpread * SHORTFALL_SPREAD;
  // Upscaling adds a fixed time, so what moves the rendering moves the whole by less.
  const rendering = Math.exp(-c.upscaling);
  const linkLn = graphics.kind === 'card' ? graphics.linkLn : 0;
  const all: Sensitivity[] = [
    { role: 'prep', side: 'processor', mean: 1, spread: 0 },
    { role: 'processor', side: 'processor', mean: -1, spread: 0 },
    { role: 'beta', side: 'processor', mean: -memoryEffect(memory, scene.referenceMemory), spread: 0 },
    { role: 'short.memory', side: 'processor', mean: p.memoryShort, spread: spreadC * p.memoryShort },
    { role: 'short.threads', side: 'processor', mean: p.threadsShort, spread: spreadC * p.threadsShort },
    {
      role: 'processorSpread',
      side: 'processor',
      mean: 0,
      spread: scene.game.processorSpread + spreadC * (p.memoryShort + p.threadsShort),
    },
    { role: 'work', side: 'card', mean: rendering, spread: 0 },
    { role: 'alpha', side: 'card', mean: rendering * scene.pixelsLn, spread: 0 },
    { role: 'graphics', side: 'card', mean: -1, spread: 0 },
    { role: 'gamma', side: 'card', mean: -rendering * bandwidthLn(scene, graphics, memory), spread: 0 },
    { role: 'link', side: 'card', mean: -linkLn * (1 + 4 * c.videoMemoryShort), spread: 0 },
    {
      role: 'short.videoMemory',
      side: 'card',
      mean: c.videoMemoryShort * (1 - 4 * scene.game.linkSensitivity * linkLn),
      spread: spreadG * c.videoMemoryShort,
    },
    {
      role: 'cardSpread',
      side: 'card',
      mean: 0,
      spread: scene.game.cardSpread + spreadG * c.videoMemoryShort,
    },
  ];
  return all.filter((each) => each.mean !== 0 || each.spread !== 0);
}

/** How ln of a rate moves with an effect. */
export function slopeIn({ side, mean, spread }: Sensitivity, slopes: RateSlopes): number {
  return side === 'processor'
    ? slopes.processorMean * mean + slopes.processorSpread * spread
    : slopes.cardMean * mean + slopes.cardSpread * spread;
}

/** The name under which an effect is estimated, and under which its covariance is kept. */
export function effectName(role: Role, scene: Scene, { processor, card }: SystemParts): string {
  switch (role) {
    case 'work':
    case 'prep':
      return `${role}:${scene.game.id}:${scene.presetName}`;
    case 'alpha':
    case 'beta':
    case 'processorSpread':
    case 'cardSpread':
      return `${role}:${scene.game.id}`;
    case 'processor':
      return `processor:${processor}`;
    case 'graphics':
      return card === null ? `integrated:${processor}` : `card:${card}`;
    default:
      return role;
  }
}
