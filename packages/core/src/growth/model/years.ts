import {
  gpuSide,
  counted,
  figureOf,
  frameTimeOf,
  meanOf,
  meanValue,
  cpuSide,
  scenesOf,
  scoreOf,
  timeOn,
  type Mean,
  type Scene,
  type SystemRates,
} from '../../frames/index.ts';
import type { Brief, FrameModel, Game, Growth, PresetEffects } from '../../parts/index.ts';
import { memoize } from '../../stats/memoize.ts';
import { monthOf } from './calendar.ts';

/** Share of the growth of a game's work that reaches the processor. Chosen: pictures grow faster than worlds. */
export const PROCESSOR_SHARE = 0.6;
/** Weights of months are whole numbers, so that sums are exact and do not depend on their order. */
const WEIGHT_UNIT = 1e6;

function heavier(effects: PresetEffects, gpuTimeLn: number, needs: number): PresetEffects {
  return {
    gpuTimeLn: effects.gpuTimeLn + gpuTimeLn,
    cpuTimeLn: effects.cpuTimeLn + PROCESSOR_SHARE * gpuTimeLn,
    videoMemoryGb: effects.videoMemoryGb * needs,
    videoMemoryGbPerMegapixel: effects.videoMemoryGbPerMegapixel * needs,
    memoryGb: effects.memoryGb * needs,
  };
}

/** A game as heavy as it is so many years from now. Rates are yearly shares: work grows by (1 + rate) a year. */
export function gameIn(game: Game, growth: Growth, years: number, timesAsHeavy = 1): Game {
  const rate = growth.heavierByFamily[game.family] ?? growth.heavierYearly;
  const gpuTimeLn = Math.log1p(rate) * years + Math.log(timesAsHeavy);
  const needs = (1 + growth.needsYearly) ** years;
  const { low, medium, high, ultra } = game.presets;
  return {
    ...game,
    presets: {
      low: heavier(low, gpuTimeLn, needs),
      medium: heavier(medium, gpuTimeLn, needs),
      high: heavier(high, gpuTimeLn, needs),
      ultra: heavier(ultra, gpuTimeLn, needs),
    },
  };
}

/** The brief and the model as they are in a month: games as heavy as then, games taken up by then, the screen of then. */
export function worldIn(
  brief: Brief,
  model: FrameModel,
  today: string,
  month: number,
): { readonly brief: Brief; readonly model: FrameModel } {
  const { growth } = brief;
  const years = (month + 0.5) / 12;
  const games = model.games.map((game) => gameIn(game, growth, years));
  const wanted = [...brief.play.games];
  let { widthPx, heightPx, refreshHz } = brief.play;
  const wishes = growth.wishes.filter((wish) => monthOf(today, wish.on) <= month);
  for (const wish of [...wishes].sort((a, b) => a.on.localeCompare(b.on))) {
    if (wish.kind === 'screen') ({ widthPx, heightPx, refreshHz } = wish);
    if (wish.kind !== 'game') continue;
    const like = model.games.find((game) => game.id === wish.game);
    const id = `${wish.game}@${wish.id}`;
    if (like) games.push({ ...gameIn(like, growth, years, wish.timesAsHeavy), id });
    wanted.push({ game: like ? id : wish.game, preset: wish.preset, weight: wish.weight, target: null });
  }
  return {
    brief: { ...brief, play: { ...brief.play, games: wanted, widthPx, heightPx, refreshHz } },
    model: { ...model, games },
  };
}

/** What of a system its frames depend on. */
export type Rated = Pick<SystemRates, 'cpu' | 'memory' | 'graphics'>;

interface Month {
  readonly brief: Brief;
  readonly scenes: readonly Scene[];
  readonly mean: Mean;
  readonly weight: number;
}

/** The months up to the horizon, with what every system scores in them. Worked out once for each system that is asked about. */
export interface Years {
  readonly count: number;
  /** Games that the model does not know; nothing can be rated then. */
  readonly unknownGames: readonly string[];
  /** Sum of the weights of the months from one up to another, which is left out. */
  weight(from: number, to: number): number;
  /** Scores in thousandths, one for every month. */
  scores(system: Rated): Float64Array;
  /** Sums of weight times score over the months before each month; one more than there are months. Whole numbers. */
  sums(system: Rated): Float64Array;
  /** Average rate of each game in a month, in the order of `gamesIn`. */
  averages(system: Rated, month: number): readonly number[];
  gamesIn(month: number): readonly {
    readonly game: string;
    readonly preset: string;
    readonly target: number;
  }[];
}

