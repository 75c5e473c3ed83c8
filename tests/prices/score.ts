import { chanceOf } from '@ripe-pick/core/prices';
import type { Episode } from './episodes.ts';
import {
  buyNow,
  clairvoyant,
  deadline,
  futures,
  min30,
  model,
  off10,
  p10,
  planAt,
  type WaitShare,
} from './policies.ts';

/** Mean and standard error. */
interface Mean {
  readonly mean: number;
  readonly error: number;
}
export function meanOf(values: readonly number[]): Mean {
  const mean = values.reduce((sum, each) => sum + each, 0) / values.length;
  const variance = values.reduce((sum, each) => sum + (each - mean) ** 2, 0) / Math.max(1, values.length - 1);
  return { mean, error: Math.sqrt(variance / values.length) };
}

type Rule = (episode: Episode, wait: WaitShare) => number;
export const RULES: Readonly<Record<string, Rule>> = {
  'buy now': buyNow,
  deadline,
  'least of 30 days': min30,
  '10th percentile': p10,
  'a tenth off': off10,
  model,
};

/** What was paid beyond what a clairvoyant pays, in per cent, episode by episode. */
export const regrets = (episodes: readonly Episode[], wait: WaitShare, rule: Rule): number[] =>
  episodes.map((episode) => 100 * (rule(episode, wait) / clairvoyant(episode, wait) - 1));

/** A chance that was stated, and whether it came true. */
export interface Stated {
  readonly chance: number;
  readonly came: boolean;
  /** What kind of event it was: for the rate that anybody knows. */
  readonly kind: string;
}

export const brier = (all: readonly Stated[]) =>
  all.reduce((sum, { chance, came }) => sum + (chance - (came ? 1 : 0)) ** 2, 0) / all.length;

/** Expected calibration error over ten bins of equal width. */
export function calibrationError(all: readonly Stated[]): number {
  return binsOf(all).reduce((sum, bin) => sum + (bin.n / all.length) * Math.abs(bin.stated - bin.actual), 0);
}
export function binsOf(all: readonly Stated[]) {
  return Array.from({ length: 10 }, (_, i) =>
    all.filter(({ chance }) => Math.min(9, Math.floor(chance * 10)) === i),
  )
    .filter((bin) => bin.length > 0)
    .map((bin) => ({
      n: bin.length,
      stated: bin.reduce((sum, each) => sum + each.chance, 0) / bin.length,
      actual: bin.filter((each) => each.came).length / bin.length,
    }));
}
/** The score of always stating the rate that came, per kind of event: generous, since it is known only afterwards. */
export function climatology(all: readonly Stated[]): number {
  const rates = new Map<string, { hits: number; n: number }>();
  for (const { kind, came } of all) {
    const rate = rates.get(kind) ?? { hits: 0, n: 0 };
    rates.set(kind, { hits: rate.hits + (came ? 1 : 0), n: rate.n + 1 });
  }
  return brier(
    all.map((each) => {
      const rate = rates.get(each.kind);
      return { ...each, chance: rate ? rate.hits / rate.n : 0 };
    }),
  );
}

const THRESHOLDS = [0.98, 0.95, 0.9, 0.85, 0.8];

/** What the forecast of the first day stated, against what came. */
export function forecastsOf(episodes: readonly Episode[], paths = 1000) {
  const stated: Stated[] = [];
  const dearer: Stated[] = [];
  let leastIn = 0;
  let endIn = 0;
  let ends = 0;
  let savingStated = 0;
  let savingCame = 0;
  for (const episode of episodes) {
    const { observations, ahead, days } = episode;
    const now = ahead[0];
    const all = futures(episode, observations, 0, paths);
    const plan = planAt(episode, 0, observations, 0, paths);
    const after = ahead.slice(1);
    const least = Math.min(...after);
    for (const share of THRESHOLDS)
      stated.push({
        chance: chanceOf(all, share * now, days),
        came: least <= share * now,
        kind: `${share} ${days}`,
      });
    if (least >= plan.least.low - 1 && least <= plan.least.high + 1) leastIn++;
    const end = after[days - 1];
    if (end !== Infinity) {
      ends++;
      if (end >= plan.atEnd.low - 1 && end <= plan.atEnd.high + 1) endIn++;
    }
    // Waiting by the first day’s curve, as the chance of ending dearer is stated for it.
    const paid = after.find((price, d) => price !== Infinity && (d === days - 1 || price <= plan.curve[d]));
    if (paid !== undefined) {
      dearer.push({ chance: plan.dearerChance, came: paid > 1.005 * now, kind: 'dearer' });
      if (plan.advice === 'wait') {
        savingStated += plan.saving / now;
        savingCame += 1 - paid / now;
      }
    }
  }
  return {
    stated,
    dearer,
    coverLeast: leastIn / episodes.length,
    coverEnd: endIn / ends,
    savingStated: savingStated / episodes.length,
    savingCame: savingCame / episodes.length,
  };
}
