import type { Brief, Catalogue, ListedBack, Offer, Picks, Shop, Slot } from '../parts/index.ts';
import { apportion } from '../units/index.ts';
import { lineCost } from './cash-flow.ts';
import type { OrderLine, RebateClaim, ShopOrder } from './types.ts';

/** An order line whose part is there or on its way, in the slot that it was ordered for. */
export interface HeldPart {
  readonly slot: Slot;
  readonly part: string;
  /** The offer that it is counted at. */
  readonly offer: string;
  readonly order: ShopOrder;
  readonly line: OrderLine;
}

/** What the orders of one candidate come to. Money in the orders' currency. */
export interface HeldOrders {
  /** One part a slot: where a slot was ordered for twice, the later one. */
  readonly parts: readonly HeldPart[];
  /** Ordered parts whose slot a later order fills: paid, and in no build. */
  readonly spare: readonly HeldPart[];
}

export const NOTHING_HELD: HeldOrders = { parts: [], spare: [] };

const orderedOfferId = (order: string, line: number): string => `ordered-${order}-${line}`;
const orderShopId = (order: string): string => `order-${order}`;

const isHeld = ({ state }: OrderLine): boolean => state === 'ordered' || state === 'arrived';

function heldIn(order: ShopOrder): HeldPart[] {
  return order.lines.flatMap((line, n) =>
    line.slot !== null && line.part !== null && isHeld(line)
      ? [{ slot: line.slot, part: line.part, offer: orderedOfferId(order.id, n), order, line }]
      : [],
  );
}

/** The candidate whose orders fix a candidate's build: its own, or that of which it is another idea. */
export const ordersOf = ({
  id,
  ordersOf: of,
}: {
  readonly id: string;
  readonly ordersOf: string | null;
}): string => of ?? id;

/** What is ordered for a candidate and not given back; nothing when there is no such order. */
export function heldFor(orders: readonly ShopOrder[], candidate: string): HeldOrders {
  const all = orders
    .filter((order) => order.candidate === candidate)
    .sort((a, b) => (a.placedOn < b.placedOn ? -1 : a.placedOn > b.placedOn ? 1 : 0))
    .flatMap(heldIn);
  if (all.length === 0) return NOTHING_HELD;
  const bySlot = new Map(all.map((each) => [each.slot, each]));
  return { parts: [...bySlot.values()], spare: all.filter((each) => bySlot.get(each.slot) !== each) };
}

/**
 * What an order came to beside the parts that are held: shipping, codes, what was lost on parts given back. A dead part's money is on
 * its way back; an order of which every part was cancelled or sent back costs nothing but what was not given back.
 */
function restOf({ lines }: ShopOrder): number {
  const parts = lines.filter(({ part }) => part !== null);
  const isVoid =
    parts.length > 0 && parts.every(({ state }) => state === 'cancelled' || state === 'returned');
  return lines.reduce((sum, line) => {
    if (line.part === null) return isVoid ? sum : sum + lineCost(line);
    const isCounted = line.state !== 'dead' && !(line.slot !== null && isHeld(line));
    return isCounted ? sum + lineCost(line) : sum;
  }, 0);
}

/** Each held line's share of what else the orders of its candidate came to, by offer. */
function chargesOf(orders: readonly ShopOrder[]): ReadonlyMap<string, number> {
  const charges = new Map<string, number>();
  const share = (total: number, held: readonly HeldPart[]) => {
    const shares = apportion(
      total,
      held.map(({ line }) => lineCost(line)),
    );
    held.forEach(({ offer }, n) => charges.set(offer, (charges.get(offer) ?? 0) + shares[n]));
  };
  let loose = 0;
  for (const order of orders) {
    const held = heldIn(order);
    if (held.length > 0) share(restOf(order), held);
    else loose += restOf(order);
  }
  const all = orders.flatMap(heldIn);
  if (all.length > 0 && loose !== 0) share(loose, all);
  return charges;
}

/** Money that was lost on orders of which nothing is held any more: no part can carry it. */
export function lostOn(orders: readonly ShopOrder[], candidate: string): number {
  const own = orders.filter((order) => order.candidate === candidate);
  return own.some((order) => heldIn(order).length > 0)
    ? 0
    : own.reduce((sum, order) => sum + restOf(order), 0);
}

/** What the claims of a held line bring, or have brought. */
function backsOf({ order, line }: HeldPart, claims: readonly RebateClaim[]): ListedBack[] {
  return claims
    .filter(
      (claim) => claim.order === order.id && claim.part === line.part && claim.currency === order.currency,
    )
    .flatMap((claim): ListedBack[] => {
      if (claim.state === 'refused' || claim.state === 'missed') return [];
      const minor = claim.state === 'paid' ? (claim.paidMinor ?? claim.faceMinor) : claim.faceMinor;
      const expectedMinor = claim.state === 'paid' ? minor : claim.expectedMinor;
      const kind = claim.kind === 'rebate' ? 'rebate' : 'cashback';
      return [{ kind, minor, expectedMinor, name: claim.name }];
    });
}

