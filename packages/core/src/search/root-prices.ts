import { hasBit, type Bits } from './bits.ts';
import type { Domains, Element } from './domains.ts';
import {
  splitStartOf,
  differing,
  wideOf,
  wideOff,
  type PricedCandidate,
  type SlotCandidate,
  type SplitStart,
  type Terms,
  type Wide,
} from './orders/index.ts';

/*
 * What every basket begins with: each element at its cheapest while no order and no deal is decided. That is the same for all baskets of a
 * session, so that it is worked out once, and a basket that costs too much is turned away after a look at the cheapest of each slot.
 */

/** An element with its price where nothing is decided yet. */
interface RootCandidate {
  readonly candidate: SlotCandidate;
  readonly priced: PricedCandidate;
}

export interface RootPrices {
  readonly terms: Terms;
  readonly wide: Wide;
  /** What deals that many slots could carry may take off all of it, as a sum below 0. */
  readonly off: number;
  /** By slot of the rest, then what was added, then the processor: all elements, the cheapest first. */
  readonly slots: readonly (readonly RootCandidate[])[];
}

/** Prices all elements. Null where a slot has none that can be had. @param cheapestOptionOnly a fault on purpose: see `SearchFaults` */
export function rootPricesOf(domains: Domains, cheapestOptionOnly: boolean): RootPrices | null {
  const candidateOf = ({ deciwatts, options }: Element, element: number): SlotCandidate => {
    const kept = cheapestOptionOnly ? [options.reduce((a, b) => (b.least < a.least ? b : a))] : options;
    return { element, deciwatts, options: kept };
  };
  const candidates = [...domains.rest, ...domains.added.map(({ elements }) => elements), domains.cpus].map(
    (elements) => elements.map(candidateOf),
  );
  const start = splitStartOf(candidates, domains.terms);
  return (
    start && {
      terms: domains.terms,
      wide: start.wide,
      off: wideOff(domains.terms, start.wide),
      slots: start.priced.map((list, slot) =>
        list.map((priced) => ({ candidate: candidates[slot][priced.element], priced })),
      ),
    }
  );
}

/** Which elements of a slot a basket may take: all bits that are set in each of these. */
export type Allowed = readonly Bits[];

const isIn = (allowed: Allowed, element: number) => {
  for (const bits of allowed) if (!hasBit(bits, element)) return false;
  return true;
};

/** Where a basket's search begins: what of each slot can be in one that costs less than a limit. Null where nothing can. */
export function rootStart(
  { terms, wide, off, slots }: RootPrices,
  allowed: readonly Allowed[],
  limit: number,
): (SplitStart & { readonly candidates: readonly (readonly SlotCandidate[])[] }) | null {
  const firsts = new Int32Array(slots.length);
  let separable = off;
  for (const [slot, list] of slots.entries()) {
    const first = list.findIndex(({ priced }) => isIn(allowed[slot], priced.element));
    if (first < 0) return null;
    firsts[slot] = first;
    separable += list[first].priced.price;
  }
  if (separable >= limit) return null;
  const kept = slots.map((list, slot) => {
    const most = list[firsts[slot]].priced.price + limit - separable;
    const out: RootCandidate[] = [];
    for (let at = firsts[slot]; at < list.length && list[at].priced.price < most; at++)
      if (isIn(allowed[slot], list[at].priced.element)) out.push(list[at]);
    return out;
  });
  const candidates = kept.map((list) => list.map(({ candidate }) => candidate));
  // Of fewer candidates fewer deals are such that many could carry them.
  const own = wideOf(candidates, terms.couplings);
  const dirty = differing(wide, own, candidates);
  return { wide: own, dirty, priced: kept.map((list) => list.map(({ priced }) => priced)), candidates };
}
