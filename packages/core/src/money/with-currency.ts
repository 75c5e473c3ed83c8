import type { Brief, LaterWish } from '../parts/index.ts';
import { convertMinor, findRate, minorPlaces, type CurrencyRate } from '../units/index.ts';

/**
 * A brief in another currency. With a dated rate, direct or the other way round, every amount stays worth the same;
 * without one the figures stay as they were typed, in whole units of the new currency.
 */
export function withCurrency(brief: Brief, currency: string, rates: readonly CurrencyRate[]): Brief {
  const { money, growth } = brief;
  const rate = findRate(rates, money.currency, currency);
  const factor = (rate?.rate ?? 1) * 10 ** (minorPlaces(currency) - minorPlaces(money.currency));
  const amount = (minor: number): number => (rate ? convertMinor(minor, rate) : Math.round(minor * factor));
  const orNull = (minor: number | null) => (minor === null ? null : amount(minor));
  const later = (wish: LaterWish): LaterWish =>
    wish.kind === 'screen' ? { ...wish, costMinor: amount(wish.costMinor) } : wish;
  return {
    ...brief,
    money: {
      ...money,
      currency,
      budgetMinor: amount(money.budgetMinor),
      allowedOverMinor: amount(money.allowedOverMinor),
      running: {
        ...money.running,
        tariffMinorPerKwh: money.running.tariffMinorPerKwh * factor, // may have a fraction
      },
      besides: money.besides.map((each) => ({ ...each, priceMinor: amount(each.priceMinor) })),
      claimHabits: { ...money.claimHabits, costMinor: amount(money.claimHabits.costMinor) },
    },
    ownedParts: brief.ownedParts.map((part) => ({
      ...part,
      paidMinor: orNull(part.paidMinor),
      valueMinor: orNull(part.valueMinor),
    })),
    growth: {
      ...growth,
      sums: growth.sums.map((sum) => ({ ...sum, amountMinor: amount(sum.amountMinor) })),
      monthlyMinor: amount(growth.monthlyMinor),
      wishes: growth.wishes.map(later),
    },
  };
}
