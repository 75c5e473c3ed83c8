import { describe, expect, it } from 'vitest';
import { openSession } from '../session/index.ts';
import { prepare } from '../search/index.ts';
import { finish } from '../work/index.ts';
import { BRIEF, CATALOGUE } from '../test/fixtures.ts';
import { swapsBetween, withPick } from './swaps.ts';
import { whySwap } from './why.ts';

describe('why a swap is in', () => {
  const session = openSession(CATALOGUE, BRIEF);
  const [best] = finish(prepare(session).solve(session.limit)).answers;
  it('names the rule that would be broken without it: a case that is too short for the card', () => {
    const normal = CATALOGUE.parts.find(({ kind }) => kind === 'case');
    if (normal?.kind !== 'case') throw new Error('the fixture has a case');
    const short = { ...normal, id: 'short', maxGpuLengthMm: 100 };
    const offer = { ...CATALOGUE.offers[0], id: 'short.near', part: 'short', priceMinor: 100, inStock: true };
    const world = openSession(
      { ...CATALOGUE, parts: [...CATALOGUE.parts, short], offers: [...CATALOGUE.offers, offer] },
      BRIEF,
    );
    const from = withPick(best.picks, 'case', { part: 'short', offer: 'short.near' });
    const swap = swapsBetween(from, best.picks, world).find(({ slot }) => slot === 'case');
    const reason = swap ? whySwap(best.picks, swap, world) : null;
    expect(reason?.kind).toBe('fits');
    expect(reason?.kind === 'fits' && reason.sentence).toContain('100');
  });
  it('tells frames first, and money where the frames are the same', () => {
    const gpu = swapsBetween(withPick(best.picks, 'gpu', null), best.picks, session).find(
      ({ slot }) => slot === 'gpu',
    );
    expect(gpu && whySwap(best.picks, gpu, session)?.kind).toBe('frames');
    const dear = {
      ...CATALOGUE,
      offers: [
        ...CATALOGUE.offers,
        { ...CATALOGUE.offers[0], id: 'dear', part: 'storage', priceMinor: 20_000, inStock: true },
      ],
    };
    const other = openSession(dear, BRIEF);
    const from = withPick(best.picks, 'storage', { part: 'storage', offer: 'dear' });
    const swap = swapsBetween(from, best.picks, other).find(({ slot }) => slot === 'storage');
    const reason = swap ? whySwap(best.picks, swap, other) : null;
    expect(['money', 'budget']).toContain(reason?.kind);
  });
});
