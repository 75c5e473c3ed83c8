import fc from 'fast-check';
import { gammaln, mean, variance } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { dayNumber } from '../units/index.ts';
import {
  chanceOf,
  chanceOfTarget,
  fitted,
  forecastOf,
  jointPlan,
  viewWithin,
  judge,
  launchesOf,
  leastOf,
  pathsOf,
  planOf,
  pooledPrior,
  priceDoubt,
  reliabilityOf,
  ripenessOf,
  SHIPPED_PRIOR,
  percentileOf,
  trendOf,
  usedPlan,
  usualSeasons,
  type Observation,
  type Paths,
  type TrackedOffer,
} from './index.ts';
import { seasonsOf } from './events.ts';
import { priorFor, seasonAt } from './prior.ts';
import { fanOf } from './plan.ts';
import { betaCdf, betaQuantile, drawsFrom, lnGamma } from '../stats/index.ts';
import { goingRate, listingPaths } from './listings.ts';
import { evidenceOf, labelSales, spellsOf } from './spells.ts';
import { clockOf } from './paths.ts';

const observations = (...prices: (number | null)[]): Observation[] =>
  prices.map((price, n) => ({ day: n - prices.length + 1, price }));
const steady = (price: number, days: number) => observations(...Array.from({ length: days }, () => price));
const wish = { days: 30, paths: 1000, today: 0, seed: 7, seasons: [], launches: [] };

describe('draws from a seed', () => {
  it('have the moments of their distributions, and are the same for the same seed', () => {
    const draws = drawsFrom(11);
    const normals = Array.from({ length: 40_000 }, () => draws.normal());
    expect(mean(normals)).toBeCloseTo(0, 1);
    expect(variance(normals)).toBeCloseTo(1, 1);
    for (const shape of [0.4, 1, 7]) {
      // A gamma distribution of shape k and rate 1 has mean and variance k.
      const gammas = Array.from({ length: 40_000 }, () => draws.gamma(shape));
      expect(Math.abs(mean(gammas) / shape - 1)).toBeLessThan(0.03);
      expect(Math.abs(variance(gammas) / shape - 1)).toBeLessThan(0.06);
    }
    expect(drawsFrom(3).uniform()).toBe(drawsFrom(3).uniform());
    expect(drawsFrom(3).uniform()).not.toBe(drawsFrom(4).uniform());
  });
});

describe('spells and sales', () => {
  it('merge looks at one price, and part at gaps and changes', () => {
    const spells = spellsOf(
      [
        { day: 0, price: 100 },
        { day: 3, price: 100 },
        { day: 30, price: 100 },
        { day: 31, price: null },
        { day: 32, price: 110 },
      ],
      40,
    );
    expect(spells.map(({ first, last }) => [first, last])).toEqual([
      [-40, -37],
      [-10, -10],
      [-8, -8],
    ]);
  });
  it('know a drop that came back from one that stayed', () => {
    const v = spellsOf(
      observations(
        ...Array<number>(40).fill(200),
        ...Array<number>(6).fill(170),
        ...Array<number>(20).fill(200),
      ),
      0,
    );
    labelSales(v, 0.03);
    expect(v.map((spell) => spell.kind)).toEqual(['regular', 'sale', 'regular']);
    const evidence = evidenceOf(v);
    expect(evidence).toMatchObject({ saleStarts: 1, saleEnds: 1, changes: 0 });
    expect(evidence.depths[0]).toBeCloseTo(0.15, 5);
    const down = spellsOf(observations(...Array<number>(40).fill(200), ...Array<number>(60).fill(170)), 0);
    labelSales(down, 0.03);
    expect(down.map((spell) => spell.kind)).toEqual(['regular', 'regular']);
    const open = spellsOf(observations(...Array<number>(40).fill(200), ...Array<number>(5).fill(170)), 0);
    labelSales(open, 0.03);
    expect(open.map((spell) => spell.kind)).toEqual(['regular', 'open']);
  });
  it('give a drop that is fresh and as deep as sales are a high chance to be one', () => {
    const chanceAt = (price: number, days: number) =>
      fitted(
        observations(...Array<number>(60).fill(200), ...Array<number>(days).fill(price)),
        0,
        SHIPPED_PRIOR,
      )?.saleChance ?? NaN;
    expect(chanceAt(172, 2)).toBeGreaterThan(0.6);
    expect(chanceAt(172, 40)).toBeLessThan(chanceAt(172, 2));
    expect(chanceAt(199, 2)).toBeLessThan(0.1);
  });
  it('hold a real gap of days for what it is: fewer looks, not stale prices', () => {
    const sparse = fitted(
      [
        { day: -300, price: 100 },
        { day: 0, price: 100 },
      ],
      0,
      SHIPPED_PRIOR,
    );
    expect(sparse?.evidence.regularDays).toBeLessThan(10);
    expect(fitted([], 0, SHIPPED_PRIOR)).toBeNull();
    expect(fitted([{ day: 0, price: null }], 0, SHIPPED_PRIOR)).toBeNull();
  });
});

