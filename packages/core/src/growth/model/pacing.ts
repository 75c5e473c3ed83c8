import type { PathReport } from './path-report.ts';

/** When a game runs: months from today. */
export interface RunsFrom {
  readonly game: string;
  readonly preset: string;
  readonly target: number;
  /** First month in which it reaches the playable rate, and its target; null when it never does. */
  readonly playable: number | null;
  readonly atTarget: number | null;
  /** Last month in which it still reaches its target; null when it never does, or still does at the horizon. */
  readonly targetUntil: number | null;
}

/** When each game runs well on a path. A rate counts as reached at or above it. */
export function runsFrom(report: Pick<PathReport, 'games'>, playableFps: number): RunsFrom[] {
  return report.games.map(({ game, preset, target, averages }) => {
    const first = (least: number) => {
      const month = averages.findIndex((each) => each !== null && each >= least);
      return month < 0 ? null : month;
    };
    const last = averages.findLastIndex((each) => each !== null && each >= target);
    return {
      game,
      preset,
      target,
      playable: first(playableFps),
      atTarget: first(target),
      targetUntil: last < 0 || last === averages.length - 1 ? null : last,
    };
  });
}
