import { plannedDraw, stateEffectOf } from './states.ts';
import type { Brief, Catalogue, FrameModel, Part, PartSet, Rate, TunedPart } from '../parts/index.ts';

/*
 * How parts run: as shipped, in a state that counts for every part of its kind, or as one machine's own clocks were tuned. A figure that was found on one piece says nothing about another
 * piece of the same part: it counts only for parts that are owned.
 */

/** How much of a raised clock reaches the rate, with its standard deviation. Chosen: memory and what is not clocked stay as they were. */
const REACH = { mean: 0.85, sd: 0.15 };

/** What of a brief says how parts run. */
type RunsAs = Pick<Brief, 'tuned' | 'owned'> & { readonly play: Pick<Brief['play'], 'clocks'> };

/** The tuned figures that count under a brief. */
export const countedTuning = ({ tuned, owned }: Pick<Brief, 'tuned' | 'owned'>): readonly TunedPart[] =>
  tuned.filter(({ part, times }) => times !== 1 && owned.includes(part));

/** A brief that counts these tuned figures: their pieces are there, so they stand as owned. */
export function countTuned(brief: Brief, tuned: readonly TunedPart[]): Brief {
  const ids = tuned.map(({ part }) => part);
  return {
    ...brief,
    owned: [...new Set([...brief.owned, ...ids])],
    tuned: [...brief.tuned.filter(({ part }) => !ids.includes(part)), ...tuned],
  };
}

/** A brief that counts these parts as shipped. */
export const countShipped = (brief: Brief, parts: readonly string[]): Brief => ({
  ...brief,
  tuned: brief.tuned.filter(({ part }) => !parts.includes(part)),
});

/** Whether any part of a set counts with its tuned figures. */
export function isTuned(brief: Pick<Brief, 'tuned' | 'owned'>, { cpu, gpu, memory }: PartSet): boolean {
  const counted = countedTuning(brief);
  return [cpu, gpu, memory].some((part) => part && counted.some((each) => each.part === part.id));
}

/** What the way in which parts run does to their rates and draws, by part. Logarithms. */
interface RunEffect {
  readonly speedLn: number;
  readonly sdLn: number;
  /** How many times its shipped draw a part is planned with. */
  readonly draw: number;
}

/** Parts that do not run as shipped under a brief: owned ones as they were tuned, others in the state that counts. */
function runEffects(catalogue: Catalogue, brief: RunsAs): ReadonlyMap<string, RunEffect> {
  const effects = new Map<string, RunEffect>();
  const { clocks } = brief.play;
  for (const part of catalogue.parts) {
    if (part.kind !== 'cpu' && part.kind !== 'gpu') continue;
    const effect = stateEffectOf(part, clocks[part.kind], catalogue.frameModel);
    if (effect)
      effects.set(part.id, { speedLn: effect.speedLn, sdLn: effect.speedSd, draw: plannedDraw(effect) });
  }
  // A figure of the very piece takes the place of what is said of the part.
  for (const { part, times } of countedTuning(brief)) {
    const ln = Math.log(times);
    effects.set(part, { speedLn: REACH.mean * ln, sdLn: Math.abs(REACH.sd * ln), draw: 1 });
  }
  return effects;
}

const ratesAsRun = (rates: readonly Rate[], effects: ReadonlyMap<string, RunEffect>): readonly Rate[] =>
  rates.map((rate) => {
    const effect = effects.get(rate.part);
    return effect && (effect.speedLn !== 0 || effect.sdLn !== 0)
      ? { ...rate, rateLn: rate.rateLn + effect.speedLn, sdLn: Math.hypot(rate.sdLn, effect.sdLn) }
      : rate;
  });

/** Further standard deviation of each part's effect, by the effect's name: a fit knows nothing of it. */
function addedSds(
  { cpus, gpus }: FrameModel,
  effects: ReadonlyMap<string, RunEffect>,
): Record<string, number> {
  const sd = (kind: string, rates: readonly Rate[]) =>
    rates.flatMap(({ part }): [string, number][] => {
      const effect = effects.get(part);
      return effect ? [[`${kind}:${part}`, effect.sdLn]] : [];
    });
  return Object.fromEntries([...sd('cpu', cpus), ...sd('gpu', gpus)]);
}

/** Processors and cards with what they are planned to draw. */
function drawsAsRun(parts: readonly Part[], effects: ReadonlyMap<string, RunEffect>): readonly Part[] {
  return parts.map((part): Part => {
    const draw = effects.get(part.id)?.draw ?? 1;
    if (draw === 1) return part;
    const times = (watts: number | null) => (watts === null ? null : Math.round(watts * draw));
    if (part.kind === 'cpu') return { ...part, packagePowerWatts: times(part.packagePowerWatts) };
    return part.kind === 'gpu' ? { ...part, boardPowerWatts: times(part.boardPowerWatts) } : part;
  });
}

/** A kit runs so many times as fast, with its latency in ns kept; the owned board that held it knows that rate. */
function tunedParts(
  parts: readonly Part[],
  owned: readonly string[],
  times: ReadonlyMap<string, number>,
): readonly Part[] {
  let most = 0;
  const kits = parts.map((part): Part => {
    const faster = times.get(part.id);
    if (part.kind !== 'memory' || faster === undefined || part.ratedMts === null) return part;
    const ratedMts = Math.round(part.ratedMts * faster);
    most = Math.max(most, ratedMts);
    return { ...part, ratedMts, ratedCl: part.ratedCl === null ? null : part.ratedCl * faster };
  });
  if (most === 0) return kits;
  return kits.map((part): Part =>
    part.kind === 'motherboard' && owned.includes(part.id) && part.memoryMaxMts !== null
      ? { ...part, memoryMaxMts: Math.max(part.memoryMaxMts, most) }
      : part,
  );
}

/** The last tuned form of each catalogue: what is prepared for it is then found again. */
const known = new WeakMap<Catalogue, { readonly key: string; readonly tuned: Catalogue }>();

/** A catalogue in which parts run as a brief counts them. Once only: one that was changed so before is given back. */
export function catalogueAsRun(catalogue: Catalogue, brief: RunsAs): Catalogue {
  const { frameModel: model } = catalogue;
  const { clocks } = brief.play;
  const isShipped = clocks.cpu === 'shipped' && clocks.gpu === 'shipped';
  const counted = countedTuning(brief);
  if ((isShipped && counted.length === 0) || model.tunedSds) return catalogue;
  const key = JSON.stringify([counted, brief.owned, clocks]);
  const before = known.get(catalogue);
  if (before?.key === key) return before.tuned;
  const effects = runEffects(catalogue, brief);
  const times = new Map(counted.map((each) => [each.part, each.times]));
  const tuned = {
    ...catalogue,
    parts: drawsAsRun(tunedParts(catalogue.parts, brief.owned, times), effects),
    frameModel: {
      ...model,
      cpus: ratesAsRun(model.cpus, effects),
      gpus: ratesAsRun(model.gpus, effects),
      tunedSds: addedSds(model, effects),
    },
  };
  known.set(catalogue, { key, tuned });
  return tuned;
}
