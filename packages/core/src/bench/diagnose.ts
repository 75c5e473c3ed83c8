import {
  averageSlopes,
  gradientOf,
  indexModel,
  limitedBy,
  linkLnOf,
  meanFrameTime,
  memoryState,
  percentileSlopes,
  residualOf,
  sceneMaker,
  sideMean,
  systemOf,
  timeOn,
  uncertaintyOf,
  type Gradient,
  type Scene,
  type SceneConditions,
  type SystemRates,
} from '../frames/index.ts';
import type { Motherboard, Gpu, FrameModel, Memory, Cpu } from '../parts/index.ts';
import { factorise, median, solveWith } from '../stats/index.ts';
import { CAUSES, type Cause } from './causes.ts';

/*
 * Each cause predicts what every measured scene would show: it is put into the frame model as a change of the system,
 * with several degrees of it. The posterior is prior times likelihood, over the degrees of each cause; measured and
 * expected are compared in logs, with the fit's covariance, because an error in a part's rate shifts all scenes together.
 */

/** One measured scene of the user's own system. */
export interface Observation {
  readonly game: string;
  readonly conditions: SceneConditions;
  readonly average: number;
  /** Standard deviation of the log average over its passes. */
  readonly sdLn: number;
  /** 1 % low as the 99th percentile of frame time. */
  readonly low: number | null;
  readonly gpuBusy: number | null;
  readonly driftLn: number | null;
}

export interface OwnRig {
  readonly cpu: Cpu;
  readonly motherboard: Motherboard;
  readonly memory: Memory;
  readonly gpu: Gpu | null;
  /** Whether the memory's rated profile is believed to be on. */
  readonly profileOn: boolean;
}

export interface Compared {
  readonly game: string;
  readonly conditions: SceneConditions;
  readonly measured: number;
  readonly expected: number;
  /** Standard deviation of ln(measured / expected) on a healthy system, and the standard score. */
  readonly sdLn: number;
  readonly z: number;
  /** Which side sets most of its frames: more than 60 %. */
  readonly limit: 'cpu' | 'gpu' | 'both';
  /** Expected share of the time that the card is busy. */
  readonly gpuBusy: number;
}

export interface RankedCause {
  readonly cause: Cause;
  readonly probability: number;
  /** Predicted measured / expected of each scene under its likeliest degree. */
  readonly predicted: readonly number[];
}

export interface Diagnosis {
  readonly compared: readonly Compared[];
  /** Chance that nothing is wrong. */
  readonly healthy: number;
  readonly causes: readonly RankedCause[];
  /** Too likely healthy to name a cause. */
  readonly isQuiet: boolean;
  /** Median of measured / expected by what limits the scene; null without such a scene. */
  readonly cpuSide: number | null;
  readonly gpuSide: number | null;
}

export type DiagnoseResult =
  | { readonly status: 'done'; readonly diagnosis: Diagnosis }
  | { readonly status: 'unknown'; readonly missing: readonly string[] };

/** A cause is named only when a healthy system is less likely than this. Chosen, so that nineteen in twenty healthy ones stay unaccused. */
export const QUIET_ABOVE = 0.15;
/** A side that sets more than this share of frames limits a scene. Chosen. */
const LIMITS = 0.6;
/** Chances before anything is measured, for somebody who measures because something seems slow. Chosen. */
const PRIOR: Readonly<Record<Cause | 'healthy', number>> = {
  healthy: 0.5,
  'memory-profile': 0.11,
  'one-stick': 0.06,
  'slow-slot': 0.05,
  'processor-held': 0.07,
  'card-held': 0.07,
  'wrong-output': 0.03,
  background: 0.06,
  driver: 0.05,
};
/** How far lows, busy shares and drifts of a healthy system stray from the model. Chosen. */
const LOW_SD_LN = 0.07;
const BUSY_SD = 0.05;
const DRIFT_SD_LN = 0.012;
/** Evidence of one kind in one scene never counts more than this many standard deviations. */
const MOST_Z = 4;
/** Share of a game's unexplained part that all its scenes have in common. Chosen. */
const RESIDUAL_SHARED = 0.5;

