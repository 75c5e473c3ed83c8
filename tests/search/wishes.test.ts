import { openWishes, wishCosts } from '@ripe-pick/core/compare';
import type { Brief, Catalogue } from '@ripe-pick/core/parts';
import { prepare } from '@ripe-pick/core/search';
import { openSession } from '@ripe-pick/core/session';
import { finish } from '@ripe-pick/core/work';
import { describe, expect, it } from 'vitest';
import { sampleOf } from '../sample.ts';
import { bruteForce, byRank, type BruteBuild } from './brute.ts';
import { tinyCase } from './tiny.ts';

/** The tiny markets have one maker and no colours: cards and cases get both by turns. */
function painted(catalogue: Catalogue): Catalogue {
  const parts = catalogue.parts.map((part, n) => {
    const turned = { ...part, brand: n % 2 === 0 ? 'First' : 'Second' };
    const isSeen =
      part.kind === 'gpu' || part.kind === 'memory' || part.kind === 'cooler' || part.kind === 'case';
    return isSeen ? { ...turned, colour: n % 3 === 0 ? 'white' : 'black' } : turned;
  });
  return { ...catalogue, parts };
}
const wishing = (brief: Brief, seed: number): Brief => ({
  ...brief,
  money: { ...brief.money, budgetMinor: brief.money.budgetMinor * 2 },
  needs: {
    ...brief.needs,
    brands: seed % 2 === 0 ? { gpu: ['First'] } : {},
    colour: seed % 3 === 0 ? 'black' : null,
    modular: false,
  },
});
const bestOf = (catalogue: Catalogue, brief: Brief, limit: number) =>
  bruteForce(catalogue, brief)
    .filter(({ cost }) => cost <= limit)
    .reduce<BruteBuild | null>((a, b) => (a && byRank(a, b) <= 0 ? a : b), null);
const figures = (answer: { readonly score: number; readonly cost: number } | null) =>
  answer && { score: answer.score, cost: answer.cost };

describe('what a wish costs', () => {
  it('is the best of every build without it, less the best with it', () => {
    let markets = 0;
    let dear = 0;
    for (let seed = 70_000; markets < sampleOf(30); seed++) {
      const tiny = tinyCase(seed);
      const catalogue = painted(tiny.catalogue);
      const brief = wishing(tiny.brief, seed);
      const session = openSession(catalogue, brief);
      // A market in which nothing can be built says nothing of wishes.
      if (!prepare(session).exists(session.limit)) continue;
      markets++;
      const { best, costs } = finish(wishCosts(session));
      expect(figures(best)).toEqual(figures(bestOf(catalogue, brief, session.limit)));
      const wishes = openWishes(brief);
      expect(costs.map(({ at }) => at).sort((a, b) => a - b)).toEqual(wishes.map((_, n) => n));
      for (const { at, answer, lost } of costs) {
        const without = bestOf(catalogue, wishes[at].step.change(brief), session.limit);
        expect({ seed, at, ...figures(answer) }).toEqual({ seed, at, ...figures(without) });
        expect(lost).toBe(best && without ? without.score - best.score : null);
        if ((lost ?? 0) > 0) dear++;
      }
    }
    expect(dear).toBeGreaterThan(0);
  });
});
