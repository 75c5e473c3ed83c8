import {
  barriersOf,
  firstFinding,
  isBarred,
  RULES,
  type Finding,
  type Rule,
} from '../compatibility/index.ts';
import { marginalFor } from './marginal.ts';
import { costOf, salesOf, usableOffers, type Market } from '../money/index.ts';
import {
  OPTIONAL_SLOTS,
  partSetOf,
  SLOTS,
  slotsFor,
  type Offer,
  type Part,
  type PartSet,
  type Picks,
  type Slot,
} from '../parts/index.ts';
import type { Session } from '../session/index.ts';
import { reasonToKeep, type KeepReason } from './dominated.ts';
import { MEASURES } from './measures.ts';

/** What swapping one slot to one part does, all else kept. Money in minor units. */
export interface Trade {
  readonly slot: Slot;
  /** Null: the slot left empty. */
  readonly part: Part | null;
  /** The cheapest offer in this very basket; null for owned parts and the empty slot. */
  readonly offer: Offer | null;
  readonly isCurrent: boolean;
  readonly isOwned: boolean;
  /** Total after the swap minus total now, shipping included. */
  readonly money: number;
  /** Objective after minus now, in thousandths; null when either is not known. */
  readonly score: number | null;
  /** The lane's own measure after minus now; null when not known. In frames lanes the same as `score`. */
  readonly gain: number | null;
  /** Why it does not fit, or that it is not known whether it does; null when it fits. */
  readonly barrier: Finding | null;
  /** Fits, but is neither faster (or better by the lane's measure) nor cheaper than the current pick. */
  readonly isDominated: boolean;
  /** What a dominated rival has to offer all the same. */
  readonly keepFor: KeepReason | null;
}

export interface Lanes {
  readonly lanes: Readonly<Record<Slot, readonly Trade[]>>;
  /** The trade with the most frames for the next bit of money that fits and can be paid; null when there is none. */
  readonly steepest: Trade | null;
}

const FRAME_SLOTS: ReadonlySet<Slot> = new Set(['cpu', 'motherboard', 'memory', 'gpu']);
/** Slots whose parts decide whether the supply is strong enough. */
const BEARS_ON_WATTS: ReadonlySet<Slot> = new Set(['cpu', 'gpu', 'psu']);

/**
 * The best that a slot can be when it may cost at most so much more than now (negative: must cost so much less): most
 * gain, then least money, among trades that fit. Null when nothing does.
 */
export function bestWithin(lane: readonly Trade[], money: number): Trade | null {
  let best: Trade | null = null;
  for (const trade of lane) {
    if (trade.isCurrent || trade.barrier || trade.gain === null || trade.money > money) continue;
    if (!best || trade.gain > (best.gain ?? 0) || (trade.gain === best.gain && trade.money < best.money))
      best = trade;
  }
  return best;
}

/** The parts of picks as rules see them: optional slots that are open count as left empty. */
export function partsForRules(picks: Picks, market: Market): PartSet {
  const { set } = partSetOf(picks, market.parts);
  const out: Record<string, unknown> = { ...set };
  for (const slot of OPTIONAL_SLOTS) out[slot] ??= null;
  return out as PartSet; // the same parts, with null for open optional slots
}

/**
 * Prepared once for a session; then gives all trades around a set of picks. Fast enough to run at every key
 * press: shipping is worked out from the order that a part joins or leaves, and only rules that read the slot are asked.
 */
