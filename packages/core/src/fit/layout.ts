import { SHORTFALL, type MEAN_RATES } from '../frames/index.ts';
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
import { familyNamed } from './families.ts';
import { statedBy } from './stated.ts';

/** What one game makes of a part, an architecture, a number of pixels, a source or a chart; see `random-effects.ts`. */
export const RANDOM_EFFECTS = [
  // First: of most games it has most levels, and no row holds two of them.
  'chart',
  'gpuByGame',
  'cpuByGame',
  'gpuArchitecture',
  'cpuArchitecture',
  'drift',
  'pixelsByGame',
  'sourceByGame',
] as const;
export type RandomEffect = (typeof RANDOM_EFFECTS)[number];

/**
 * What is estimated along with the rest: how far parts scatter around what their sheets say, games around what is
 * usual for a preset and for pixels, sources around the rest, and what is particular to a game.
 */
export const SCATTERS = [
  'chip',
  'gpu',
  'cpu',
  'integrated',
  'presetWork',
  'presetPrep',
  'pixels',
  'source',
  ...RANDOM_EFFECTS,
] as const;
export type Scatter = (typeof SCATTERS)[number];
export const isRandomEffect = (scatter: Scatter): scatter is RandomEffect =>
  (RANDOM_EFFECTS as readonly Scatter[]).includes(scatter);
export type Scatters = Readonly<Record<Scatter, number>>;

/**
 * Where the scatters start from, and what they shrink towards. Chosen: parts of like specs differ by a quarter and more
 * between makers and generations (common practice, no source), so that is what is claimed until records say otherwise.
 */
export const SCATTER_START: Scatters = {
  chip: 0.31,
  gpu: 0.015,
  cpu: 0.31,
  integrated: 0.4,
  presetWork: 0.08,
  presetPrep: 0.045,
  pixels: 0.07,
  source: 0.015,
  gpuByGame: 0.035,
  cpuByGame: 0.035,
  gpuArchitecture: 0.02,
  cpuArchitecture: 0.02,
  drift: 0.01,
  pixelsByGame: 0.03,
  sourceByGame: 0.015,
  chart: 0.012,
};

/** Σ coefficient · effect is normal around `mean`, as far as is known without any record. */
export interface EffectPrior {
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
  readonly priors: readonly EffectPrior[];
  /** How many of the effects, from the first, a prediction can depend on. */
  readonly predictive: number;
  /** How many, from the first, have nothing to do with one another: no record and no prior holds two of them. */
  readonly apart: number;
}

/* Priors of games and settings. Chosen: about the middle and the spread of what games ask of parts. */
const RESOLUTION_EXPONENT = { mean: 0.7, sd: 0.12 };
const MEMORY_SENSITIVITY = { mean: 0.11, sd: 0.05, within: 0.03 };
const BANDWIDTH_EXPONENT = { mean: 0.72, sd: 0.12 };
/** How far a family lies from what is common for one of its name. */
const FAMILY_SD = 0.25;
const LINK = { mean: 0.05, sd: 0.03 };
const GPU_TIME = { mean: 2.3, sd: 0.38, within: 0.32 };
const CPU_TIME = { mean: 2.0, sd: 0.38, within: 0.3 };
const SPREAD = { cpu: Math.log(0.14), gpu: Math.log(0.11), sd: 0.3, within: 0.2 };
const SHORT_SD = 0.35;
/** A preset against medium: work and preparation. */
const STEPS: Readonly<Record<Exclude<Preset, 'medium'>, { gpuTime: number; cpuTime: number }>> = {
  low: { gpuTime: -0.4, cpuTime: -0.1 },
  high: { gpuTime: 0.25, cpuTime: 0.06 },
  ultra: { gpuTime: 0.5, cpuTime: 0.12 },
};
const STEP_SD = 0.15;
/** How far one system of the user's own lies from the rest, over all that it measured. */
const SYSTEM_SD = 0.04;

/** The name of what is particular to a source or a system. */
export const offsetName = (record: {
  readonly rig: string | null;
  readonly source: { readonly name: string };
}) => (record.rig === null ? `offset:source:${record.source.name}` : `offset:rig:${record.rig}`);

export type RateKind = keyof typeof MEAN_RATES;

/** Which mean an effect is part of; null for none. */
export function rateKindOf(name: string): RateKind | null {
  const kind = name.slice(0, name.indexOf(':'));
  return kind === 'cpu' || kind === 'gpu' ? kind : null;
}

/** The effects that a mean is made of: none of those that nobody measured. */
export const measuredRates = ({ names, apart, predictive }: Layout, kind: RateKind): readonly number[] =>
  names.slice(0, predictive).flatMap((name, i) => (i >= apart && rateKindOf(name) === kind ? [i] : []));

