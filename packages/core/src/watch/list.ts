import { dayNumber } from '../units/index.ts';
import { SLOTS, type Brief, type Pick, type Picks, type Slot } from '../parts/index.ts';
import { usableOffers } from '../money/index.ts';
import type { Session } from '../session/index.ts';

/** Why a part is watched. */
export type WatchReason = 'pick' | 'candidate' | 'target' | 'rival' | 'find';

export interface Watched {
  readonly part: string;
  readonly slot: Slot;
  readonly why: WatchReason;
}

/** Rivals of a pick that are watched: the best value about its price. */
const RIVALS = 3;
const REACH = 0.3;

interface WatchOptions {
  /** Picks of the active candidate, then those of the others. */
  readonly active: Picks;
  readonly others: readonly Picks[];
  readonly targets: readonly string[];
}

/** What is watched: the picks, what other candidates have, targets, and rivals of processor and card. Each part once, picks first. */
export function watchList({ catalogue, brief, priceIndex }: Session, wish: WatchOptions): Watched[] {
  const out = new Map<string, Watched>();
  /** What is ordered waits for no price any more, in whichever candidate. */
  const isOrdered = ({ offer }: Pick) =>
    offer !== null && priceIndex.offers.get(offer)?.ordered !== undefined;
  const settled = new Set([
    ...brief.owned,
    ...Object.values(wish.active).flatMap((pick) => (isOrdered(pick) ? [pick.part] : [])),
  ]);
  const add = (part: string, slot: Slot, why: WatchReason) => {
    if (!out.has(part) && !settled.has(part) && priceIndex.offersByPart.has(part))
      out.set(part, { part, slot, why });
  };
  for (const slot of SLOTS) {
    const pick = wish.active[slot];
    if (pick) add(pick.part, slot, 'pick');
  }
  for (const part of wish.targets) {
    const slot = priceIndex.parts.get(part)?.kind;
    if (slot) add(part, slot, 'target');
  }
  for (const picks of wish.others)
    for (const slot of SLOTS) {
      const pick = picks[slot];
      if (pick && !isOrdered(pick)) add(pick.part, slot, 'candidate');
    }
  const cheapest = (part: string, slot: Slot) =>
    usableOffers(priceIndex, brief, part, slot).reduce(
      (least, offer) => Math.min(least, priceIndex.priced(offer)?.dueNow ?? Infinity),
      Infinity,
    );
  const excluded = new Set(brief.excluded.map((each) => each.part));
  for (const [slot, rates] of [
    ['cpu', catalogue.frameModel.cpus],
    ['gpu', catalogue.frameModel.gpus],
  ] as const) {
    const pick = wish.active[slot];
    if (!pick || isOrdered(pick)) continue;
    const at = cheapest(pick.part, slot);
    if (at === Infinity) continue;
    rates
      .filter(({ part }) => part !== pick.part && !excluded.has(part))
      .map(({ part, rateLn }) => ({ part, cost: cheapest(part, slot), rateLn }))
      .filter(({ cost }) => Math.abs(cost - at) <= REACH * at)
      .map((each) => ({ ...each, value: each.rateLn - 0.6 * Math.log(each.cost) }))
      .sort((a, b) => b.value - a.value || (a.part < b.part ? -1 : 1))
      .slice(0, RIVALS)
      .forEach(({ part }) => add(part, slot, 'rival'));
  }
  return [...out.values()];
}

/** Days until the parts are needed: to the brief’s day, or so many as are looked ahead where there is none or it has passed. At least one, at most 90. */
export function daysAhead(brief: Brief, today: string, otherwise: number): number {
  const { readyBy } = brief.dates;
  const days = readyBy === null || readyBy < today ? otherwise : dayNumber(readyBy) - dayNumber(today);
  return Math.max(1, Math.min(90, days));
}