/** Futures by hand: a row a path. */
function byHand(rows: readonly (readonly number[])[]): Paths {
  const days = rows[0].length;
  const prices = new Float64Array(days * rows.length);
  rows.forEach((row, m) => row.forEach((price, d) => (prices[d * rows.length + m] = price)));
  return { days, paths: rows.length, prices };
}

describe('when to buy', () => {
  it('finds the curve of a stopping problem that is solved on paper', () => {
    // Prices each day uniform on [0, 1], seen one by one, the last must be taken: the value of going on is ½, then v − v²/2 for value v
    // (J. Cayley’s problem; see T. S. Ferguson, Statistical Science 4 (1989), and J. P. Gilbert, F. Mosteller, 1966).
    const draws = drawsFrom(5);
    const rows = Array.from({ length: 20_000 }, () =>
      Array.from({ length: 12 }, () => 1000 * draws.uniform()),
    );
    const plan = planOf(byHand(rows), { now: 400, fallback: 1000, waitPerDay: 0 });
    let value = 500;
    for (let day = 10; day >= 0; day--) {
      // The curve is lightly smoothed over neighbours, and its bins are 4 wide.
      expect(Math.abs(plan.curve[day] - value)).toBeLessThan(25);
      value -= value ** 2 / 2000;
    }
    expect(Math.abs(plan.waitCost - value)).toBeLessThan(8);
    expect(plan.advice).toBe('wait');
    expect(planOf(byHand(rows), { now: 100, fallback: 1000, waitPerDay: 0 }).advice).toBe('buy');
  });
  it('counts what waiting costs, and never turns buying into waiting when it costs more', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 500 }), fc.integer({ min: 60, max: 140 }), (seed, now) => {
        const draws = drawsFrom(seed);
        const rows = Array.from({ length: 200 }, () =>
          Array.from({ length: 10 }, () => 100 * Math.exp(0.1 * draws.normal())),
        );
        const savings = [0, 0.2, 1, 5].map(
          (waitPerDay) => planOf(byHand(rows), { now, fallback: 110, waitPerDay }).saving,
        );
        savings.slice(1).forEach((saving, n) => expect(saving).toBeLessThanOrEqual(savings[n] + 0.15));
      }),
      { numRuns: 60 },
    );
  });
  it('pays the way out where nothing can be had, and says so when it is out today', () => {
    const plan = planOf(
      byHand([
        [Infinity, Infinity],
        [Infinity, Infinity],
      ]),
      { now: null, fallback: 77, waitPerDay: 1 },
    );
    expect(plan).toMatchObject({ advice: 'out', waitCost: 79, saving: 0 });
  });
  it('gives the same data the same answer, to the cent, and the later or higher target the higher chance', () => {
    const fit = fitted(
      observations(...Array<number>(50).fill(300), 280, 280, 300, 300, 290),
      0,
      SHIPPED_PRIOR,
    );
    if (!fit) throw new Error('there are prices');
    const [a, b] = [1, 2].map(() => pathsOf(fit, SHIPPED_PRIOR, wish));
    expect(a.prices).toEqual(b.prices);
    for (const target of [200, 250, 290])
      for (const day of [3, 10, 29]) {
        expect(chanceOf(a, target, day)).toBeLessThanOrEqual(chanceOf(a, target, day + 1));
        expect(chanceOf(a, target, day)).toBeLessThanOrEqual(chanceOf(a, target + 5, day));
      }
    const fan = fanOf(a);
    fan.slice(1).forEach((band, n) => expect(band.middle).toBeLessThanOrEqual(fan[n].middle));
  });
  it('takes the least over offers, path by path', () => {
    const least = leastOf([
      byHand([
        [5, Infinity],
        [3, 9],
      ]),
      byHand([
        [4, 8],
        [6, 7],
      ]),
    ]);
    expect([...least.prices]).toEqual([4, 3, 8, 7]);
  });
});

