import { SHORTFALL } from '../frames/index.ts';
import { PRESETS, type Gpu, type FrameModel, type Part, type Preset, type Cpu } from '../parts/index.ts';
import {
  CARD_FEATURES,
  chipFeatures,
  INTEGRATED_FEATURES,
  integratedFeatures,
  PROCESSOR_FEATURES,
  cpuFeatures,
  type FeatureKind,
  type Features,
} from './features.ts';
import { statedBy } from './stated.ts';

/**
 * What is estimated along with the rest: how far parts scatter around what their sheets say, and games around what is
 * usual for a preset and for pixels.
 */
export const SCATTERS = ['chip', 'gpu', 'cpu', 'integrated', 'presetWork', 'presetPrep', 'pixels'] as const;
export type Scatter = (typeof SCATTERS)[number];
export type Scatters = Readonly<Record<Scatter, number>>;

/** Where the scatters start from, and what they shrink towards. Chosen. */
export const SCATTER_START: Scatters = {
  chip: 0.12,
  gpu: 0.015,
  cpu: 0.05,
  integrated: 0.15,
  presetWork: 0.06,
  presetPrep: 0.03,
  pixels: 0.05,
};

/** Σ coefficient · effect is normal around `mean`, as far as is known without any record. */
export interface Prior {
  readonly terms: readonly (readonly [index: number, coefficient: number])[];
  readonly mean: number;
  readonly sd: number;
  /** A scatter in place of `sd`; `sd` then is what is added for silent sheets. */
  readonly scatter: Scatter | null;
}

/** All effects by name, where they start, and their priors. */
export interface Layout {
  readonly names: readonly string[];
  readonly index: ReadonlyMap<string, number>;
  readonly start: Float64Array;
  readonly priors: readonly Prior[];
  /** How many of the effects, from the first, a prediction can depend on. */
  readonly predictive: number;
  /** How many, from the first, have nothing to do with one another: no record and no prior holds two of them. */
  readonly apart: number;
}

/* Priors of games and settings. Chosen: about the middle and the spread of what games ask of parts. */
const RESOLUTION_EXPONENT = { mean: 0.7, sd: 0.12 };
const MEMORY_SENSITIVITY = { mean: 0.11, sd: 0.05, within: 0.03 };
const BANDWIDTH_EXPONENT = { mean: 0.72, sd: 0.12 };
const LINK = { mean: 0.05, sd: 0.03 };
const GPU_TIME = { mean: 2.3, sd: 0.7, within: 0.6 };
const CPU_TIME = { mean: 2.0, sd: 0.6, within: 0.45 };
const SPREAD = { cpu: Math.log(0.14), gpu: Math.log(0.11), sd: 0.3, within: 0.2 };
const SHORT_SD = 0.35;
/** A preset against medium: work and preparation. */
const STEPS: Readonly<Record<Exclude<Preset, 'medium'>, { gpuTime: number; cpuTime: number }>> = {
  low: { gpuTime: -0.4, cpuTime: -0.1 },
  high: { gpuTime: 0.25, cpuTime: 0.06 },
  ultra: { gpuTime: 0.5, cpuTime: 0.12 },
};
const STEP_SD = 0.15;
/** How far one source, and one system of the user's own, lies from the rest, over all that it measured. */
const SOURCE_SD = 0.012;
const SYSTEM_SD = 0.04;

/** The name of what is particular to a source or a system. */
export const offsetName = (record: {
  readonly rig: string | null;
  readonly source: { readonly name: string };
}) => (record.rig === null ? `offset:source:${record.source.name}` : `offset:rig:${record.rig}`);

