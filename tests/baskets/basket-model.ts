import { convertMinor } from '@ripe-pick/core';
import { usedCost } from '@ripe-pick/core/money';
import type { Brief, Catalogue, Offer, Picks, Slot } from '@ripe-pick/core/parts';

/*
 * The basket of a given build as a mixed-integer programme in LP text: fixed charges for orders, free sending, weight
 * classes, combos, codes, claims with a household limit, lots and single listings. Written apart from the search; of the
 * product it shares currency conversion and the chosen formulas of a used part's risk.
 */

const WEIGHT: Partial<Record<Slot, 0 | 1 | 2>> = { case: 2, motherboard: 1, gpu: 1, cooler: 1, psu: 1 };
const half = (x: number) => Math.floor(x + 0.5);

/** An offer in a slot, as a binary of that name. */
interface OfferColumn {
  readonly name: string;
  readonly slot: Slot;
  readonly offer: Offer;
}
interface DealRows {
  readonly rows: readonly string[];
  readonly binaries: readonly string[];
  readonly continuous: readonly string[];
  /** Cost by name of a column. */
  readonly costs: ReadonlyMap<string, number>;
}

/** What offers, orders and deals cost, over columns that say which offer each slot takes. */
export function dealRows(columns: readonly OfferColumn[], catalogue: Catalogue, brief: Brief): DealRows {
  const shops = new Map(catalogue.shops.map((shop) => [shop.id, shop]));
  const slotOf = new Map(catalogue.parts.map((part) => [part.id, part.kind]));
  const open = catalogue.deals.filter((deal) => deal.to === null || catalogue.today <= deal.to);
  const euros = (minor: number, currency: string) =>
    currency === 'EUR' ? minor : convertMinor(minor, catalogue.currencyRates[0]);
  const at = (shop: string, minor: number) => {
    const { currency, taxAddedPercent = 0 } = shops.get(shop) ?? { currency: 'EUR' };
    return euros(minor, currency) + euros(half((minor * taxAddedPercent) / 100), currency);
  };
  const rows: string[] = [];
  const binaries: string[] = [];
  const continuous: string[] = [];
  // A name that stands twice in an objective is read once only: its costs are added up first.
  const costs = new Map<string, number>();
  const add = (cost: number, name: string) => costs.set(name, (costs.get(name) ?? 0) + cost);
  const binary = (name: string) => (binaries.push(name), name);
  const paid = (offer: Offer) => {
    let left = offer.priceMinor;
    let dueNow = at(offer.shop, offer.priceMinor);
    for (const deal of open) {
      if (
        deal.kind !== 'instant' ||
        deal.shop !== offer.shop ||
        !deal.parts.includes(offer.part) ||
        offer.condition !== 'new'
      )
        continue;
      const off = Math.min(
        left,
        deal.off.kind === 'amount' ? deal.off.minor : half((offer.priceMinor * deal.off.percent) / 100),
      );
      left -= off;
      dueNow -= at(offer.shop, off);
    }
    return { minor: left, dueNow };
  };
  const ys = columns.map((column) => {
    const { offer } = column;
    const { minor, dueNow } = paid(offer);
    const shipping =
      shops.get(offer.shop)?.kind === 'used-market' ? at(offer.shop, offer.shippingMinor ?? 0) : 0;
    if (offer.condition === 'used' && brief.whereToBuy.usedRisk)
      add(
        Math.max(
          0,
          usedCost({
            priceMinor: dueNow,
            shippingMinor: shipping,
            grade: offer.grade ?? null,
            monthsOld: offer.monthsOld ?? null,
            good: offer.seller?.good ?? 0,
            rated: offer.seller?.rated ?? 0,
            returnDays: offer.returnDays ?? null,
          }).cost -
            dueNow -
            shipping,
        ),
        column.name,
      );
    if (offer.lot === undefined) add(dueNow + shipping, column.name);
    return { ...column, paid: minor, dueNow };
  });
  const sum = (list: readonly { name: string }[]) => list.map((each) => each.name).join(' + ');
  // Single listings, and lots that are bought whole.
  for (const offer of catalogue.offers) {
    const own = ys.filter((y) => y.offer.id === offer.id);
    if (own.length > 1 && (shops.get(offer.shop)?.kind === 'used-market' || offer.stock === 1))
      rows.push(`${sum(own)} <= 1`);
  }
  for (const lot of new Set(catalogue.offers.flatMap((offer) => offer.lot ?? []))) {
    const name = binary(`lot_${lot.replaceAll('-', '_')}`);
    const members = catalogue.offers.filter((offer) => offer.lot === lot);
    add(
      members.reduce(
        (total, offer) => total + at(offer.shop, offer.priceMinor) + at(offer.shop, offer.shippingMinor ?? 0),
        0,
      ),
      name,
    );
    for (const y of ys) if (y.offer.lot === lot) rows.push(`${y.name} - ${name} <= 0`);
  }
  catalogue.shops.forEach((shop, s) => {
    const own = ys.filter((y) => y.offer.shop === shop.id);
    if (shop.kind === 'used-market' || own.length === 0) return;
    const fresh = own.filter((y) => y.offer.condition === 'new');
    const cheapest = (part: string) =>
      Math.min(
        ...catalogue.offers
          .filter((each) => each.part === part && each.shop === shop.id && each.condition === 'new')
          .map((each) => paid(each).minor),
      );
    const combos: { name: string; parts: readonly string[]; off: number }[] = [];
    const combo = (parts: readonly string[], most: number) => {
      if (!parts.every((part) => fresh.some((y) => y.offer.part === part))) return;
      const off = Math.min(
        most,
        parts.reduce((total, part) => total + cheapest(part), 0),
      );
      const name = binary(`c${s}_${combos.length}`);
      combos.push({ name, parts, off });
      add(-at(shop.id, off), name);
      for (const part of parts)
        rows.push(
          `${name} - ${fresh
            .filter((y) => y.offer.part === part)
            .map((y) => y.name)
            .join(' - ')} <= 0`,
        );
    };
    for (const deal of open) {
      if (deal.kind === 'combo' && deal.shop === shop.id) combo(deal.parts, deal.offMinor);
      if (deal.kind === 'gift' && deal.shop === shop.id && deal.gift.part !== null)
        for (const part of deal.parts) combo([part, deal.gift.part], cheapest(deal.gift.part));
    }
    for (const part of new Set(combos.flatMap((each) => each.parts))) {
      const sharing = combos.filter((each) => each.parts.includes(part));
      if (sharing.length > 1) rows.push(`${sum(sharing)} <= 1`);
    }
    const spent = [
      ...own.map((y) => `+ ${y.offer.priceMinor} ${y.name}`),
      ...combos.map((each) => `- ${each.off} ${each.name}`),
    ].join(' ');
    const single: { name: string }[] = [];
    open.forEach((deal, n) => {
      if (deal.kind !== 'code' || deal.shop !== shop.id || deal.usesLeft === 0) return;
      const name = binary(`k${n}`);
      if (!deal.stacks) single.push({ name });
      if (deal.minSpendMinor > 0) rows.push(`${spent} - ${deal.minSpendMinor} ${name} >= 0`);
      const within = own.filter(
        (y) =>
          (deal.parts === null && deal.slots === null) ||
          deal.parts?.includes(y.offer.part) ||
          deal.slots?.includes(slotOf.get(y.offer.part) ?? 'extras'),
      );
      const { off } = deal;
      if (off.kind === 'amount') {
        add(-at(shop.id, off.minor), name);
        rows.push(
          `${within.map((y) => `+ ${y.paid} ${y.name}`).join(' ') || `0 ${name}`} - ${off.minor} ${name} >= 0`,
        );
      } else
        for (const y of within) {
          const part = binary(`${name}_${y.name}`);
          add(-at(shop.id, half((y.paid * off.percent) / 100)), part);
          rows.push(`${part} - ${name} <= 0`, `${part} - ${y.name} <= 0`);
        }
    });
    if (single.length > 1) rows.push(`${sum(single)} <= 1`);
    // Sending.
    const free = shop.shipping.freeFromMinor === null ? null : binary(`free${s}`);
    if (free) rows.push(`${spent} - ${shop.shipping.freeFromMinor} ${free} >= 0`);
    const minus = free ? ` - ${free}` : '';
    const pay = binary(`pay${s}`);
    add(at(shop.id, shop.shipping.feeMinor), pay);
    for (const y of own) rows.push(`${y.name} - ${pay}${minus} <= 0`);
    const { perItemMinor, byClassMinor } = shop.shipping;
    if (perItemMinor)
      for (const y of own) {
        const item = binary(`item_${y.name}`);
        add(at(shop.id, perItemMinor), item);
        rows.push(`${y.name} - ${item}${minus} <= 0`);
      }
    if (byClassMinor) {
      const fees = [byClassMinor.small, byClassMinor.medium, byClassMinor.large].map((minor) =>
        at(shop.id, minor),
      );
      const weight = `w${s}`;
      continuous.push(weight);
      add(1, weight);
      for (const y of own)
        rows.push(
          `${weight} - ${fees[WEIGHT[y.slot] ?? 0]} ${y.name} ${free ? `+ ${fees[2]} ${free}` : ''} >= 0`,
        );
    }
  });
  if (brief.money.costBasis === 'after')
    open.forEach((claim, n) => {
      if (claim.kind !== 'rebate') return;
      const names: string[] = [];
      for (const y of ys) {
        const shop = shops.get(y.offer.shop);
        if (
          shop?.kind !== 'shop' ||
          (claim.shops && !claim.shops.includes(shop.id)) ||
          (claim.parts && !claim.parts.includes(y.offer.part))
        )
          continue;
        const name = binary(`r${n}_${y.name}`);
        names.push(name);
        add(-Math.min(y.dueNow, euros(claim.amountMinor, claim.currency)), name);
        rows.push(`${name} - ${y.name} <= 0`);
      }
      const limit = claim.householdLimit ?? (claim.parts === null ? 1 : null);
      if (names.length > 0 && limit !== null) rows.push(`${names.join(' + ')} <= ${limit}`);
    });
  return { rows, binaries, continuous, costs };
}

