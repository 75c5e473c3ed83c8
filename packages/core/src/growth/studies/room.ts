import { firstBarrier, type Finding } from '../../compatibility/index.ts';
import { costOf, usableOffers } from '../../money/index.ts';
import type { Part, Picks } from '../../parts/index.ts';
import { evaluatePath } from '../model/evaluate.ts';
import type { Path } from '../model/path-report.ts';
import { follow } from '../search/follow.ts';
import { holdingOf } from '../model/holding.ts';
import type { SearchCache } from '../search/search-cache.ts';
import { firstObstacle } from '../model/obstacle.ts';
import { baseOf } from '../search/plan.ts';
import { pathSearch, searchAll } from '../search/search.ts';

/** Slots whose parts can have room to spare for what comes later. */
const ROOM_SLOTS = ['motherboard', 'psu', 'case', 'cooler', 'memory'] as const;
export type RoomSlot = (typeof ROOM_SLOTS)[number];

/**
 * What the room in one slot costs today and spares later: the same build with the cheapest part there that serves it
 * today, on the same path. Money in minor units.
 */
export interface RoomPrice {
  readonly slot: RoomSlot;
  readonly part: Part;
  /** The cheapest that would serve today with everything else kept. */
  readonly instead: Part;
  /** Dearer today by so much. */
  readonly today: number;
  /** What the later steps would cost more without it, less resale; null when they would not go at all. */
  readonly later: number | null;
  /** The first rule that would stand in the way of a later step as it is planned. */
  readonly barrier: Finding | null;
  /** The step that it would stand in the way of. */
  readonly on: string | null;
  /** What the best path with the cheaper part is worth, in thousandths; null when there is none. */
  readonly valueWithout: number | null;
}

/** The cheapest part of a slot that keeps the build whole today and runs as fast; null when the pick is it. */
function cheapestInstead(
  cache: SearchCache,
  picks: Picks,
  slot: RoomSlot,
): { picks: Picks; part: Part; cost: number } | null {
  const { world } = cache;
  const { priceIndex, brief, context } = world;
  const holding = holdingOf(picks, priceIndex.parts);
  const now = world.systemOf(holding.set);
  if (!now) return null;
  const scoreNow = world.years.scores(now)[0];
  const excluded = new Set(brief.excluded.map((each) => each.part));
  const own = costOf(picks, priceIndex).counted;
  let best: { picks: Picks; part: Part; cost: number } | null = null;
  for (const part of world.catalogue.parts) {
    if (part.kind !== slot || part.id === picks[slot]?.part || excluded.has(part.id)) continue;
    const set = { ...holding.set, [slot]: part };
    if (firstBarrier(set, context, brief.whereToBuy.allowUnknown)) continue;
    const system = world.systemOf(set);
    if (!system || world.years.scores(system)[0] < scoreNow) continue;
    const owned = brief.owned.includes(part.id) ? [null] : [];
    for (const offer of [...owned, ...usableOffers(priceIndex, brief, part.id, slot)]) {
      const swapped: Picks = { ...picks, [slot]: { part: part.id, offer: offer?.id ?? null } };
      const cost = costOf(swapped, priceIndex);
      if (cost.unpriced.length === 0 && cost.counted < (best?.cost ?? own))
        best = { picks: swapped, part, cost: cost.counted };
    }
  }
  return best;
}

/** The price of room of a path, slot by slot; slots whose part is the cheapest that serves today are left out. */
export function priceOfRoom(cache: SearchCache, path: Path): RoomPrice[] {
  const { world } = cache;
  const own = costOf(path.picks, world.priceIndex).counted;
  const { paid, back } = evaluatePath(world, path);
  const later = paid - back - own;
  return ROOM_SLOTS.flatMap((slot): RoomPrice[] => {
    const part = world.priceIndex.parts.get(path.picks[slot]?.part ?? '');
    // A part that a later step takes out anyway has no room that would be used.
    const cheaper = part ? cheapestInstead(cache, path.picks, slot) : null;
    if (!part || !cheaper) return [];
    const base = baseOf(world, cheaper.picks);
    const same = follow(cache, base, path.steps);
    const obstacle = firstObstacle(world, { picks: cheaper.picks, steps: path.steps });
    const best = searchAll(pathSearch(cache, 1, 'today'), [base])[0];
    return [
      {
        slot,
        part,
        instead: cheaper.part,
        today: own - cheaper.cost,
        later: same ? same.net - base.cost - later : null,
        barrier: obstacle?.barrier ?? null,
        on: obstacle?.on ?? null,
        valueWithout: best?.value ?? null,
      },
    ];
  });
}
