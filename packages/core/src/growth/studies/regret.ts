import { evaluatePath } from '../model/evaluate.ts';
import type { Path } from '../model/path-report.ts';
import type { FoundPath } from '../model/path.ts';
import { growthWorld, type GrowthWorld } from '../model/world.ts';
import { searchCacheFor } from '../search/search-cache.ts';
import { bestFrom } from '../search/plan.ts';
import type { OutlookOptions } from '../model/outlook.ts';

/** What happens when sums do not come: the first `come` of them do. Values in thousandths; null where nothing works. */
export interface Regret {
  readonly come: number;
  /** The first sum that stays away. */
  readonly missing: { readonly on: string; readonly amountMinor: number; readonly note: string };
  /** The best that can then become of what the path bought today, and of the build that is best today. */
  readonly path: number | null;
  readonly today: number | null;
}

/** The world with only the first sums, and nothing put aside after them. */
function withSums(wish: OutlookOptions, world: GrowthWorld, come: number): GrowthWorld {
  const { growth } = wish.brief;
  const sums = [...growth.sums].sort((a, b) => a.on.localeCompare(b.on)).slice(0, come);
  return growthWorld(
    { ...wish, brief: { ...wish.brief, growth: { ...growth, sums, monthlyMinor: 0 } } },
    world,
  );
}

/** Regret for every number of sums that may come, none first: whether it was worth waiting for them. */
export function regretOf(
  wish: OutlookOptions,
  world: GrowthWorld,
  path: FoundPath,
  today: FoundPath,
): Regret[] {
  const sums = [...wish.brief.growth.sums].sort((a, b) => a.on.localeCompare(b.on));
  return sums.map(({ on, amountMinor, note }, come): Regret => {
    const cache = searchCacheFor(withSums(wish, world, come));
    const valueOf = ({ base }: FoundPath) => {
      const best = bestFrom(cache, base.picks);
      const still: Path = { picks: base.picks, steps: [] };
      return best?.value ?? evaluatePath(cache.world, still).value;
    };
    return { come, missing: { on, amountMinor, note }, path: valueOf(path), today: valueOf(today) };
  });
}
