import { openSession } from '../session/index.ts';
import fc from 'fast-check';
import { ruleContext } from '../compatibility/index.ts';
import { describe, expect, it } from 'vitest';
import { scorerFor } from '../frames/index.ts';
import { costOf, priceIndexOf } from '../money/index.ts';
import type { Brief, Offer, Picks, Slot } from '../parts/index.ts';
import {
  BRIEF,
  CARD,
  CATALOGUE,
  COOLER,
  MEMORY,
  OFFERS,
  PROCESSOR,
  STORAGE,
  SUPPLY,
} from '../test/fixtures.ts';
import { reasonToKeep } from './dominated.ts';
import { MEASURES } from './measures.ts';
import { summaryFor } from './summary.ts';
import { swapsBetween, withPick } from './swaps.ts';
import { bestWithin, partsForRules, tradesFor, type Trade } from './index.ts';

const offer = (part: string, shop: string, priceMinor: number, shippingMinor?: number): Offer => ({
  id: `${part}.${shop}`,
  part,
  shop,
  priceMinor,
  shippingMinor,
  condition: shop === 'stalls' ? 'used' : 'new',
  inStock: true,
  seenOn: '2026-11-20',
});
const WORLD = {
  ...CATALOGUE,
  parts: [
    ...CATALOGUE.parts,
    { ...MEMORY, id: 'memory-fast', ratedMts: 3600 },
    { ...MEMORY, id: 'memory-ddr5', type: 'DDR5' as const },
    { ...SUPPLY, id: 'supply-large', ratedWatts: 650 },
    { ...PROCESSOR, id: 'processor-quick' },
  ],
  offers: [
    ...OFFERS,
    offer('memory-fast', 'far', 70000),
    offer('memory-fast', 'stalls', 5200, 490),
    offer('memory-ddr5', 'near', 3000),
    offer('supply-large', 'far', 80000),
    offer('processor-quick', 'near', 19000),
    offer('cpu', 'far', 110000),
    offer('gpu', 'stalls', 15000, 590),
  ],
  frameModel: {
    ...CATALOGUE.frameModel,
    cpus: [...CATALOGUE.frameModel.cpus, { part: 'processor-quick', rateLn: 0.15, sdLn: 0.03 }],
  },
};
const FULL: Picks = Object.fromEntries(
  ['cpu', 'motherboard', 'memory', 'gpu', 'storage', 'cooler', 'case', 'psu'].map((part) => [
    part,
    { part, offer: `${part}.near` },
  ]),
);
const market = priceIndexOf(WORLD, BRIEF);
const trades = tradesFor(openSession(WORLD, BRIEF));
const total = (picks: Picks) => costOf(picks, market).dueNow;
const score = scorerFor(BRIEF, WORLD.frameModel);

/** Any subset of the full build, from any offers: orders that do and do not reach their thresholds. */
const somePicks = fc
  .subarray(Object.keys(FULL) as Slot[])
  .chain((slots) =>
    fc
      .tuple(
        ...slots.map((slot) =>
          fc.constantFrom(
            ...WORLD.offers.filter(
              (each) => WORLD.parts.find((part) => part.id === each.part)?.kind === slot,
            ),
          ),
        ),
      )
      .map(
        (offers) =>
          Object.fromEntries(
            slots.map((slot, n) => [slot, { part: offers[n].part, offer: offers[n].id }]),
          ) as Picks,
      ),
  );

