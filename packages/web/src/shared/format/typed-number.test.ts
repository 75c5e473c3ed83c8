import { describe, expect, it } from 'vitest';
import { typedNumber } from './typed-number.ts';

describe('a number as people type it', () => {
  it.each([
    ['139,90', 139.9],
    ['139.90', 139.9],
    ['1.299,00', 1299],
    ['1,299.50', 1299.5],
    ['1 299', 1299],
    ['1\u202f299,5', 1299.5],
    ['1’000’000', 1_000_000],
    ['-3,5', -3.5],
    ['−3', -3],
    [',5', 0.5],
    ['', null],
    ['  ', null],
    ['about 3', NaN],
    ['3e5', NaN],
  ])('%s', (text, value) => expect(typedNumber(text, 'en')).toEqual(value));

  it('lets the language decide where a mark may mean both (CLDR: German groups by points, English by commas)', () => {
    expect(typedNumber('1.299', 'de')).toBe(1299);
    expect(typedNumber('1.299', 'en')).toBe(1.299);
    expect(typedNumber('1,299', 'de')).toBe(1.299);
    expect(typedNumber('1,299', 'en')).toBe(1299);
  });
  it('reads back what every language writes (Intl.NumberFormat, of ECMA-402)', () => {
    for (const locale of ['en', 'de', 'fr', 'sv', 'de-CH', 'pl', 'pt-BR'])
      for (const value of [0.5, 12, 139.9, 1299.25, 1_234_567.5])
        expect(typedNumber(new Intl.NumberFormat(locale).format(value), locale)).toBe(value);
  });
});
