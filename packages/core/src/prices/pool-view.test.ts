import { describe, expect, it } from 'vitest';
import { drawsFrom } from '../stats/random.ts';
import { forecastOf } from './forecast.ts';
import { failureOf, lookBack, ruleLimit, SIMPLE_RULES, type LookBack } from './look-back.ts';
import { marketMove } from './market-move.ts';
import { asItCame, poolView, silenceOn, type PoolOffer } from './pool-view.ts';
import { SHIPPED_PRIOR } from './prior.ts';
import { ripenessOf } from './ripeness.ts';
import type { Observation } from './types.ts';

/** Offers whose price is set anew about every eighth day, around what `market` does; `sale`: a tenth off, now and then for a week. */
function offers(
  count: number,
  looks: number,
  market: (day: number) => number = () => 0,
  sale = 0,
): Observation[][] {
  return Array.from({ length: count }, (_, n) => {
    const draws = drawsFrom(1000 + n);
    const base = Math.log(5000 + 20_000 * draws.uniform());
    let price = base + market(-looks);
    let left = 0;
    return Array.from({ length: looks }, (__, i) => {
      const day = i - looks + 1;
      if (draws.uniform() < 1 / 8) price = base + market(day) + 0.01 * draws.normal();
      if (left > 0) left--;
      else if (draws.uniform() < sale) left = 7;
      return { day, price: Math.round(Math.exp(price - (left > 0 ? 0.1 : 0))) };
    });
  });
}
const since = (begin: number, perDay: number) => (day: number) => perDay * Math.max(0, day - begin);
const pool = (series: readonly (readonly Observation[])[]): PoolOffer[] =>
  series.map((observations) => ({ kind: 'gpu', observations }));
const chanceOf = (series: Observation[][]) =>
  (marketMove(series, 0, 0)?.since ?? []).reduce((sum, { weight }) => sum + weight, 0);

describe('what like parts do together', () => {
  it.each([
    ['a rise of half a per cent a day', 0.005],
    ['a fall of half a per cent a day', -0.005],
  ])('is seen within ten looks: %s', (_, perDay) => {
    const series = offers(40, 40, since(-10, perDay));
    expect(chanceOf(series)).toBeGreaterThan(0.8);
    const move = marketMove(series, 0, 0);
    const expected = (move?.since ?? []).reduce((sum, { weight, perDay: each }) => sum + weight * each, 0);
    expect(Math.sign(expected)).toBe(Math.sign(perDay));
    expect(Math.abs(expected)).toBeLessThan(2 * Math.abs(perDay));
  });
  it('is not read into markets that stand still, with sales or without', () => {
    expect(chanceOf(offers(40, 40))).toBeLessThan(0.2);
    expect(chanceOf(offers(40, 40, () => 0, 0.03))).toBeLessThan(0.2);
  });
  it('takes no single slip for a market, and says nothing of a few offers', () => {
    const series = offers(40, 40);
    series[0][39] = { day: 0, price: 100 };
    expect(chanceOf(series)).toBeLessThan(0.2);
    expect(marketMove(series.slice(0, 7), 0, 0)).toBeNull();
  });
  it('carries into a price that was not set since: a rise is still to come', () => {
    const view = poolView(pool(offers(40, 40, since(-10, 0.006))), 0);
    const observations = Array.from({ length: 20 }, (_, i) => ({ day: i - 19, price: 10_000 }));
    const offer = { id: 'a', kind: 'shop', observations, rate: 1, extraMinor: 0, off: [] } as const;
    const terms = { kind: 'gpu' as const, today: 0, days: 30, waitPerDay: 0, events: [], prior: view.prior };
    const still = forecastOf([offer], terms);
    const moved = forecastOf([offer], { ...terms, view: view.of('gpu') });
    expect(moved?.plan.atEnd.middle ?? 0).toBeGreaterThan((still?.plan.atEnd.middle ?? 0) * 1.01);
    expect(moved?.plan.advice).toBe('buy');
  });
});

const record = (more: Partial<LookBack> = {}): LookBack => ({
  offers: 40,
  days: 28,
  beyond: Object.fromEntries(
    SIMPLE_RULES.map((rule) => [rule, { mean: -0.01, error: 0.003 }]),
  ) as LookBack['beyond'],
  ...{ waits: 60, stated: 0.03, came: 0.028, shortError: 0.004 },
  ...{ dearer: { stated: 0.2, came: 0.2 }, regret: { stated: 0.4, came: 0.4 } },
  ...more,
});

