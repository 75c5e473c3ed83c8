import { inIndexCurrency } from '../money/index.ts';
import type { Deal } from '../parts/index.ts';
import type { Observation } from '../prices/index.ts';
import type { Session } from '../session/index.ts';
import { addDays, dayNumber } from '../units/index.ts';
import type { Move } from './knowledge.ts';
import { partName } from './now.ts';

/** The price of the last look up to a day; null when it was not for sale, or not seen yet. */
const lastOn = (observations: readonly Observation[], day: number) =>
  observations.findLast((each) => each.day <= day)?.price ?? null;

/** Prices of offers that moved since a day, in the brief's currency. */
export function movesSince(
  session: Session,
  since: string,
  bought: Iterable<string>,
  observationsOf: (offer: string) => readonly Observation[],
): Move[] {
  const { priceIndex } = session;
  const days = [dayNumber(since), dayNumber(priceIndex.today)];
  return [...bought].flatMap((id): Move[] => {
    const offer = priceIndex.offers.get(id);
    const [was, is] = days.map((day) => lastOn(observationsOf(id), day));
    if (!offer || was === is) return [];
    const shop = priceIndex.shops.get(offer.shop);
    const inBrief = (minor: number | null) =>
      minor === null || !shop ? null : inIndexCurrency(priceIndex, shop, minor);
    const name = `${partName(session, offer.part)} at ${shop?.name ?? offer.shop}`;
    return [{ offer: id, name, before: inBrief(was), now: inBrief(is) }];
  });
}

/** A deal that began or ended. */
export interface Turn {
  readonly name: string;
  readonly turn: 'began' | 'ended';
}

/** Deals that ended or began since a day, at the shops that are bought from. */
export function dealsTurned(
  { priceIndex }: Session,
  deals: readonly Deal[],
  since: string,
  bought: Iterable<string>,
): Turn[] {
  const { today } = priceIndex;
  const shops = new Set([...bought].map((id) => priceIndex.offers.get(id)?.shop));
  const isBetween = (day: string | null, from: string, to: string) => day !== null && day >= from && day < to;
  return deals
    .filter((deal) => !('shop' in deal) || shops.has(deal.shop))
    .filter(
      (deal) =>
        isBetween(deal.to, since, today) || isBetween(deal.from, addDays(since, 1), addDays(today, 1)),
    )
    .map((deal) => ({ name: deal.name, turn: deal.to !== null && deal.to < today ? 'ended' : 'began' }));
}
