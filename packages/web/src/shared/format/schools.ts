import type { Brief, CostBasis, PsuRule } from '@ripe-pick/core/parts';
import { objectiveWords } from './objective.ts';
import { money, percent } from './format.ts';
import { SLOT_NAMES } from './slots.ts';

/** The rule for the supply that a brief goes by, in words. */
export function psuRuleWords({ kind, factor }: PsuRule): string {
  switch (kind) {
    case 'load':
      return `load × ${factor}`;
    case 'maker':
      return 'the graphics card’s recommended power supply';
    case 'half':
      return 'load at half of the rating';
    case 'larger':
      return `the larger of load × ${factor} and the graphics card’s recommended power supply`;
    case 'planned':
      return `the larger of load × ${factor} and the recommended power supply, with the planned graphics card`;
  }
}

/** Which total must fit the sum, to choose from. */
export const COST_BASES: { value: CostBasis; label: string }[] = [
  { value: 'strict', label: 'What is due at checkout' },
  { value: 'expected', label: 'What is expected after rebates' },
  { value: 'after', label: 'What is left after all rebates' },
];
/** Which total counts, in words. */
export const BASIS_WORDS: Readonly<Record<CostBasis, string>> = {
  strict: 'due at checkout',
  expected: 'expected after rebates',
  after: 'after all rebates',
};

/** Which school the money follows. */
export function moneyWords({ money: m }: Brief): string {
  const slack =
    m.allowedOverMinor > 0 ? `, allowed over ${money(m.allowedOverMinor, m.currency)}` : ', hard limit';
  return `counted: ${BASIS_WORDS[m.costBasis]}${m.looksOutside ? ', looks-only parts outside the budget' : ''}${slack}`;
}

/** Which conditions of parts count, and for which slots otherwise. */
export function buyingConditionWords({ whereToBuy }: Brief): string {
  const list = (conditions: readonly string[]) =>
    conditions.length === 3 ? 'new and used alike' : conditions.length === 0 ? 'none' : conditions.join(', ');
  const own = Object.entries(whereToBuy.conditionsBySlot).map(
    ([slot, conditions]) =>
      `${SLOT_NAMES[slot as keyof typeof SLOT_NAMES].toLowerCase()}: ${list(conditions ?? [])}`,
  );
  return `parts: ${list(whereToBuy.conditions)}${own.length > 0 ? ` (${own.join('; ')})` : ''}`;
}

/** Every school that figures on screen follow, one sentence each. */
export function schoolsOf(brief: Brief): string[] {
  const { objective, refreshHz } = brief.play;
  const out = [
    `frames: ${objectiveWords(objective, refreshHz)}; 1 % low as the 99th percentile of frame time; generated frames are not counted`,
    moneyWords(brief),
    buyingConditionWords(brief),
    `power supply: ${psuRuleWords(brief.needs.psuRule)}`,
  ];
  if (objective.balanceLimit !== null)
    out.push(`balance: neither side loses more than ${percent(objective.balanceLimit)}`);
  if (brief.needs.capacityFloors) out.push('memory and video memory cover what every game asks for');
  return out;
}
