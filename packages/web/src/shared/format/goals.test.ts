import { describe, expect, it } from 'vitest';
import { goalsTitle, goalWords } from './goals.ts';

const game = (id: string, average: number, target: number) => ({ game: id, average, target });
const title = (...averages: number[]) =>
  goalsTitle(
    averages.map((average, n) => game(`game-${n}`, average, 60)),
    (id) => id.toUpperCase(),
  );

describe('goals in words', () => {
  it('are met from the very figure on, else short by so much', () => {
    expect(goalWords(game('a', 60, 60))).toBe('60 ✓');
    expect(goalWords(game('a', 52, 60))).toBe('60, short by 8');
    expect(goalWords(game('a', 59.7, 60))).toBe('60, short by 0.3');
  });
  it('are counted in a title', () => {
    expect(title(60)).toBe('GAME-0 reaches its goal');
    expect(title(59)).toBe('GAME-0 misses its goal');
    expect(title(60, 61)).toBe('Every game reaches its goal');
    expect(title(20, 30)).toBe('No game reaches its goal');
    expect(title(20, 60, 30)).toBe('1 of 3 games reaches its goal');
    expect(title(20, 60, 70)).toBe('2 of 3 games reach their goals');
  });
});