describe('trades', () => {
  it('say exactly what the checkout says: the change of the total after the swap, shipping and thresholds included', () => {
    fc.assert(
      fc.property(somePicks, (picks) => {
        const { lanes } = trades(picks);
        for (const lane of Object.values(lanes))
          for (const trade of lane) {
            if (trade.isCurrent) continue;
            const pick = trade.part ? { part: trade.part.id, offer: trade.offer?.id ?? null } : null;
            expect(trade.money).toBe(total(withPick(picks, trade.slot, pick)) - total(picks));
          }
      }),
      { seed: 3, numRuns: 150 },
    );
  });
  it('choose the offer that costs least in this very basket', () => {
    const { lanes } = trades(FULL);
    const fast = lanes.memory.find((trade) => trade.part?.id === 'memory-fast');
    expect(fast?.offer?.shop).toBe('stalls');
    for (const each of WORLD.offers.filter((one) => one.part === 'memory-fast'))
      expect(total(FULL) + (fast?.money ?? 0)).toBeLessThanOrEqual(
        total(withPick(FULL, 'memory', { part: 'memory-fast', offer: each.id })),
      );
  });
  it('score what the frame model says of the whole build after the swap', () => {
    const { lanes } = trades(FULL);
    const now = score(partsForRules(FULL, market)) ?? 0;
    for (const trade of [...lanes.cpu, ...lanes.memory, ...lanes.gpu]) {
      const after = score({ ...partsForRules(FULL, market), [trade.slot]: trade.part });
      expect(trade.score).toBe(after === null ? null : after - now);
    }
  });
  it('name the rule that a part would break, with its figures', () => {
    const { lanes } = trades(FULL);
    expect(lanes.memory.find((trade) => trade.part?.id === 'memory-ddr5')?.barrier?.rule).toBe('memory-type');
    expect(lanes.memory.find((trade) => trade.part?.id === 'memory-fast')?.barrier).toBeNull();
  });
  it('ring the trade with the most frames for the money that fits and can be paid', () => {
    const { steepest, lanes } = trades(FULL);
    const slope = (trade: Trade) => (trade.money <= 0 ? Infinity : (trade.score ?? 0) / trade.money);
    const open = Object.values(lanes)
      .flat()
      .filter(
        (trade) =>
          !trade.isCurrent &&
          !trade.barrier &&
          (trade.score ?? 0) > 0 &&
          total(FULL) + trade.money <= BRIEF.money.budgetMinor,
      );
    // A twentieth of a frame is the least that is seen: the steepest of all is less here, and gets no ring.
    const seen = open.filter(({ score }) => (score ?? 0) >= 50);
    expect(open.length).toBeGreaterThan(seen.length);
    expect(seen.length).toBeGreaterThan(0);
    expect(Math.max(...open.map(slope))).toBeGreaterThan(Math.max(...seen.map(slope)));
    expect(steepest && slope(steepest)).toBe(Math.max(...seen.map(slope)));
    const poor = tradesFor(
      openSession(WORLD, { ...BRIEF, money: { ...BRIEF.money, budgetMinor: total(FULL) } }),
    );
    const ringed = poor(FULL).steepest;
    expect(ringed === null || ringed.money <= 0).toBe(true);
  });
  it('leave ruled-out parts out, and offer owned ones at nothing', () => {
    const out = tradesFor(
      openSession(WORLD, {
        ...BRIEF,
        excluded: [{ part: 'memory-fast', reason: '' }],
        owned: ['supply-large'],
      }),
    )(FULL);
    expect(out.lanes.memory.some((trade) => trade.part?.id === 'memory-fast')).toBe(false);
    const owned = out.lanes.psu.find((trade) => trade.part?.id === 'supply-large');
    expect(owned?.isOwned).toBe(true);
    expect(owned?.money).toBeLessThan(0);
  });
  it('say the best that a slot can be for so much more or less', () => {
    const { lanes } = trades(FULL);
    expect(bestWithin(lanes.cpu, 10000)?.part?.id).toBe('processor-quick');
    expect(bestWithin(lanes.cpu, 6999)).toBeNull();
    expect(bestWithin(lanes.memory, -999999)).toBeNull();
    for (const money of [-5000, 0, 2000, 9000])
      for (const lane of Object.values(lanes)) {
        const best = bestWithin(lane, money);
        const rivals = lane.filter(
          (trade) => !trade.isCurrent && !trade.barrier && trade.gain !== null && trade.money <= money,
        );
        expect(best?.gain ?? null).toBe(
          rivals.length === 0 ? null : Math.max(...rivals.map((trade) => trade.gain ?? 0)),
        );
      }
  });
  it('work on nothing at all', () => {
    const { lanes, steepest } = trades({});
    expect(lanes.cpu.every((trade) => trade.score === null && !trade.isCurrent)).toBe(true);
    expect(steepest).toBeNull();
    expect(tradesFor(openSession({ ...WORLD, parts: [], offers: [] }, BRIEF))({}).lanes.gpu).toHaveLength(1);
  });
  it('measure every lane by something', () => {
    const summary = summaryFor(openSession(WORLD, BRIEF)).summarise(FULL);
    const context = ruleContext(BRIEF, new Map());
    expect(MEASURES.case.of(summary.set, context)).toBe(60);
    expect(MEASURES.motherboard.of(summary.set, context)).toBe(32);
    expect(MEASURES.psu.of(summary.set, context)).toBe(500 - (summary.neededWatts ?? NaN));
    expect(MEASURES.cooler.of({ ...summary.set, cooler: null }, context)).toBe(-38);
  });
});

describe('swaps between two sets of picks', () => {
  it('add up to the whole difference in cents and in thousandths', () => {
    fc.assert(
      fc.property(somePicks, somePicks, (from, to) => {
        const swaps = swapsBetween(from, to, openSession(WORLD, BRIEF));
        expect(swaps.reduce((sum, swap) => sum + swap.money, 0)).toBe(total(to) - total(from));
        const end = swaps.reduce((picks, swap) => withPick(picks, swap.slot, swap.to), from);
        expect(end).toEqual(to);
      }),
      { seed: 8, numRuns: 100 },
    );
    const to = withPick(
      withPick(FULL, 'cpu', { part: 'processor-quick', offer: 'processor-quick.near' }),
      'memory',
      { part: 'memory-fast', offer: 'memory-fast.stalls' },
    );
    const swaps = swapsBetween(FULL, to, openSession(WORLD, BRIEF));
    const before = score(partsForRules(FULL, market)) ?? 0;
    const after = score(partsForRules(to, market)) ?? 0;
    expect(swaps.reduce((sum, swap) => sum + (swap.score ?? NaN), 0)).toBe(after - before);
  });
});