describe('advice that keeps silent', () => {
  it('does so where too few offers were watched for long', () => {
    for (const series of [offers(10, 90), offers(40, 6)]) {
      const view = poolView(pool(series), 0);
      const observations = series[0];
      const offer = { id: 'a', kind: 'shop', observations, rate: 1, extraMinor: 0, off: [] } as const;
      const terms = { kind: 'gpu' as const, today: 0, days: 30, waitPerDay: 0, events: [] };
      const found = forecastOf([offer], { ...terms, prior: view.prior, view: view.of('gpu') });
      expect(found?.silence).toBe('short');
      expect(found && ripenessOf(found)).toBe('unknown');
    }
  });
  it('speaks from ten looks at twenty offers on', () => {
    const view = poolView(pool(offers(20, 13, () => 0, 0.03)), 0);
    expect(view.prior.pooledFrom).toBe(20);
    expect(view.of('gpu').silence).not.toBe('short');
  });
  it('does so where prices go by the days of the week', () => {
    const weekly = Array.from({ length: 30 }, (_, n) =>
      Array.from({ length: 30 }, (__, i) => ({
        day: i - 29,
        price: (9000 + 10 * n) * (i % 7 < 2 ? 0.94 : 1),
      })),
    );
    expect(poolView(pool(weekly), 0).of('gpu').silence).toBe('weekly');
    // Looked at every third day too: no look has another one a week before it.
    const seldom = Array.from({ length: 30 }, (_, n) =>
      Array.from({ length: 25 }, (__, i) => {
        const day = 3 * (i - 24) - (n % 3);
        return { day, price: (9000 + 10 * n) * ((((day + n) % 7) + 7) % 7 < 2 ? 0.94 : 1) };
      }),
    );
    expect(poolView(pool(seldom), 0).of('gpu').silence).toBe('weekly');
    expect(poolView(pool(offers(30, 30, () => 0, 0.03)), 0).of('gpu').silence).not.toBe('weekly');
  });
  it('does so where like parts are gone for good, and not where some are out for some days', () => {
    const outFor = (days: number, count: number) =>
      offers(30, 40, () => 0, 0.03).map((looks, n) =>
        looks.map(({ day, price }) => ({ day, price: n < count && day > -days ? null : price })),
      );
    const silence = (series: Observation[][]) => poolView(pool(series), 0).of('gpu').silence;
    expect(silence(outFor(15, 5))).toBe('clearing');
    expect(silence(outFor(6, 5))).not.toBe('clearing');
    expect(silence(outFor(15, 2))).not.toBe('clearing');
  });
  it('advises waiting on less than four weeks only where it gained', () => {
    const { beyond } = record();
    const level = { ...beyond, now: { mean: 0, error: 0.003 } };
    expect(failureOf(record({ days: 14 }), false)).toBeNull();
    expect(failureOf(record({ days: 14, beyond: level }), false)).toBe('now');
    expect(failureOf(record({ days: 28, beyond: level }), false)).toBeNull();
  });
  it('fails by a rule that did better, and by savings that did not come', () => {
    expect(failureOf(record(), false)).toBeNull();
    const { beyond } = record();
    expect(
      failureOf(record({ beyond: { ...beyond, percentile: { mean: 0.01, error: 0.002 } } }), false),
    ).toBe('percentile');
    expect(
      failureOf(record({ beyond: { ...beyond, percentile: { mean: 0.01, error: 0.02 } } }), false),
    ).toBeNull();
    expect(failureOf(record({ came: 0.005 }), false)).toBe('savings');
    expect(failureOf(record({ came: 0.005, waits: 5 }), false)).toBeNull();
  });
  it('still says to buy where only waiting failed', () => {
    const view = { move: null, record: null };
    expect(silenceOn({ ...view, silence: 'savings' }, { advice: 'buy' })).toBeNull();
    expect(silenceOn({ ...view, silence: 'savings' }, { advice: 'wait' })).toBe('savings');
    expect(silenceOn({ ...view, silence: 'percentile' }, { advice: 'buy' })).toBe('percentile');
    expect(silenceOn(undefined, { advice: 'wait' })).toBeNull();
  });
  it('tells chances as they came of late, in their order', () => {
    const came = record({ regret: { stated: 0.4, came: 0.1 } });
    expect(asItCame(0.5, 'regret', record())).toBeCloseTo(0.5, 9);
    const told = [0, 0.2, 0.5, 0.8, 1].map((chance) => asItCame(chance, 'regret', came));
    expect(told).toEqual([...told].sort((a, b) => a - b));
    expect(told[2]).toBeLessThan(0.25);
    expect([told[0], told[4]]).toEqual([0, 1]);
  });
});

describe('looking back', () => {
  it('knows nothing of what came after a start: other prices then, the same advice', () => {
    const series = offers(30, 60, () => 0, 0.03);
    const changed = series.map((looks) =>
      looks.map((look) => (look.day > -7 ? { ...look, price: (look.price ?? 0) * 3 } : look)),
    );
    const known = (day: number) => ({ prior: SHIPPED_PRIOR, move: marketMove(series, day, 0) });
    const stated = [series, changed].map((each) =>
      lookBack(
        each.map((looks) => looks.filter(({ day }) => day > -22)),
        0,
        known,
      ),
    );
    // What is stated of a week ago is the same in both; of longer ago there is nothing to state.
    expect(stated[0]?.regret.stated).toBeCloseTo(stated[1]?.regret.stated ?? 0, 9);
    expect(stated[0]?.regret.came).not.toBe(stated[1]?.regret.came);
  });
  it('names what a rule waits for', () => {
    const seen = Array.from({ length: 21 }, (_, i) => 100 + i);
    expect(SIMPLE_RULES.map((rule) => ruleLimit(rule, seen, 200))).toEqual([null, null, 99, 102, 190]);
    expect(ruleLimit('percentile', [], 200)).toBeNull();
  });
  it('counts by hand: bought at once where nothing moves', () => {
    const flat = Array.from({ length: 12 }, () =>
      Array.from({ length: 40 }, (_, i) => ({ day: i - 39, price: 100_00 })),
    );
    const found = lookBack(flat, 0, () => ({ prior: SHIPPED_PRIOR, move: null }));
    expect(found?.offers).toBe(12);
    for (const rule of SIMPLE_RULES) expect(found?.beyond[rule]).toEqual({ mean: 0, error: 0 });
    expect(found?.regret.came).toBe(0);
  });
});
