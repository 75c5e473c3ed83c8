import { describe, expect, it } from 'vitest';
import { blankBrief } from '../stores/blank-brief.ts';
import { buyingConditionWords, moneyWords, schoolsOf, psuRuleWords } from './schools.ts';

const brief = blankBrief();

describe('the school that a figure follows', () => {
  it('is named for frames, money, parts and the supply', () => {
    const text = schoolsOf(brief).join('\n');
    expect(text).toContain('geometric mean of averages, capped at 144 Hz');
    expect(text).toContain('99th percentile');
    expect(text).toContain('generated frames are not counted');
    expect(text).toContain('hard limit');
    expect(text).toContain('the larger of load × 1.3');
  });
  it('says slack, looks, conditions by slot, balance and floors when the brief asks for them', () => {
    const other = {
      ...brief,
      money: { ...brief.money, allowedOverMinor: 500, looksOutside: true },
      whereToBuy: {
        ...brief.whereToBuy,
        conditions: ['new'] as const,
        conditionsBySlot: { gpu: ['used'] as const },
      },
      needs: { ...brief.needs, capacityFloors: true },
      play: { ...brief.play, objective: { ...brief.play.objective, balanceLimit: 0.15 } },
    };
    expect(moneyWords(other)).toBe(
      'counted: due at checkout, looks-only parts outside the budget, allowed over €5.00',
    );
    expect(buyingConditionWords(other)).toBe('parts: new (graphics card: used)');
    expect(schoolsOf(other).join()).toContain('neither side loses more than 15 %');
    expect(schoolsOf(other).join()).toContain('every game asks for');
  });
  it.each([
    ['load', 'load × 1.5'],
    ['maker', 'the graphics card’s recommended power supply'],
    ['half', 'load at half of the rating'],
    ['planned', 'the larger of load × 1.5 and the recommended power supply, with the planned graphics card'],
  ] as const)('supply by %s', (kind, words) => expect(psuRuleWords({ kind, factor: 1.5 })).toBe(words));
});
