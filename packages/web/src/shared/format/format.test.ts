import { describe, expect, it } from 'vitest';
import { fps, money, percent, signed } from './format.ts';
import { objectiveWords } from './objective.ts';

describe('figures for reading', () => {
  it.each([
    [123456, 'EUR', {}, '€1,234.56'],
    [-1104, 'EUR', { sign: true }, '−€11.04'],
    [0, 'EUR', { sign: true }, '±€0.00'],
    [64000, 'EUR', { short: true }, '€640'],
    [9900, 'SEK', {}, 'SEK\u00a099.00'],
    [1500, 'JPY', {}, '¥1,500'],
  ] as const)('%i %s', (minor, currency, options, shown) => {
    expect(money(minor, currency, options)).toBe(shown);
  });
  it('signs changes, and never shows a minus zero', () => {
    expect([signed(3.24), signed(-0.04), signed(-2)]).toEqual(['+3.2', '±0.0', '−2.0']);
    expect([fps(85.66), fps(143.8), percent(0.976)]).toEqual(['85.7', '144', '98 %']);
  });
  it('names the mean, the figure and the cap that are in use', () => {
    const base = {
      goal: 'frames',
      figure: 'average',
      mean: 'geometric',
      capAtRefresh: true,
      balanceLimit: null,
    } as const;
    expect(objectiveWords(base, 144)).toBe('geometric mean of averages, capped at 144 Hz');
    expect(objectiveWords({ ...base, figure: 'low', mean: 'weakest', capAtRefresh: false }, 60)).toBe(
      'weakest of 1 % lows, uncut',
    );
    expect(objectiveWords({ ...base, goal: 'targets' }, 60)).toContain('target');
  });
});
