import { describe, expect, it } from 'vitest';
import {
  BOARD,
  BRIEF,
  CARD,
  CASE,
  CATALOGUE,
  COOLER,
  MEMORY,
  PROCESSOR,
  STORAGE,
  SUPPLY,
} from '../test/fixtures.ts';
import type { Brief, Catalogue, Offer, Part, Shop } from '../parts/index.ts';
import { openSession } from '../session/index.ts';
import { finish } from '../work/index.ts';
import { explainInfeasible, type Explanation } from './explanation.ts';
import { blockerWords } from './blocker-words.ts';

/* One market of the good build, 10.00 a part, with one thing wrong at a time: the message has to name that thing. */

const PARTS: readonly Part[] = [PROCESSOR, BOARD, MEMORY, CARD, STORAGE, COOLER, CASE, SUPPLY];
const SHOP: Shop = {
  id: 'shop',
  name: 'Shop',
  kind: 'shop',
  currency: 'EUR',
  shipping: { feeMinor: 0, freeFromMinor: null },
};
const offerOf = ({ id }: Part): Offer => ({
  id: `${id}@shop`,
  part: id,
  shop: 'shop',
  priceMinor: 1000,
  condition: 'new',
  inStock: true,
  seenOn: '2026-11-20',
});

interface Wrong {
  readonly parts?: readonly Part[];
  readonly shop?: Partial<Shop>;
  readonly offers?: (offer: Offer) => Offer | null;
  readonly brief?: (brief: Brief) => Brief;
}
function whyNothing({
  parts = PARTS,
  shop = {},
  offers = (each) => each,
  brief = (b) => b,
}: Wrong): Explanation {
  const catalogue: Catalogue = {
    ...CATALOGUE,
    parts,
    shops: [{ ...SHOP, ...shop }],
    offers: parts.flatMap((part) => offers(offerOf(part)) ?? []),
  };
  return finish(explainInfeasible(openSession(catalogue, brief(BRIEF))));
}
const without = (kind: Part['kind']) => PARTS.filter((part) => part.kind !== kind);
const changed = (part: Part, change: object) =>
  PARTS.map((each) => (each.id === part.id ? ({ ...each, ...change } as Part) : each));
const inWhereToBuy = (change: Partial<Brief['whereToBuy']>) => (brief: Brief) => ({
  ...brief,
  whereToBuy: { ...brief.whereToBuy, ...change },
});
const kindsOf = ({ relaxations }: Explanation) => relaxations.map(({ kind }) => kind);

