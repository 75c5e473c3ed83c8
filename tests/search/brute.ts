import { checkBuild, decided, isBarrier, openSlots, ruleContext, RULES } from '@ripe-pick/core/compatibility';
import { ratesFor } from '@ripe-pick/core/frames';
import { priceIndexOf, usableOffers } from '@ripe-pick/core/money';
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

import { costByDefinition } from './by-definition.ts';

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

/** Slots that are filled by locks alone. */
const isAdded = (slot: Slot): boolean => slot === 'tertiaryStorage' || slot.startsWith('extras');

/** Advice never bars a build: it is not asked for. */
const BARRING = RULES.filter((rule) => !rule.advice);

/** All buildable sets with their cheapest basket. */
export function bruteForce(catalogue: Catalogue, brief: Brief): BruteBuild[] {
  const market = priceIndexOf(catalogue, brief);
  const context = ruleContext(brief, market.parts, catalogue.frameModel);
  const rates = ratesFor(brief, catalogue.frameModel);
  const locks = new Map(brief.locks.map((lock) => [lock.slot, lock]));
  const mayBeEmpty = new Set<Slot>([
    'gpu',
    'storage',
    'secondaryStorage',
    'cooler',
    'network',
    'os',
    ...SLOTS.filter(isAdded),
  ]);
  const wanted = (slot: Slot) =>
    slot === 'network'
      ? brief.needs.wireless
      : slot === 'secondaryStorage'
        ? brief.needs.totalStorageGb > brief.needs.fastStorageGb
        : slot === 'os'
          ? brief.needs.osLicence
          : !isAdded(slot);

  const choices = SLOTS.map((slot): Choice[] => {
    const lock = locks.get(slot);
    const out: Choice[] = [];
    if (mayBeEmpty.has(slot) && (!lock || lock.part === null)) out.push({ part: null, offers: [null] });
    if (lock ? lock.part === null : !wanted(slot)) return out;
    for (const part of catalogue.parts) {
      if (part.kind !== kindFor(slot)) continue;
      if (lock && lock.part !== part.id) continue;
      if (!lock && brief.excluded.some((entry) => entry.part === part.id)) continue;
      const offers: (string | null)[] = usableOffers(market, brief, part.id, slot)
        .map((offer) => offer.id)
        .filter((id) => !lock?.offer || lock.offer === id);
      if (brief.owned.includes(part.id) && part.kind !== 'storage' && !lock?.offer) offers.push(null);
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
    if (
      checkBuild(full, context, BARRING).some((finding) => isBarrier(finding, brief.whereToBuy.allowUnknown))
    )
      return;
    const rated = rates(full);
    if (rated.status !== 'known') return;
    const { balanceLimit } = brief.play.objective;
    if (balanceLimit !== null && Math.max(rated.balance.toCpu, rated.balance.toGpu) > balanceLimit) return;
    const cheapest = cheapestChoice(chosen, catalogue, brief);
    if (cheapest.cost === Infinity) return;
    const picks: Record<string, { part: string; offer: string | null }> = {};
    SLOTS.forEach((slot, i) => {
      const { part } = chosen[i];
      if (part) picks[slot] = { part: part.id, offer: cheapest.offers[i] };
    });
    const gpu = set.gpu
      ? [
          catalogue.frameModel.gpus.find((rate) => rate.part === set.gpu?.id)?.rateLn,
          set.gpu.videoMemoryGb,
          set.gpu.pcieGeneration,
          set.gpu.pcieLanes,
        ].join('|')
      : 'none';
    found.push({
      picks: picks as Picks,
      score: rated.objective.score,
      cost: cheapest.cost,
      pair: `${set.cpu?.id}/${gpu}`,
    });
  };
  visit(0);
  return found;
}

/** Least sum over every choice of offers, by definition. */
function cheapestChoice(
  chosen: readonly Choice[],
  catalogue: Catalogue,
  brief: Brief,
): { cost: number; offers: (string | null)[] } {
  const byId = new Map(catalogue.offers.map((offer) => [offer.id, offer]));
  let best = Infinity;
  let bestOffers: (string | null)[] = [];
  const current: (string | null)[] = [];
  // Owned parts that are to be sold count as money unless the build uses them.
  const sales = brief.money.countSales
    ? brief.ownedParts.filter(
        ({ part, sell }) => sell && catalogue.parts.find((each) => each.id === part)?.kind !== 'storage',
      )
    : [];
  const visit = (depth: number): void => {
    if (depth < chosen.length) {
      for (const offer of chosen[depth].offers) {
        current.push(offer);
        visit(depth + 1);
        current.pop();
      }
      return;
    }
    const items = current.flatMap((id, at) => {
      const offer = id === null ? undefined : byId.get(id);
      return offer ? [{ slot: SLOTS[at], offer }] : [];
    });
    const sold = sales.filter(
      ({ part }) => !chosen.some((choice, at) => choice.part?.id === part && current[at] === null),
    );
    const cost =
      costByDefinition(items, catalogue, brief) -
      sold.reduce((sum, { valueMinor }) => sum + (valueMinor ?? 0), 0);
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
