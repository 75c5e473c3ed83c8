import { barriersOf, firstFinding, isBarred, type Finding, type Rule } from '../compatibility/index.ts';
import { costOf } from '../money/index.ts';
import {
  OPTIONAL_SLOTS,
  type Offer,
  type Part,
  type PartSet,
  type Picks,
  type Slot,
} from '../parts/index.ts';
import type { Session } from '../session/index.ts';
import { reasonToKeep } from './dominated.ts';
import { marginalFor } from './marginal.ts';
import { MEASURES } from './measures.ts';
import { partsForRules } from './rule-parts.ts';
import type { Shelf } from './shelf.ts';
import type { Trade } from './trade.ts';

const FRAME_SLOTS: ReadonlySet<Slot> = new Set(['cpu', 'motherboard', 'memory', 'gpu']);
/** Slots whose parts decide whether the supply is strong enough. */
const BEARS_ON_WATTS: ReadonlySet<Slot> = new Set(['cpu', 'gpu', 'psu']);

/** What the frame model reads of a part, so that parts that run alike are scored once. */
function runsLike(part: Part | null): string {
  switch (part?.kind) {
    case 'motherboard':
      return [part.memoryMaxMts, part.memoryProfile, part.pcieSlot?.generation, part.pcieSlot?.lanes].join();
    case 'memory':
      return [
        part.modules,
        part.gbPerModule,
        part.ratedMts,
        part.ratedCl,
        part.jedecMts,
        part.jedecCl,
      ].join();
    default:
      return part?.id ?? '';
  }
}

/** A set of picks as it is, which every trade changes in one slot. */
export class PicksAround {
  readonly base: PartSet;
  readonly score: number | null;
  readonly total: number;
  /** Rules about the whole build that it breaks already: no barrier of a slot that hardly bears on them. */
  private readonly broken: ReadonlySet<string>;
  private readonly scores = new Map<string, number | null>();

  constructor(
    readonly session: Session,
    readonly picks: Picks,
  ) {
    const { priceIndex, rules, scoreOf } = session;
    this.base = partsForRules(picks, priceIndex);
    const barriers = barriersOf(this.base, rules, this.allowUnknown).filter((rule) => rule.wholeBuild);
    this.broken = new Set(barriers.map((rule) => rule.id));
    this.score = scoreOf(this.base);
    this.total = costOf(picks, priceIndex).counted;
  }

  get allowUnknown(): boolean {
    return this.session.brief.whereToBuy.allowUnknown;
  }

  /** The score with another part in a slot. */
  scoreWith(slot: Slot, part: Part | null, set: PartSet): number | null {
    if (!FRAME_SLOTS.has(slot)) return this.score;
    const key = `${slot}:${runsLike(part)}`;
    let score = this.scores.get(key);
    if (score === undefined) this.scores.set(key, (score = this.session.scoreOf(set)));
    return score;
  }

  /** The rules of a slot that are asked about another part in it. */
  rulesFor(slot: Slot, rules: readonly Rule[]): readonly Rule[] {
    return BEARS_ON_WATTS.has(slot) ? rules : rules.filter((rule) => !this.broken.has(rule.id));
  }

  /** The first of some rules that a set breaks. */
  barrierOf(set: PartSet, rules: readonly Rule[]): Finding | null {
    return firstFinding(set, this.session.rules, (verdict) => isBarred(verdict, this.allowUnknown), rules);
  }
}

const minus = (a: number | null, b: number | null) => (a === null || b === null ? null : a - b);

/** The offer that adds least, unless the part is there already for less. */
function cheapest(offers: readonly Offer[], marginal: (offer: Offer) => number, ownPrice: number) {
  let best: Offer | null = null;
  let price = ownPrice;
  for (const offer of offers) {
    const cost = marginal(offer);
    if (cost < price) [price, best] = [cost, offer];
  }
  return { offer: best, price };
}

/** All trades of one slot, cheapest first. */
export function laneOf(slot: Slot, shelf: Shelf, around: PicksAround): readonly Trade[] {
  const { session, picks } = around;
  const { priceIndex, rules: context } = session;
  const { parts } = shelf.slots[slot];
  const rules = around.rulesFor(slot, shelf.slots[slot].rules);
  const current = picks[slot] ?? null;
  const marginal = marginalFor(picks, slot, priceIndex);
  const worth = (part: string) => shelf.sales.get(part) ?? 0;
  const offerNow = current?.offer ? priceIndex.offers.get(current.offer) : undefined;
  const ownOffer = offerNow && offerNow.part === current?.part ? offerNow : null;
  const now = ownOffer
    ? marginal(ownOffer)
    : current && shelf.owned.has(current.part)
      ? worth(current.part)
      : 0;
  const measure = MEASURES[slot];
  const measureNow = measure.of(around.base, context);
  const partNow = current ? (priceIndex.parts.get(current.part) ?? null) : null;
  // One set, written over for every part of the slot: this runs at every key press.
  const scratch: Record<string, unknown> = { ...around.base };

  const tradeTo = (part: Part | null, offer: Offer | null, money: number): Trade => {
    scratch[slot] = part;
    const set = scratch as PartSet; // the part is of this slot
    const isCurrent = (part?.id ?? null) === (current?.part ?? null);
    const score = minus(around.scoreWith(slot, part, set), around.score);
    const gain =
      measure.kind === 'frames'
        ? score
        : minus(measure.of(set, context), current ? measureNow : (measureNow ?? 0));
    const barrier = around.barrierOf(set, rules);
    const isWorse = gain !== null && gain <= 0 && (score ?? 0) <= 0 && (money > 0 || gain < 0);
    const isDominated = !isCurrent && !barrier && partNow !== null && money >= 0 && isWorse;
    return {
      slot,
      part,
      offer,
      isCurrent,
      isOwned: part !== null && shelf.owned.has(part.id) && offer === null,
      money,
      score,
      gain,
      barrier,
      isDominated,
      keepFor: isDominated && part ? reasonToKeep(partNow, part) : null,
    };
  };

  const trades: Trade[] = OPTIONAL_SLOTS.includes(slot) ? [tradeTo(null, null, -now)] : [];
  for (const { part, offers } of parts) {
    const isCurrent = part.id === current?.part;
    if (isCurrent) trades.push(tradeTo(part, offerNow ?? null, 0));
    else if (!shelf.excluded.has(part.id)) {
      const ownPrice = shelf.owned.has(part.id) ? worth(part.id) : Infinity;
      const { offer, price } = cheapest(offers, marginal, ownPrice);
      if (price < Infinity) trades.push(tradeTo(part, offer, price - now));
    }
  }
  return trades.sort((a, b) => a.money - b.money || (a.gain ?? 0) - (b.gain ?? 0));
}