type PriorTerms = EffectPrior['terms'];
type StepPreset = Exclude<Preset, 'medium'>;
const STEP_PRESETS = PRESETS.filter((preset): preset is StepPreset => preset !== 'medium');
const SIDES = ['gpuTime', 'cpuTime'] as const;

/** Collects effects and priors. What predictions depend on is added first. */
class LayoutBuilder {
  readonly names: string[] = [];
  readonly starts: number[] = [];
  readonly index = new Map<string, number>();
  readonly priors: EffectPrior[] = [];

  /** Adds an effect without a prior of its own. */
  add(name: string, start: number): number {
    this.index.set(name, this.names.push(name) - 1);
    this.starts.push(start);
    return this.names.length - 1;
  }

  at(name: string): number {
    const found = this.index.get(name);
    if (found === undefined) throw new Error(`layout: no effect is called ${name}; this is our bug`);
    return found;
  }

  around(terms: PriorTerms, mean: number, sd: number, scatter: Scatter | null = null): void {
    this.priors.push({ terms, mean, sd, scatter });
  }

  /** Adds an effect that is normal around where it starts. */
  own(name: string, mean: number, sd: number): number {
    const i = this.add(name, mean);
    this.around([[i, 1]], mean, sd);
    return i;
  }

  /** Holds an effect to the sum of others. */
  tied(name: string, others: readonly number[], sd: number, scatter: Scatter | null = null): void {
    const terms: PriorTerms = [[this.at(name), 1], ...others.map((i) => [i, -1] as const)];
    this.around(terms, 0, sd, scatter);
  }

  /** Adds the coefficients of a regression on sheets. */
  regression(group: string, kinds: readonly FeatureKind[]): readonly number[] {
    return kinds.map(({ name, mean, sd }) => this.own(`sheet:${group}:${name}`, mean, sd));
  }

  /** Holds an effect to what a sheet tells. */
  told(i: number, coefficients: readonly number[], { values, missing }: Features, scatter: Scatter): void {
    const told = coefficients.map((c, k) => [c, -values[k]] as const).filter(([, value]) => value !== 0);
    this.around([[i, 1], ...told], 0, Math.sqrt(missing), scatter);
  }
}

interface RatedParts {
  readonly cpus: readonly Cpu[];
  readonly gpus: readonly Gpu[];
  readonly withGraphics: readonly Cpu[];
}

function addGames(layout: LayoutBuilder, { games }: FrameModel): void {
  for (const { id } of games) {
    for (const preset of PRESETS) {
      const step = preset === 'medium' ? { gpuTime: 0, cpuTime: 0 } : STEPS[preset];
      layout.add(`gpuTime:${id}:${preset}`, GPU_TIME.mean + step.gpuTime);
      layout.add(`cpuTime:${id}:${preset}`, CPU_TIME.mean + step.cpuTime);
    }
    layout.add(`resolutionExponent:${id}`, RESOLUTION_EXPONENT.mean);
    layout.add(`memorySensitivity:${id}`, MEMORY_SENSITIVITY.mean);
    layout.add(`cpuSpread:${id}`, SPREAD.cpu);
    layout.add(`gpuSpread:${id}`, SPREAD.gpu);
  }
  layout.own('bandwidthExponent', BANDWIDTH_EXPONENT.mean, BANDWIDTH_EXPONENT.sd);
  layout.own('link', LINK.mean, LINK.sd);
  for (const what of ['videoMemory', 'memory', 'threads'] as const)
    layout.own(`short.${what}`, Math.log(SHORTFALL[what]), SHORT_SD);
}

/** Parts scatter around what their sheets say, cards around their chip. */
function addSheets(layout: LayoutBuilder, { cpus, gpus, withGraphics }: RatedParts): void {
  const ofCpu = layout.regression('cpu', PROCESSOR_FEATURES);
  for (const part of cpus) layout.told(layout.at(`cpu:${part.id}`), ofCpu, cpuFeatures(part), 'cpu');
  const ofIntegrated = layout.regression('integrated', INTEGRATED_FEATURES);
  for (const part of withGraphics)
    layout.told(layout.at(`integrated:${part.id}`), ofIntegrated, integratedFeatures(part), 'integrated');
  const ofChip = layout.regression('chip', CARD_FEATURES);
  const chips = new Map<string, Gpu[]>();
  for (const gpu of gpus) {
    const chip = gpu.chip ?? `alone:${gpu.id}`;
    chips.set(chip, [...(chips.get(chip) ?? []), gpu]);
  }
  for (const [chip, group] of chips) {
    const i = layout.add(`chip:${chip}`, 0);
    layout.told(i, ofChip, chipFeatures(group), 'chip');
    for (const gpu of group) layout.tied(`gpu:${gpu.id}`, [i], 0, 'gpu');
  }
}

