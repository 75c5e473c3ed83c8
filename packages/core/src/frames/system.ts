import type { Motherboard, Gpu, FrameModel, Memory, Part, PartSet, Cpu, Rate, Slot } from '../parts/index.ts';
import { memoryState, type MemoryState } from './memory.ts';
import type { GraphicsRate, CpuRate } from './scene.ts';

/** Rates by part id. */
export interface ModelIndex {
  readonly cpus: ReadonlyMap<string, Rate>;
  readonly gpus: ReadonlyMap<string, Rate>;
  readonly integrated: ReadonlyMap<string, Rate>;
  /** Names of rates of which some game makes more or less. */
  readonly interacting: ReadonlySet<string>;
  /** Rate of a processor or card in every game, where games make more or less of parts; else its one rate. */
  ratesOf(part: Part): readonly number[];
}

export function indexModel(model: FrameModel): ModelIndex {
  const byPart = (rates: readonly Rate[]) => new Map(rates.map((rate) => [rate.part, rate]));
  const [cpus, gpus] = [byPart(model.cpus), byPart(model.gpus)];
  const games = model.interactions ?? [];
  return {
    cpus,
    gpus,
    integrated: byPart(model.integrated),
    interacting: new Set(games.flatMap(({ rates }) => Object.keys(rates))),
    ratesOf({ id, kind }) {
      const rate = (kind === 'gpu' ? gpus : cpus).get(id)?.rateLn ?? -Infinity;
      return games.length === 0 ? [rate] : games.map(({ rates }) => rate + (rates[`${kind}:${id}`]?.ln ?? 0));
    },
  };
}

/** A fact that a frame rate needs and that is not known. */
export interface MissingFact {
  readonly slot: Slot;
  readonly part: string | null;
  readonly fact: string;
}

/**
 * Bandwidth of one PCI Express lane in GB/s by generation, after line coding.
 * Source: PCI-SIG base specifications (2.5, 5, 8, 16, 32 GT/s; values from memory).
 */
const LANE_GBS = [0, 0.25, 0.5, 0.985, 1.969, 3.938];

function linkGbs(generation: number, lanes: number): number {
  return LANE_GBS[Math.min(Math.max(Math.trunc(generation), 1), LANE_GBS.length - 1)] * lanes;
}

/**
 * ln of the link that a card gets in a slot of a generation and width over the link that it is made for: 0 when
 * nothing is lost, negative otherwise. NaN when the card's own link is not known.
 */
export function linkLnOf(gpu: Gpu, slotGeneration: number, slotLanes: number): number {
  const { pcieGeneration: generation, pcieLanes: lanes } = gpu;
  if (generation === null || lanes === null) return NaN;
  const got = linkGbs(Math.min(generation, slotGeneration), Math.min(lanes, slotLanes));
  return Math.log(got / linkGbs(generation, lanes));
}

/** The same for a card on a board with a processor; null when a sheet is silent. */
export function linkLn(gpu: Gpu, motherboard: Motherboard, cpu: Cpu): number | null {
  if (motherboard.pcieSlot === null || cpu.pcieGeneration === null) return null;
  const link = linkLnOf(
    gpu,
    Math.min(motherboard.pcieSlot.generation, cpu.pcieGeneration),
    motherboard.pcieSlot.lanes,
  );
  return Number.isNaN(link) ? null : link;
}

/** How a kit runs on a board; null when either sheet is silent. */
export function memoryStateOf(kit: Memory, motherboard: Motherboard, profileOn: boolean): MemoryState | null {
  const { modules, gbPerModule, ratedMts, ratedCl, jedecMts, jedecCl } = kit;
  const { memoryMaxMts: maxMts, memoryProfile: profile } = motherboard;
  if (modules === null || gbPerModule === null || ratedMts === null || ratedCl === null) return null;
  if (jedecMts === null || jedecCl === null || maxMts === null || profile === null) return null;
  return memoryState(
    { modules, gbPerModule, ratedMts, ratedCl, jedecMts, jedecCl },
    { maxMts, profile },
    profileOn,
  );
}

function cpuRateOf(cpu: Cpu, index: ModelIndex): CpuRate | null {
  const rate = index.cpus.get(cpu.id);
  return rate && cpu.threads !== null
    ? { name: `cpu:${cpu.id}`, rateLn: rate.rateLn, threads: cpu.threads }
    : null;
}

/** What the frame model reads of a build. */
export interface SystemRates {
  readonly cpu: CpuRate;
  readonly memory: MemoryState;
  readonly graphics: GraphicsRate;
  /** Which parts they are; the card is null for the processor's own graphics. */
  readonly parts: { readonly cpu: string; readonly gpu: string | null };
}

/** Reads a build for the frame model; or says which facts are missing. */
export function systemOf(
  set: PartSet,
  index: ModelIndex,
  profileOn: boolean,
): SystemRates | readonly MissingFact[] {
  const missing: MissingFact[] = [];
  const lacks = (slot: Slot, part: { readonly id: string } | null | undefined, fact: string) => {
    missing.push({ slot, part: part?.id ?? null, fact });
    return null;
  };
  const { cpu, motherboard, memory, gpu } = set;
  const rate = cpu
    ? (cpuRateOf(cpu, index) ?? lacks('cpu', cpu, 'rate or threads'))
    : lacks('cpu', null, 'a processor');
  const state =
    motherboard && memory
      ? (memoryStateOf(memory, motherboard, profileOn) ?? lacks('memory', memory, 'memory rates'))
      : lacks(motherboard ? 'memory' : 'motherboard', null, motherboard ? 'memory' : 'a motherboard');
  let graphics: GraphicsRate | null = null;
  if (gpu) {
    const known = index.gpus.get(gpu.id);
    const link = motherboard && cpu ? linkLn(gpu, motherboard, cpu) : null;
    if (!known) lacks('gpu', gpu, 'rate');
    else if (gpu.videoMemoryGb === null) lacks('gpu', gpu, 'video memory');
    else if (link === null) lacks('gpu', gpu, 'link to the motherboard');
    else {
      const { videoMemoryGb } = gpu;
      graphics = { kind: 'gpu', name: `gpu:${gpu.id}`, rateLn: known.rateLn, videoMemoryGb, linkLn: link };
    }
  } else if (cpu) {
    const known = cpu.integratedGraphics ? index.integrated.get(cpu.id) : undefined;
    if (known) {
      graphics = { kind: 'integrated', name: `integrated:${cpu.id}`, rateLn: known.rateLn };
    } else lacks('gpu', null, 'a graphics card, or a processor with graphics');
  }
  if (!rate || !state || !graphics || !cpu) return missing;
  return {
    cpu: rate,
    memory: state,
    graphics,
    parts: { cpu: cpu.id, gpu: gpu?.id ?? null },
  };
}
