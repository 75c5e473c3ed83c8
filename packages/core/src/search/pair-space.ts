import {
  balanceOf,
  gpuSide,
  isBalanced,
  meanBalance,
  memoryStateOf,
  meanOf,
  cpuSide,
  sideBound,
  counted,
  figureOf,
  frameTimeOf,
  meanValue,
  scoreOf,
  linkLnOf,
  type Balance,
  type GraphicsRate,
  type MemoryState,
  type ModelIndex,
  type Scene,
  type Side,
} from '../frames/index.ts';
import type { Motherboard, Brief, Gpu, Memory, Objective, Cpu } from '../parts/index.ts';
import { and, bitsKey, emptyBits, hasBit, intersects, members, orInto, setBit, type Bits } from './bits.ts';
import type { Compatibility } from './pair-compatibility.ts';
import { AT, type Domains } from './domains.ts';

/** Kits that no frame rate tells apart. */
interface KitClass {
  readonly kit: Memory;
  readonly members: Bits;
}

/** Boards that no frame rate tells apart. */
interface MotherboardClass {
  readonly motherboard: Motherboard;
  readonly members: Bits;
}

/** Cards that no frame rate tells apart, or no card at all (`card` null). */
export interface GpuClass {
  readonly gpu: Gpu | null;
  readonly rateLn: number;
  readonly members: Bits;
}

/** A processor with memory that runs in one way and a link of one kind: all that its frame rates depend on. */
export interface Platform {
  readonly cpu: number;
  readonly kitClass: number;
  readonly motherboards: Bits;
  readonly memory: Bits;
  /** Equal for platforms with equal `memory`. */
  readonly memoryKey: number;
  readonly state: MemoryState;
  /** Index of the link that it offers a card. */
  readonly link: number;
}

/** Everything that the score depends on, in classes. */
export interface PairSpace {
  readonly platforms: readonly Platform[];
  readonly gpuClasses: readonly GpuClass[];
  /** Worked out when first asked for: whether anything fits at all does not need it. */
  scores(): ScoreSpace;
}

/** The classes with cheap upper bounds and the exact score. */
export interface ScoreSpace {
  readonly platforms: readonly Platform[];
  readonly gpuClasses: readonly GpuClass[];
  /** Upper bound of the score by platform, and by card class over all links; sorted use is up to the caller. */
  readonly platformBound: Float64Array;
  readonly gpuBound: Float64Array;
  /** Upper bound of the score of a pair; never below {@link score}. */
  bound(platform: number, gpuClass: number): number;
  /** Exact score of a pair; -1 where there is none (no card and no integrated graphics). */
  score(platform: number, gpuClass: number): number;
}

/** Room for rounding in the last digits when two ways to compute the same bound meet. */
const BOUND_SLACK = 1 + 1e-9;

function classesOf<T>(
  items: readonly (T | null)[],
  keyOf: (item: T) => string,
): { first: T; members: Bits }[] {
  const byKey = new Map<string, { first: T; members: Bits }>();
  items.forEach((item, index) => {
    if (item === null) return;
    const key = keyOf(item);
    let entry = byKey.get(key);
    if (!entry) {
      entry = { first: item, members: emptyBits(items.length) };
      byKey.set(key, entry);
    }
    setBit(entry.members, index);
  });
  return [...byKey.values()];
}

function partsOf<T>(domains: Domains, slot: number): (T | null)[] {
  return domains.rest[slot].map((element) => element.part as T | null); // a domain holds its own slot's parts
}

/** Whether any board of a set takes any kit of another, with the processor's own rules kept. */
function meet(
  compatibility: Compatibility,
  motherboards: Bits,
  memory: Bits,
  motherboardList: readonly number[],
): boolean {
  for (const motherboard of motherboardList) {
    if (!hasBit(motherboards, motherboard)) continue;
    const row = compatibility.row(AT.motherboard, motherboard, AT.memory, true);
    if (!row || intersects(row, memory)) return true;
  }
  return false;
}