/** Lays out every effect for a catalogue's parts and games, and for what is particular to sources and systems. */
export function layoutFor(parts: readonly Part[], model: FrameModel, offsets: ReadonlySet<string>): Layout {
  const names: string[] = [];
  const starts: number[] = [];
  const index = new Map<string, number>();
  const priors: Prior[] = [];
  const add = (name: string, start: number) => {
    index.set(name, names.push(name) - 1);
    starts.push(start);
    return names.length - 1;
  };
  const at = (name: string) => {
    const found = index.get(name);
    if (found === undefined) throw new Error(`layout: no effect is called ${name}; this is our bug`);
    return found;
  };
  const around = (terms: Prior['terms'], mean: number, sd: number, scatter: Scatter | null = null) =>
    priors.push({ terms, mean, sd, scatter });

  // What predictions depend on comes first.
  const cpus = parts.filter((part): part is Cpu => part.kind === 'cpu');
  const gpus = parts.filter((part): part is Gpu => part.kind === 'gpu');
  const withGraphics = cpus.filter((part) => part.integratedGraphics === true);
  // Graphics first: a record has one, and cards of a chip are tied through the chip alone.
  for (const part of gpus) add(`gpu:${part.id}`, 0);
  for (const part of withGraphics) add(`integrated:${part.id}`, INTEGRATED_FEATURES[0].mean);
  const apart = names.length;
  for (const part of cpus) add(`cpu:${part.id}`, 0);
  for (const game of model.games) {
    for (const preset of PRESETS) {
      const step = preset === 'medium' ? { gpuTime: 0, cpuTime: 0 } : STEPS[preset];
      add(`gpuTime:${game.id}:${preset}`, GPU_TIME.mean + step.gpuTime);
      add(`cpuTime:${game.id}:${preset}`, CPU_TIME.mean + step.cpuTime);
    }
    add(`resolutionExponent:${game.id}`, RESOLUTION_EXPONENT.mean);
    add(`memorySensitivity:${game.id}`, MEMORY_SENSITIVITY.mean);
    add(`cpuSpread:${game.id}`, SPREAD.cpu);
    add(`gpuSpread:${game.id}`, SPREAD.gpu);
  }
  around(
    [[add('bandwidthExponent', BANDWIDTH_EXPONENT.mean), 1]],
    BANDWIDTH_EXPONENT.mean,
    BANDWIDTH_EXPONENT.sd,
  );
  around([[add('link', LINK.mean), 1]], LINK.mean, LINK.sd);
  for (const what of ['videoMemory', 'memory', 'threads'] as const)
    around([[add(`short.${what}`, Math.log(SHORTFALL[what])), 1]], Math.log(SHORTFALL[what]), SHORT_SD);
  const predictive = names.length;

  // Regressions on sheets.
  const regression = (group: string, kinds: readonly FeatureKind[]) =>
    kinds.map((kind) => {
      const i = add(`sheet:${group}:${kind.name}`, kind.mean);
      around([[i, 1]], kind.mean, kind.sd);
      return i;
    });
  const told = (
    i: number,
    coefficients: readonly number[],
    { values, missing }: Features,
    scatter: Scatter,
  ) =>
    around(
      [[i, 1] as const, ...coefficients.map((c, k) => [c, -values[k]] as const).filter(([, v]) => v !== 0)],
      0,
      Math.sqrt(missing),
      scatter,
    );
  const ofCpu = regression('cpu', PROCESSOR_FEATURES);
  for (const part of cpus) told(at(`cpu:${part.id}`), ofCpu, cpuFeatures(part), 'cpu');
  const ofIntegrated = regression('integrated', INTEGRATED_FEATURES);
  for (const part of withGraphics)
    told(at(`integrated:${part.id}`), ofIntegrated, integratedFeatures(part), 'integrated');
  const ofChip = regression('chip', CARD_FEATURES);
  const chips = new Map<string, Gpu[]>();
  for (const gpu of gpus) {
    const chip = gpu.chip ?? `alone:${gpu.id}`;
    chips.set(chip, [...(chips.get(chip) ?? []), gpu]);
  }
  for (const [chip, group] of chips) {
    const i = add(`chip:${chip}`, 0);
    told(i, ofChip, chipFeatures(group), 'chip');
    for (const gpu of group)
      around(
        [
          [at(`gpu:${gpu.id}`), 1],
          [i, -1],
        ],
        0,
        0,
        'gpu',
      );
  }

  // Games shrink towards their family, presets towards what they do to all games.
  const step = new Map<string, number>();
  for (const preset of PRESETS) {
    if (preset === 'medium') continue;
    for (const side of ['gpuTime', 'cpuTime'] as const) {
      const i = add(`step:${side}:${preset}`, STEPS[preset][side]);
      around([[i, 1]], STEPS[preset][side], STEP_SD);
      step.set(`${side}:${preset}`, i);
    }
  }
  for (const family of new Set(model.games.map((game) => game.family))) {
    const one = (name: string, start: number, sd: number) => {
      const i = add(`family:${family}:${name}`, start);
      around([[i, 1]], start, sd);
      return i;
    };
    const gpuTime = one('gpuTime', GPU_TIME.mean, GPU_TIME.sd);
    const cpuTime = one('cpuTime', CPU_TIME.mean, CPU_TIME.sd);
    const alpha = one('resolutionExponent', RESOLUTION_EXPONENT.mean, RESOLUTION_EXPONENT.sd);
    const beta = one('memorySensitivity', MEMORY_SENSITIVITY.mean, MEMORY_SENSITIVITY.sd);
    const spreadC = one('cpuSpread', SPREAD.cpu, SPREAD.sd);
    const spreadG = one('gpuSpread', SPREAD.gpu, SPREAD.sd);
    for (const { id } of model.games.filter((game) => game.family === family)) {
      const from = (name: string, centre: number, sd: number) =>
        around(
          [
            [at(name), 1],
            [centre, -1],
          ],
          0,
          sd,
        );
      from(`gpuTime:${id}:medium`, gpuTime, GPU_TIME.within);
      from(`cpuTime:${id}:medium`, cpuTime, CPU_TIME.within);
      around(
        [
          [at(`resolutionExponent:${id}`), 1],
          [alpha, -1],
        ],
        0,
        0,
        'pixels',
      );
      from(`memorySensitivity:${id}`, beta, MEMORY_SENSITIVITY.within);
      from(`cpuSpread:${id}`, spreadC, SPREAD.within);
      from(`gpuSpread:${id}`, spreadG, SPREAD.within);
      for (const preset of PRESETS) {
        if (preset === 'medium') continue;
        for (const side of ['gpuTime', 'cpuTime'] as const)
          around(
            [
              [at(`${side}:${id}:${preset}`), 1],
              [at(`${side}:${id}:medium`), -1],
              [step.get(`${side}:${preset}`) ?? 0, -1],
            ],
            0,
            0,
            side === 'gpuTime' ? 'presetWork' : 'presetPrep',
          );
      }
    }
  }
  for (const name of offsets) {
    const sd = name.startsWith('offset:rig:') ? SYSTEM_SD : SOURCE_SD;
    around([[add(name, 0), 1]], 0, sd);
  }
  for (const [name, [mean, sd]] of Object.entries(statedBy(model))) {
    const i = index.get(name);
    if (i === undefined) continue;
    around([[i, 1]], mean, sd);
    starts[i] = mean;
  }
  return { names, index, start: Float64Array.from(starts), priors, predictive, apart };
}

