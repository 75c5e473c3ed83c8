import { checkBuild, decided, ruleContext } from '../compatibility/index.ts';
import { indexModel, scorerFor, type ModelIndex } from '../frames/index.ts';
import {
  breakEvenPrice,
  newCost,
  usableOffers,
  usedCost,
  type PriceIndex,
  type Priced,
  type UsedCost,
} from '../money/index.ts';
import { slotsFor, type Catalogue, type Part, type PartSet, type Picks, type Slot } from '../parts/index.ts';
import { cents, convertMinor, minorPlaces, type Cents } from '../units/index.ts';
import { doesAsMuch } from './equals.ts';
import { carriage, type UsedListing } from './listings.ts';

/** The cheapest new part that does at least what a part of the find does. */
export interface NewEqual {
  readonly part: string;
  readonly equal: Priced | null;
}

/** Saving below which a find is not worth its trouble, as a share of the new equal's cost. Chosen. */
const LEAST_SAVING = 0.08;
/** Share of the new equal's cost at which an opening offer starts. Chosen. */
const OPENING = 0.8;

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
  /**
   * Where to start, and where it still saves enough to be worth the trouble: whole major units, and never more than what is
   * asked.
   */
  readonly firstOffer: Cents | null;
  readonly mostOffer: Cents | null;
  /** Whether less is asked than it would still be worth. */
  readonly isAskedLess: boolean;
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
export function slotsOfListing(
  find: Pick<UsedListing, 'parts'>,
  parts: ReadonlyMap<string, Part>,
): Map<Slot, Part> {
  const out = new Map<Slot, Part>();
  for (const id of find.parts) {
    const part = parts.get(id);
    const slot = part && slotsFor(part.kind).find((each) => !out.has(each));
    if (part && slot) out.set(slot, part);
  }
  return out;
}

/** New parts of a market, as rivals of what is used. */
class NewParts {
  private readonly index: ModelIndex;

  constructor(
    private readonly catalogue: Catalogue,
    private readonly priceIndex: PriceIndex,
  ) {
    this.index = indexModel(catalogue.frameModel);
  }

  private offers(part: Part): Priced[] {
    return usableOffers(this.priceIndex, this.priceIndex.brief, part.id, part.kind)
      .filter((offer) => offer.condition === 'new')
      .flatMap((offer) => this.priceIndex.priced(offer) ?? []);
  }

  private ofKind(kind: Part['kind']): readonly Part[] {
    return this.catalogue.parts.filter((part) => part.kind === kind);
  }

  /** New offers of parts that do at least as much, the cheapest first, one of each part. */
  private equalsOf(part: Part): Priced[] {
    return this.ofKind(part.kind)
      .filter((each) => doesAsMuch(each, part, this.index))
      .flatMap((each) =>
        this.offers(each)
          .sort((a, b) => a.dueNow - b.dueNow)
          .slice(0, 1),
      )
      .sort((a, b) => a.dueNow - b.dueNow);
  }

  /** The cheapest equals of a find's parts that fit together; each by itself where the find's own parts do not. */
  equalsFor(own: readonly Part[]): NewEqual[] {
    const equals = own.map((part) => this.equalsOf(part));
    const alone = own.map(({ id }, n): NewEqual => ({ part: id, equal: equals[n].at(0) ?? null }));
    if (own.length < 2 || equals.some((offers) => offers.length === 0)) return alone;
    const chosen = this.cheapestTogether(own, equals);
    return own.map(({ id }, n) => ({ part: id, equal: chosen?.[n] ?? null }));
  }

  /** Looks through the equals by rising price, dropping whatever is dearer than the best or does not fit what stands already. */
  private cheapestTogether(
    own: readonly Part[],
    equals: readonly (readonly Priced[])[],
  ): readonly Priced[] | null {
    const { parts, brief } = this.priceIndex;
    const context = ruleContext(brief, parts, this.catalogue.frameModel);
    const blocksOf = (some: readonly Part[]) => {
      const set = Object.fromEntries(slotsOfListing({ parts: some.map(({ id }) => id) }, parts));
      return checkBuild(decided(set), context).flatMap(({ rule, verdict, isAdvice }) =>
        verdict === 'block' && !isAdvice ? [rule] : [],
      );
    };
    let best: { readonly cost: number; readonly chosen: readonly Priced[] } | null = null;
    const least = equals.map((offers) => offers[0].dueNow);
    const visit = (chosen: readonly Priced[], cost: number): void => {
      const depth = chosen.length;
      if (depth === own.length) best = { cost, chosen };
      const rest = least.slice(depth + 1).reduce((sum, each) => sum + each, 0);
      for (const offer of depth === own.length ? [] : equals[depth]) {
        const next = cost + offer.dueNow;
        if (best && next + rest >= best.cost) break;
        const some = [...chosen, offer];
        // What a few parts alone always miss is missed by the find's own as well.
        const known = new Set(blocksOf(own.slice(0, some.length)));
        const now = some.flatMap(({ offer: { part } }) => parts.get(part) ?? []);
        if (blocksOf(now).every((rule) => known.has(rule))) visit(some, next);
      }
    };
    visit([], 0);
    return (best as { readonly chosen: readonly Priced[] } | null)?.chosen ?? null; // written in the visits
  }