export function pairSpaceOf(
  brief: Brief,
  domains: Domains,
  compatibility: Compatibility,
  index: ModelIndex,
  scenes: readonly Scene[],
): PairSpace {
  const kitClasses: KitClass[] = classesOf(partsOf<Memory>(domains, AT.memory), (kit) =>
    [
      kit.type,
      Math.min(kit.modules ?? 0, 2),
      (kit.modules ?? 0) * (kit.gbPerModule ?? 0),
      kit.ratedMts,
      kit.ratedCl,
      kit.jedecMts,
      kit.jedecCl,
    ].join('|'),
  ).map(({ first, members }) => ({ kit: first, members }));
  const motherboardClasses: MotherboardClass[] = classesOf(
    partsOf<Motherboard>(domains, AT.motherboard),
    (motherboard) =>
      [
        motherboard.memoryType,
        motherboard.memoryMaxMts,
        motherboard.memoryProfile,
        motherboard.pcieSlot?.generation,
        motherboard.pcieSlot?.lanes,
      ].join('|'),
  ).map(({ first, members }) => ({ motherboard: first, members }));
  const gpuClasses: GpuClass[] = classesOf(partsOf<Gpu>(domains, AT.gpu), (gpu) =>
    [index.gpus.get(gpu.id)?.rateLn, gpu.videoMemoryGb, gpu.pcieGeneration, gpu.pcieLanes].join('|'),
  ).map(({ first, members }) => ({ gpu: first, rateLn: index.gpus.get(first.id)?.rateLn ?? 0, members }));
  const emptyGpu = domains.rest[AT.gpu].findIndex((element) => element.part === null);
  if (emptyGpu >= 0) {
    const members = emptyBits(domains.rest[AT.gpu].length);
    setBit(members, emptyGpu);
    gpuClasses.push({ gpu: null, rateLn: 0, members });
  }

  // Platforms: per processor and kit class, boards merged where the kit runs alike and the link is the same.
  const platforms: Platform[] = [];
  const links: { generation: number; lanes: number }[] = [];
  const linkIndex = new Map<string, number>();
  const memoryKeys = new Map<string, number>();
  domains.cpus.forEach((element, cpu) => {
    const chip = element.part as Cpu; // the processors' domain holds processors only
    const allowed = compatibility.linksOf(cpu).allowed;
    const motherboardSets = motherboardClasses
      .map((entry) => ({
        motherboard: entry.motherboard,
        motherboards: and(entry.members, allowed[AT.motherboard]),
      }))
      .filter((entry) => entry.motherboards.some((word) => word !== 0));
    const motherboardList = listOf(motherboardSets.map((entry) => entry.motherboards));
    kitClasses.forEach((kitEntry, kitClass) => {
      const memory = and(kitEntry.members, allowed[AT.memory]);
      if (memory.every((word) => word === 0)) return;
      const merged = new Map<string, { motherboards: Bits; state: MemoryState; link: number }>();
      for (const { motherboard, motherboards } of motherboardSets) {
        if (
          motherboard.memoryType !== kitEntry.kit.type &&
          motherboard.memoryType !== null &&
          kitEntry.kit.type !== null
        )
          continue;
        if (!meet(compatibility, motherboards, memory, motherboardList)) continue;
        const state = memoryStateOf(kitEntry.kit, motherboard, brief.play.memoryProfile);
        if (!state || !motherboard.pcieSlot) continue;
        const generation = Math.min(motherboard.pcieSlot.generation, chip.pcieGeneration ?? 0);
        const linkKey = `${generation}x${motherboard.pcieSlot.lanes}`;
        let link = linkIndex.get(linkKey);
        if (link === undefined) {
          link = links.length;
          links.push({ generation, lanes: motherboard.pcieSlot.lanes });
          linkIndex.set(linkKey, link);
        }
        const key = `${state.latencyNs}|${state.bandwidthGbs}|${link}`;
        const known = merged.get(key);
        if (known) orInto(known.motherboards, motherboards);
        else merged.set(key, { motherboards: motherboards.slice(), state, link });
      }
      if (merged.size === 0) return;
      const asText = bitsKey(memory);
      const memoryKey = memoryKeys.get(asText) ?? memoryKeys.size;
      memoryKeys.set(asText, memoryKey);
      for (const { motherboards, state, link } of merged.values())
        platforms.push({ cpu, kitClass, motherboards, memory, memoryKey, state, link });
    });
  });

  let known: ScoreSpace | null = null;
  const scores = () => (known ??= sidesOf(brief, domains, index, scenes, platforms, gpuClasses, links));
  return { platforms, gpuClasses, scores };
}

function listOf(sets: readonly Bits[]): number[] {
  if (sets.length === 0) return [];
  const all = sets[0].slice();
  for (const set of sets) orInto(all, set);
  return members(all);
}

/** Turns a counted figure into what adds up inside the mean; grows with the figure. */
function transform(kind: Objective['mean'], weight: number, value: number): number {
  switch (kind) {
    case 'geometric':
      return weight * Math.log(value);
    case 'arithmetic':
      return weight * value;
    case 'harmonic':
      return -weight / value;
    case 'weakest':
      return weight > 0 ? value : Infinity;
  }
}

