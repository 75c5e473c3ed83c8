import type { Part } from '@ripe-pick/core/parts';
import { describe, expect, it } from 'vitest';
import { differences, mergedPart } from './merged-part.ts';

const supply = (figures: object) =>
  ({ id: 'a', kind: 'psu', brand: 'Wattlewood', name: 'Keel 450', ...figures }) as Part;

describe('two parts that are one', () => {
  const first = supply({ ratedWatts: 450, depthMm: null, source: { name: 'typed', on: '2026-11-01' } });
  const second = supply({
    id: 'b',
    name: 'Keel 450 W',
    ratedWatts: 400,
    depthMm: 125,
    source: { name: 'page', on: '2026-11-02' },
  });

  it('differ where both say something, and something else', () => {
    expect(differences(first, second).map(({ figure }) => figure)).toEqual(['name', 'ratedWatts']);
    expect(differences(first, first)).toEqual([]);
  });
  it('become the first, with what only the second says, and what is chosen from it', () => {
    expect(mergedPart(first, second, new Set())).toEqual({
      ...first,
      depthMm: 125,
      origins: { depthMm: { name: 'page', on: '2026-11-02' } },
    });
    expect(mergedPart(first, second, new Set(['ratedWatts']))).toMatchObject({
      id: 'a',
      name: 'Keel 450',
      ratedWatts: 400,
      source: first.source,
    });
  });
});