/** Games shrink towards their family, presets towards what they do to all games. */
function addFamilies(layout: LayoutBuilder, { games }: FrameModel): void {
  for (const preset of STEP_PRESETS)
    for (const side of SIDES) layout.own(`step:${side}:${preset}`, STEPS[preset][side], STEP_SD);
  for (const family of new Set(games.map((game) => game.family))) {
    const one = (name: string, start: number, sd: number) =>
      layout.own(`family:${family}:${name}`, start, sd);
    const known = familyNamed(family);
    const gpuTime = known
      ? one('gpuTime', Math.log(known.gpuMs), FAMILY_SD)
      : one('gpuTime', GPU_TIME.mean, GPU_TIME.sd);
    const cpuTime = known
      ? one('cpuTime', Math.log(known.cpuMs), FAMILY_SD)
      : one('cpuTime', CPU_TIME.mean, CPU_TIME.sd);
    const exponent = one('resolutionExponent', RESOLUTION_EXPONENT.mean, RESOLUTION_EXPONENT.sd);
    const sensitivity = one('memorySensitivity', MEMORY_SENSITIVITY.mean, MEMORY_SENSITIVITY.sd);
    const cpuSpread = one('cpuSpread', SPREAD.cpu, SPREAD.sd);
    const gpuSpread = one('gpuSpread', SPREAD.gpu, SPREAD.sd);
    for (const { id } of games.filter((game) => game.family === family)) {
      layout.tied(`gpuTime:${id}:medium`, [gpuTime], GPU_TIME.within);
      layout.tied(`cpuTime:${id}:medium`, [cpuTime], CPU_TIME.within);
      layout.tied(`resolutionExponent:${id}`, [exponent], 0, 'pixels');
      layout.tied(`memorySensitivity:${id}`, [sensitivity], MEMORY_SENSITIVITY.within);
      layout.tied(`cpuSpread:${id}`, [cpuSpread], SPREAD.within);
      layout.tied(`gpuSpread:${id}`, [gpuSpread], SPREAD.within);
      for (const preset of STEP_PRESETS)
        for (const side of SIDES) {
          const others = [layout.at(`${side}:${id}:medium`), layout.at(`step:${side}:${preset}`)];
          const scatter = side === 'gpuTime' ? 'presetWork' : 'presetPrep';
          layout.tied(`${side}:${id}:${preset}`, others, 0, scatter);
        }
    }
  }
}

/** What records show: sources and systems by the name of their offset, parts by the name of their rate. */
interface MeasuredNames {
  readonly offsets: ReadonlySet<string>;
  readonly rates: ReadonlySet<string>;
}

/** Lays out every effect for a catalogue's parts and games, and for what is particular to sources and systems. */
export function layoutFor(
  parts: readonly Part[],
  model: FrameModel,
  { offsets, rates }: MeasuredNames,
): Layout {
  const layout = new LayoutBuilder();
  const cpus = parts.filter((part) => part.kind === 'cpu');
  const gpus = parts.filter((part) => part.kind === 'gpu');
  const withGraphics = cpus.filter((part) => part.integratedGraphics === true);
  const named = [
    ...gpus.map(({ id }) => [`gpu:${id}`, 0] as const),
    ...withGraphics.map(({ id }) => [`integrated:${id}`, INTEGRATED_FEATURES[0].mean] as const),
    ...cpus.map(({ id }) => [`cpu:${id}`, 0] as const),
  ];
  // Those that nobody measured first: they hang on their specs alone.
  for (const [name, start] of named) if (!rates.has(name)) layout.add(name, start);
  const apart = layout.names.length;
  for (const [name, start] of named) if (rates.has(name)) layout.add(name, start);
  addGames(layout, model);
  const predictive = layout.names.length;
  addSheets(layout, { cpus, gpus, withGraphics });
  addFamilies(layout, model);
  for (const name of offsets)
    if (name.startsWith('offset:rig:')) layout.own(name, 0, SYSTEM_SD);
    else layout.around([[layout.add(name, 0), 1]], 0, 0, 'source');
  const { names, index, starts, priors } = layout;
  for (const [name, [mean, sd]] of Object.entries(statedBy(model))) {
    const i = index.get(name);
    if (i === undefined) continue;
    layout.around([[i, 1]], mean, sd);
    starts[i] = mean;
  }
  return { names, index, start: Float64Array.from(starts), priors, predictive, apart };
}
