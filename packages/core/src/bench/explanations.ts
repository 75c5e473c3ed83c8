import type { Cause } from './causes.ts';
import type { Likelihood, Misfit } from './likelihood.ts';
import { bothOf, type Variant } from './variants.ts';

/** What is known of a cause before anything is measured: how many times as likely it is. */
export interface Told {
  readonly cause: Cause;
  readonly factor: number;
}

/** One cause, or two at once, that would explain what was measured. */
export interface CausesTogether {
  readonly causes: readonly Cause[];
  /** Its likeliest degree. */
  readonly variant: Omit<Variant, 'weight'>;
  /** How far what was measured is from it: see {@link Misfit.square}. */
  readonly square: number;
  /** Logarithm of prior times likelihood, over all its degrees. */
  readonly logWeight: number;
  /** Predicted measured / expected of each scene at that degree. */
  readonly predicted: readonly number[];
}

/** Chances before anything is measured, for somebody who measures because something seems slow. Chosen. */
export const CAUSE_PRIOR: Readonly<Record<Cause | 'healthy', number>> = {
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
/** How much rarer two faults at once are than if each came by itself: whoever has one looks, and mends it. Chosen. */
const TOGETHER = 0.3;
/** Two at once are looked at where one cause or none leaves less than this chance that all is well; with so many of the likeliest. Chosen. */
const TWO_BELOW = 0.2;
const LEADING = 2;
/** A single cause that what was measured is so near to leaves nothing for a second one. Chosen. */
const EXPLAINED = 0.6;
/** Degrees of a cause that are tried beside another cause. */
const DEGREES_TOGETHER = 4;

/** Prior log weight of a healthy system. */
export const healthyLogWeight = ({ cost }: Misfit): number => Math.log(CAUSE_PRIOR.healthy) - cost;

/** What explanations are weighed by. */
interface WhatIsKnown {
  readonly evidence: Likelihood;
  readonly healthy: Misfit;
  readonly told: readonly Told[];
}

const toldOf = (cause: Cause, told: readonly Told[]) =>
  told.reduce((product, each) => (each.cause === cause ? product * each.factor : product), 1);

/** Prior times likelihood over the degrees of an explanation. Null when the system cannot have it. */
function weighed(
  causes: readonly Cause[],
  variants: readonly Variant[],
  { evidence, healthy, told }: WhatIsKnown,
): CausesTogether | null {
  if (variants.length === 0) return null;
  const tried = variants.map((variant) => ({ variant, ...evidence.misfit(variant) }));
  const likeliest = tried.reduce((a, b) => (b.cost < a.cost ? b : a));
  const total = tried.reduce(
    (sum, { variant, cost }) => sum + variant.weight * Math.exp(likeliest.cost - cost),
    0,
  );
  // Odds against a healthy system multiply, as far as causes come by themselves.
  const odds = causes.reduce(
    (all, cause) => (all * CAUSE_PRIOR[cause] * toldOf(cause, told)) / CAUSE_PRIOR.healthy,
    1,
  );
  const prior = CAUSE_PRIOR.healthy * odds * (causes.length > 1 ? TOGETHER : 1);
  return {
    causes,
    variant: likeliest.variant,
    square: likeliest.square,
    logWeight: Math.log(prior * total) - likeliest.cost,
    predicted: likeliest.each.map(({ average }, i) =>
      Math.exp(average.value - healthy.each[i].average.value),
    ),
  };
}

/** Some of many degrees, evenly spread, that stand for all of them. */
function thinned(variants: readonly Variant[]): readonly Variant[] {
  if (variants.length <= DEGREES_TOGETHER) return variants;
  return Array.from({ length: DEGREES_TOGETHER }, (_, n) => ({
    ...variants[Math.floor(((n + 0.5) * variants.length) / DEGREES_TOGETHER)],
    weight: 1 / DEGREES_TOGETHER,
  }));
}

/** Logarithm of a sum of weights. */
export function lnSum(logs: readonly number[]): number {
  const top = Math.max(...logs);
  return top + Math.log(logs.reduce((sum, each) => sum + Math.exp(each - top), 0));
}

/**
 * What one cause, or two at once, would explain of what was measured. Two are looked at where something is wrong that none of them
 * explains alone, and of them those that one of the two likeliest causes is part of.
 *
 * @param degreesOf none where the system cannot have a cause
 */
export function explanationsOf(
  causes: readonly Cause[],
  degreesOf: (cause: Cause) => readonly Variant[],
  evidence: WhatIsKnown,
): CausesTogether[] {
  const degrees = new Map(causes.map((cause) => [cause, degreesOf(cause)]));
  const singles = causes
    .flatMap((cause) => weighed([cause], degrees.get(cause) ?? [], evidence) ?? [])
    .sort((a, b) => b.logWeight - a.logWeight);
  const fine = healthyLogWeight(evidence.healthy);
  const chance = Math.exp(fine - lnSum([fine, ...singles.map(({ logWeight }) => logWeight)]));
  if (chance > TWO_BELOW || singles.some(({ square }) => square < EXPLAINED)) return singles;
  const few = new Map(causes.map((cause) => [cause, thinned(degrees.get(cause) ?? [])]));
  const leading = singles.slice(0, LEADING).flatMap((each) => each.causes);
  const pairs = leading.flatMap((a, n) =>
    causes
      .filter((b) => !leading.slice(0, n + 1).includes(b))
      .flatMap((b) => {
        const both = (few.get(a) ?? []).flatMap((one) =>
          (few.get(b) ?? []).map((other) => bothOf(one, other)),
        );
        return weighed([a, b], both, evidence) ?? [];
      }),
  );
  return [...singles, ...pairs];
}