interface Variant {
  readonly change: (system: SystemRates) => SystemRates;
  readonly weight: number;
  /** Factor on the spread of the processor's times. */
  readonly cpuSpread?: number;
  /** Further standard deviation of each game's own loss on the card's side. */
  readonly perGameSd?: number;
  /** Expected drift and its standard deviation. */
  readonly drift?: { readonly mean: number; readonly sd: number };
}

const scaledCpu =
  (ln: number) =>
  (system: SystemRates): SystemRates => ({
    ...system,
    cpu: { ...system.cpu, rateLn: system.cpu.rateLn + ln },
  });
const scaledGraphics =
  (ln: number) =>
  (system: SystemRates): SystemRates => ({
    ...system,
    graphics: { ...system.graphics, rateLn: system.graphics.rateLn + ln },
  });
const HELD_LN = [-0.08, -0.14, -0.22, -0.32, -0.45, -0.65];
/** With heat the pass ends slower than it starts; a power limit holds from the first frame on. */
const WARMING = { mean: -0.04, sd: 0.03 };
const STEADY = { mean: 0, sd: DRIFT_SD_LN };

/** Degrees of each cause that this system can have; none when it cannot have it. */
function variantsOf(cause: Cause, own: OwnRig, base: SystemRates, model: FrameModel): readonly Variant[] {
  const even = (variants: readonly Omit<Variant, 'weight'>[]): Variant[] =>
    variants.map((variant) => ({ ...variant, weight: 1 / variants.length }));
  switch (cause) {
    case 'memory-profile': {
      const off = stateOf(own, false);
      const isSame =
        !off ||
        !own.profileOn ||
        (off.latencyNs === base.memory.latencyNs && off.bandwidthGbs === base.memory.bandwidthGbs);
      return isSame ? [] : even([{ change: (system) => ({ ...system, memory: off }) }]);
    }
    case 'one-stick': {
      const { modules } = own.memory;
      if (modules === null || modules < 2) return [];
      const half = base.memory.bandwidthGbs / 2;
      return even([
        { change: (system) => ({ ...system, memory: { ...system.memory, bandwidthGbs: half } }) },
        {
          change: (system) => ({
            ...system,
            memory: { ...system.memory, bandwidthGbs: half, gb: system.memory.gb / modules },
          }),
        },
      ]);
    }
    case 'slow-slot': {
      const { gpu } = own;
      const { graphics } = base;
      if (!gpu || graphics.kind !== 'gpu') return [];
      const links = [
        [4, 4],
        [3, 4],
        [2, 4],
        [3, 1],
      ] as const;
      return even(
        links
          .map(([generation, lanes]) => linkLnOf(gpu, generation, lanes))
          .filter((linkLn) => linkLn < graphics.linkLn - 0.1)
          .map((linkLn) => ({ change: (system) => ({ ...system, graphics: { ...graphics, linkLn } }) })),
      );
    }
    case 'processor-held':
      return even(
        HELD_LN.flatMap((ln) => [WARMING, STEADY].map((drift) => ({ change: scaledCpu(ln), drift }))),
      );
    case 'card-held':
      return even(
        HELD_LN.flatMap((ln) => [WARMING, STEADY].map((drift) => ({ change: scaledGraphics(ln), drift }))),
      );
    case 'wrong-output': {
      const rate = model.integrated.find((each) => each.part === own.cpu.id);
      if (!own.gpu || !rate) return [];
      const parts = { ...base.parts, gpu: null };
      return even([
        { change: (system) => ({ ...system, parts, graphics: { kind: 'integrated', rateLn: rate.rateLn } }) },
      ]);
    }
    case 'background':
      return even(
        (
          [
            [1, 0.05, 1.2],
            [2, 0.1, 1.35],
            [4, 0.16, 1.5],
            [6, 0.26, 1.7],
          ] as const
        ).map(([threads, ln, cpuSpread]) => ({
          cpuSpread,
          change: (system: SystemRates) => ({
            ...system,
            cpu: {
              rateLn: system.cpu.rateLn - ln,
              threads: Math.max(1, system.cpu.threads - threads),
            },
          }),
        })),
      );
    case 'driver':
      return even([-0.05, -0.09, -0.14].map((ln) => ({ change: scaledGraphics(ln), perGameSd: 0.06 })));
  }
}

