import type {
  Background,
  Brief,
  FrameModel,
  Game,
  GameInteractions,
  Preset,
  PresetEffects,
  ShortfallStrengths,
  SideJob,
} from '../parts/index.ts';
import { BACKGROUND, type BackgroundLoad } from './background.ts';
import { withJobs } from './jobs.ts';
import { bandwidthGbs, firstWordLatencyNs, memoryEffect, type MemoryState } from './memory.ts';
import { SHORTFALL, SHORTFALL_SPREAD, shortfall } from './shortfall.ts';
import type { FrameTime, Side } from './sides.ts';

const FULL_HD_PIXELS = 2_073_600;
/** Cost of putting the picture together from fewer pixels, in ms at a card of rate 0. Chosen, because few records are upscaled. */
const UPSCALING_MS = 0.6;

/** The same where no records tell it. Chosen. */
const LOW_NOISE = 0.06;

/** Noise of a careful measurement of one's own against that of a published figure. Chosen; intervals are of the former. */
export const OWN_NOISE = 0.7;

/** By how much everything is less sure than the fit says of itself, as records showed that it had not seen. */
export const wideningOf = (model: FrameModel): number => model.fit?.heldOut?.widening ?? 1;

/** A game at a preset on a screen, ready to be evaluated for any parts. */
export interface Scene {
  readonly game: Game;
  readonly presetName: Preset;
  readonly preset: PresetEffects;
  readonly weight: number;
  /** Logarithm of rendered pixels over 1920 x 1080. */
  readonly pixelsLn: number;
  /** `pixels:` and their number: a game may make more or less of it than a power tells. */
  readonly pixelsName: string;
  readonly videoMemoryNeedGb: number;
  readonly memoryNeedGb: number;
  readonly upscaled: boolean;
  readonly background: BackgroundLoad;
  readonly refreshHz: number;
  readonly targetFps: number;
  readonly referenceMemory: MemoryState;
  readonly shortfall: ShortfallStrengths;
  /** What the game makes of parts; null where nothing is known of that. */
  readonly interactions: GameInteractions | null;
  /** By how much the model is less sure than its fit says of itself. */
  readonly widening: number;
  /** Standard deviation of what a low's ratio to its average is not told by the model. */
  readonly lowNoise: number;
}

/** The processor as the frame model sees it. */
export interface CpuRate {
  /** `cpu:` and the part: a game may make more or less of it. */
  readonly name: string;
  readonly rateLn: number;
  readonly threads: number;
}

/** The graphics as the frame model sees it: a card with its own memory and link, or the processor's own. */
export type GraphicsRate =
  | {
      readonly kind: 'gpu';
      /** `gpu:` and the part. */
      readonly name: string;
      readonly rateLn: number;
      readonly videoMemoryGb: number;
      readonly linkLn: number;
    }
  | {
      readonly kind: 'integrated';
      /** `integrated:` and the processor. */
      readonly name: string;
      readonly rateLn: number;
    };

/** How a game is run: what a scene needs to know besides the model. */
export interface SceneConditions {
  readonly preset: Preset;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly renderScale: number;
  readonly background: Background;
  /** Side jobs that run beside it; absent: none. */
  readonly jobs?: readonly SideJob[] | undefined;
}

type RenderedSize = Pick<SceneConditions, 'widthPx' | 'heightPx' | 'renderScale'>;
const renderedPixels = ({ widthPx, heightPx, renderScale }: RenderedSize): number =>
  widthPx * heightPx * renderScale * renderScale;
/** The name of what a game makes of so many pixels. */
export const pixelsName = (size: RenderedSize): string => `pixels:${Math.round(renderedPixels(size))}`;

/** Makes scenes of a model's games. */
export function sceneMaker(
  model: FrameModel,
): (
  game: Game,
  conditions: SceneConditions,
  goal?: Pick<Scene, 'weight' | 'refreshHz' | 'targetFps'>,
) => Scene {
  const reference = model.referenceMemory;
  const referenceMemory: MemoryState = {
    latencyNs: firstWordLatencyNs(reference.mts, reference.cl),
    bandwidthGbs: bandwidthGbs(reference.mts, reference.channels),
    gb: 0,
  };
  const strengths = model.shortfall ?? SHORTFALL;
  const widening = wideningOf(model);
  const interactions = new Map(model.interactions?.map((each) => [each.game, each]));
  return (game, conditions, goal) => {
    const { preset: presetName, renderScale, background, jobs } = conditions;
    const pixels = renderedPixels(conditions);
    const preset = game.presets[presetName];
    const beside = withJobs(BACKGROUND[background], jobs ?? []);
    return {
      game,
      presetName,
      preset,
      pixelsLn: Math.log(pixels / FULL_HD_PIXELS),
      pixelsName: pixelsName(conditions),
      videoMemoryNeedGb:
        preset.videoMemoryGb +
        preset.videoMemoryGbPerMegapixel * Math.max(0, (pixels - FULL_HD_PIXELS) / 1e6),
      memoryNeedGb: preset.memoryGb + beside.memoryGb,
      upscaled: renderScale < 1,
      background: beside,
      weight: goal?.weight ?? 1,
      refreshHz: goal?.refreshHz ?? Infinity,
      targetFps: goal?.targetFps ?? Infinity,
      referenceMemory,
      shortfall: strengths,
      interactions: interactions.get(game.id) ?? null,
      widening,
      lowNoise: OWN_NOISE * widening * (model.fit?.noise.low ?? LOW_NOISE),
    };
  };
}

