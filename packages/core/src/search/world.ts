import { scenesOf } from '../frames/index.ts';
import { countedAnyway } from '../money/index.ts';
import { ownedDriveDeciwatts } from '../power/index.ts';
import type { Session } from '../session/index.ts';
import {
  cheapestBasket,
  ratedWattsOf,
  type Basket,
  type BasketContext,
  type SearchFaults,
} from './cheapest-fit.ts';
import { costBoundOf, type CostBound } from './cost-bound.ts';
import { domainsOf } from './domains.ts';
import { compatibilityOf } from './pair-compatibility.ts';
import type { PairSpace } from './pair-classes.ts';
import { pairSpaceOf } from './pair-space.ts';
import type { WorkCounts } from './results.ts';
import { rootPricesOf } from './root-prices.ts';

/** Pairs of platform and card class, with the least that they cost. */
export interface Pairs {
  readonly space: PairSpace;
  readonly costBound: CostBound;
}

/** All that the searches of one session share. */
export interface SearchWorld {
  readonly session: Session;
  readonly baskets: BasketContext;
  /** Null when a slot has nothing to fill it, or no game can be rated: then nothing fits. */
  readonly pairs: Pairs | null;
  /** Counted whatever is picked: what else is bought, less what all owned parts that are to be sold would fetch; one that is used costs that there. */
  readonly countedAnyway: number;
  readonly work: WorkCounts;
}

/** Works out what does not depend on the sum. */
export function searchWorldOf(session: Session, faults: SearchFaults): SearchWorld {
  const { catalogue, brief, priceIndex, rules, rates } = session;
  const { scenes, unknownGames } = scenesOf(brief, catalogue.frameModel);
  const { allowUnknown } = brief.whereToBuy;
  const domains = domainsOf(catalogue.parts, priceIndex, brief, rules, rates);
  const compatibility = compatibilityOf(domains, rules, allowUnknown);
  const work: WorkCounts = { baskets: 0, nodes: 0, platforms: 0, gpuClasses: 0, scored: 0 };
  const lists = [domains.cpus, ...domains.rest, ...domains.added.map(({ elements }) => elements)];
  const hasEverySlot = lists.every((elements) => elements.length > 0);
  const isRated = scenes.length > 0 && unknownGames.length === 0;
  let pairs: Pairs | null = null;
  if (hasEverySlot && isRated) {
    const space = pairSpaceOf(brief, domains, compatibility, rates, scenes);
    const { platforms, gpuClasses } = space;
    pairs = {
      space,
      costBound: costBoundOf({ domains, compatibility, rules, allowUnknown, platforms, gpuClasses }),
    };
    work.platforms = platforms.length;
    work.gpuClasses = gpuClasses.length;
  }
  const baskets: BasketContext = {
    domains,
    compatibility,
    rules,
    settledDeciwatts: domains.added.reduce(
      (sum, { elements: [element] }) => sum + (element?.deciwatts ?? 0),
      ownedDriveDeciwatts(rules),
    ),
    allowUnknown,
    faults,
    work,
    root: hasEverySlot ? rootPricesOf(domains, faults.cheapestOptionOnly ?? false) : null,
    ratedWatts: ratedWattsOf(domains, allowUnknown),
  };
  return { session, baskets, pairs, countedAnyway: countedAnyway(priceIndex), work };
}

/** The cheapest basket of a pair that costs at most `most`; null when there is none. */
export function basketFor(
  { baskets }: SearchWorld,
  { space }: Pairs,
  platform: number,
  gpuClass: number,
  most: number,
): Basket | null {
  const { cpu, motherboards, memory } = space.platforms[platform];
  const { members, gpu } = space.gpuClasses[gpuClass];
  const links = baskets.compatibility.linksOf(cpu);
  const task = { cpu, links, motherboards, memory, gpus: members, hasGpu: gpu !== null };
  return cheapestBasket(baskets, task, most);
}