const round = (value: number, digits: number) => Number(value.toFixed(digits));
const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

/** The frame model that a point in the space of effects stands for. `sdOf` gives standard deviations, 0 while fitting. */
export function modelAt(
  base: FrameModel,
  layout: Layout,
  theta: ArrayLike<number>,
  {
    residualSd,
    sdOf,
    isRounded,
  }: {
    readonly residualSd: ReadonlyMap<string, number>;
    readonly sdOf: (index: number) => number;
    /** Rounds what is kept, so that a stored model reads the same everywhere. */
    readonly isRounded: boolean;
  },
): FrameModel {
  const { index, names } = layout;
  const figure = (value: number, digits = 5) => (isRounded ? round(value, digits) : value);
  const value = (name: string) => theta[index.get(name) ?? -1];
  const rates = (kind: string) =>
    names
      .slice(0, layout.predictive)
      .flatMap((name, i) =>
        name.startsWith(`${kind}:`)
          ? [{ part: name.slice(kind.length + 1), rateLn: figure(theta[i]), sdLn: figure(sdOf(i)) }]
          : [],
      );
  const gamma = figure(clamp(value('bandwidthExponent'), 0.01, 2));
  const linkSensitivity = figure(clamp(value('link'), 0, 2));
  const short = (what: string) => figure(clamp(Math.exp(value(`short.${what}`)), 0.01, 20));
  return {
    referenceMemory: base.referenceMemory,
    cpus: rates('cpu'),
    gpus: rates('gpu'),
    integrated: rates('integrated'),
    games: base.games.map((game) => ({
      ...game,
      resolutionExponent: figure(clamp(value(`resolutionExponent:${game.id}`), 0.01, 2)),
      memorySensitivity: figure(clamp(value(`memorySensitivity:${game.id}`), 0, 2)),
      bandwidthExponent: gamma,
      linkSensitivity,
      cpuSpread: figure(clamp(Math.exp(value(`cpuSpread:${game.id}`)), 0.005, 2)),
      gpuSpread: figure(clamp(Math.exp(value(`gpuSpread:${game.id}`)), 0.005, 2)),
      residualSd: figure(residualSd.get(game.id) ?? game.residualSd),
      presets: Object.fromEntries(
        PRESETS.map((preset) => [
          preset,
          {
            ...game.presets[preset],
            gpuTimeLn: figure(value(`gpuTime:${game.id}:${preset}`)),
            cpuTimeLn: figure(value(`cpuTime:${game.id}:${preset}`)),
          },
        ]),
      ) as typeof game.presets, // one entry for each preset
    })),
    shortfall: { videoMemory: short('videoMemory'), memory: short('memory'), threads: short('threads') },
  };
}
