import { describe, expect, it } from 'vitest';
import {
  adviceLine,
  chance,
  lookWords,
  oneIn,
  SILENCE_WORDS,
  standingWords,
  type JudgedPart,
} from './ripeness.ts';

const judged = (more: Partial<JudgedPart>): JudgedPart => ({
  ripeness: 'unripe',
  silence: null,
  limit: null,
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
    [judged({ ripeness: 'turning' }), 'No reason to wait: waiting and buying now come to about the same.'],
    [judged({ ripeness: 'past', age: 12 }), 'Last seen 12 days ago: look again before anything else.'],
    [
      judged({ ripeness: 'unknown', silence: 'savings' }),
      'No view: of late, savings by waiting did not come.',
    ],
    [
      judged({ ripeness: 'unknown', silence: 'target', limit: 19_000 }),
      'No view: of late, “five per cent below today” did better than the forecast. Here: €190.00.',
    ],
    [judged({ ripeness: 'none', now: null }), 'Not for sale anywhere that the brief allows.'],
  ])('%j: %s', (verdict, words) => expect(adviceLine(verdict, 'EUR', 0.85)).toBe(words));
  it('says neither money nor odds where it has no view', () => {
    for (const words of Object.values(SILENCE_WORDS)) expect(words).not.toMatch(/€|chance|1 in/);
  });
  it.each([
    [{ lower: 0, equal: 1, observations: 1, days: 1 }, 'one price check so far'],
    [{ lower: 0, equal: 1, observations: 31, days: 40 }, 'lowest there in 31 price checks over 40 days'],
    [
      { lower: 0, equal: 9, observations: 31, days: 40 },
      'as low as ever there in 31 price checks over 40 days',
    ],
    [
      { lower: 4, equal: 9, observations: 31, days: 40 },
      'cheaper there on 4 of 31 price checks: on 10 % to 20 % of 40 days',
    ],
  ])('counts looks: %j, %s', (found, words) => {
    const rest = { percentile: 0.15, low: 0.1, high: 0.2, covered: 1, least: 100, median: 120 };
    expect(standingWords({ ...rest, ...found })).toBe(words);
  });
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
    expect([0.5, 0.33, 0.1, 0.037].map(oneIn)).toEqual(['50 %', '1 in 3', '1 in 10', '1 in 25']);
    expect([1, 3].map(lookWords)).toEqual(['look again tomorrow', 'look again in 3 days']);
  });
});
