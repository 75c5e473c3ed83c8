import type { Brief, Catalogue, FrameModel, Part, PartSet, Rate, TunedPart } from '../parts/index.ts';

/*
 * What a machine's own tuned clocks do to its expected rates. A figure that was found on one piece says nothing about another
 * piece of the same part: it counts only for parts that are owned.
 */

/** How much of a raised clock reaches the rate, with its standard deviation. Chosen: memory and what is not clocked stay as they were. */
const REACH = { mean: 0.85, sd: 0.15 };

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

function tunedRates(rates: readonly Rate[], times: ReadonlyMap<string, number>): readonly Rate[] {
  return rates.map((rate) => {
    const ln = Math.log(times.get(rate.part) ?? 1);
    if (ln === 0) return rate;
    return { ...rate, rateLn: rate.rateLn + REACH.mean * ln, sdLn: Math.hypot(rate.sdLn, REACH.sd * ln) };
  });
}

/** Further standard deviation of each tuned part's effect, by the effect's name: a fit knows nothing of it. */
function addedSds({ cpus, gpus }: FrameModel, times: ReadonlyMap<string, number>): Record<string, number> {
  const sd = (kind: string, rates: readonly Rate[]) =>
    rates.flatMap(({ part }): [string, number][] => {
      const each = times.get(part);
      return each === undefined ? [] : [[`${kind}:${part}`, Math.abs(REACH.sd * Math.log(each))]];
    });
  return Object.fromEntries([...sd('cpu', cpus), ...sd('gpu', gpus)]);
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

/** A catalogue in which the owned parts of a brief run as they were tuned. Once only: one that was tuned before is given back. */
export function withTuned(catalogue: Catalogue, brief: Pick<Brief, 'tuned' | 'owned'>): Catalogue {
  const counted = countedTuning(brief);
  const { frameModel: model } = catalogue;
  if (counted.length === 0 || model.tunedSds) return catalogue;
  const key = JSON.stringify([counted, brief.owned]);
  const before = known.get(catalogue);
  if (before?.key === key) return before.tuned;
  const times = new Map(counted.map((each) => [each.part, each.times]));
  const tuned = {
    ...catalogue,
    parts: tunedParts(catalogue.parts, brief.owned, times),
    frameModel: {
      ...model,
      cpus: tunedRates(model.cpus, times),
      gpus: tunedRates(model.gpus, times),
      tunedSds: addedSds(model, times),
    },
  };
  known.set(catalogue, { key, tuned });
  return tuned;
}
