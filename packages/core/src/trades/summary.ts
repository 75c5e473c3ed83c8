import { checkBuild, openSlots, ruleContext, type Finding } from '../compatibility/index.ts';
import { ratesFor, type RatesResult } from '../frames/index.ts';
import { costOf, indexMarket, type Cost, type Market } from '../money/index.ts';
import {
  partSetOf,
  type Brief,
  type Catalogue,
  type PartSet,
  type Picks,
  type Slot,
} from '../parts/index.ts';
import { loadOf, neededSupplyWatts, type Load } from '../power/index.ts';
import { makerWatts } from '../compatibility/index.ts';
import { partsForRules } from './trades.ts';

/** Everything that the frame of the app shows about one candidate. */
export interface Summary {
  readonly cost: Cost;
  readonly rates: RatesResult;
  readonly findings: readonly Finding[];
  readonly open: readonly Slot[];
  /** Parts or offers that the catalogue no longer has. */
  readonly missing: readonly string[];
  readonly set: PartSet;
  readonly load: Load | null;
  /** Watts that the brief's rule asks of the supply; null when not known. */
  readonly neededWatts: number | null;
}

/** Prepared once per catalogue and brief; sums up any picks. */
export function summaryFor(
  catalogue: Catalogue,
  brief: Brief,
): { readonly market: Market; readonly summarise: (picks: Picks) => Summary } {
  const market = indexMarket(catalogue, brief.money.currency);
  const context = ruleContext(brief, market.parts);
  const rates = ratesFor(brief, catalogue.frameModel);
  return {
    market,
    summarise(picks) {
      const set = partsForRules(picks, market);
      const load = loadOf(set, context);
      const maker = makerWatts(set.card, context.needs.supplyRule.kind);
      return {
        cost: costOf(picks, market, brief.owned),
        rates: rates(set),
        findings: checkBuild(set, context),
        open: openSlots(set),
        missing: partSetOf(picks, market.parts).missing,
        set,
        load,
        neededWatts:
          load && maker !== null ? neededSupplyWatts(context.needs.supplyRule, load.deciwatts, maker) : null,
      };
    },
  };
}