const offer = (id: string, all: readonly Observation[], more: Partial<TrackedOffer> = {}): TrackedOffer => ({
  id,
  kind: 'shop',
  observations: all,
  rate: 1,
  extraMinor: 0,
  off: [],
  ...more,
});
const ask = { kind: 'gpu' as const, today: 0, days: 30, waitPerDay: 0, events: [], prior: SHIPPED_PRIOR };

describe('a part over all its offers', () => {
  it('prices each in the brief’s currency with what comes on top and off, until the deal ends', () => {
    const forecast = forecastOf(
      [
        offer('a', steady(10_000, 30), { rate: 0.1, extraMinor: 50, off: [{ minor: 400, until: 3 }] }),
        offer('b', steady(990, 30)),
      ],
      ask,
    );
    expect(forecast?.now).toBe(650);
    expect(forecast?.offer).toBe('a');
    // When the deal has ended the other one is cheaper.
    const after = forecastOf(
      [
        offer('a', steady(10_000, 30), { rate: 0.1, extraMinor: 50, off: [{ minor: 400, until: -1 }] }),
        offer('b', steady(990, 30)),
      ],
      ask,
    );
    expect(after?.offer).toBe('b');
    expect(forecast?.plan.waitCost).toBeGreaterThan(650);
    expect(forecast && ripenessOf(forecast)).not.toBe('unripe');
  });
  it('counts an offer up to the last day on which it comes in time, and holds the last price after the last of all', () => {
    const cheap = offer('a', steady(500, 30), { lastBuy: 3 });
    const dear = offer('b', steady(900, 30), { lastBuy: 6 });
    const futures = forecastOf([cheap, dear], ask)?.futures;
    if (!futures) throw new Error('there are prices');
    const median = (day: number) => {
      const on = [...futures.prices.subarray((day - 1) * futures.paths, day * futures.paths)];
      return Math.round(on.sort((x, y) => x - y)[Math.floor(futures.paths / 2)]);
    };
    expect([median(1), median(3)]).toEqual([500, 500]);
    expect([median(4), median(6)]).toEqual([900, 900]);
    const at = (day: number) => [...futures.prices.subarray((day - 1) * futures.paths, day * futures.paths)];
    expect(at(futures.days)).toEqual(at(6));
  });
  it('does not miss the last chance at the cheaper offer: the threshold of that day is its own', () => {
    const offers = [
      offer('a', steady(1000, 90), { lastBuy: 10 }),
      offer('b', steady(1050, 90), { lastBuy: 12 }),
    ];
    const plan = forecastOf(offers, ask)?.plan;
    // On the tenth day 1000 is taken rather than 1050 later; smoothed with the days beside it, it would be let pass.
    expect(plan?.curve[9]).toBeGreaterThanOrEqual(1000);
  });
  it('says out when nothing is for sale, and past when nobody looked for long', () => {
    const out = forecastOf(
      [
        offer('a', [
          ...steady(100, 5).map((each) => ({ ...each, day: each.day - 1 })),
          { day: 0, price: null },
        ]),
      ],
      ask,
    );
    expect(out?.now).toBeNull();
    expect(out && ripenessOf(out)).toBe('none');
    const old = forecastOf([offer('a', [{ day: -30, price: 100 }])], ask);
    expect(old && ripenessOf(old)).toBe('past');
    expect(forecastOf([], ask)).toBeNull();
  });
  it('shows how much of it is prior: all with a look or two, less with a year', () => {
    const short = forecastOf([offer('a', steady(100, 2))], ask);
    const long = forecastOf([offer('a', steady(100, 365))], ask);
    expect(short?.priorShare).toBeGreaterThan(0.95);
    expect(long?.priorShare).toBeLessThan(0.3);
    expect(short?.standing).toMatchObject({ lower: 0, equal: 2, observations: 2, days: 2 });
    expect(long?.standing).toMatchObject({ lower: 0, equal: 90, observations: 90, days: 90 });
  });
  it('presses prices from a launch on, and begins more sales in a season', () => {
    const day = (n: number) => new Date(n * 86_400_000).toISOString().slice(0, 10);
    const event = (kind: 'launch' | 'sale', touches: 'gpu'[] = []) => ({
      id: 'e',
      kind,
      name: 'e',
      from: day(1),
      to: day(20),
      touches,
      factor: 6,
    });
    const plain = forecastOf([offer('a', steady(30_000, 90))], ask);
    const launch = forecastOf([offer('a', steady(30_000, 90))], {
      ...ask,
      events: [event('launch', ['gpu'])],
    });
    const sale = forecastOf([offer('a', steady(30_000, 90))], { ...ask, events: [event('sale')] });
    const other = forecastOf([offer('a', steady(30_000, 90))], {
      ...ask,
      kind: 'memory',
      events: [event('launch', ['gpu'])],
    });
    expect(launch?.plan.waitCost).toBeLessThan(plain?.plan.waitCost ?? 0);
    expect(sale?.plan.saving).toBeGreaterThan(plain?.plan.saving ?? Infinity);
    expect(other?.plan.waitCost).toBeGreaterThan(launch?.plan.waitCost ?? Infinity);
    expect(seasonAt(seasonsOf([event('sale')], 'case'), 5)).toBe(6);
    expect(launchesOf([event('launch', ['gpu'])], 'memory')).toEqual([]);
    const november = usualSeasons(dayNumber('2026-11-01'), 30);
    expect(november.map((each) => each.from)).toEqual(['2026-11-20']);
    expect(usualSeasons(dayNumber('2026-12-24'), 30)).toEqual([]);
  });
  it('knows a listing as there once: gone for good once bought, and others come', () => {
    const paths = listingPaths(100, { days: 40, paths: 4000, seed: 1, going: 0.05 });
    // Of a chance of 5 % a day nobody has bought it after ten days with 0.95 to the tenth.
    let there = 0;
    for (let m = 0; m < 4000; m++) if (paths.prices[9 * 4000 + m] !== Infinity) there++;
    expect(there / 4000).toBeCloseTo(0.95 ** 10, 1);
    expect(
      goingRate(
        [
          [
            { day: -9, price: 5 },
            { day: 0, price: null },
          ],
        ],
        0,
      ),
    ).toBeGreaterThan(
      goingRate(
        [
          [
            { day: -9, price: 5 },
            { day: 0, price: 5 },
          ],
        ],
        0,
      ),
    );
    const listing = offer(
      'used',
      [
        { day: -4, price: 14_000 },
        { day: 0, price: 14_000 },
      ],
      { kind: 'listing' },
    );
    const forecast = forecastOf([offer('new', steady(30_000, 90)), listing], ask);
    expect(forecast).toMatchObject({ now: 14_000, offer: 'used' });
    // Half of the new price is far below what listings ask: taken while it is there.
    expect(forecast?.plan.advice).toBe('buy');
    const gone = forecastOf(
      [offer('new', steady(30_000, 90)), { ...listing, observations: [{ day: -20, price: 14_000 }] }],
      ask,
    );
    expect(gone?.now).toBe(30_000);
  });
  it('counts a target as reached by what it is today, with half a per cent let pass', () => {
    const forecast = forecastOf([offer('a', steady(1000, 30))], ask);
    if (!forecast) throw new Error('there are prices');
    expect(chanceOfTarget(forecast, 996, 10, 0)).toBe(1);
    expect(chanceOfTarget(forecast, 900, 10, 0)).toBeLessThan(0.5);
  });
});

