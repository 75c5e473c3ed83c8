import { readFileSync } from 'node:fs';
import { catalogueFileSchema, dealSchema } from '@ripe-pick/contract';
import { describe, expect, it } from 'vitest';
import { BLANK_DEAL, dealFrom, draftOfDeal } from './deal-draft.ts';

const demo = catalogueFileSchema.parse(
  JSON.parse(readFileSync(new URL('../../../../demo/files/catalogue.json', import.meta.url), 'utf8')),
);
const currencyOf = (deal: (typeof demo.deals)[number]) =>
  'shop' in deal ? (demo.shops.find(({ id }) => id === deal.shop)?.currency ?? 'EUR') : deal.currency;

describe('a deal that is typed', () => {
  it.each(demo.deals.map((deal) => [deal.name, deal] as const))(
    '“%s” opened and kept is the same deal',
    (_, deal) => {
      const currency = currencyOf(deal);
      expect(dealSchema.parse(dealFrom(draftOfDeal(deal, currency), deal, currency, deal))).toEqual(deal);
    },
  );
  it('is of every kind in the demo', () => {
    expect(new Set(demo.deals.map(({ kind }) => kind)).size).toBe(6);
  });
  it('says nothing of what its kind does not have', () => {
    const base = { id: 'd', source: null, seenOn: '2026-11-20' };
    const typed = { ...BLANK_DEAL, name: ' Ten off ', shops: ['a'], code: 'TEN', off: 10.5 };
    expect(dealSchema.parse(dealFrom(typed, base, 'JPY'))).toMatchObject({
      name: 'Ten off',
      off: { kind: 'amount', minor: 11 },
      parts: null,
    });
  });
});
