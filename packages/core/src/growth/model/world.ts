import { assume } from '../../assumptions/index.ts';
import { ruleContext, type RuleContext } from '../../compatibility/index.ts';
import { indexModel, systemOf, type ModelIndex, type SystemRates } from '../../frames/index.ts';
import { priceIndexOf, type PriceIndex } from '../../money/index.ts';
import type { Brief, Catalogue, PartSet } from '../../parts/index.ts';
import { incomeBy, stagesOf, type Stage } from './calendar.ts';
import { pathContext } from './holding.ts';
import { listsFor, type Lists } from '../search/lists.ts';
import { outlookFor, type Outlook, type OutlookOptions } from './outlook.ts';
import { yearsFor, type Years } from './years.ts';

/** Everything that paths are reckoned with, prepared once for a catalogue and a brief. */
export interface GrowthWorld {
  readonly catalogue: Catalogue;
  readonly brief: Brief;
  readonly priceIndex: PriceIndex;
  readonly today: string;
  readonly context: RuleContext;
  readonly index: ModelIndex;
  readonly outlook: Outlook;
  readonly years: Years;
  readonly stages: readonly Stage[];
  readonly lists: Lists;
  /** Sum of today with its slack. */
  readonly limit: number;
  /** Money that has come in by the end of a day, today's sum left out. */
  incomeBy(on: string): number;
  /** What a set runs like; null when a rate is missing. */
  systemOf(set: PartSet): SystemRates | null;
}

/**
 * Prepares a world. What another one has worked out may be handed on: lists depend on the parts and today's prices alone,
 * years on games, screens and rates, not on money.
 */
export function growthWorld(
  wish: OutlookOptions,
  known: { readonly lists?: Lists; readonly years?: Years } = {},
): GrowthWorld {
  const { brief } = wish;
  const { catalogue } = assume(wish.catalogue, brief.whereToBuy.assume);
  const priceIndex = priceIndexOf(catalogue, brief);
  const today = priceIndex.day;
  const context = pathContext(ruleContext(brief, priceIndex.parts, catalogue.frameModel));
  const index = indexModel(catalogue.frameModel);
  const outlook = outlookFor(wish);
  const incomes = new Map<string, number>();
  return {
    catalogue,
    brief,
    priceIndex,
    today,
    context,
    index,
    outlook,
    years: known.years ?? yearsFor(brief, catalogue.frameModel, today),
    stages: stagesOf(brief.growth, today),
    lists: known.lists ?? listsFor(catalogue.parts, brief, context, index, outlook),
    limit: brief.money.budgetMinor + brief.money.allowedOverMinor,
    incomeBy: (on) => {
      const known = incomes.get(on);
      if (known !== undefined) return known;
      const income = incomeBy(brief.growth, today, on);
      incomes.set(on, income);
      return income;
    },
    systemOf: (set) => {
      const system = systemOf(set, index, brief.play.memoryProfile);
      return 'cpu' in system ? system : null;
    },
  };
}
