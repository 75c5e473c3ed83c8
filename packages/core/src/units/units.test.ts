import { describe, expect, it } from 'vitest';
import { cents, convertMinor, findRate, minorPlaces, moneyText, sumCents, localMinor } from './index.ts';

describe('money', () => {
  it.each([
    ['EUR', 2],
    ['SEK', 2],
    ['JPY', 0],
    ['KWD', 3],
  ])('%s has %i decimal places (ISO 4217)', (code, places) => {
    expect(minorPlaces(code)).toBe(places);
  });
  it.each([
    [123456, 'EUR', {}, '€1,234.56'],
    [5, 'EUR', {}, '€0.05'],
    [-1999, 'SEK', {}, '−SEK\u00a019.99'],
    [1500, 'JPY', {}, '¥1,500'],
    [1234, 'KWD', {}, 'KWD\u00a01.234'],
    [1999, 'EUR', { short: true }, '€20'],
    [0, 'EUR', { sign: true }, '±€0.00'],
  ])('%i %s reads %j as %s, with the places of its currency (ISO 4217)', (minor, currency, options, text) => {
    expect(moneyText(minor, currency, options)).toBe(text);
  });
  it('refuses fractions of a cent, naming the value', () => {
    expect(() => cents(1.5)).toThrow('cents: a whole number is needed, got 1.5');
    expect(() => cents(2 ** 60)).toThrow();
  });
  it('adds exactly where floating euros would not', () => {
    expect(sumCents(Array.from({ length: 10 }, () => cents(10)))).toBe(100);
    expect(0.1 + 0.2).not.toBe(0.3);
  });
  it('converts line by line, rounding half away from zero', () => {
    const rate = { from: 'SEK', to: 'EUR', rate: 0.0872, on: '2026-11-20' };
    expect(convertMinor(100_000, rate)).toBe(8720);
    expect(convertMinor(125, { ...rate, rate: 0.5 })).toBe(63);
    expect(convertMinor(-125, { ...rate, rate: 0.5 })).toBe(-63);
    expect(convertMinor(10_000, { ...rate, from: 'EUR', to: 'JPY', rate: 160 })).toBe(16_000);
    expect(convertMinor(160, { ...rate, from: 'JPY', to: 'KWD', rate: 0.002 })).toBe(320);
  });
  it('finds a rate in either direction, and says null when there is none', () => {
    const rates = [{ from: 'SEK', to: 'EUR', rate: 0.08, on: '2026-11-20' }];
    expect(findRate(rates, 'SEK', 'EUR')?.rate).toBe(0.08);
    expect(findRate(rates, 'EUR', 'SEK')?.rate).toBe(12.5);
    expect(findRate(rates, 'USD', 'EUR')).toBeNull();
  });
});

describe('chosen amounts in other currencies', () => {
  it('are of like size: eight euro of trouble are no eight yen', () => {
    // By hand, from the table: 8 EUR; 8 · 160 JPY without decimals; 8 · 11 SEK in öre; a code that is not known as one for one.
    expect(['EUR', 'JPY', 'SEK', 'XXX'].map((code) => localMinor(800, code))).toEqual([800, 1280, 8800, 800]);
  });
});