/** What tells systems apart for the frame model: parts that run alike are one, where games make of both what their rates say. */
function keysFor({ interactions = [] }: FrameModel) {
  const nameOf = (each: { readonly name: string }) => (interactions.length > 0 ? each.name : '');
  return {
    cpu: ({ cpu, memory }: Rated) =>
      `${nameOf(cpu)}${cpu.rateLn}|${cpu.threads}|${memory.latencyNs}|${memory.bandwidthGbs}|${memory.gb}`,
    graphics: ({ graphics, memory }: Rated) =>
      graphics.kind === 'gpu'
        ? `${nameOf(graphics)}${graphics.rateLn}|${graphics.videoMemoryGb}|${graphics.linkLn}`
        : `${nameOf(graphics)}${graphics.rateLn}|own|${memory.latencyNs}|${memory.bandwidthGbs}|${memory.gb}`,
  };
}
type RatedKeys = ReturnType<typeof keysFor>;

/** The months up to the horizon as they will be. */
function monthsOf(
  brief: Brief,
  model: FrameModel,
  today: string,
): { months: Month[]; unknownGames: string[] } {
  const { horizonMonths, discountYearly } = brief.growth;
  const unknown = new Set<string>();
  const months = Array.from({ length: horizonMonths }, (_, month): Month => {
    const then = worldIn(brief, model, today, month);
    const { scenes, unknownGames } = scenesOf(then.brief, then.model);
    for (const game of unknownGames) unknown.add(game);
    const weight = Math.round(WEIGHT_UNIT * (1 + discountYearly) ** (-(month + 0.5) / 12));
    return { brief: then.brief, scenes, mean: meanOf(brief.play.objective, scenes), weight };
  });
  return { months, unknownGames: [...unknown] };
}

/** Scores of a system in every month. Sides are shared by many systems: each is worked out once for all months. */
function scorerFor(
  months: readonly Month[],
  { objective }: Brief['play'],
  keys: RatedKeys,
): (system: Rated) => Float64Array {
  const cpuSides = memoize(
    (system: Rated) => `${keys.cpu(system)}|${system.graphics.kind}`,
    ({ cpu, memory, graphics }) =>
      months.map(({ scenes }) =>
        scenes.map((scene) => cpuSide(scene, cpu, memory, graphics.kind === 'integrated')),
      ),
  );
  const gpuSides = memoize(keys.graphics, ({ memory, graphics }: Rated) =>
    months.map(({ scenes }) => scenes.map((scene) => gpuSide(scene, graphics, memory))),
  );
  const values = new Float64Array(Math.max(0, ...months.map(({ scenes }) => scenes.length)));
  return (system) => {
    const first = cpuSides(system);
    const second = gpuSides(system);
    return Float64Array.from(months, ({ scenes, mean }, n) => {
      if (scenes.length === 0) return 0;
      scenes.forEach((scene, k) => {
        const time = frameTimeOf(scene, first[n][k], second[n][k]);
        values[k] = counted(objective, scene, figureOf(objective.figure, time));
      });
      return scoreOf(meanValue(mean, values));
    });
  };
}

/** Sums of numbers before each place; one more than there are numbers. */
function runningSums(count: number, of: (n: number) => number): Float64Array {
  const sums = new Float64Array(count + 1);
  for (let n = 0; n < count; n++) sums[n + 1] = sums[n] + of(n);
  return sums;
}

export function yearsFor(brief: Brief, model: FrameModel, today: string): Years {
  const { months, unknownGames } = monthsOf(brief, model, today);
  const count = months.length;
  const keys = keysFor(model);
  const scoresOf = scorerFor(months, brief.play, keys);
  const entry = memoize(
    (system: Rated) => `${keys.cpu(system)}/${keys.graphics(system)}`,
    (system) => {
      const scores = scoresOf(system);
      return { scores, sums: runningSums(count, (n) => months[n].weight * scores[n]) };
    },
  );
  const weights = runningSums(count, (n) => months[n].weight);
  return {
    count,
    unknownGames,
    weight: (from, to) => weights[to] - weights[from],
    scores: (system) => entry(system).scores,
    sums: (system) => entry(system).sums,
    averages: (system, month) =>
      months[month].scenes.map((scene) => figureOf('average', timeOn(scene, system))),
    gamesIn: (month) =>
      months[month].scenes.map(({ game, presetName, targetFps }) => ({
        game: game.id,
        preset: presetName,
        target: targetFps,
      })),
  };
}
