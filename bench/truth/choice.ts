import { judgeChoice, marketView } from '@ripe-pick/core/compare';
import { indexModel, objectiveGradient, scenesOf, type SystemRates } from '@ripe-pick/core/frames';
import type { Brief, FrameModel } from '@ripe-pick/core/parts';
import type { FrameWorld } from '@ripe-pick/worlds/frames';

/** What became of builds that were chosen by the figures. */
export interface ChoiceFigures {
  /** Share of the 80 % ranges of what is to be expected of a chosen build that hold what it truly does. */
  readonly covered: number;
  /** By how much what is expected of it is too high, as a share; and its score. */
  readonly tooHigh: number;
  readonly scoreTooHigh: number;
  /** Share that is truly the best that the money buys, and the chance that was stated. */
  readonly best: number;
  readonly bestStated: number;
  /** Share of frames that is lost against the truly best, and what was stated. */
  readonly lost: number;
  readonly lostStated: number;
  /** Share in which no more is lost than "at most", which is said of 9 in 10. */
  readonly lostAtMostHeld: number;
  /** Builds in the group that cannot be told apart. */
  readonly group: number;
  /** Share of frames lost by the build of which most is expected, which may be another. */
  readonly expectedLost: number;
  /** The chance stated that a build with other parts does at least as well as the chosen one, and the share that did. */
  readonly matches: readonly { readonly stated: number; readonly is: boolean }[];
}

/** Sums, as shares of all pairs that cost no more. */
const SUMS = [0.25, 0.4, 0.55, 0.7, 0.85];
const GAMES = 3;
/** The likeliest builds that are judged together, as many as the screens judge. */
const JUDGED = 40;
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

/** All pairs of a processor and a card, with what the model expects of them and what they truly do. */
function pairsOf(world: FrameWorld, model: FrameModel, brief: Brief) {
  const { scenes } = scenesOf(brief, model);
  const index = indexModel(model);
  return world.cpus.flatMap((cpu) =>
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
      const ratesLn = scenes.map(({ game: { id: game }, presetName: preset }) => {
        const question = { game, cpu: cpu.id, gpu: gpu.id, preset, ...SCREEN, latencyNs: 10 };
        return Math.log(world.truth(question).average);
      });
      const money = (world.price.get(cpu.id) ?? 0) + (world.price.get(gpu.id) ?? 0);
      return { system, ln: objectiveGradient(brief, scenes, system).ln, trueLn: mean(ratesLn), money };
    }),
  );
}

/** Chooses, for several sums, the processor and card with the highest expected rate, and looks what they truly do. */
export function measureChoice(world: FrameWorld, model: FrameModel): ChoiceFigures {
  const brief = briefOf(model);
  const pairs = pairsOf(world, model, brief).sort((a, b) => b.ln - a.ln);
  const market = marketView(model, world.price);
  const prices = pairs.map(({ money }) => money).sort((a, b) => a - b);
  const chosen = SUMS.map((share) => {
    const sum = prices[Math.floor(share * prices.length)];
    const inReach = pairs.filter(({ money }) => money <= sum);
    const judged = inReach.slice(0, JUDGED);
    const parts = new Set(judged.flatMap(({ system: { parts } }) => [parts.cpu, parts.gpu ?? '']));
    const evidence = [...parts].flatMap((part) => market.get(part) ?? []);
    const choice = judgeChoice(
      brief,
      model,
      judged.map(({ system }) => system),
      evidence,
    );
    if (!choice) throw new Error('builds of these worlds can be judged');
    const { builds, loss, group } = choice;
    const best = inReach.reduce((a, b) => (b.trueLn > a.trueLn ? b : a));
    const [first] = judged;
    const truth = Math.exp(first.trueLn);
    const likeliest = builds.reduce((top, each, n) => (each.expected > builds[top].expected ? n : top), 0);
    return {
      isCovered: builds[0].interval.low <= truth && truth <= builds[0].interval.high,
      tooHigh: Math.log(builds[0].expected / truth),
      scoreTooHigh: first.ln - first.trueLn,
      isBest: first === best,
      bestStated: builds[0].best,
      lost: 1 - Math.exp(first.trueLn - best.trueLn),
      lostStated: loss.mean / builds[0].expected,
      isHeld: Math.exp(best.trueLn) - truth <= loss.most,
      group: group.length,
      expectedLost: 1 - Math.exp(judged[likeliest].trueLn - best.trueLn),
      matches: builds
        .map(({ matchesFirst: stated }, n) => ({ stated, is: judged[n].trueLn >= first.trueLn }))
        .slice(1),
    };
  });
  const share = (read: (each: (typeof chosen)[number]) => boolean | number) =>
    mean(chosen.map((each) => Number(read(each))));
  return {
    covered: share(({ isCovered }) => isCovered),
    tooHigh: Math.exp(share(({ tooHigh }) => tooHigh)) - 1,
    scoreTooHigh: Math.exp(share(({ scoreTooHigh }) => scoreTooHigh)) - 1,
    best: share(({ isBest }) => isBest),
    bestStated: share(({ bestStated }) => bestStated),
    lost: share(({ lost }) => lost),
    lostStated: share(({ lostStated }) => lostStated),
    lostAtMostHeld: share(({ isHeld }) => isHeld),
    group: share(({ group }) => group),
    expectedLost: share(({ expectedLost }) => expectedLost),
    matches: chosen.flatMap(({ matches }) => matches),
  };
}
