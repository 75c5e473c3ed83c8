import { describe, expect, it } from 'vitest';
import type { Brief, Catalogue, Cpu, Motherboard, Offer, Shop } from '../parts/index.ts';
import { openSession } from '../session/index.ts';
import { BOARD, BRIEF, GOOD, MODEL, PROCESSOR } from '../test/fixtures.ts';
import { donorFor } from './donor.ts';

const BOARD_AS_SHIPPED: Motherboard = { ...BOARD, chipset: 'C', biosVersion: 2, flashesWithoutCpu: false };
const cpu = (id: string, level: number | null, socket = PROCESSOR.socket): Cpu => ({
  ...PROCESSOR,
  ...{ id, socket, minBiosByChipset: level === null ? {} : { C: level } },
});
const shop: Shop = {
  ...{ id: 'shop', name: 'Shop', kind: 'shop', currency: 'EUR' },
  shipping: { feeMinor: 500, freeFromMinor: 6000 },
};
const offer = (part: string, priceMinor: number): Offer => ({
  ...{ id: `${part}-${priceMinor}`, part, shop: 'shop', priceMinor, condition: 'new', inStock: true },
  seenOn: '2026-11-20',
});
const market: Catalogue = {
  parts: [cpu('new', 3), cpu('old', 2), cpu('older', 1), cpu('other-socket', 1, 'S9'), BOARD_AS_SHIPPED],
  // The dearer one is the cheaper order: it is sent free of charge.
  offers: [offer('old', 5600), offer('older', 6000), offer('other-socket', 1000), offer('new', 900)],
  ...{ shops: [shop], deals: [], today: '2026-11-20', currencyRates: [], frameModel: MODEL },
};
const donor = (motherboard: Motherboard, needed: number | null, needs: Partial<Brief['needs']> = {}) =>
  donorFor(openSession(market, { ...BRIEF, needs: { ...BRIEF.needs, ...needs } }), {
    ...GOOD,
    ...{ cpu: cpu('new', needed), motherboard },
  });

describe('a processor for a board’s firmware', () => {
  it('is the cheapest order of one that the board starts with as shipped', () => {
    const found = donor(BOARD_AS_SHIPPED, 3);
    // By hand: 56.00 and 5.00 of shipping make 61.00; 60.00 comes without.
    expect([found?.part.id, found?.offer.priceMinor, found?.minor]).toEqual(['older', 6000, 6000]);
  });
  it('is told of where one can be borrowed, too: what it would cost to buy', () => {
    expect(donor(BOARD_AS_SHIPPED, 3, { borrowCpu: true })?.part.id).toBe('older');
  });
  it('is none where the board knows its processor, updates without one, or never will', () => {
    expect(donor(BOARD_AS_SHIPPED, 2)).toBeNull();
    expect(donor({ ...BOARD_AS_SHIPPED, flashesWithoutCpu: true }, 3)).toBeNull();
    expect(donor(BOARD_AS_SHIPPED, null)).toBeNull();
    expect(donor({ ...BOARD_AS_SHIPPED, biosVersion: 0 }, 3)).toBeNull();
  });
});