describe('a pool of offers', () => {
  const draws = drawsFrom(9);
  const series = (n: number, drift: number) =>
    Array.from({ length: n }, () => {
      let price = 20_000;
      return observations(
        ...Array.from({ length: 60 }, () =>
          draws.uniform() < 0.3
            ? (price = Math.round(price * (1 + drift * 3 + 0.004 * draws.normal())))
            : price,
        ),
      );
    });
  it('teaches the prior from twenty offers on', () => {
    expect(pooledPrior(series(19, 0), 0)).toBe(SHIPPED_PRIOR);
    const learnt = pooledPrior(series(40, 0), 0);
    expect(learnt.pooledFrom).toBe(40);
    expect(learnt.saleStart).toBeLessThan(SHIPPED_PRIOR.saleStart / 2);
    expect(learnt.change).toBeGreaterThan(0.15);
    expect(learnt.spread).toBeLessThan(SHIPPED_PRIOR.spread);
  });
  it('says when a kind is rising', () => {
    expect(trendOf(series(20, 0.003), 0).isRising).toBe(true);
    expect(trendOf(series(20, -0.003), 0).isRising).toBe(false);
    expect(trendOf([], 0)).toMatchObject({ offers: 0, isRising: false });
    expect(priorFor('gpu').fallPerYear).toBeGreaterThan(priorFor('case').fallPerYear);
  });
  it('keeps a rhythm: the clock of regular sales has mean 1 and rises', () => {
    const clock = clockOf(8);
    expect(clock[10]).toBeLessThan(0.1);
    expect(clock[60]).toBeGreaterThan(1.5);
    // Mean time to the first event of this hazard, which is 1 by its definition.
    let left = 1;
    let sum = 0;
    for (const hazard of clock) {
      sum += left * 0.02;
      left *= Math.exp(-hazard * 0.02);
    }
    expect(sum).toBeCloseTo(1, 1);
    expect([...clockOf(1)].every((each) => each === 1)).toBe(true);
  });
});

