import { assume, type Assumed } from '../assumptions/index.ts';
import { ruleContext, type RuleContext } from '../compatibility/index.ts';
import { indexModel, scorerFor, catalogueAsRun, type ModelIndex } from '../frames/index.ts';
import { priceIndexOf, type PriceIndex } from '../money/index.ts';
import type { Brief, Catalogue, PartSet } from '../parts/index.ts';

/**
 * A catalogue and a brief, prepared for every question about them: search, swaps, repair, frontier, what would change the
 * best set, baskets, upgrades, the watch. Each member is worked out at its first use and then kept.
 */
export interface Session {
  /** As it was given: for sessions with another brief. */
  readonly stated: Catalogue;
  /** With what the brief lets be assumed filled in, and parts as they run. */
  readonly catalogue: Catalogue;
  readonly brief: Brief;
  /** What was filled in, by part. */
  readonly assumed: Assumed['byPart'];
  /** Parts, shops, offers and deals by id, with prices as the brief counts them. */
  readonly priceIndex: PriceIndex;
  /** What compatibility rules read beside the parts. */
  readonly rules: RuleContext;
  /** Rates of parts by id. */
  readonly rates: ModelIndex;
  /** The objective of a set of parts in thousandths; null when a rate is missing. */
  readonly scoreOf: (set: PartSet) => number | null;
  /** Counted total that may not be exceeded, in minor units of the brief's currency. */
  readonly limit: number;
}

/** A brief without locks on ordered parts that the catalogue has lost: nothing could stand there. The same brief where there are none. */
function withKnownOrders(brief: Brief, { parts }: Catalogue): Brief {
  const isLost = ({ isOrdered, part }: Brief['locks'][number]) =>
    isOrdered === true && !parts.some(({ id }) => id === part);
  return brief.locks.some(isLost) ? { ...brief, locks: brief.locks.filter((lock) => !isLost(lock)) } : brief;
}

/** Prepares a catalogue for a brief. Neither may be changed afterwards: other contents need another session. */
export function openSession(stated: Catalogue, asked: Brief): Session {
  const brief = withKnownOrders(asked, stated);
  const { catalogue: filled, byPart } = assume(stated, brief.whereToBuy.assume);
  const catalogue = catalogueAsRun(filled, brief);
  let priceIndex: PriceIndex | undefined;
  let rules: RuleContext | undefined;
  let rates: ModelIndex | undefined;
  let scoreOf: Session['scoreOf'] | undefined;
  return {
    stated,
    catalogue,
    brief,
    assumed: byPart,
    limit: brief.money.budgetMinor + brief.money.allowedOverMinor,
    get priceIndex() {
      return (priceIndex ??= priceIndexOf(catalogue, brief));
    },
    get rules() {
      return (rules ??= ruleContext(brief, this.priceIndex.parts, catalogue.frameModel));
    },
    get rates() {
      return (rates ??= indexModel(catalogue.frameModel));
    },
    get scoreOf() {
      return (scoreOf ??= scorerFor(brief, catalogue.frameModel));
    },
  };
}