const fold = (text: string) => text.replace(/((?:\S+ ){40})/g, '$1\n ');

/** LP text whose least value is the counted cost of the cheapest basket for given parts. */
export function basketProgramme(picks: Picks, catalogue: Catalogue, brief: Brief): string {
  const columns: OfferColumn[] = [];
  const choose: string[] = [];
  for (const slot of Object.keys(picks) as Slot[]) {
    const own = catalogue.offers
      .filter((each) => each.part === picks[slot]?.part)
      .map((offer, n) => ({ name: `y${columns.length + n}`, slot, offer }));
    columns.push(...own);
    choose.push(`${own.map((column) => column.name).join(' + ')} = 1`);
  }
  const { rows, binaries, continuous, costs } = dealRows(columns, catalogue, brief);
  const terms = [...costs].map(([name, cost]) => `${cost < 0 ? '-' : '+'} ${Math.abs(cost)} ${name}`);
  return [
    'Minimize',
    ` obj: ${fold(terms.join(' '))}`,
    'Subject To',
    ...[...choose, ...rows].map((row, n) => ` c${n}x: ${fold(row)}`),
    'Bounds',
    ...continuous.map((name) => ` 0 <= ${name}`),
    'Binary',
    fold(` ${[...columns.map((column) => column.name), ...binaries].join(' ')}`),
    'End',
  ].join('\n');
}
