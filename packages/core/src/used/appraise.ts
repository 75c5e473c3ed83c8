import { checkBuild, decided, ruleContext } from '../compatibility/index.ts';
import { indexModel, scorerFor } from '../frames/index.ts';
import {
  breakEvenPrice,
  newCost,
  usableOffers,
  usedCost,
  type Market,
  type Priced,
  type UsedCost,
} from '../money/index.ts';
import { slotsFor, type Catalogue, type Part, type PartSet, type Picks, type Slot } from '../parts/index.ts';
import { cents, convertMinor, type Cents } from '../units/index.ts';
import { doesAsMuch } from './equals.ts';
import { carriage, type Find } from './finds.ts';

/** The cheapest new part that does at least what a part of the find does. */
export interface NewEqual {
  readonly part: string;
  readonly equal: Priced | null;
}

/** Saving below which a find is not worth its trouble, as a share of the new equal's cost. Chosen. */
export const LEAST_SAVING = 0.08;
/** Share of the new equal's cost at which an opening offer starts. Chosen. */
export const OPENING = 0.8;

/** What a find is worth. Money in the brief's currency. */
export interface Appraisal {
  /** Price with carriage, and the risk-adjusted cost with its lines. */
  readonly paid: Cents;
  readonly risk: UsedCost;
  readonly equals: readonly NewEqual[];
  /** What the equals cost new, and the same with their own risks; null while one has no equal. */
  readonly newPrice: Cents | null;
  readonly newCost: Cents | null;
  /** Asking price at which the find costs what the equals cost new, risks counted on both sides. */
  readonly fairPrice: Cents | null;
  /** Where to start, and where it still saves enough to be worth the trouble: whole major units. */
  readonly firstOffer: Cents | null;
  readonly mostOffer: Cents | null;
  readonly verdict: 'take' | 'haggle' | 'pass' | 'unknown';
  /** For each slot of the find the best new part that the find's whole money buys; null when it buys none. */
  readonly sameMoney: Priced | null;
  /** The build with the find in it against the build as it is: objective in thousandths, null when not known. */
  readonly inBuild: {
    readonly score: number | null;
    readonly before: number | null;
    /** What would not fit there any more, in a sentence; null when nothing. */
    readonly barrier: string | null;
  };
}

/** Parts of a find by the slot that each would fill; a second one of a kind goes to the next slot that takes it. */
export function slotsOfFind(find: Pick<Find, 'parts'>, parts: ReadonlyMap<string, Part>): Map<Slot, Part> {
  const out = new Map<Slot, Part>();
  for (const id of find.parts) {
    const part = parts.get(id);
    const slot = part && slotsFor(part.kind).find((each) => !out.has(each));
    if (part && slot) out.set(slot, part);
  }
  return out;
}

const MAJOR = 100;

/** Appraises a find against new parts of equal use; null when its currency has no rate. */
export function appraise(find: Find, picks: Picks, catalogue: Catalogue, market: Market): Appraisal | null {
  const { brief } = market;
  const rate = find.currency === market.currency ? null : market.rates.get(find.currency);
  if (find.currency !== market.currency && !rate) return null;
  const convert = (minor: number): Cents => (rate ? convertMinor(minor, rate) : cents(minor));
  const index = indexModel(catalogue.frameModel);
  const own = find.parts.flatMap((id) => market.parts.get(id) ?? []);
  const freshOffers = (part: Part): Priced[] =>
    usableOffers(market, brief, part.id, part.kind)
      .filter((offer) => offer.condition === 'new')
      .flatMap((offer) => market.priced(offer) ?? []);
  const cheaper = (a: Priced | null, b: Priced) => (a && a.dueNow <= b.dueNow ? a : b);
  const equals = own.map((part): NewEqual => {
    const rivals = catalogue.parts.filter((each) => each.kind === part.kind && doesAsMuch(each, part, index));
    return { part: part.id, equal: rivals.flatMap(freshOffers).reduce<Priced | null>(cheaper, null) };
  });
  const terms = {
    shippingMinor: convert(carriage(find)),
    grade: find.grade,
    monthsOld: find.monthsOld,
    good: find.good,
    rated: find.rated,
    returnDays: find.returnDays,
  };
  const priceMinor = convert(find.priceMinor);
  const risk = usedCost({ ...terms, priceMinor });
  const paid = cents(priceMinor + terms.shippingMinor);
  const isKnown = equals.length === find.parts.length && equals.every((each) => each.equal !== null);
  let newPrice = 0;
  let fresh = 0;
  for (const { equal } of equals) {
    if (!equal) continue;
    newPrice += equal.dueNow;
    fresh += newCost(equal.dueNow, market.parts.get(equal.offer.part)?.warrantyMonths ?? null);
  }
  const fairPrice = isKnown ? breakEvenPrice(terms, fresh) : null;
  const round = (value: number) => cents(Math.floor(value / MAJOR) * MAJOR);
  const most = isKnown ? round(breakEvenPrice(terms, fresh * (1 - LEAST_SAVING))) : null;
  const verdict =
    fairPrice === null || most === null
      ? 'unknown'
      : priceMinor <= most
        ? 'take'
        : priceMinor <= fairPrice * 1.25
          ? 'haggle'
          : 'pass';

  const scorer = scorerFor(brief, catalogue.frameModel);
  const asSet = (of: Picks): Record<string, Part | null> =>
    Object.fromEntries(Object.entries(of).map(([slot, pick]) => [slot, market.parts.get(pick.part) ?? null]));
  const before = asSet(picks);
  const after = { ...before, ...Object.fromEntries(slotsOfFind(find, market.parts)) };
  const context = ruleContext(brief, market.parts, catalogue.frameModel);
  const blocksOf = (set: Record<string, Part | null>) =>
    checkBuild(decided(set as PartSet), context).filter(
      (found) => found.verdict === 'block' && !found.isAdvice,
    ); // parts stand in their own slots
  const known = new Set(blocksOf(before).map((found) => found.rule));
  const barrier = blocksOf(after).find((found) => !known.has(found.rule))?.sentence ?? null;
  return {
    paid,
    risk,
    equals,
    newPrice: isKnown ? cents(newPrice) : null,
    newCost: isKnown ? cents(fresh) : null,
    fairPrice,
    firstOffer: isKnown ? round(breakEvenPrice(terms, fresh * OPENING)) : null,
    mostOffer: most,
    verdict,
    sameMoney: own.length === 1 ? bestFor(own[0], paid) : null,
    inBuild: {
      score: barrier === null ? scorer(after as PartSet) : null,
      before: scorer(before as PartSet),
      barrier,
    }, // parts stand in their own slots
  };

  /** The new part of a slot that does most for a sum; by rate where the slot makes frames, else the dearest equal. */
  function bestFor(part: Part, most: number): Priced | null {
    const rateOf = (id: string) => index.gpus.get(id)?.rateLn ?? index.cpus.get(id)?.rateLn ?? -Infinity;
    let best: Priced | null = null;
    for (const each of catalogue.parts) {
      if (each.kind !== part.kind) continue;
      for (const priced of freshOffers(each)) {
        if (priced.dueNow > most) continue;
        const [a, b] = [rateOf(each.id), best ? rateOf(best.offer.part) : -Infinity];
        if (
          !best ||
          a > b ||
          (a === b &&
            (part.kind === 'gpu' || part.kind === 'cpu'
              ? priced.dueNow < best.dueNow
              : priced.dueNow > best.dueNow))
        )
          best = priced;
      }
    }
    return best;
  }
}