function stateOf({ memory, motherboard }: OwnRig, profileOn: boolean) {
  const { modules, gbPerModule, ratedMts, ratedCl, jedecMts, jedecCl } = memory;
  const { memoryMaxMts: maxMts, memoryProfile: profile } = motherboard;
  if (modules === null || gbPerModule === null || ratedMts === null || ratedCl === null) return null;
  if (jedecMts === null || jedecCl === null || maxMts === null || profile === null) return null;
  return memoryState(
    { modules, gbPerModule, ratedMts, ratedCl, jedecMts, jedecCl },
    { maxMts, profile },
    profileOn,
  );
}

interface Outlook {
  readonly ln: number;
  readonly gradient: Gradient;
  readonly residual: number;
  readonly lowRatioLn: number;
  readonly gpuBusy: number;
  readonly gpuShare: number;
  readonly cpuShare: number;
}

function outlook(scene: Scene, system: SystemRates, cpuSpread = 1): Outlook {
  const plain = timeOn(scene, system);
  const time = {
    ...plain,
    cpu: { ...plain.cpu, spread: plain.cpu.spread * cpuSpread },
  };
  const slopes = averageSlopes(time);
  const shares = limitedBy(time);
  return {
    ln: slopes.ln,
    gradient: gradientOf(scene, system, system.parts, slopes),
    residual: residualOf(scene, slopes),
    lowRatioLn: percentileSlopes(time, 0.99).ln - slopes.ln,
    gpuBusy: Math.min(1, sideMean(time.gpu) / meanFrameTime(time)),
    gpuShare: shares.gpu,
    cpuShare: shares.cpu,
  };
}

const clipped = (z: number) => Math.min(MOST_Z, Math.abs(z)) ** 2 / 2;

