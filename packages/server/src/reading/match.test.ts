import { readFileSync } from 'node:fs';
import { catalogueFileSchema, foundSchema, minuteOfMoment, noonOf, type Found } from '@ripe-pick/contract';
import { bareNumber, gtinCheckDigit, gtinOf } from '@ripe-pick/core/parts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { matcher, readPrices } from './index.ts';

const catalogue = catalogueFileSchema.parse(
  JSON.parse(readFileSync(new URL('../../../demo/files/catalogue.json', import.meta.url), 'utf8')),
);
const found = (more: Partial<Found>): Found =>
  foundSchema.parse({ name: '', priceMinor: 1000, currency: 'EUR', ...more });
const NOW = minuteOfMoment(noonOf('2026-11-20'));
const last = new Map<string, number>();
const match = matcher(catalogue, last, NOW);
const part = catalogue.parts.find(
  (each) =>
    each.gtin &&
    each.mpn &&
    catalogue.offers.some(
      (offer) => offer.part === each.id && offer.shop === 'pennywharf' && offer.condition === 'new',
    ),
);
if (!part) throw new Error('the demo has parts with numbers');
const own = catalogue.offers.find(
  (each) => each.part === part.id && each.shop === 'pennywharf' && each.condition === 'new',
);
const price = own?.priceMinor ?? 0;

describe('item numbers (GS1 General Specifications)', () => {
  // 629104150021 with check digit 3 is the worked example of GS1’s calculator; 7351353 → 7 and 03600029145 → 2 are much cited ones. From memory.
  it.each([
    ['629104150021', 3],
    ['7351353', 7],
    ['03600029145', 2],
  ])('the check digit of %s is %i', (digits, check) => {
    expect(gtinCheckDigit(digits)).toBe(check);
    expect(gtinOf(`${digits}${check}`)).toBe(`${digits}${check}`.padStart(14, '0'));
    expect(gtinOf(`${digits}${(check + 1) % 10}`)).toBeNull();
  });
  it('catch every single wrong digit', () => {
    fc.assert(
      fc.property(
        fc.stringMatching(/^\d{12}$/),
        fc.nat(12),
        fc.integer({ min: 1, max: 9 }),
        (digits, at, by) => {
          const whole = `${digits}${gtinCheckDigit(digits)}`;
          const wrong = [...whole]
            .map((digit, n) => (n === at ? String((Number(digit) + by) % 10) : digit))
            .join('');
          expect(gtinOf(whole)).not.toBeNull();
          expect(gtinOf(wrong)).toBeNull();
        },
      ),
    );
  });
  it('are the same however they are written, and maker’s numbers too', () => {
    expect(gtinOf('6 291041-500213')).toBe(gtinOf('06291041500213'));
    expect(gtinOf('12345')).toBeNull();
    expect(bareNumber('kes-3700 / b')).toBe(bareNumber('KES3700B'));
  });
});

