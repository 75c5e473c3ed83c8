import {
  indexModel,
  objectiveGradient,
  scenesOf,
  uncertaintyOf,
  type SystemRates,
} from '@ripe-pick/core/frames';
import type { Brief, FrameModel } from '@ripe-pick/core/parts';
import type { FrameWorld } from '@ripe-pick/worlds/frames';

/** What became of builds that were chosen by the figures. */
export interface ChoiceFigures {
  /** Share of the 80 % intervals of chosen builds that hold what they truly do. */
  readonly covered: number;
  /** By how much their stated figure is too high, as a share. */
  readonly tooHigh: number;
  /** Share that is truly the best that the money buys. */
  readonly best: number;
  /** Share of frames that is lost against the truly best. */
  readonly lost: number;
}

const Z80 = 1.2815515655446004;
/** Sums, as shares of all pairs that cost no more. */
const SUMS = [0.25, 0.4, 0.55, 0.7, 0.85];
const GAMES = 3;
const SCREEN = { widthPx: 1920, heightPx: 1080 } as const;
const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;

/** The three games of most records, at high. */
function briefOf(model: FrameModel): Brief {
  const games = model.games
    .slice(0, GAMES)
    .map(({ id }) => ({ game: id, preset: 'high', weight: 1, target: null }));
  const objective = { goal: 'frames', figure: 'average', mean: 'geometric', capAtRefresh: false };
  const play = { games, ...SCREEN, renderScale: 1, background: 'none', refreshHz: 1000, objective, jobs: [] };
  return { play } as unknown as Brief; // what the objective reads
}

/** Chooses, for several sums, the processor and card with the highest expected rate, and looks what it truly does. */
export function measureChoice(world: FrameWorld, model: FrameModel): ChoiceFigures {
  const brief = briefOf(model);
  const { scenes } = scenesOf(brief, model);
  const index = indexModel(model);
  const uncertainty = uncertaintyOf(model);
  const pairs = world.cpus.flatMap((cpu) =>
    world.gpus.map((gpu) => {
      const system: SystemRates = {
        cpu: {
          name: `cpu:${cpu.id}`,
          rateLn: index.cpus.get(cpu.id)?.rateLn ?? 0,
          threads: cpu.threads ?? 8,
        },
        memory: { latencyNs: 10, bandwidthGbs: 51.2, gb: 32 },
        graphics: {
          ...{ kind: 'gpu', name: `gpu:${gpu.id}`, rateLn: index.gpus.get(gpu.id)?.rateLn ?? 0 },
          ...{ videoMemoryGb: gpu.videoMemoryGb ?? 24, linkLn: 0 },
        },
        parts: { cpu: cpu.id, gpu: gpu.id },
      };
      const { ln, gradient, residuals } = objectiveGradient(brief, scenes, system);
      const own = residuals.reduce((sum, each) => sum + each * each, 0);
      const trueLn = mean(
        scenes.map(({ game, presetName }) =>
          Math.log(
            world.truth({
              game: game.id,
              cpu: cpu.id,
              gpu: gpu.id,
              preset: presetName,
              ...SCREEN,
              latencyNs: 10,
            }).average,
          ),
        ),
      );
      const money = (world.price.get(cpu.id) ?? 0) + (world.price.get(gpu.id) ?? 0);
      return { ln, trueLn, money, sd: () => Math.sqrt(uncertainty.variance(gradient) + own) };
    }),
  );
  const prices = pairs.map(({ money }) => money).sort((a, b) => a - b);
  const chosen = SUMS.map((share) => {
    const sum = prices[Math.floor(share * prices.length)];
    const inReach = pairs.filter(({ money }) => money <= sum);
    const pick = inReach.reduce((a, b) => (b.ln > a.ln ? b : a));
    const best = inReach.reduce((a, b) => (b.trueLn > a.trueLn ? b : a));
    return {
      isCovered: Math.abs(pick.ln - pick.trueLn) <= Z80 * pick.sd(),
      tooHigh: pick.ln - pick.trueLn,
      isBest: pick === best,
      lost: 1 - Math.exp(pick.trueLn - best.trueLn),
    };
  });
  return {
    covered: mean(chosen.map(({ isCovered }) => Number(isCovered))),
    tooHigh: Math.exp(mean(chosen.map(({ tooHigh }) => tooHigh))) - 1,
    best: mean(chosen.map(({ isBest }) => Number(isBest))),
    lost: mean(chosen.map(({ lost }) => lost)),
  };
}
