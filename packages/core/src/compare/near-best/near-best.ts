import { systemOf, type SystemRates } from '../../frames/index.ts';
import { inIndexCurrency, type PriceIndex } from '../../money/index.ts';
import type { Answer } from '../../search/index.ts';
import type { Session } from '../../session/index.ts';
import { median } from '../../stats/index.ts';
import { partsForRules } from '../../swaps/index.ts';
import { judgeChoice, type ChoiceOutlook } from './choice.ts';
import { marketView } from './market-view.ts';

/** The likeliest best sets of a session, and how sure it is that the first is truly the best. */
export interface NearBest extends ChoiceOutlook {
  readonly answers: readonly Answer[];
  /** The cheapest of the group, by number; 0 where the first is. */
  readonly cheapest: number;
  /** The one of which most is expected, by number: 0, or one that prices speak for. */
  readonly mostExpected: number;
  /** How far the group's scores lie apart, in thousandths. */
  readonly within: number;
}

/** What parts usually cost new: the middle of what shops ask, so that one shop's special offer does not count. */
function usualPrices(priceIndex: PriceIndex): ReadonlyMap<string, number> {
  const prices = new Map<string, number>();
  for (const [part, offers] of priceIndex.offersByPart) {
    const asked = offers.flatMap(({ condition, shop: id, priceMinor, ordered, listed }) => {
      const shop = priceIndex.shops.get(id);
      if (condition !== 'new' || !shop || ordered || listed) return [];
      const price = inIndexCurrency(priceIndex, shop, priceMinor);
      return price === null ? [] : [price];
    });
    if (asked.length > 0) prices.set(part, median(asked));
  }
  return prices;
}

/**
 * Judges the best answers of a session, of which the first is chosen.
 * @param answers distinct in processor or card, best first
 * @returns null where their rates are not known
 */
export function nearBest(session: Session, answers: readonly Answer[]): NearBest | null {
  const { brief, catalogue, priceIndex, rates } = session;
  const systems: SystemRates[] = [];
  for (const { picks } of answers) {
    const system = systemOf(partsForRules(picks, priceIndex), rates, brief.play.memoryProfile);
    if (!('cpu' in system)) return null;
    systems.push(system);
  }
  const market = marketView(catalogue.frameModel, usualPrices(priceIndex));
  const parts = new Set(systems.flatMap(({ parts: { cpu, gpu } }) => (gpu === null ? [cpu] : [cpu, gpu])));
  const evidence = [...parts].flatMap((part) => market.get(part) ?? []);
  const choice = judgeChoice(brief, catalogue.frameModel, systems, evidence);
  if (!choice) return null;
  const inGroup = choice.group.map((n) => ({ n, answer: answers[n] }));
  const scores = inGroup.map(({ answer }) => answer.score);
  return {
    ...choice,
    answers,
    cheapest: inGroup.reduce((a, b) => (b.answer.cost < a.answer.cost ? b : a)).n,
    mostExpected: choice.builds.reduce(
      (top, { expected }, n) => (expected > choice.builds[top].expected ? n : top),
      0,
    ),
    within: Math.max(...scores) - Math.min(...scores),
  };
}
