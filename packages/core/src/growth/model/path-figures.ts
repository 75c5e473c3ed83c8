import type { Holding } from './holding.ts';
import type { PathReport } from './path-report.ts';
import type { GrowthWorld } from './world.ts';

/** The objective and every game's average month by month, with what is held from each month on. */
export function figuresOf(
  { years, systemOf }: GrowthWorld,
  holdings: readonly { readonly from: number; readonly holding: Holding }[],
): Pick<PathReport, 'scores' | 'games' | 'value'> {
  const runs = holdings.map(({ from, holding }, n) => ({
    system: systemOf(holding.set),
    from,
    to: holdings[n + 1]?.from ?? years.count,
  }));
  const isRated =
    years.unknownGames.length === 0 &&
    years.gamesIn(0).length > 0 &&
    runs.every((run) => run.system !== null);
  const scores: number[] = [];
  const averages: (readonly number[])[] = [];
  let worth = 0;
  for (const { system, from, to } of isRated ? runs : []) {
    if (!system) continue;
    const each = years.scores(system);
    const sums = years.sums(system);
    worth += sums[to] - sums[from];
    for (let month = from; month < to; month++) {
      scores.push(each[month]);
      averages.push(years.averages(system, month));
    }
  }
  return {
    scores: isRated ? scores : null,
    games: years.gamesIn(years.count - 1).map(({ game, preset, target }, n) => ({
      game,
      preset,
      target,
      averages: averages.map((each) => each[n] ?? null),
    })),
    value: isRated ? Math.round(worth / years.weight(0, years.count)) : null,
  };
}
