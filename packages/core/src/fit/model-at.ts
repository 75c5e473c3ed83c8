import { PRESETS, type FrameModel } from '../parts/index.ts';
import type { Layout } from './layout.ts';

const round = (value: number, digits: number) => Number(value.toFixed(digits));
const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

/** The frame model that a point in the space of effects stands for. `sdOf` gives standard deviations, 0 while fitting. */
export function modelAt(
  base: FrameModel,
  layout: Layout,
  theta: ArrayLike<number>,
  {
    residualSd,
    sdOf,
    isRounded,
  }: {
    readonly residualSd: ReadonlyMap<string, number>;
    readonly sdOf: (index: number) => number;
    /** Rounds what is kept, so that a stored model reads the same everywhere. */
    readonly isRounded: boolean;
  },
): FrameModel {
  const { index, names } = layout;
  const figure = (value: number, digits = 5) => (isRounded ? round(value, digits) : value);
  const value = (name: string) => theta[index.get(name) ?? -1];
  const rates = (kind: string) =>
    names
      .slice(0, layout.predictive)
      .flatMap((name, i) =>
        name.startsWith(`${kind}:`)
          ? [{ part: name.slice(kind.length + 1), rateLn: figure(theta[i]), sdLn: figure(sdOf(i)) }]
          : [],
      );
  const gamma = figure(clamp(value('bandwidthExponent'), 0.01, 2));
  const linkSensitivity = figure(clamp(value('link'), 0, 2));
  const short = (what: string) => figure(clamp(Math.exp(value(`short.${what}`)), 0.01, 20));
  return {
    referenceMemory: base.referenceMemory,
    cpus: rates('cpu'),
    gpus: rates('gpu'),
    integrated: rates('integrated'),
    games: base.games.map((game) => ({
      ...game,
      resolutionExponent: figure(clamp(value(`resolutionExponent:${game.id}`), 0.01, 2)),
      memorySensitivity: figure(clamp(value(`memorySensitivity:${game.id}`), 0, 2)),
      bandwidthExponent: gamma,
      linkSensitivity,
      cpuSpread: figure(clamp(Math.exp(value(`cpuSpread:${game.id}`)), 0.005, 2)),
      gpuSpread: figure(clamp(Math.exp(value(`gpuSpread:${game.id}`)), 0.005, 2)),
      residualSd: figure(residualSd.get(game.id) ?? game.residualSd),
      presets: Object.fromEntries(
        PRESETS.map((preset) => [
          preset,
          {
            ...game.presets[preset],
            gpuTimeLn: figure(value(`gpuTime:${game.id}:${preset}`)),
            cpuTimeLn: figure(value(`cpuTime:${game.id}:${preset}`)),
          },
        ]),
      ) as typeof game.presets, // one entry for each preset
    })),
    shortfall: { videoMemory: short('videoMemory'), memory: short('memory'), threads: short('threads') },
  };
}
