import {
  balanceOf,
  counted,
  cpuSide,
  figureOf,
  frameTimeOf,
  gpuSide,
  isBalanced,
  linkLnOf,
  meanBalance,
  meanOf,
  meanValue,
  scoreOf,
  sideBound,
  type GraphicsRate,
  type MemoryState,
  type ModelIndex,
  type Scene,
  type Side,
} from '../frames/index.ts';
import type { Brief, Cpu, Gpu, Objective } from '../parts/index.ts';
import type { Domains } from './domains.ts';
import type { GpuClass, GpuLink, Platform, ScoreSpace } from './pair-classes.ts';

interface ScoreTask {
  readonly brief: Brief;
  readonly domains: Domains;
  readonly index: ModelIndex;
  readonly scenes: readonly Scene[];
  readonly platforms: readonly Platform[];
  readonly gpuClasses: readonly GpuClass[];
  readonly links: readonly GpuLink[];
}

/** Room for rounding in the last digits when two ways to compute the same bound meet. */
const BOUND_SLACK = 1 + 1e-9;

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

/** The mean as sums of one term a scene, from which bounds of the score are made. */
class MeanTerms {
  readonly count: number;
  private readonly objective: Objective;
  private readonly mean;

  constructor(
    { play }: Brief,
    private readonly scenes: readonly Scene[],
  ) {
    this.count = scenes.length;
    this.objective = play.objective;
    this.mean = meanOf(play.objective, scenes);
  }

  of(k: number, side: Side): number {
    const { kind, weights } = this.mean;
    const bound = sideBound(this.objective.figure, this.scenes[k], side);
    return transform(kind, weights[k], counted(this.objective, this.scenes[k], bound));
  }

  /** The score that the smaller of two rows of terms comes to; never below the true one. */
  bound(a: Float64Array, atA: number, b: Float64Array = a, atB: number = atA): number {
    const { kind } = this.mean;
    const isWeakest = kind === 'weakest';
    let sum = isWeakest ? Infinity : 0;
    for (let k = 0; k < this.count; k++) {
      const term = Math.min(a[atA + k], b[atB + k]);
      sum = isWeakest ? Math.min(sum, term) : sum + term;
    }
    const value = kind === 'geometric' ? Math.exp(sum) : kind === 'harmonic' ? -1 / sum : sum;
    return scoreOf(value * BOUND_SLACK);
  }
}

/** What a side does in every scene, and its terms of the bound: one row an item. */
class SideTable {
  readonly mean: Float64Array;
  readonly spread: Float64Array;
  readonly term: Float64Array;

  constructor(
    items: number,
    private readonly terms: MeanTerms,
  ) {
    const size = items * terms.count;
    this.mean = new Float64Array(size);
    this.spread = new Float64Array(size);
    this.term = new Float64Array(size);
  }

  /** Fills the row that starts at `at`, and gives the bound of the score that this side alone sets. */
  fill(at: number, sideOf: (k: number) => Side): number {
    for (let k = 0; k < this.terms.count; k++) {
      const side = sideOf(k);
      this.mean[at + k] = side.mean;
      this.spread[at + k] = side.spread;
      this.term[at + k] = this.terms.of(k, side);
    }
    return this.terms.bound(this.term, at);
  }

  side(at: number): Side {
    return { mean: this.mean[at], spread: this.spread[at] };
  }
}

/** The exact score from both sides of every scene; -1 where a side loses more to the other than the brief allows. */
function scorerOf({ brief, scenes }: ScoreTask): (sidesAt: (k: number) => readonly [Side, Side]) => number {
  const { objective } = brief.play;
  const mean = meanOf(objective, scenes);
  const values = new Float64Array(scenes.length);
  return (sidesAt) => {
    const times = scenes.map((scene, k) => frameTimeOf(scene, ...sidesAt(k)));
    times.forEach((time, k) => (values[k] = counted(objective, scenes[k], figureOf(objective.figure, time))));
    const { balanceLimit } = objective;
    const isOff =
      balanceLimit !== null && !isBalanced(meanBalance(mean.weights, times.map(balanceOf)), balanceLimit);
    return isOff ? -1 : scoreOf(meanValue(mean, values));
  };
}

/** A card in a slot. */
const linkedRate = (
  gpu: Gpu,
  rateLn: number,
  { generation, lanes }: { readonly generation: number; readonly lanes: number },
): GraphicsRate => ({
  ...{ kind: 'gpu', name: `gpu:${gpu.id}`, rateLn, videoMemoryGb: gpu.videoMemoryGb ?? 0 },
  linkLn: linkLnOf(gpu, generation, lanes),
});

/** Works out every platform's and every card class's own side, and from them bounds and scores of pairs. */
export function scoreSpaceOf(task: ScoreTask): ScoreSpace {
  const { brief, domains, index, scenes, platforms, gpuClasses, links } = task;
  const K = scenes.length;
  const G = gpuClasses.length;
  const terms = new MeanTerms(brief, scenes);
  const cpus = new SideTable(platforms.length, terms);
  const gpus = new SideTable(links.length * G, terms);
  const cpuOf = ({ cpu }: Platform) => domains.cpus[cpu].part as Cpu; // the processors' own domain
  const rateOf = ({ id, threads }: Cpu) => ({
    ...{ name: `cpu:${id}`, rateLn: index.cpus.get(id)?.rateLn ?? 0, threads: threads ?? 1 },
  });

  const platformBound = Float64Array.from(platforms, (platform, p) => {
    const rate = rateOf(cpuOf(platform));
    return cpus.fill(p * K, (k) => cpuSide(scenes[k], rate, platform.state, false));
  });
  const noMemory: MemoryState = { latencyNs: 1, bandwidthGbs: 1, gb: 0 }; // a card's own side does not read it
  const gpuBound = Float64Array.from(gpuClasses, ({ gpu, rateLn }, g) => {
    if (!gpu) return Infinity;
    const bounds = links.map((link, l) => {
      if (!link) return -1;
      const rate = linkedRate(gpu, rateLn, link);
      return gpus.fill((l * G + g) * K, (k) => gpuSide(scenes[k], rate, noMemory));
    });
    return Math.max(-1, ...bounds);
  });

  const scoreFrom = scorerOf(task);
  const integratedScore = (platform: Platform): number => {
    const cpu = cpuOf(platform);
    const known = cpu.integratedGraphics ? index.integrated.get(cpu.id) : undefined;
    if (!known) return -1;
    const rate = rateOf(cpu);
    const graphics: GraphicsRate = { kind: 'integrated', name: `integrated:${cpu.id}`, rateLn: known.rateLn };
    return scoreFrom((k) => [
      cpuSide(scenes[k], rate, platform.state, true),
      gpuSide(scenes[k], graphics, platform.state),
    ]);
  };
  const rowOf = (p: number, g: number) => (platforms[p].link * G + g) * K;
  const isUnknown = (p: number) => links[platforms[p].link] === null;
  return {
    platforms,
    gpuClasses,
    platformBound,
    gpuBound,
    bound(p, g) {
      if (!gpuClasses[g].gpu) return integratedScore(platforms[p]);
      return isUnknown(p) ? -1 : terms.bound(cpus.term, p * K, gpus.term, rowOf(p, g));
    },
    score(p, g) {
      if (!gpuClasses[g].gpu) return integratedScore(platforms[p]);
      if (isUnknown(p)) return -1;
      const row = rowOf(p, g);
      return scoreFrom((k) => [cpus.side(p * K + k), gpus.side(row + k)]);
    },
  };
}
