import { describe, expect, it } from 'vitest';
import { typedNumber, type TypedAs } from './typed-number.ts';

const euros: TypedAs = { language: 'en', places: 2, currency: 'EUR' };

describe('a number as people type it', () => {
  it.each<[string, TypedAs, number | null]>([
    // Marks and spaces.
    ['139,90', { language: 'en' }, 139.9],
    ['139.90', { language: 'de' }, 139.9],
    ['1.299,00', { language: 'en' }, 1299],
    ['1,299.50', { language: 'de' }, 1299.5],
    ['1 299', {}, 1299],
    ['1\u202f299,5', {}, 1299.5],
    ['1’000’000', {}, 1_000_000],
    ["1'299.-", euros, 1299],
    ['1.299,-', euros, 1299],
    ['49,--', euros, 49],
    ['1_000', {}, 1000],
    [',5', {}, 0.5],
    ['5.', {}, 5],
    ['-3,5', {}, -3.5],
    ['−3', {}, -3],
    ['+7', {}, 7],
    // Other digits and marks: full width, Arabic.
    ['１，２９９', { language: 'ja' }, 1299],
    ['１２９９．５', { language: 'ja' }, 1299.5],
    ['١٢٩٩٫٥', { language: 'en' }, 1299.5],
    // Where a mark may mean both, decimals that there can be decide, then the language.
    ['1.299', { language: 'de' }, 1299],
    ['1.299', { language: 'en' }, 1.299],
    ['1,299', { language: 'de' }, 1.299],
    ['1,299', { language: 'en' }, 1299],
    ['0.125', { language: 'de' }, 0.125],
    ['0,087', { language: 'en' }, 0.087],
    ['1.299', euros, 1299],
    ['1,299', { ...euros, language: 'de' }, 1299],
    ['1,299', { language: 'ja', places: 0, currency: 'JPY' }, 1299],
    // Signs, codes and units.
    ['€ 1,299.00', euros, 1299],
    ['1.299,00 €', euros, 1299],
    ['EUR 49.90', euros, 49.9],
    ['49.90eur', euros, 49.9],
    ['￥1,500', { places: 0, currency: 'JPY' }, 1500],
    ['1,500円', { places: 0, currency: 'JPY' }, 1500],
    ['99 kr', { places: 2, currency: 'SEK' }, 99],
    ['330 mm', { unit: 'mm' }, 330],
    ['85 %', { unit: '%' }, 85],
    // Arithmetic.
    ['49.90+4.90', euros, 54.8],
    ['49,90 + 4,90', euros, 54.8],
    ['3*(20-1,5)', { language: 'de' }, 55.5],
    ['2×19.99', euros, 39.98],
    ['640−36.72', euros, 603.28],
    ['€100/4', euros, 25],
    ['-(2+3)', {}, -5],
    // Nothing, and what is no number.
    ['', {}, null],
    ['  ', {}, null],
    ['about 3', {}, NaN],
    ['3e5', {}, NaN],
    ['1,2,3', { places: 2 }, NaN],
    ['12 34', {}, NaN],
    ['4:27', {}, NaN],
    ['49.90+', euros, NaN],
    ['(3', {}, NaN],
    ['1/0', {}, NaN],
    ['€', euros, NaN],
    ['$12', euros, NaN],
    ['12 usd', euros, NaN],
    ['12 abc', euros, NaN],
    ['CA$12', { places: 2, currency: 'USD' }, NaN],
    ['12 USD', euros, NaN],
    ['€12', {}, NaN],
    ['12 inch', { unit: 'mm' }, NaN],
  ])('%s %o', (text, as, value) => {
    const read = typedNumber(text, as);
    if (value === null || Number.isNaN(value)) expect(read).toEqual(value);
    else expect(read).toBeCloseTo(value, 9);
  });

  it('reads back what every language writes (Intl.NumberFormat, of ECMA-402)', () => {
    for (const language of ['en', 'de', 'fr', 'sv', 'de-CH', 'pl', 'pt-BR', 'ja', 'hi', 'ar-EG', 'fa', 'he'])
      for (const value of [0.5, 12, 139.9, 1299.25, 1_234_567.5, -20.5])
        expect(typedNumber(new Intl.NumberFormat(language).format(value), { language })).toBe(value);
    for (const language of ['en', 'de', 'fr', 'sv', 'ja', 'de-CH'])
      for (const currency of ['EUR', 'JPY', 'SEK', 'USD', 'GBP', 'CHF']) {
        const format = new Intl.NumberFormat(language, { style: 'currency', currency });
        const { maximumFractionDigits: places } = format.resolvedOptions();
        expect(
          typedNumber(format.format(1299), { language, currency, places }),
          `${language} ${currency}`,
        ).toBe(1299);
      }
  });
});
