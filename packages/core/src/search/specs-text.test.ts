import { describe, expect, it } from 'vitest';
import { CARD } from '../test/fixtures.ts';
import { specsText } from './specs-text.ts';

describe('parts that rules cannot tell apart', () => {
  it('are alike under any name, item number, part number, warranty and source', () => {
    const twin = {
      ...CARD,
      id: 'twin',
      brand: 'Another',
      name: 'Twin',
      gtin: '4006381333931',
      mpn: 'T-1',
      warrantyMonths: 24,
      looksOnly: true,
      source: { name: 'a shop', on: '2026-11-20' },
    };
    expect(specsText(twin)).toBe(specsText(CARD));
  });

  it('are not alike with another specification', () => {
    expect(specsText({ ...CARD, lengthMm: (CARD.lengthMm ?? 0) + 1 })).not.toBe(specsText(CARD));
  });
});
