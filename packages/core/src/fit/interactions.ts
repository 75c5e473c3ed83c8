import type { GameInteractions, Interaction, Part } from '../parts/index.ts';
import { leaningOf, ownVariance, type GamePosterior, type Posterior } from './posterior.ts';
import type { Scales } from './noise.ts';
import type { FitProblem } from './problem.ts';
import { MEAN_RATES } from '../frames/index.ts';
import { measuredRates, rateKindOf, type RateKind } from './layout.ts';
import { architectureKey, chipKey, graphicsKey } from './random-effects.ts';

/* What is kept of the random effects: what each game makes of the parts and pixels that were measured in it, and of the others. */

/**
 * An interaction leans on effects. Of rates those that matter less than this are counted as their mean, since all of them share a level that
 * nobody knows; of others, as its own doubt. Chosen.
 */
const LEAST_LEAN = { rate: 0.05, other: 0.01 } as const;
/** One that is hardly better known than where nobody measured says nothing of its own. Chosen. */
const LEAST_KNOWN = 0.1;

const round = (value: number) => Number(value.toFixed(4));

/** How far a game's part may lie from its rate, and its pixels from their power, where nobody measured it there. */
function unmeasured({ scatters }: Scales) {
  return {
    cpuSd: round(Math.hypot(scatters.cpuByGame, scatters.cpuArchitecture)),
    gpuSd: round(Math.hypot(scatters.gpuByGame, scatters.gpuArchitecture, scatters.drift)),
    pixelsSd: round(scatters.pixelsByGame),
  } satisfies Partial<GameInteractions>;
}

/** One part's in one game: its own level and its architecture's, given the effects that it leans on. */
function interactionOf(
  { layout }: FitProblem,
  measured: Readonly<Record<RateKind, ReadonlySet<number>>>,
  game: GamePosterior,
  levels: readonly number[],
  driftSd: number,
): Interaction {
  const combination = levels.map((level) => [level, 1] as const);
  const leaning = leaningOf(game, combination);
  const leans: Record<string, number> = {};
  const left = Float64Array.from(leaning);
  const keep = (name: string, weight: number) => {
    if (weight !== 0) leans[name] = round(weight);
  };
  const sums = { cpu: 0, gpu: 0 };
  game.columns.forEach((column, c) => {
    if (column >= layout.predictive) return;
    const kind = rateKindOf(layout.names[column]);
    if (Math.abs(leaning[c]) >= (kind ? LEAST_LEAN.rate : LEAST_LEAN.other)) {
      keep(layout.names[column], leaning[c]);
      left[c] = 0;
    } else if (kind) sums[kind] += leaning[c];
  });
  for (const kind of ['cpu', 'gpu'] as const) {
    const all = measured[kind];
    if (all.size === 0) continue;
    keep(MEAN_RATES[kind], sums[kind]);
    game.columns.forEach((column, c) => {
      if (all.has(column)) left[c] -= sums[kind] / all.size;
    });
  }
  let variance = ownVariance(game, combination) + driftSd * driftSd;
  const width = left.length;
  for (let a = 0; a < width; a++)
    for (let b = 0; b < width; b++) variance += left[a] * left[b] * game.shared[a * width + b];
  const ln = levels.reduce((sum, level) => sum + game.solved.u[level], 0);
  return { ln: round(ln), sdLn: round(Math.sqrt(Math.max(0, variance))), leans };
}

/** What every game makes of the catalogue's parts. */
export function interactionsOf(
  problem: FitProblem,
  parts: readonly Part[],
  scales: Scales,
  { games }: Posterior,
): readonly GameInteractions[] {
  const others = unmeasured(scales);
  const measured = {
    cpu: new Set(measuredRates(problem.layout, 'cpu')),
    gpu: new Set(measuredRates(problem.layout, 'gpu')),
  };
  const known = new Map(games.map((game) => [game.solved.levels.game, game]));
  return problem.base.games.map(({ id }): GameInteractions => {
    const game = known.get(id);
    if (!game) return { game: id, ...others, rates: {} };
    const at = new Map(game.solved.levels.levels.map(({ kind, key }, l) => [`${kind} ${key}`, l]));
    const rates: Record<string, Interaction> = {};
    const keep = (rate: string, own: string, architecture: string, driftSd: number) => {
      const [mine, shared] = [at.get(own), at.get(architecture)];
      if (mine === undefined || shared === undefined) return;
      const found = interactionOf(problem, measured, game, [mine, shared], driftSd);
      const sd = rate.startsWith('cpu:') ? others.cpuSd : others.gpuSd;
      if (found.sdLn < (1 - LEAST_KNOWN) * sd) rates[rate] = found;
    };
    for (const part of parts) {
      const { drift } = scales.scatters;
      if (part.kind === 'gpu')
        keep(
          `gpu:${part.id}`,
          `gpuByGame ${chipKey(part)}`,
          `gpuArchitecture ${architectureKey(part)}`,
          drift,
        );
      else if (part.kind === 'cpu') {
        keep(`cpu:${part.id}`, `cpuByGame ${part.id}`, `cpuArchitecture ${architectureKey(part)}`, 0);
        const own = graphicsKey(part);
        keep(`integrated:${part.id}`, `gpuByGame ${own.part}`, `gpuArchitecture ${own.architecture}`, drift);
      }
    }
    for (const [l, { kind, key }] of game.solved.levels.levels.entries()) {
      if (kind !== 'pixelsByGame') continue;
      const found = interactionOf(problem, measured, game, [l], 0);
      if (found.sdLn < (1 - LEAST_KNOWN) * others.pixelsSd) rates[key] = found;
    }
    return { game: id, ...others, rates };
  });
}
