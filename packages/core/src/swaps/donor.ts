import { RULES, type RuleContext } from '../compatibility/index.ts';
import { costOf, usableOffers } from '../money/index.ts';
import type { Cpu, Offer, PartSet } from '../parts/index.ts';
import type { Session } from '../session/index.ts';

/** A processor that a board starts with as it is shipped, bought to update its firmware for another one. */
interface Donor {
  readonly part: Cpu;
  readonly offer: Offer;
  /** What it adds to the counted total as an order of its own, in minor units of the brief's currency. */
  readonly minor: number;
}

const STARTS = RULES.filter(({ id }) => id === 'socket' || id === 'firmware');

/**
 * The cheapest processor on offer that starts a build's board as shipped; null where the board needs none: it knows its
 * processor, updates without one, or no firmware of it ever will.
 */
export function donorFor(session: Session, { cpu, motherboard }: PartSet): Donor | null {
  if (!cpu || !motherboard) return null;
  const { catalogue, brief, priceIndex } = session;
  const rules: RuleContext = { ...session.rules, needs: { ...session.rules.needs, borrowCpu: false } };
  const judge = (id: string, with_: Cpu) =>
    STARTS.find((rule) => rule.id === id)?.judge({ cpu: with_, motherboard }, rules);
  const own = judge('firmware', cpu);
  // A level to reach: there is firmware for it, which the board was not shipped with.
  if (own?.verdict !== 'block' || own.limit === undefined) return null;
  const without = costOf({}, priceIndex).counted;
  const donors = catalogue.parts.flatMap((part): Donor[] => {
    if (part.kind !== 'cpu' || STARTS.some(({ id }) => judge(id, part)?.verdict !== 'pass')) return [];
    return usableOffers(priceIndex, brief, part.id, 'cpu').map((offer) => ({
      part,
      offer,
      minor: costOf({ cpu: { part: part.id, offer: offer.id } }, priceIndex).counted - without,
    }));
  });
  return donors.reduce<Donor | null>((best, each) => (best && best.minor <= each.minor ? best : each), null);
}
