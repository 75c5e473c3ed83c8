import type { Interval, SystemRates } from '../../frames/index.ts';
import { INTERVAL_SHARE } from '../../frames/index.ts';
import type { Brief, FrameModel } from '../../parts/index.ts';
import { drawsFrom, normalQuantile, quantileSorted, seedOf } from '../../stats/index.ts';
import { drawFigures, jointFigures, type JointFigures } from './joint.ts';
import type { PriceEvidence } from './market-view.ts';

/*
 * What a choice is worth that was made by estimates: joint draws of what the likeliest builds truly do, in place of each estimate by itself.
 */

/** What is to be expected of one build. */
interface BuildOutlook {
  /** The objective that is to be expected once it is chosen, and its 80 % range. */
  readonly expected: number;
  readonly interval: Interval;
  /** What prices change of it, as a share: below 0 where shops ask less for its parts than for parts that run like that. */
  readonly byPrices: number;
  /** Chance that none of the others does better. */
  readonly best: number;
  /** Chance that it does at least as well as the first. */
  readonly matchesFirst: number;
}

/** One measurement that would tell builds apart. */
interface Parting {
  readonly build: number;
  readonly game: string;
  /** By how much the objective of the choice after it is expected to be higher. */
  readonly gain: number;
}

export interface ChoiceOutlook {
  readonly builds: readonly BuildOutlook[];
  /** The first, and those that cannot be told apart from it, by number. */
  readonly group: readonly number[];
  /** What the first loses against the truly best: on average, and at most in {@link LOSS_SHARE} of cases. */
  readonly loss: { readonly mean: number; readonly most: number };
  /** Null where no single measurement would change what to choose. */
  readonly parting: Parting | null;
}

/** Share of cases in which no more is lost than is said. */
const LOSS_SHARE = 0.9;
/** A build that has at least this chance to do as well as the first cannot be told apart from it. Chosen: one in five. */
const APART = 0.2;
/** Nor is it told apart by more than this share of the objective: what is that much lower is no choice as good. Chosen: less than is seen in play. */
const ALIKE = 0.03;
/** Draws, in mirrored pairs. */
const PAIRS = 2000;
/** A measurement has to be worth this share of the objective to be named. Chosen. */
const WORTH_MEASURING = 0.0005;
/** Outcomes of a measurement that are looked at, as standard scores of equal chance. */
const OUTCOMES = Array.from({ length: 25 }, (_, n) => normalQuantile((n + 0.5) / 25));

const mean = (values: ArrayLike<number>): number => {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i];
  return sum / values.length;
};

/** How the objectives of all builds move with one figure: least squares over the draws. */
function slopesOn(figure: Float64Array, objectives: readonly Float64Array[]): number[] {
  const middle = mean(figure);
  let spread = 0;
  for (const value of figure) spread += (value - middle) ** 2;
  const sd = Math.sqrt(spread / figure.length);
  return objectives.map((values) => {
    let sum = 0;
    for (let d = 0; d < figure.length; d++) sum += (figure[d] - middle) * values[d];
    return sd > 0 ? sum / figure.length / sd : 0;
  });
}

/** The measurement after which the best choice is expected to be the highest. Source: value of information, as in decision theory texts. */
function partingOf(
  joint: JointFigures,
  draws: readonly Float64Array[],
  objectives: readonly Float64Array[],
  among: readonly number[],
): Parting | null {
  const means = objectives.map(mean);
  const now = Math.max(...means);
  let best: Parting | null = null;
  for (const build of among)
    joint.games.forEach((game, g) => {
      const at = build * joint.games.length + g;
      const slopes = slopesOn(
        Float64Array.from(draws, (draw) => draw[at]),
        objectives,
      );
      const gain = mean(OUTCOMES.map((z) => Math.max(...means.map((each, i) => each + z * slopes[i])))) - now;
      if (gain > (best?.gain ?? WORTH_MEASURING * now)) best = { build, game, gain };
    });
  return best;
}

/**
 * Judges a choice among builds, of which the first is chosen. The builds differ in processor or card, and are all that may be the best.
 * @param evidence what else is known of their parts
 * @returns null where a game is not known, or nothing can be drawn
 */
export function judgeChoice(
  brief: Brief,
  model: FrameModel,
  systems: readonly SystemRates[],
  evidence: readonly PriceEvidence[],
): ChoiceOutlook | null {
  const joint = jointFigures(brief, model, systems, evidence);
  if (!joint || systems.length === 0) return null;
  const draws = drawFigures(joint, PAIRS, drawsFrom(seedOf('choice')));
  if (draws.length === 0) return null;
  const games = joint.games.length;
  const objectives = systems.map((_, i) =>
    Float64Array.from(draws, (draw) => joint.objective(draw, i * games)),
  );
  const best = new Float64Array(systems.length);
  const matches = new Float64Array(systems.length);
  const losses = Float64Array.from(draws, (_, d) => {
    const top = Math.max(...objectives.map((values) => values[d]));
    objectives.forEach((values, i) => {
      if (values[d] >= top) best[i]++;
      if (values[d] >= objectives[0][d]) matches[i]++;
    });
    return top - objectives[0][d];
  });
  const builds = objectives.map((values, i) => {
    const sorted = Float64Array.from(values).sort();
    const tail = (1 - INTERVAL_SHARE) / 2;
    const interval = { low: quantileSorted(sorted, tail), high: quantileSorted(sorted, 1 - tail) };
    return {
      ...{ expected: quantileSorted(sorted, 0.5), interval },
      byPrices: joint.objective(joint.mean, i * games) / joint.objective(joint.plain, i * games) - 1,
      ...{ best: best[i] / draws.length, matchesFirst: matches[i] / draws.length },
    };
  });
  const rivals = builds.flatMap(({ matchesFirst }, i) => (i === 0 || matchesFirst >= APART ? [i] : []));
  const group = rivals.filter((i) => builds[i].expected >= (1 - ALIKE) * builds[0].expected);
  return {
    builds,
    group,
    loss: { mean: mean(losses), most: quantileSorted(losses.sort(), LOSS_SHARE) },
    parting: rivals.length > 1 ? partingOf(joint, draws, objectives, rivals) : null,
  };
}