describe('where a price stands', () => {
  it('has a gamma function that agrees with simple-statistics, and a beta one with binomial sums', () => {
    for (const x of [0.5, 1, 2.5, 7, 40]) expect(lnGamma(x)).toBeCloseTo(gammaln(x), 8);
    // I_x(k, n − k + 1) is the chance of k or more hits in n (DLMF 8.17.5).
    const choose = (n: number, k: number): number => (k === 0 ? 1 : (choose(n - 1, k - 1) * n) / k);
    for (const [n, k, x] of [
      [5, 2, 0.3],
      [9, 7, 0.6],
      [12, 1, 0.1],
    ]) {
      let tail = 0;
      for (let j = k; j <= n; j++) tail += choose(n, j) * x ** j * (1 - x) ** (n - j);
      expect(betaCdf(x, k, n - k + 1)).toBeCloseTo(tail, 9);
      expect(betaQuantile(tail, k, n - k + 1)).toBeCloseTo(x, 8);
    }
  });
  it('counts days, not looks, and leaves unseen days open', () => {
    const full = percentileOf(
      observations(...Array<number>(45).fill(120), ...Array<number>(45).fill(100)),
      0,
      100,
    );
    expect(full?.percentile).toBeGreaterThan(0.15);
    expect(full?.percentile).toBeLessThan(0.35);
    expect(full?.covered).toBeGreaterThan(0.95);
    const few = percentileOf(observations(120, 110, 100), 0, 100);
    expect(few).toMatchObject({ lower: 0, equal: 1, observations: 3, days: 3, least: 100, median: 110 });
    const sparse = percentileOf(
      [-60, -30, 0].map((day, n) => ({ day, price: 120 - 10 * n })),
      0,
      100,
    );
    expect(sparse).toMatchObject({ lower: 0, observations: 3, days: 61 });
    expect((sparse?.high ?? 0) - (sparse?.low ?? 0)).toBeGreaterThan(0.3);
    expect(percentileOf([{ day: -200, price: 5 }], 0, 5)).toBeNull();
  });
});

describe('a whole candidate', () => {
  const part = (id: string, price: number, all = steady(price, 90)) => {
    const forecast = forecastOf([offer(id, all)], ask);
    if (!forecast) throw new Error('there are prices');
    return { id, forecast };
  };
  it('waits for nothing when waiting is dear, and for all when it is free and sales are near', () => {
    const parts = [part('a', 30_000), part('b', 12_000)];
    const dear = jointPlan(parts, 10_000);
    expect(dear).toMatchObject({ by: 0, saving: 0, now: 42_000 });
    const free = jointPlan(parts, 0);
    expect(free?.by).toBeGreaterThan(0);
    expect(free?.saving).toBeGreaterThan(0);
    expect(free && free.expected + free.saving).toBeCloseTo(42_000, 6);
    expect(jointPlan([], 0)).toBeNull();
  });
  it('has the word on each part, where its own forecast advises something', () => {
    const own = { ripeness: 'ripe' as const, saving: -5, dearerChance: 0.4 };
    const step = { id: 'a', advice: 'wait' as const, day: 4, now: 1000, expected: 950, dearerChance: 0.1 };
    expect(viewWithin(own, step)).toEqual({ ripeness: 'unripe', saving: 50, dearerChance: 0.1 });
    expect(viewWithin(own, { ...step, expected: 995 }).ripeness).toBe('ripe');
    const wish = { ...own, ripeness: 'unripe' as const };
    expect(viewWithin(wish, { ...step, advice: 'buy' }).ripeness).toBe('turning');
    expect(viewWithin({ ...own, ripeness: 'unknown' }, step).ripeness).toBe('unknown');
    expect(viewWithin(own, null)).toBe(own);
  });
  it('never expects more saved when a day costs more', () => {
    const parts = [part('a', 30_000), part('b', 12_000), part('c', 5_000)];
    const savings = [0, 20, 100, 500].map((perDay) => jointPlan(parts, perDay)?.saving ?? 0);
    savings.slice(1).forEach((saving, n) => expect(saving).toBeLessThanOrEqual(savings[n] + 1));
  });
});

