import { describe, expect, it } from 'vitest';
import { adviceLine, chance, lookWords, oneIn, type JudgedPart } from './ripeness.ts';

const judged = (more: Partial<JudgedPart>): JudgedPart => ({
  ripeness: 'unripe',
  now: 20_000,
  age: 0,
  saving: 2000,
  dearerChance: 0.2,
  lookIn: 2,
  ...more,
});

describe('advice in words', () => {
  it.each([
    [judged({}), 'Wait: about €17 saved, 1 in 5 chance that it ends dearer.'],
    [judged({ dearerChance: 0.01 }), 'Wait: about €17 saved, hardly any chance that it ends dearer.'],
    [judged({ ripeness: 'ripe', saving: -450 }), 'Pick it now: waiting would lose about €5.'],
    [judged({ ripeness: 'turning' }), 'Nearly even: buying now and waiting come to the same.'],
    [judged({ ripeness: 'past', age: 12 }), 'Last seen 12 days ago: look again before anything else.'],
    [judged({ ripeness: 'none', now: null }), 'Not for sale anywhere that the brief allows.'],
  ])('%j: %s', (verdict, words) => expect(adviceLine(verdict, 'EUR', 0.85)).toBe(words));
  it('promises no more than was delivered', () => {
    expect(adviceLine(judged({}), 'EUR', 0)).toMatch(/^Wait: less than €1 saved/);
    expect(adviceLine(judged({}), 'EUR', 1)).toMatch(/about €20 saved/);
  });
  it('rounds chances to five points, and calls none certain', () => {
    expect([0, 0.02, 0.03, 0.62, 0.99, 1].map(chance)).toEqual([
      'under 5 %',
      'under 5 %',
      '5 %',
      '60 %',
      'over 95 %',
      'over 95 %',
    ]);
    expect([0.5, 0.33, 0.1].map(oneIn)).toEqual(['50 %', '1 in 3', '1 in 10']);
    expect([1, 3].map(lookWords)).toEqual(['look again tomorrow', 'look again in 3 days']);
  });
});