  /** The new part of a slot that does most for a sum; by rate where the slot makes frames, else the dearest equal. */
  bestFor(part: Part, most: number): Priced | null {
    const { gpus, cpus } = this.index;
    const rateOf = ({ offer }: Priced) =>
      gpus.get(offer.part)?.rateLn ?? cpus.get(offer.part)?.rateLn ?? Number.MIN_SAFE_INTEGER;
    const sign = part.kind === 'gpu' || part.kind === 'cpu' ? 1 : -1;
    const [best] = this.ofKind(part.kind)
      .flatMap((each) => this.offers(each))
      .filter((priced) => priced.dueNow <= most)
      .sort((a, b) => rateOf(b) - rateOf(a) || sign * (a.dueNow - b.dueNow));
    return best ?? null;
  }
}

/** What the build would score with the find in it, and what would not fit there any more. */
function inBuildOf(
  find: UsedListing,
  picks: Picks,
  catalogue: Catalogue,
  priceIndex: PriceIndex,
): Appraisal['inBuild'] {
  const scoreOf = scorerFor(priceIndex.brief, catalogue.frameModel);
  const context = ruleContext(priceIndex.brief, priceIndex.parts, catalogue.frameModel);
  const before: Record<string, Part | null> = Object.fromEntries(
    Object.entries(picks).map(([slot, pick]) => [slot, priceIndex.parts.get(pick.part) ?? null]),
  );
  const after = { ...before, ...Object.fromEntries(slotsOfListing(find, priceIndex.parts)) };
  const blocksOf = (set: Record<string, Part | null>) =>
    checkBuild(decided(set as PartSet), context).filter(
      (found) => found.verdict === 'block' && !found.isAdvice,
    ); // parts stand in their own slots
  const known = new Set(blocksOf(before).map((found) => found.rule));
  const barrier = blocksOf(after).find((found) => !known.has(found.rule))?.sentence ?? null;
  return {
    score: barrier === null ? scoreOf(after as PartSet) : null,
    before: scoreOf(before as PartSet),
    barrier,
  };
}

/** What equals cost new, and with their own risks; null while one is missing. */
function costNew(
  equals: readonly NewEqual[],
  priceIndex: PriceIndex,
): { price: number; cost: number } | null {
  let price = 0;
  let cost = 0;
  for (const { equal } of equals) {
    if (!equal) return null;
    price += equal.dueNow;
    cost += newCost(
      equal.dueNow,
      priceIndex.parts.get(equal.offer.part)?.warrantyMonths ?? null,
      priceIndex.currency,
    );
  }
  return { price, cost };
}

/** Share over the fair price up to which haggling is worth trying. Chosen. */
const HAGGLE = 1.25;

/** Appraises a find against new parts of equal use; null when its currency has no rate. */
export function appraise(
  find: UsedListing,
  picks: Picks,
  catalogue: Catalogue,
  priceIndex: PriceIndex,
): Appraisal | null {
  const rate = find.currency === priceIndex.currency ? null : priceIndex.rates.get(find.currency);
  if (find.currency !== priceIndex.currency && !rate) return null;
  const convert = (minor: number): Cents => (rate ? convertMinor(minor, rate) : cents(minor));
  const { grade, monthsOld, good, rated, returnDays } = find;
  const { currency } = priceIndex;
  const terms = {
    shippingMinor: convert(carriage(find)),
    grade,
    monthsOld,
    good,
    rated,
    returnDays,
    currency,
  };
  const priceMinor = convert(find.priceMinor);
  const paid = cents(priceMinor + terms.shippingMinor);
  const newParts = new NewParts(catalogue, priceIndex);
  const own = find.parts.flatMap((id) => priceIndex.parts.get(id) ?? []);
  const equals = newParts.equalsFor(own);
  const fresh = own.length === find.parts.length ? costNew(equals, priceIndex) : null;
  const fairPrice = fresh && breakEvenPrice(terms, fresh.cost);
  const major = 10 ** minorPlaces(priceIndex.currency);
  const wholeMajor = (share: number) =>
    fresh && cents(Math.floor(breakEvenPrice(terms, fresh.cost * share) / major) * major);
  const worth = wholeMajor(1 - LEAST_SAVING);
  /** Nobody offers more than is asked. */
  const atMostAsked = (minor: Cents | null) => (minor === null ? null : cents(Math.min(minor, priceMinor)));
  return {
    paid,
    risk: usedCost({ ...terms, priceMinor }),
    equals,
    newPrice: fresh && cents(fresh.price),
    newCost: fresh && cents(fresh.cost),
    fairPrice,
    firstOffer: atMostAsked(wholeMajor(OPENING)),
    mostOffer: atMostAsked(worth),
    isAskedLess: worth !== null && priceMinor < worth,
    verdict:
      fairPrice === null || worth === null
        ? 'unknown'
        : priceMinor <= worth
          ? 'take'
          : priceMinor <= fairPrice * HAGGLE
            ? 'haggle'
            : 'pass',
    sameMoney: own.length === 1 ? newParts.bestFor(own[0], paid) : null,
    inBuild: inBuildOf(find, picks, catalogue, priceIndex),
  };
}
