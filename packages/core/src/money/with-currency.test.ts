import { describe, expect, it } from 'vitest';
import { BRIEF } from '../test/fixtures.ts';
import { withCurrency } from './index.ts';

const typed = {
  ...BRIEF,
  money: { ...BRIEF.money, currency: 'EUR', budgetMinor: 70_000, allowedOverMinor: 1_050 },
  ownedParts: [{ part: 'old', paidMinor: 9_900, valueMinor: null, sell: true }],
  growth: { ...BRIEF.growth, monthlyMinor: 2_500 },
};
const RATES = [{ from: 'EUR', to: 'SEK', rate: 11.5, on: '2026-11-20' }];

describe('a brief in another currency', () => {
  it('keeps its amounts worth the same by a dated rate, and comes back by the same one', () => {
    const sek = withCurrency(typed, 'SEK', RATES);
    expect(sek.money).toMatchObject({ currency: 'SEK', budgetMinor: 805_000, allowedOverMinor: 12_075 });
    expect(sek.ownedParts[0]).toMatchObject({ paidMinor: 113_850, valueMinor: null });
    expect(sek.growth.monthlyMinor).toBe(28_750);
    expect(withCurrency(sek, 'EUR', RATES).money.budgetMinor).toBe(70_000);
  });
  it('keeps the figures as typed without a rate, in the places of the new currency (ISO 4217)', () => {
    expect(withCurrency(typed, 'JPY', []).money.budgetMinor).toBe(700);
    expect(withCurrency(typed, 'KWD', []).money.budgetMinor).toBe(700_000);
    expect(withCurrency(typed, 'SEK', []).money.claimHabits.costMinor).toBe(
      typed.money.claimHabits.costMinor,
    );
  });
});