describe('rivals that are neither better nor cheaper', () => {
  const gpu = { ...CARD, id: 'other' };
  it.each([
    ['more video memory', { videoMemoryGb: 12 }, { kind: 'video-memory', more: 4 }],
    ['a thriftier one', { boardPowerWatts: 130 }, { kind: 'cooler', less: 20 }],
    ['a longer warranty', { warrantyMonths: 36 }, { kind: 'warranty', more: 12 }],
    ['nothing at all', {}, null],
    ['a gap in its sheet is no reason', { videoMemoryGb: null, boardPowerWatts: null }, null],
  ] as const)('%s', (_, change, reason) => {
    expect(reasonToKeep({ ...CARD, warrantyMonths: 24 }, { ...gpu, warrantyMonths: 24, ...change })).toEqual(
      reason,
    );
  });
  it('knows other slots by their own measure', () => {
    expect(reasonToKeep(MEMORY, { ...MEMORY, gbPerModule: 16 })).toEqual({ kind: 'memory', more: 16 });
    expect(reasonToKeep(STORAGE, { ...STORAGE, gb: 960 })).toEqual({ kind: 'space', more: 460 });
    expect(reasonToKeep(SUPPLY, { ...SUPPLY, ratedWatts: 650 })).toEqual({ kind: 'watts', more: 150 });
    expect(reasonToKeep(COOLER, { ...COOLER, noiseDb: 20 })).toEqual({ kind: 'quieter', less: 6 });
    expect(reasonToKeep(PROCESSOR, { ...PROCESSOR, packagePowerWatts: 65 })).toEqual({
      kind: 'cooler',
      less: 23,
    });
  });
  it('are marked in their lane: dearer or as dear, and no gain in frames or by the lane’s measure', () => {
    const slow = { ...CARD, id: 'slow', videoMemoryGb: 12 };
    const world = {
      ...WORLD,
      parts: [...WORLD.parts, slow],
      offers: [...WORLD.offers, { ...OFFERS[3], id: 'slow.near', part: 'slow', priceMinor: 24000 }],
      frameModel: {
        ...WORLD.frameModel,
        gpus: [...WORLD.frameModel.gpus, { part: 'slow', rateLn: -0.2, sdLn: 0.03 }],
      },
    };
    const { lanes } = tradesFor(openSession(world, BRIEF))(FULL);
    const rival = lanes.gpu.find((trade) => trade.part?.id === 'slow');
    expect([rival?.isDominated, rival?.keepFor]).toEqual([true, { kind: 'video-memory', more: 4 }]);
    for (const trade of Object.values(lanes).flat()) {
      if (!trade.isDominated) continue;
      expect(trade.money).toBeGreaterThanOrEqual(0);
      expect(trade.gain).toBeLessThanOrEqual(0);
      expect(trade.barrier).toBeNull();
    }
  });
});

describe('rules of thumb', () => {
  it('the case should take no more than about a tenth of the sum (common practice, no source)', () => {
    const summary = (minor: number) => {
      const offers = WORLD.offers.map((offer) =>
        offer.part === 'case' ? { ...offer, priceMinor: minor } : offer,
      );
      return summaryFor(openSession({ ...WORLD, offers }, BRIEF)).summarise(FULL);
    };
    const [small, large] = [summary(1000), summary(20_000)];
    expect(small.thumbs).toEqual([]);
    expect(large.thumbs).toHaveLength(1);
    expect(large.thumbs[0].share).toBeCloseTo(20_000 / BRIEF.money.budgetMinor, 12);
    expect(large.findings).toEqual(small.findings); // a note, never a check
  });
});

describe('a summary', () => {
  it('holds the working point, the rules for the size side by side, and the balance limit', () => {
    const summary = summaryFor(openSession(WORLD, BRIEF)).summarise(FULL);
    expect(summary.sizedBy.map((rule) => rule.kind)).toEqual(['load', 'maker', 'half', 'planned']);
    expect(summary.working?.share).toBeCloseTo((summary.load?.deciwatts ?? 0) / 10 / 500, 12);
    expect(summary.isUnbalanced).toBeNull();
    const strict = {
      ...BRIEF,
      play: { ...BRIEF.play, objective: { ...BRIEF.play.objective, balanceLimit: 0 } },
    };
    expect(summaryFor(openSession(WORLD, strict)).summarise(FULL).isUnbalanced).toBe(true);
  });
  it('sizes the supply with the planned card when the brief goes by it', () => {
    const planned = { ...CARD, id: 'later', boardPowerWatts: 250, recommendedPsuWatts: 700 };
    const brief: Brief = {
      ...BRIEF,
      planned: { ...BRIEF.planned, gpu: 'later' },
      needs: { ...BRIEF.needs, psuRule: { kind: 'planned', factor: 1.3 } },
    };
    const summary = summaryFor(openSession({ ...WORLD, parts: [...WORLD.parts, planned] }, brief)).summarise(
      FULL,
    );
    expect(summary.neededWatts).toBe(700);
    expect(summary.findings.map((found) => found.rule)).toContain('supply-watts');
  });
});
