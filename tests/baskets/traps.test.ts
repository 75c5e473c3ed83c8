import { openSession } from '@ripe-pick/core/session';
import { readFileSync } from 'node:fs';
import {
  briefFileSchema,
  briefOf,
  buildFileSchema,
  buyingSchema,
  catalogueFileSchema,
  catalogueOf,
} from '@ripe-pick/contract';
import { basketsFor, usedDeals } from '@ripe-pick/core/search/orders';
import { costOf, priceIndexOf, offerBarrier } from '@ripe-pick/core/money';
import type { Brief, Catalogue, Picks } from '@ripe-pick/core/parts';
import { appraise } from '@ripe-pick/core/used';
import { describe, expect, it } from 'vitest';

/* The demo's deals that tempt and do not pay: each is shown to be one, for the very reason that it was made for. */

const demo = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../packages/demo/files/${name}`, import.meta.url), 'utf8'));
const catalogue = catalogueOf(catalogueFileSchema.parse(demo('catalogue.json')));
const brief = briefOf(briefFileSchema.parse(demo('brief-league-seat.json')));
const first = buildFileSchema.parse(demo('build-first-idea.json')).picks as Picks;
const { listings: finds } = buyingSchema.parse(demo('buying.json'));
const market = priceIndexOf(catalogue, brief);
const at = (part: string, shop: string): Picks => {
  const found = catalogue.parts.find((each) => each.id === part);
  return { [found?.kind ?? 'extras']: { part, offer: `${part}.${shop}` } };
};
const used = (picks: Picks, wish: Brief = brief, world: Catalogue = catalogue) =>
  usedDeals(costOf(picks, priceIndexOf(world, wish)), world.deals).map((deal) => deal.id);
const on = (day: string): Brief => ({ ...brief, dates: { buyOn: day, readyBy: null } });
const without = (deal: string): Catalogue => ({
  ...catalogue,
  deals: catalogue.deals.filter((each) => each.id !== deal),
});

describe('the demo’s traps', () => {
  it('are a dozen', () => {
    const marked = catalogue.deals.filter((deal) => deal.id.startsWith('trap-')).length;
    const offers = ['.duskmart', '.lanternhouse-old', '.boltbarrow-preorder', '.lot-berth-seven'].filter(
      (mark) => catalogue.offers.some((offer) => offer.id.includes(mark)),
    ).length;
    expect(marked + offers).toBeGreaterThanOrEqual(12);
  });
  it('a rebate whose window has closed brings nothing', () => {
    expect(used(at('draughtley-breeze-100', 'pennywharf'))).not.toContain('trap-past-window');
  });
  it('a rebate whose papers come after its postmark day brings nothing', () => {
    const picks = at('pallowick-reef-2x16-6000-cl30', 'skarvholm');
    expect(used(picks)).not.toContain('trap-papers-too-late');
    const quick = { ...catalogue, shops: catalogue.shops.map((shop) => ({ ...shop, sendsInDays: 1 })) };
    expect(used(picks, brief, quick)).toContain('trap-papers-too-late');
  });
  it('a rebate that this household has claimed brings nothing', () => {
    const picks = at('wrenlow-spar-2x8-3600-cl16', 'cobblegate');
    expect(used(picks)).not.toContain('trap-household');
    expect(
      used(picks, {
        ...brief,
        money: { ...brief.money, claimHabits: { ...brief.money.claimHabits, used: [] } },
      }),
    ).toContain('trap-household');
  });
  it('a rebate that is rarely paid is worth less than half of its face', () => {
    const deal = catalogue.deals.find((each) => each.id === 'trap-rarely-paid');
    const [part] = deal?.parts ?? [];
    const offer = catalogue.offers.find((each) => each.part === part && each.condition === 'new');
    const back = offer
      ? market.priced(offer)?.backs.find((each) => each.claim.id === 'trap-rarely-paid')
      : null;
    expect(back && back.expected < back.face / 2).toBe(true);
  });
  it('a combo that loses to two shops is in no best basket', () => {
    const picks: Picks = { cpu: first.cpu, motherboard: first.motherboard };
    const fresh: Brief = { ...brief, whereToBuy: { ...brief.whereToBuy, conditions: ['new'] } };
    const best = basketsFor(openSession(catalogue, fresh)).best(picks);
    expect(used(best?.picks ?? {}, fresh)).not.toContain('trap-combo-dearer');
    expect(best?.cost.dueNow).toBe(
      basketsFor(openSession(without('trap-combo-dearer'), fresh)).best(picks)?.cost.dueNow,
    );
  });
  it('a code with a minimum is out of reach of a small order', () => {
    const offer = catalogue.offers.find(
      (each) => each.shop === 'boltbarrow' && each.condition === 'new' && each.priceMinor < 39_000,
    );
    const slot = catalogue.parts.find((part) => part.id === offer?.part)?.kind ?? 'extras';
    expect(used({ [slot]: { part: offer?.part ?? '', offer: offer?.id ?? '' } })).not.toContain(
      'trap-minimum',
    );
  });
  it('a code that is used up is not entered', () => {
    const picks = { ...at('ysmere-rowan-350u', 'pennywharf') };
    expect(used(picks)).not.toContain('trap-used-up');
  });
  it('a combo can cost the free sending that the order had', () => {
    const combo = catalogue.deals.find((deal) => deal.id === 'trap-loses-free-sending');
    expect(combo?.kind === 'combo' && combo.offMinor).toBeLessThan(
      catalogue.shops.find((shop) => shop.id === 'boltbarrow')?.shipping.feeMinor ?? 0,
    );
  });
  it('a gift that is no part takes nothing off', () => {
    const picks = at('ysmere-hornbeam-370', 'pennywharf');
    expect(costOf(picks, market).dueNow).toBe(
      costOf(picks, priceIndexOf(without('trap-gift'), brief)).dueNow,
    );
  });
  it('a sale that begins later does not count today, and does on its day', () => {
    const picks = at('bramfell-ember-270-duo', 'cobblegate');
    expect(used(picks)).not.toContain('trap-not-yet');
    expect(used(picks, on('2026-12-15'))).toContain('trap-not-yet');
    expect(used(picks, on('2026-12-23'))).not.toContain('trap-not-yet');
  });
  it('prices without tax look lower, and cost more at checkout', () => {
    const offers = catalogue.offers.filter((offer) => offer.shop === 'duskmart');
    expect(offers.length).toBeGreaterThan(5);
    let dearer = 0;
    for (const offer of offers) {
      const rival = catalogue.offers.filter(
        (each) =>
          each.part === offer.part &&
          each.condition === 'new' &&
          !['duskmart', 'skarvholm'].includes(each.shop) &&
          !each.id.endsWith('-old') &&
          !each.id.endsWith('-preorder'),
      );
      const cheapest = Math.min(...rival.map((each) => each.priceMinor));
      expect(offer.priceMinor).toBeLessThan(cheapest);
      if ((market.priced(offer)?.dueNow ?? 0) > cheapest) dearer++;
    }
    expect(dearer).toBe(offers.length);
  });
  it('an old price and one that comes too late are not taken, for that reason', () => {
    const barrier = (mark: string) => {
      const offer = catalogue.offers.find((each) => each.id.endsWith(mark));
      return offer ? offerBarrier(market, brief, offer) : 'none';
    };
    expect(barrier('.lanternhouse-old')).toBe('stale');
    expect(barrier('.boltbarrow-preorder')).toBe('late');
  });
  it('the lot that looks cheap costs more with its risk than the same parts new', () => {
    const find = finds.find((each) => each.id === 'berth-seven');
    const found = find && appraise(find, first, catalogue, market);
    expect(found?.verdict).toBe('pass');
    expect((found?.paid ?? 0) < (found?.newPrice ?? 0)).toBe(true);
    expect((found?.risk.cost ?? 0) > (found?.newCost ?? Infinity)).toBe(true);
  });
});

describe('the demo’s deals that are worth having', () => {
  it('are used by the best basket of the first idea', () => {
    const best = basketsFor(openSession(catalogue, brief)).best(first);
    expect(used(best?.picks ?? {})).toContain('league15');
  });
});
