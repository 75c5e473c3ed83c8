import { checkBuild, isBarrier } from '../compatibility/index.ts';
import { costOf } from '../money/index.ts';
import type { Picks } from '../parts/index.ts';
import type { Session } from '../session/index.ts';
import { partsForRules } from './rule-parts.ts';
import { withPick, type Swap } from './swaps.ts';
import { LEAST_SEEN } from './trade.ts';

/** What a swap of a proposal is in it for: what would be wrong if it were left out and all others were made. */
export type SwapReason =
  /** The others do not go with what stood there; in the rule's own sentence. */
  | { readonly kind: 'fits'; readonly sentence: string }
  /** The whole would pass what may be spent, by so much. */
  | { readonly kind: 'budget'; readonly minor: number }
  /** It is worth so many thousandths of the objective. */
  | { readonly kind: 'frames'; readonly score: number }
  /** It costs so much less, for frames that nobody tells apart. */
  | { readonly kind: 'money'; readonly minor: number };

/** Why a swap belongs to a set of picks; null where leaving it out would change nothing that counts. */
export function whySwap(target: Picks, { slot, from }: Swap, session: Session): SwapReason | null {
  const { brief, priceIndex, rules, scoreOf, limit } = session;
  const without = withPick(target, slot, from);
  const [set, rest] = [partsForRules(target, priceIndex), partsForRules(without, priceIndex)];
  const barrier = checkBuild(rest, rules).find((finding) =>
    isBarrier(finding, brief.whereToBuy.allowUnknown),
  );
  if (barrier) return { kind: 'fits', sentence: barrier.sentence };
  const counted = costOf(without, priceIndex).counted;
  if (counted > limit) return { kind: 'budget', minor: counted - limit };
  const [score, less] = [scoreOf(set), scoreOf(rest)];
  if (score !== null && less !== null && score - less >= LEAST_SEEN)
    return { kind: 'frames', score: score - less };
  const minor = counted - costOf(target, priceIndex).counted;
  return minor > 0 ? { kind: 'money', minor } : null;
}