describe('when nothing fits, the true reason is named', () => {
  it('a day of need that has passed, before all else', () => {
    const passed = (b: Brief): Brief => ({ ...b, dates: { buyOn: null, readyBy: '2026-11-01' } });
    const { blockers } = whyNothing({ shop: { sendsInDays: 3 }, brief: passed });
    expect(blockers).toEqual([{ code: 'ready-by-passed', readyBy: '2026-11-01' }]);
    expect(blockerWords(blockers[0])).toContain('1 Nov 2026, has passed');
  });
  it('money: what is missing, to the cent', () => {
    // The cheapest set does without card and cooler: six parts.
    const { relaxations, blockers } = whyNothing({
      brief: (b) => ({ ...b, money: { ...b.money, budgetMinor: 5999, allowedOverMinor: 0 } }),
    });
    expect(relaxations.find(({ kind }) => kind === 'budget')).toMatchObject({ cost: 6000, shortMinor: 1 });
    expect(blockers).toEqual([]);
  });
  it('missing figures: assuming the usual is what would help', () => {
    const gaps = changed(BOARD, { memoryMaxMts: null });
    const found = whyNothing({ parts: gaps, brief: inWhereToBuy({ assume: 'none' }) });
    expect(found.blockers).toEqual([]);
    expect(kindsOf(found)).toContain('assume');
  });
  it('missing figures that keep the cheapest set from being known to fit: the part and the very figure', () => {
    const gaps = changed(CASE, { maxCoolerHeightMm: null });
    const locked = (b: Brief): Brief => ({
      ...inWhereToBuy({ assume: 'none' })(b),
      locks: [{ slot: 'cooler', part: 'cooler', offer: null }],
    });
    const found = whyNothing({ parts: gaps, brief: locked });
    expect(found.blockers).toEqual([
      { code: 'specs-to-state', parts: [{ part: 'case', figures: ['maxCoolerHeightMm'] }] },
    ]);
    expect(kindsOf(found)).toContain('gaps');
  });
  it('missing figures that nothing can be assumed from: the part and the very figure', () => {
    const found = whyNothing({ parts: changed(MEMORY, { modules: null, gbPerModule: null }) });
    expect(found.blockers).toEqual([
      {
        code: 'specs-missing',
        slot: 'memory',
        parts: [{ part: 'memory', figures: ['modules', 'gbPerModule'] }],
      },
    ]);
  });
  it('no rate of exchange: the currency, and how many offers wait for it', () => {
    const { blockers } = whyNothing({ shop: { currency: 'NOK' } });
    expect(blockers).toEqual([{ code: 'no-rate-of-exchange', currency: 'NOK', offers: PARTS.length }]);
    expect(blockerWords(blockers[0])).toContain('no rate of exchange for NOK');
  });
  it('shops left out', () =>
    expect(kindsOf(whyNothing({ brief: inWhereToBuy({ shopsOut: ['shop'] }) }))).toEqual(['shops']));
  it('dates: parts that arrive too late', () => {
    const dates = { buyOn: '2026-11-20', readyBy: '2026-11-22' };
    const late = whyNothing({ shop: { sendsInDays: 9 }, brief: (b) => ({ ...b, dates }) });
    expect(kindsOf(late)).toEqual(['dates']);
    expect(late.relaxations[0].brief.dates.readyBy).toBeNull();
  });
  it('dates: prices that are too old', () => {
    const old = whyNothing({
      offers: (each) => ({ ...each, seenOn: '2026-01-01' }),
      brief: inWhereToBuy({ maxAgeDays: 30 }),
    });
    expect(kindsOf(old)).toEqual(['dates']);
    expect(old.relaxations[0].brief.whereToBuy.maxAgeDays).toBeNull();
  });
  it('locks: a slot that is kept empty', () =>
    expect(
      kindsOf(whyNothing({ brief: (b) => ({ ...b, locks: [{ slot: 'case', part: null, offer: null }] }) })),
    ).toEqual(['lock']));
  it('needs: a wireless network that no part has', () =>
    expect(
      kindsOf(whyNothing({ brief: (b) => ({ ...b, needs: { ...b.needs, wireless: true } }) })),
    ).toContain('wireless'));
  it('parts ruled out', () =>
    expect(
      kindsOf(whyNothing({ brief: (b) => ({ ...b, excluded: [{ part: 'case', reason: 'ugly' }] }) })),
    ).toEqual(['exclusions']));
  it('a kind of part that is not in the catalogue', () =>
    expect(whyNothing({ parts: without('psu') }).blockers).toEqual([{ code: 'no-part', slot: 'psu' }]));
  it('parts without a price, and parts that are sold out', () => {
    const without = whyNothing({ offers: (each) => (each.part === 'case' ? null : each) });
    expect(without.blockers).toEqual([{ code: 'no-price', slot: 'case', parts: ['case'] }]);
    const soldOut = whyNothing({ offers: (each) => ({ ...each, inStock: each.part !== 'case' }) });
    expect(soldOut.blockers).toEqual([{ code: 'sold-out', slot: 'case', parts: ['case'] }]);
  });
  it('two kinds that never go together, with the rule', () => {
    const [blocker] = whyNothing({ parts: changed(PROCESSOR, { socket: 'other' }) }).blockers;
    expect(blocker).toMatchObject({ code: 'no-pair', slots: ['cpu', 'motherboard'] });
    expect(blockerWords(blocker)).toContain('socket');
  });
  it('coolers that fit no processor of the catalogue, where none has one in its box', () => {
    const parts = PARTS.map((part) =>
      part.kind === 'cooler'
        ? { ...part, sockets: ['other'] }
        : part.kind === 'cpu'
          ? { ...part, stockCooler: false }
          : part,
    ) as Part[];
    const [blocker] = whyNothing({ parts }).blockers;
    expect(blocker).toMatchObject({ code: 'no-pair', slots: ['cpu', 'cooler'] });
  });
  it('no game, and a game that is gone', () => {
    const games = (list: Brief['play']['games']) =>
      whyNothing({ brief: (b) => ({ ...b, play: { ...b.play, games: list } }) }).blockers;
    expect(games([])).toEqual([{ code: 'no-game' }]);
    const gone = games([{ game: 'gone', preset: 'high', weight: 1, target: null }]);
    expect(gone).toEqual([{ code: 'unknown-game', games: ['gone'] }]);
  });
});