function sidesOf(
  brief: Brief,
  domains: Domains,
  index: ModelIndex,
  scenes: readonly Scene[],
  platforms: readonly Platform[],
  gpuClasses: readonly GpuClass[],
  links: readonly { readonly generation: number; readonly lanes: number }[],
): ScoreSpace {
  const { objective } = brief.play;
  const mean = meanOf(objective, scenes);
  const K = scenes.length;
  const { kind, weights } = mean;
  const inner = kind === 'weakest';

  const finish = (sum: number): number => {
    const value = kind === 'geometric' ? Math.exp(sum) : kind === 'harmonic' ? -1 / sum : sum;
    return scoreOf(value * BOUND_SLACK);
  };
  const boundTerm = (k: number, side: Side) =>
    transform(kind, weights[k], counted(objective, scenes[k], sideBound(objective.figure, scenes[k], side)));
  const aggregate = (terms: Float64Array, at: number): number => {
    let sum = inner ? Infinity : 0;
    for (let k = 0; k < K; k++) sum = inner ? Math.min(sum, terms[at + k]) : sum + terms[at + k];
    return finish(sum);
  };

  // Processor sides. Many platforms share processor and memory state, and differ in the link alone.
  const P = platforms.length;
  const cpuMean = new Float64Array(P * K);
  const cpuSpread = new Float64Array(P * K);
  const cpuTerm = new Float64Array(P * K);
  const platformBound = new Float64Array(P);
  platforms.forEach((platform, p) => {
    const chip = domains.cpus[platform.cpu].part as Cpu; // processors' own domain
    const rate = { rateLn: index.cpus.get(chip.id)?.rateLn ?? 0, threads: chip.threads ?? 1 };
    for (let k = 0; k < K; k++) {
      const side = cpuSide(scenes[k], rate, platform.state, false);
      cpuMean[p * K + k] = side.mean;
      cpuSpread[p * K + k] = side.spread;
      cpuTerm[p * K + k] = boundTerm(k, side);
    }
    platformBound[p] = aggregate(cpuTerm, p * K);
  });

  // Card sides by link.
  const G = gpuClasses.length;
  const L = links.length;
  const gpuMean = new Float64Array(L * G * K);
  const gpuSpread = new Float64Array(L * G * K);
  const gpuTerm = new Float64Array(L * G * K);
  const gpuBound = new Float64Array(G).fill(-1);
  const noMemory: MemoryState = { latencyNs: 1, bandwidthGbs: 1, gb: 0 }; // a card's own side does not read it
  gpuClasses.forEach(({ gpu, rateLn }, g) => {
    if (!gpu) {
      gpuBound[g] = Infinity;
      return;
    }
    links.forEach((link, l) => {
      const graphics: GraphicsRate = {
        kind: 'gpu',
        rateLn,
        videoMemoryGb: gpu.videoMemoryGb ?? 0,
        linkLn: linkLnOf(gpu, link.generation, link.lanes),
      };
      const at = (l * G + g) * K;
      for (let k = 0; k < K; k++) {
        const side = gpuSide(scenes[k], graphics, noMemory);
        gpuMean[at + k] = side.mean;
        gpuSpread[at + k] = side.spread;
        gpuTerm[at + k] = boundTerm(k, side);
      }
      gpuBound[g] = Math.max(gpuBound[g], aggregate(gpuTerm, at));
    });
  });

  const values = new Float64Array(K);
  const { balanceLimit } = objective;
  const losses: Balance[] = new Array<Balance>(K);
  /** The score; -1 where a side loses more to the other than the brief allows. */
  const scoreFrom = (sidesAt: (k: number) => readonly [Side, Side]): number => {
    for (let k = 0; k < K; k++) {
      const [cpu, gpu] = sidesAt(k);
      const time = frameTimeOf(scenes[k], cpu, gpu);
      values[k] = counted(objective, scenes[k], figureOf(objective.figure, time));
      if (balanceLimit !== null) losses[k] = balanceOf(time);
    }
    if (balanceLimit !== null && !isBalanced(meanBalance(weights, losses), balanceLimit)) return -1;
    return scoreOf(meanValue(mean, values));
  };
  const integratedScore = (platform: Platform): number => {
    const chip = domains.cpus[platform.cpu].part as Cpu; // processors' own domain
    const known = chip.integratedGraphics ? index.integrated.get(chip.id) : undefined;
    if (!known) return -1;
    const rate = { rateLn: index.cpus.get(chip.id)?.rateLn ?? 0, threads: chip.threads ?? 1 };
    const graphics: GraphicsRate = { kind: 'integrated', rateLn: known.rateLn };
    return scoreFrom((k) => [
      cpuSide(scenes[k], rate, platform.state, true),
      gpuSide(scenes[k], graphics, platform.state),
    ]);
  };

  return {
    platforms,
    gpuClasses,
    platformBound,
    gpuBound,
    bound(p, g) {
      if (!gpuClasses[g].gpu) return integratedScore(platforms[p]);
      const pAt = p * K;
      const gAt = (platforms[p].link * G + g) * K;
      let sum = inner ? Infinity : 0;
      for (let k = 0; k < K; k++) {
        const term = Math.min(cpuTerm[pAt + k], gpuTerm[gAt + k]);
        sum = inner ? Math.min(sum, term) : sum + term;
      }
      return finish(sum);
    },
    score(p, g) {
      if (!gpuClasses[g].gpu) return integratedScore(platforms[p]);
      const pAt = p * K;
      const gAt = (platforms[p].link * G + g) * K;
      return scoreFrom((k) => [
        { mean: cpuMean[pAt + k], spread: cpuSpread[pAt + k] },
        { mean: gpuMean[gAt + k], spread: gpuSpread[gAt + k] },
      ]);
    },
  };
}
