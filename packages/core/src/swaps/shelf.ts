import { readsSlot, RULES, type Rule } from '../compatibility/index.ts';
import { salesOf, usableOffers } from '../money/index.ts';
import { SLOTS, slotsFor, type Offer, type Part, type Slot } from '../parts/index.ts';
import type { Session } from '../session/index.ts';

/** What may stand in a slot, with the offers that the brief allows, and the rules that read it. */
interface SlotShelf {
  readonly parts: readonly { readonly part: Part; readonly offers: readonly Offer[] }[];
  readonly rules: readonly Rule[];
}

/** What every lane of a session is drawn from. */
export interface Shelf {
  readonly slots: Readonly<Record<Slot, SlotShelf>>;
  readonly owned: ReadonlySet<string>;
  readonly excluded: ReadonlySet<string>;
  /** What an owned part would fetch, where it is to be sold unless the build uses it. */
  readonly sales: ReadonlyMap<string, number>;
}

/** The shelf of a session: every part with the offers that its brief allows. */
export function shelfOf({ catalogue, brief, priceIndex }: Session): Shelf {
  const owned = new Set(brief.owned);
  // Owned drives are in every build.
  const parts = catalogue.parts.filter((part) => part.kind !== 'storage' || !owned.has(part.id));
  const slotShelf = (slot: Slot): SlotShelf => ({
    parts: parts
      .filter((part) => slotsFor(part.kind).includes(slot))
      .map((part) => ({ part, offers: usableOffers(priceIndex, brief, part.id, slot) })),
    rules: RULES.filter((rule) => !rule.advice && readsSlot(rule, slot)),
  });
  return {
    slots: Object.fromEntries(SLOTS.map((slot) => [slot, slotShelf(slot)])) as Shelf['slots'], // over all slots
    owned,
    excluded: new Set(brief.excluded.map((entry) => entry.part)),
    sales: new Map(salesOf(priceIndex).map(({ part, amount }) => [part, amount])),
  };
}