describe('matching', () => {
  it('goes by the shop’s own number, then the item number, then the maker’s, then the name', () => {
    const ways = [
      [{ sku: own?.id }, 'offer'],
      [{ gtin: part.gtin }, 'item number'],
      [{ mpn: part.mpn?.toLowerCase() }, 'part number'],
      [{ name: `${part.brand} ${part.name}` }, 'name'],
    ] as const;
    for (const [more, how] of ways)
      expect(match(found({ ...more, priceMinor: price } as Partial<Found>), 'pennywharf')).toMatchObject({
        part: part.id,
        offer: own?.id,
        how,
        isSure: true,
        doubt: null,
      });
  });
  it('believes a number over a name', () => {
    const other = catalogue.parts.find((each) => each.kind !== part.kind);
    expect(
      match(
        found({ gtin: part.gtin, name: `${other?.brand} ${other?.name}`, priceMinor: price }),
        'pennywharf',
      ).part,
    ).toBe(part.id);
  });
  it('asks when a name fits only in part, or fits several, and says so when it fits none', () => {
    const vague = match(found({ name: part.brand }), 'pennywharf');
    expect(vague.isSure).toBe(false);
    expect(match(found({ name: 'garden hose, 20 metres' }), 'pennywharf')).toMatchObject({
      part: null,
      how: 'none',
      isSure: false,
    });
    expect(match(found({}), 'pennywharf').part).toBeNull();
  });
  it('is sure of nothing while the shop is not known', () => {
    expect(match(found({ gtin: part.gtin, priceMinor: price }), null)).toMatchObject({
      part: part.id,
      offer: null,
      isSure: false,
    });
  });
  it('holds a price that is far from the last one, judged by the history where there is one', () => {
    expect(match(found({ gtin: part.gtin, priceMinor: Math.floor(price / 3) }), 'pennywharf')).toMatchObject({
      isSure: false,
      doubt: expect.stringContaining('a third') as unknown,
    });
    const known = matcher(catalogue, new Map([[own?.id ?? '', Math.floor(price / 3)]]), NOW);
    expect(known(found({ gtin: part.gtin, priceMinor: Math.floor(price / 3) }), 'pennywharf').isSure).toBe(
      true,
    );
  });
  it('takes another condition, and another seller, for another offer', () => {
    expect(match(found({ gtin: part.gtin, condition: 'refurbished' }), 'pennywharf')).toMatchObject({
      part: part.id,
      offer: null,
    });
    const listing = catalogue.offers.find((each) => each.seller && !each.lot);
    const used = catalogue.parts.find((each) => each.id === listing?.part);
    const by = (seller: string) =>
      match(
        found({
          name: `${used?.brand} ${used?.name}`,
          condition: 'used',
          seller,
          priceMinor: listing?.priceMinor ?? 1,
        }),
        listing?.shop ?? '',
      );
    expect(by(listing?.seller?.name ?? '').offer).toBe(listing?.id);
    expect(by('somebody else').offer).toBeNull();
  });
});

describe('readers never fall over, and never make a price up', () => {
  const whole = `<html><script type="application/ld+json">{"@type":"Product","name":"A","offers":[{"@type":"Offer","price":"249.90","priceCurrency":"EUR"},{"@type":"Offer","price":"19.99","priceCurrency":"EUR"}]}</script><div itemscope itemtype="https://schema.org/Product"><b itemprop="name">B</b><i itemprop="offers" itemscope itemtype="https://schema.org/Offer"><u itemprop="price">77.70</u><meta itemprop="priceCurrency" content="EUR"></i></div></html>`;
  const real = new Set([24990, 1999, 7770]);
  it('however a page is cut off', () => {
    for (let at = 0; at <= whole.length; at++)
      for (const each of readPrices({ text: whole.slice(0, at) }, 'EUR', true).found)
        expect(real).toContain(each.priceMinor);
  });
  it('however a list or a feed is cut off', () => {
    const list = 'sku,name,price,currency\na,A,249.90,EUR\nb,B,19.99,EUR\nc,C,77.70,EUR\n';
    const feed = JSON.stringify({
      offers: [
        ['a', '249.90'],
        ['b', '19.99'],
        ['c', '77.70'],
      ].map(([sku, price]) => ({ sku, price, currency: 'EUR' })),
    });
    for (const text of [list, feed])
      for (let at = 0; at <= text.length; at++)
        for (const each of readPrices({ text: text.slice(0, at) }, 'EUR', true).found)
          expect(real).toContain(each.priceMinor);
  });
  it('whatever is pasted', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string({ unit: 'binary', maxLength: 300 }),
          fc.json().map((text) => `<script type="application/ld+json">${text}</script>`),
          fc.json(),
          fc.array(fc.string({ maxLength: 20 })).map((cells) => `name,price\n${cells.join(',')}`),
        ),
        (text) => {
          const { found: all } = readPrices({ text }, 'EUR');
          for (const each of all)
            expect(each.priceMinor === null || Number.isInteger(each.priceMinor)).toBe(true);
        },
      ),
      { numRuns: 400 },
    );
  });
});