describe('used listings', () => {
  it('are taken at a limit that falls with time left and with more listings seen', () => {
    const few = usedPlan({ newCost: 300, seen: [], days: 30, waitPerDay: 0 });
    const many = usedPlan({ newCost: 300, seen: Array<number>(20).fill(240), days: 30, waitPerDay: 0 });
    few.limits.slice(1).forEach((limit, n) => expect(limit).toBeGreaterThanOrEqual(few.limits[n]));
    expect(many.expected).toBeLessThan(few.expected);
    expect(few.limits.at(-1)).toBeLessThanOrEqual(300);
  });
  it('agree with simulated buyers who follow the limits, to half a per cent', () => {
    const plan = usedPlan({ newCost: 300, seen: [250, 260, 240], days: 20, waitPerDay: 0.5 });
    const draws = drawsFrom(4);
    // The same belief, drawn: shares lognormal about their mean, arrivals at random.
    const logs = [250, 260, 240].map((cost) => Math.log(cost / 300));
    const m = (4 * Math.log(0.85) + logs.reduce((a, b) => a + b, 0)) / 7;
    const sd = Math.sqrt((6 * 0.13 ** 2 + logs.reduce((sum, each) => sum + (each - m) ** 2, 0)) / 9);
    const come = 1 - Math.exp(-6 / 140);
    let sum = 0;
    const buyers = 60_000;
    for (let n = 0; n < buyers; n++) {
      let paid = 300;
      let day = 0;
      for (; day < 20; day++) {
        if (draws.uniform() >= come) continue;
        const cost = 300 * Math.exp(m + sd * draws.normal());
        if (cost <= (plan.limits[day + 1] ?? 300)) {
          paid = cost;
          day++;
          break;
        }
      }
      sum += paid + 0.5 * day;
    }
    expect(Math.abs(sum / buyers / plan.expected - 1)).toBeLessThan(0.005);
  });
});

describe('forecasts that had their day', () => {
  const forecast = {
    id: 'f',
    part: 'p',
    offers: [{ id: 'o', rate: 1, extraMinor: 0 }],
    madeOn: 0,
    by: 10,
    now: 100,
    advice: 'wait' as const,
    saving: 8,
    dearerChance: 0.2,
    least: { low: 85, high: 100 },
    targets: [{ target: 90, chance: 0.6 }],
    curve: Array<number>(9).fill(92),
  };
  const seen = (prices: Record<number, number | null>): Observation[] =>
    Object.entries(prices).map(([day, price]) => ({ day: Number(day), price }));
  it('are judged by what was seen after they were made', () => {
    const all = seen({ 0: 100, 2: 100, 3: 91, 4: 91, 6: 88, 8: null, 9: 99, 10: 99 });
    expect(judge(forecast, () => all, 9)).toBeNull();
    expect(judge(forecast, () => all, 10)).toMatchObject({ least: 88, covered: true, paid: 91 });
    expect(judge(forecast, () => seen({ 1: 100, 10: 120 }), 12)).toBeNull();
    expect(
      judge(forecast, () => seen({ 1: 100, 2: 100, 3: 99, 4: 99, 5: 101, 6: 101, 10: 104 }), 12)?.paid,
    ).toBe(104);
  });
  it('let no more be promised than was delivered', () => {
    const judged = (paid: number) => ({ forecast, least: 88, covered: true, paid });
    expect(reliabilityOf([]).promise).toBeCloseTo(0.85);
    const half = reliabilityOf(Array.from({ length: 40 }, () => judged(96)));
    expect(half).toMatchObject({ judged: 40, waits: 40, coverage: 1 });
    expect(half.stated).toBeCloseTo(0.08);
    expect(half.promise).toBeCloseTo(0.5);
    expect(reliabilityOf(Array.from({ length: 40 }, () => judged(80))).promise).toBe(1);
    expect(reliabilityOf(Array.from({ length: 40 }, () => judged(110))).promise).toBe(0);
  });
});

describe('a price that cannot be', () => {
  it.each([
    [3333, 9999, true],
    [3334, 9999, false],
    [30_000, 10_000, true],
    [29_999, 10_000, false],
  ])('%i after %i is doubted: %s', (price, last, isDoubted) => {
    expect(priceDoubt(price, last) !== null).toBe(isDoubted);
  });
});