export function tradesFor({
  catalogue,
  brief,
  market,
  rules: context,
  scoreOf: scoreOfSet,
  limit,
}: Session): (picks: Picks) => Lanes {
  const owned = new Set(brief.owned);
  const excluded = new Set(brief.excluded.map((entry) => entry.part));
  const bySlot = new Map<Slot, { part: Part; offers: readonly Offer[] }[]>(SLOTS.map((slot) => [slot, []]));
  for (const part of catalogue.parts) {
    if (part.kind === 'storage' && owned.has(part.id)) continue; // owned drives are in every build
    for (const slot of slotsFor(part.kind))
      bySlot.get(slot)?.push({ part, offers: usableOffers(market, brief, part.id, slot) });
  }
  const sales = new Map(salesOf(market).map(({ part, amount }) => [part, amount]));
  const rulesBySlot = new Map<Slot, readonly Rule[]>(
    SLOTS.map((slot) => [slot, RULES.filter((rule) => !rule.advice && rule.slots.includes(slot))]),
  );

  /** What of a part the frame model reads beside its rate, so that parts that run alike are scored once. */
  const runsLike = (part: Part | null): string => {
    switch (part?.kind) {
      case 'motherboard':
        return [part.memoryMaxMts, part.memoryProfile, part.pcieSlot?.generation, part.pcieSlot?.lanes].join(
          '|',
        );
      case 'memory':
        return [
          part.modules,
          part.gbPerModule,
          part.ratedMts,
          part.ratedCl,
          part.jedecMts,
          part.jedecCl,
        ].join('|');
      default:
        return part?.id ?? '';
    }
  };

  return (picks) => {
    const scores = new Map<string, number | null>();
    const scoreOf = (slot: Slot, part: Part | null, set: PartSet): number | null => {
      const key = `${slot}:${runsLike(part)}`;
      let score = scores.get(key);
      if (score === undefined) {
        score = scoreOfSet(set);
        scores.set(key, score);
      }
      return score;
    };
    const base = partsForRules(picks, market);
    // What the whole build breaks already is no barrier of a slot that hardly bears on it.
    const broken = new Set(
      barriersOf(base, context, brief.whereToBuy.allowUnknown)
        .filter((rule) => rule.wholeBuild)
        .map((rule) => rule.id),
    );
    const scoreNow = scoreOfSet(base);
    const total = costOf(picks, market).counted;
    const lanes = {} as Record<Slot, readonly Trade[]>;
    let steepest: Trade | null = null;
    let steepness = 0;

    for (const slot of SLOTS) {
      const current = picks[slot] ?? null;
      const marginal = marginalFor(picks, slot, market);
      const currentOffer = current?.offer ? (market.offers.get(current.offer) ?? null) : null;
      const now =
        currentOffer && currentOffer.part === current?.part
          ? marginal(currentOffer)
          : current && owned.has(current.part)
            ? (sales.get(current.part) ?? 0)
            : 0;
      const rules = (rulesBySlot.get(slot) ?? []).filter(
        (rule) => !broken.has(rule.id) || BEARS_ON_WATTS.has(slot),
      );
      const measure = MEASURES[slot];
      const measureNow = measure.of(base, context);
      // One set, written over for every part of the slot: this runs at every key press.
      const partNow = current ? (market.parts.get(current.part) ?? null) : null;
      const scratch: Record<string, unknown> = { ...base };

      const tradeTo = (part: Part | null, offer: Offer | null, money: number): Trade => {
        const isCurrent = (part?.id ?? null) === (current?.part ?? null);
        scratch[slot] = part;
        const set = scratch as PartSet; // the part is of this slot
        const changesFrames = FRAME_SLOTS.has(slot);
        const after = changesFrames ? scoreOf(slot, part, set) : scoreNow;
        const score = after === null || scoreNow === null ? null : after - scoreNow;
        const measureAfter = measure.kind === 'frames' ? null : measure.of(set, context);
        const gain =
          measure.kind === 'frames'
            ? score
            : measureAfter === null || (measureNow === null && current)
              ? null
              : measureAfter - (measureNow ?? 0);
        const barrier = firstFinding(
          set,
          context,
          (verdict) => isBarred(verdict, brief.whereToBuy.allowUnknown),
          rules,
        );
        const isDominated =
          !isCurrent &&
          !barrier &&
          partNow !== null &&
          money >= 0 &&
          gain !== null &&
          gain <= 0 &&
          (score ?? 0) <= 0 &&
          (money > 0 || gain < 0);
        return {
          slot,
          part,
          offer,
          isCurrent,
          isOwned: part !== null && owned.has(part.id) && offer === null,
          money,
          score,
          gain,
          barrier,
          isDominated,
          keepFor: isDominated && partNow && part ? reasonToKeep(partNow, part) : null,
        };
      };

      const trades: Trade[] = [];
      if (OPTIONAL_SLOTS.includes(slot)) trades.push(tradeTo(null, null, -now));
      for (const { part, offers } of bySlot.get(slot) ?? []) {
        const isCurrent = part.id === current?.part;
        if (excluded.has(part.id) && !isCurrent) continue;
        let best: Offer | null = null;
        let price = owned.has(part.id) ? (sales.get(part.id) ?? 0) : Infinity;
        for (const offer of offers) {
          const cost = marginal(offer);
          if (cost < price) {
            price = cost;
            best = offer;
          }
        }
        if (isCurrent) trades.push(tradeTo(part, currentOffer, 0));
        else if (price < Infinity) trades.push(tradeTo(part, best, price - now));
      }
      trades.sort((a, b) => a.money - b.money || (a.gain ?? 0) - (b.gain ?? 0));
      lanes[slot] = trades;
      for (const trade of trades) {
        if (
          trade.barrier ||
          trade.isCurrent ||
          trade.score === null ||
          trade.score <= 0 ||
          total + trade.money > limit
        )
          continue;
        const slope = trade.money <= 0 ? 1e9 + trade.score : trade.score / trade.money;
        if (slope > steepness) {
          steepness = slope;
          steepest = trade;
        }
      }
    }
    return { lanes, steepest };
  };
}