/** Scenes of a brief, in its order; games that the model does not know are named apart. */
export function scenesOf(
  brief: Brief,
  model: FrameModel,
): { readonly scenes: readonly Scene[]; readonly unknownGames: readonly string[] } {
  const { play } = brief;
  const make = sceneMaker(model);
  const scenes: Scene[] = [];
  const unknownGames: string[] = [];
  for (const wanted of play.games) {
    const game = model.games.find((known) => known.id === wanted.game);
    if (!game) unknownGames.push(wanted.game);
    else
      scenes.push(
        make(
          game,
          { ...play, preset: wanted.preset },
          { weight: wanted.weight, refreshHz: play.refreshHz, targetFps: wanted.target ?? play.refreshHz },
        ),
      );
  }
  return { scenes, unknownGames };
}

/** Integrated graphics borrow what the scene needs, up to half of the memory. */
function borrowedGb(scene: Scene, memoryGb: number): number {
  return Math.min(scene.videoMemoryNeedGb, memoryGb / 2);
}

/** What a game makes of a part beyond its rate, or of pixels beyond their power. */
const interactionLn = ({ interactions }: Scene, name: string): number => interactions?.rates[name]?.ln ?? 0;

/** The effects of the processor's side, each in log ms; their sum is the side's mean. */
export interface CpuEffects {
  readonly game: number;
  readonly cpu: number;
  /** What this game makes of this processor. */
  readonly interaction: number;
  readonly memory: number;
  readonly memoryShort: number;
  readonly threadsShort: number;
  readonly background: number;
}

export function cpuEffects(scene: Scene, cpu: CpuRate, memory: MemoryState, integrated: boolean): CpuEffects {
  const memoryLeft = memory.gb - (integrated ? borrowedGb(scene, memory.gb) : 0);
  const threadsLeft = Math.max(1, cpu.threads - scene.background.threads);
  return {
    game: scene.preset.cpuTimeLn,
    cpu: -cpu.rateLn,
    interaction: -interactionLn(scene, cpu.name),
    memory: -scene.game.memorySensitivity * memoryEffect(memory, scene.referenceMemory),
    memoryShort: shortfall(scene.memoryNeedGb, memoryLeft, scene.shortfall.memory),
    threadsShort: shortfall(scene.game.threads, threadsLeft, scene.shortfall.threads),
    background: scene.background.cpuLn,
  };
}

/** The effects of the card's side, each in log ms; their sum is the side's mean. */
export interface GpuEffects {
  readonly game: number;
  readonly pixels: number;
  readonly gpu: number;
  /** What this game makes of these graphics. */
  readonly interaction: number;
  readonly bandwidth: number;
  readonly videoMemoryShort: number;
  readonly link: number;
  readonly background: number;
  readonly upscaling: number;
}

export function gpuEffects(scene: Scene, graphics: GraphicsRate, memory: MemoryState): GpuEffects {
  const own = graphics.kind === 'gpu';
  const have = own ? graphics.videoMemoryGb : borrowedGb(scene, memory.gb);
  const videoMemoryShort = shortfall(scene.videoMemoryNeedGb, have, scene.shortfall.videoMemory);
  const pixels = scene.game.resolutionExponent * scene.pixelsLn - interactionLn(scene, scene.pixelsName);
  const bandwidth = own
    ? 0
    : -scene.game.bandwidthExponent * Math.log(memory.bandwidthGbs / scene.referenceMemory.bandwidthGbs);
  // A narrow link hurts more when what does not fit in video memory has to cross it.
  const link = own ? -scene.game.linkSensitivity * graphics.linkLn * (1 + 4 * videoMemoryShort) : 0;
  const interaction = -interactionLn(scene, graphics.name);
  const rendered = scene.preset.gpuTimeLn + pixels - graphics.rateLn + interaction + bandwidth;
  const upscaling = scene.upscaled
    ? Math.log(1 + (UPSCALING_MS * Math.exp(-graphics.rateLn)) / Math.exp(rendered))
    : 0;
  return {
    game: scene.preset.gpuTimeLn,
    pixels,
    gpu: -graphics.rateLn,
    interaction,
    bandwidth,
    videoMemoryShort,
    link,
    background: scene.background.gpuLn,
    upscaling,
  };
}

export function cpuSide(scene: Scene, cpu: CpuRate, memory: MemoryState, integrated: boolean): Side {
  const e = cpuEffects(scene, cpu, memory, integrated);
  return {
    mean: e.game + e.cpu + e.interaction + e.memory + e.memoryShort + e.threadsShort + e.background,
    spread: scene.game.cpuSpread * (1 + SHORTFALL_SPREAD * (e.memoryShort + e.threadsShort)),
  };
}

export function gpuSide(scene: Scene, graphics: GraphicsRate, memory: MemoryState): Side {
  const e = gpuEffects(scene, graphics, memory);
  return {
    mean:
      e.game +
      e.pixels +
      e.gpu +
      e.interaction +
      e.bandwidth +
      e.videoMemoryShort +
      e.link +
      e.background +
      e.upscaling,
    spread: scene.game.gpuSpread * (1 + SHORTFALL_SPREAD * e.videoMemoryShort),
  };
}

/** Puts both sides and the engine's cap together. */
export function frameTimeOf(scene: Scene, cpu: Side, gpu: Side): FrameTime {
  return { cpu, gpu, shortestMs: scene.game.frameCap ? 1000 / scene.game.frameCap : 0 };
}