/** Expected against measured, and the causes in order of their probability. */
export function diagnose(
  model: FrameModel,
  own: OwnRig,
  observations: readonly Observation[],
): DiagnoseResult {
  const system = systemOf({ ...own, cpu: own.cpu }, indexModel(model), own.profileOn);
  if (!('cpu' in system)) return { status: 'unknown', missing: system.map((each) => each.fact) };
  const games = new Map(model.games.map((game) => [game.id, game]));
  const lost = observations.filter((each) => !games.has(each.game)).map((each) => each.game);
  if (lost.length > 0 || observations.length === 0) return { status: 'unknown', missing: lost };
  const make = sceneMaker(model);
  const scenes = observations.map((each) => make(games.get(each.game) ?? model.games[0], each.conditions));
  const uncertainty = uncertaintyOf(model);
  const n = observations.length;

  /** Minus the log likelihood of everything measured, under one variant. */
  const misfit = (variant: Omit<Variant, 'weight'>) => {
    const changed = variant.change(system);
    const each = scenes.map((scene) => outlook(scene, changed, variant.cpuSpread));
    const matrix = new Float64Array(n * n);
    for (let i = 0; i < n; i++)
      for (let j = 0; j <= i; j++) {
        let value = uncertainty.covariance(each[i].gradient, each[j].gradient);
        if (observations[i].game === observations[j].game) {
          const share = i === j ? 1 : RESIDUAL_SHARED;
          value += share * each[i].residual * each[j].residual;
          value += (variant.perGameSd ?? 0) ** 2 * each[i].gpuShare * each[j].gpuShare;
        }
        if (i === j) value += observations[i].sdLn ** 2;
        matrix[i * n + j] = value;
      }
    const variances = Array.from({ length: n }, (_, i) => matrix[i * n + i]);
    if (!factorise(matrix, n))
      throw new Error('diagnose: the covariance of the scenes is not positive definite; this is our bug');
    const off = Float64Array.from(observations, (seen, i) => Math.log(seen.average) - each[i].ln);
    const scaled = solveWith(matrix, n, off);
    let cost = 0;
    for (let i = 0; i < n; i++) cost += (off[i] * scaled[i]) / 2 + Math.log(matrix[i * n + i]);
    observations.forEach((seen, i) => {
      if (seen.low !== null)
        cost += clipped((Math.log(seen.low / seen.average) - each[i].lowRatioLn) / LOW_SD_LN);
      if (seen.gpuBusy !== null) cost += clipped((seen.gpuBusy - each[i].gpuBusy) / BUSY_SD);
      if (seen.driftLn !== null) {
        const { mean, sd } = variant.drift ?? STEADY;
        cost += clipped((seen.driftLn - mean) / sd) + Math.log(sd / DRIFT_SD_LN);
      }
    });
    return { cost, each, off, variances };
  };

  const healthy = misfit({ change: (same) => same });
  const posterior: { cause: Cause; logWeight: number; predicted: readonly number[] }[] = [];
  for (const cause of CAUSES) {
    const variants = variantsOf(cause, own, system, model).map((variant) => ({
      variant,
      ...misfit(variant),
    }));
    if (variants.length === 0) continue;
    const least = Math.min(...variants.map(({ cost }) => cost));
    const likeliest = variants.find(({ cost }) => cost === least) ?? variants[0];
    const total = variants.reduce(
      (sum, { variant, cost }) => sum + variant.weight * Math.exp(least - cost),
      0,
    );
    posterior.push({
      cause,
      logWeight: Math.log(PRIOR[cause] * total) - least,
      predicted: likeliest.each.map((each, i) => Math.exp(each.ln - healthy.each[i].ln)),
    });
  }
  const fine = Math.log(PRIOR.healthy) - healthy.cost;
  const top = Math.max(fine, ...posterior.map(({ logWeight }) => logWeight));
  const whole =
    Math.exp(fine - top) + posterior.reduce((sum, { logWeight }) => sum + Math.exp(logWeight - top), 0);
  const causes = posterior
    .map(({ cause, logWeight, predicted }) => ({
      cause,
      predicted,
      probability: Math.exp(logWeight - top) / whole,
    }))
    .sort((a, b) => b.probability - a.probability);
  const compared = observations.map((seen, i): Compared => {
    const expected = healthy.each[i];
    const sdLn = Math.sqrt(healthy.variances[i]);
    const limit = expected.cpuShare > LIMITS ? 'cpu' : expected.gpuShare > LIMITS ? 'gpu' : 'both';
    return {
      game: seen.game,
      conditions: seen.conditions,
      measured: seen.average,
      expected: Math.exp(expected.ln),
      sdLn,
      z: healthy.off[i] / sdLn,
      limit,
      gpuBusy: expected.gpuBusy,
    };
  });
  const side = (limit: Compared['limit']) => {
    const ratios = compared
      .filter((each) => each.limit === limit)
      .map((each) => each.measured / each.expected);
    return ratios.length === 0 ? null : median(ratios);
  };
  const chance = Math.exp(fine - top) / whole;
  return {
    status: 'done',
    diagnosis: {
      compared,
      healthy: chance,
      causes,
      isQuiet: chance >= QUIET_ABOVE,
      cpuSide: side('cpu'),
      gpuSide: side('gpu'),
    },
  };
}
