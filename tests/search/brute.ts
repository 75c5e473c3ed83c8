import { checkBuild, decided, isBarrier, openSlots, ruleContext } from '@ripe-pick/core/compatibility';
import { ratesFor } from '@ripe-pick/core/frames';
import { indexMarket, usableOffers } from '@ripe-pick/core/money';
import { convertMinor } from '@ripe-pick/core';
import {
  partSetOf,
  kindFor,
  SLOTS,
  type Brief,
  type Catalogue,
  type Part,
  type Picks,
  type Slot,
} from '@ripe-pick/core/parts';

/*
 * The same question answered by looking at everything: every set of parts, the full rule list on the whole build,
 * and every choice of offers, each basket added up by its definition here. Shares with the search the rules, the
 * frame model and the filter of offers; bounds, classes, tables and sums are its own.
 */

export interface BruteBuild {
  readonly picks: Picks;
  readonly score: number;
  readonly cost: number;
  /** Part ids of processor and card, and what tells triples apart. */
  readonly pair: string;
}

interface Choice {
  readonly part: Part | null;
  readonly offers: readonly (string | null)[];
}

/** All buildable sets with their cheapest basket. */
export function bruteForce(catalogue: Catalogue, brief: Brief): BruteBuild[] {
  const market = indexMarket(catalogue, brief.money.currency);
  const context = ruleContext(brief, market.parts, catalogue.frameModel);
  const rates = ratesFor(brief, catalogue.frameModel);
  const locks = new Map(brief.locks.map((lock) => [lock.slot, lock]));
  const mayBeEmpty = new Set<Slot>(['card', 'storage', 'bulk', 'cooler', 'network', 'system', 'extras']);
  const wanted = (slot: Slot) =>
    slot === 'network'
      ? brief.needs.wireless
      : slot === 'bulk'
        ? brief.needs.totalStorageGb > brief.needs.fastStorageGb
        : slot === 'system'
          ? brief.needs.systemLicence
          : slot !== 'extras';

  const choices = SLOTS.map((slot): Choice[] => {
    const lock = locks.get(slot);
    const out: Choice[] = [];
    if (mayBeEmpty.has(slot) && (!lock || lock.part === null)) out.push({ part: null, offers: [null] });
    if (lock ? lock.part === null : !wanted(slot)) return out;
    for (const part of catalogue.parts) {
      if (part.slot !== kindFor(slot)) continue;
      if (lock && lock.part !== part.id) continue;
      if (!lock && brief.excluded.some((entry) => entry.part === part.id)) continue;
      const offers: (string | null)[] = usableOffers(market, brief, part.id, slot)
        .map((offer) => offer.id)
        .filter((id) => !lock?.offer || lock.offer === id);
      if (brief.owned.includes(part.id) && part.slot !== 'storage' && !lock?.offer) offers.push(null);
      if (offers.length > 0) out.push({ part, offers });
    }
    return out;
  });

  const found: BruteBuild[] = [];
  const chosen: Choice[] = [];
  const visit = (depth: number): void => {
    if (depth < SLOTS.length) {
      for (const choice of choices[depth]) {
        chosen.push(choice);
        visit(depth + 1);
        chosen.pop();
      }
      return;
    }
    const bare: Record<string, { part: string; offer: null }> = {};
    SLOTS.forEach((slot, i) => {
      const { part } = chosen[i];
      if (part) bare[slot] = { part: part.id, offer: null };
    });
    const { set } = partSetOf(bare as Picks, market.parts);
    if (openSlots(set).length > 0) return;
    const full = decided(set);
    if (checkBuild(full, context).some((finding) => isBarrier(finding, brief.market.allowUnknown))) return;
    const rated = rates(full);
    if (rated.status !== 'known') return;
    const { balanceLimit } = brief.play.objective;
    if (balanceLimit !== null && Math.max(rated.balance.toProcessor, rated.balance.toCard) > balanceLimit)
      return;
    const cheapest = cheapestChoice(chosen, catalogue);
    const picks: Record<string, { part: string; offer: string | null }> = {};
    SLOTS.forEach((slot, i) => {
      const { part } = chosen[i];
      if (part) picks[slot] = { part: part.id, offer: cheapest.offers[i] };
    });
    const card = set.card ? [catalogue.frameModel.cards.find((rate) => rate.part === set.card?.id)?.rateLn, set.card.videoMemoryGb, set.card.pcieGeneration, set.card.pcieLanes].join('|') : 'none'; // prettier-ignore
    found.push({
      picks: picks as Picks,
      score: rated.objective.score,
      cost: cheapest.cost,
      pair: `${set.processor?.id}/${card}`,
    });
  };
  visit(0);
  return found;
}

/** Least sum over every choice of offers, by definition. */
function cheapestChoice(
  chosen: readonly Choice[],
  catalogue: Catalogue,
): { cost: number; offers: (string | null)[] } {
  const rate = catalogue.currencyRates[0];
  const euros = (minor: number, currency: string) => (currency === 'EUR' ? minor : convertMinor(minor, rate));
  let best = Infinity;
  let bestOffers: (string | null)[] = [];
  const current: (string | null)[] = [];
  const visit = (depth: number): void => {
    if (depth < chosen.length) {
      for (const offer of chosen[depth].offers) {
        current.push(offer);
        visit(depth + 1);
        current.pop();
      }
      return;
    }
    let cost = 0;
    const subtotals = new Map<string, number>();
    for (const id of current) {
      const offer = id === null ? undefined : catalogue.offers.find((each) => each.id === id);
      if (!offer) continue;
      const shop = catalogue.shops.find((each) => each.id === offer.shop);
      if (!shop) continue;
      cost += euros(offer.priceMinor, shop.currency);
      if (shop.kind === 'market') cost += euros(offer.shippingMinor ?? 0, shop.currency);
      else subtotals.set(shop.id, (subtotals.get(shop.id) ?? 0) + offer.priceMinor);
    }
    for (const shop of catalogue.shops) {
      const subtotal = subtotals.get(shop.id);
      if (subtotal === undefined) continue;
      const { feeMinor, freeFromMinor } = shop.shipping;
      if (freeFromMinor === null || subtotal < freeFromMinor) cost += euros(feeMinor, shop.currency);
    }
    if (cost < best) {
      best = cost;
      bestOffers = [...current];
    }
  };
  visit(0);
  return { cost: best, offers: bestOffers };
}

/** Higher score first, then lower cost. */
export function byRank(a: BruteBuild, b: BruteBuild): number {
  return b.score - a.score || a.cost - b.cost;
}
