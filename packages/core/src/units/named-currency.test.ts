import { describe, expect, it } from 'vitest';
import { namesOtherCurrency } from './currency.ts';

describe('an amount that names another currency', () => {
  it.each([
    ['$139.90', 'EUR', true],
    ['$139.90', 'USD', false],
    ['C$50', 'CAD', false],
    ['139.90 NOK', 'EUR', true],
    ['€139,90', 'EUR', false],
    ['£20', 'EUR', true],
    ['139,90', 'EUR', false],
  ])('%s counted in %s: %s', (text, currency, is) => expect(namesOtherCurrency(text, currency)).toBe(is));
});