const shopOf = ({ id, shop, currency }: ShopOrder): Shop => ({
  id: orderShopId(id),
  name: shop,
  // Nothing couples two of its lines any more.
  kind: 'used-market',
  currency,
  shipping: { feeMinor: 0, freeFromMinor: null },
});

function offerOf(held: HeldPart, charges: ReadonlyMap<string, number>, backs: readonly ListedBack[]): Offer {
  const { order, line, offer, part } = held;
  return {
    id: offer,
    part,
    shop: orderShopId(order.id),
    priceMinor: lineCost(line),
    shippingMinor: charges.get(offer) ?? 0,
    condition: 'new',
    inStock: false,
    seenOn: order.placedOn,
    source: order.number ? `order ${order.number}` : 'ordered',
    listed: { backs },
    ordered: {
      state: line.state === 'arrived' ? 'arrived' : 'ordered',
      arrivesOn: line.arrivedOn ?? order.expectedOn,
      reserveMinor: line.state === 'arrived' ? 0 : line.reserveMinor,
    },
  };
}

/** The catalogue with what was ordered as offers of their own: no search proposes one but where a lock holds it. */
export function withOrders(
  catalogue: Catalogue,
  orders: readonly ShopOrder[],
  claims: readonly RebateClaim[],
): Catalogue {
  const known = new Set(catalogue.parts.map((part) => part.id));
  const placed = orders.filter(({ candidate }) => candidate !== null);
  const held = placed.flatMap(heldIn).filter(({ part }) => known.has(part));
  if (held.length === 0) return catalogue;
  const candidates = [...new Set(placed.map(({ candidate }) => candidate))];
  const charges = new Map(
    candidates.flatMap((id) => [...chargesOf(placed.filter(({ candidate }) => candidate === id))]),
  );
  const given = new Set<string>();
  const offers = held.map((each) => {
    // Of two equal parts in one order each claim is one part's.
    const key = `${each.order.id}|${each.part}`;
    const backs = given.has(key) ? [] : backsOf(each, claims);
    given.add(key);
    return offerOf(each, charges, backs);
  });
  const shops = [...new Map(held.map(({ order }) => [order.id, shopOf(order)])).values()];
  return {
    ...catalogue,
    shops: [...catalogue.shops, ...shops],
    offers: [...catalogue.offers, ...offers],
  };
}

/** Picks as they stand with what is ordered: the ordered part of a slot counts at its order. The same picks where nothing changes. */
export function picksWithOrders(picks: Picks, { parts }: HeldOrders): Picks {
  const own = parts.filter(({ slot, part }) => picks[slot]?.part === part);
  if (own.length === 0) return picks;
  return { ...picks, ...Object.fromEntries(own.map(({ slot, part, offer }) => [slot, { part, offer }])) };
}

/** Picks as they are kept: an ordered part with the offer that was picked before, or none. */
export function picksAsKept(picks: Picks, kept: Picks, { parts }: HeldOrders): Picks {
  const own = parts.filter(({ slot, offer }) => picks[slot]?.offer === offer);
  if (own.length === 0) return picks;
  const plain = ({ slot, part }: HeldPart) =>
    kept[slot]?.part === part ? kept[slot] : { part, offer: null };
  return { ...picks, ...Object.fromEntries(own.map((each) => [each.slot, plain(each)])) };
}

/** A brief that holds what is ordered, in place of any other lock of those slots. The same brief where nothing is. */
export function briefWithOrders(brief: Brief, { parts }: HeldOrders): Brief {
  if (parts.length === 0) return brief;
  const slots = new Set(parts.map(({ slot }) => slot));
  return {
    ...brief,
    locks: [
      ...brief.locks.filter(({ slot }) => !slots.has(slot)),
      ...parts.map(({ slot, part, offer }) => ({ slot, part, offer, isOrdered: true as const })),
    ],
  };
}

/** What is to be told of orders beside a build: paid for and not in it, or there too late. Money in the order's currency. */
export interface OrderNote {
  readonly kind: 'unused' | 'spare' | 'late';
  readonly held: HeldPart;
  readonly paidMinor: number;
}

/** What of a candidate's orders does not go with its picks or the brief's day. */
export function orderNotes({ parts, spare }: HeldOrders, picks: Picks, readyBy: string | null): OrderNote[] {
  const note = (kind: OrderNote['kind']) => (held: HeldPart) => ({
    kind,
    held,
    paidMinor: lineCost(held.line),
  });
  const isLate = ({ line, order }: HeldPart) =>
    line.state === 'ordered' && readyBy !== null && order.expectedOn !== null && order.expectedOn > readyBy;
  return [
    ...parts.filter(({ slot, part }) => picks[slot]?.part !== part).map(note('unused')),
    ...spare.map(note('spare')),
    ...parts.filter(isLate).map(note('late')),
  ];
}
