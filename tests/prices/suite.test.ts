import { finish } from '@ripe-pick/core/work';
import { describe, expect, it } from 'vitest';
import { backtest, backtestSummary, SHIPPED_PRIOR } from '@ripe-pick/core/prices';
import { demoEpisodes, HABITS } from './demo-market.ts';
import { episodesOf } from './episodes.ts';
import { buyNow, clairvoyant, model, off10, p10 } from './policies.ts';
import { calibrationError, climatology, brier, forecastsOf, meanOf, regrets } from './score.ts';
import { fourShops, jitter } from './part-level.ts';
import { realSeries } from './real.ts';
import { windowsOf } from './episodes.ts';
import { home, OTHER_WORLDS, run } from './worlds.ts';
import { sampleOf } from '../sample.ts';

/*
 * A small fixed part of the suite behind docs/prices-report.md (`npm run bench:prices` runs the whole of it). The limits here are wider, as
 * fewer episodes say less; the markets are invented, the S&P series is real.
 */

describe('the advice, followed in the home market', () => {
  const episodes = episodesOf(home, 201, 60);
  const of = (rule: typeof buyNow | typeof model) => meanOf(regrets(episodes, 0, rule)).mean;
  it('regrets far less than buying at once, and no more than twice what the best simple rule does', () => {
    const advised = of(model);
    expect(advised).toBeLessThan(0.5 * of(buyNow));
    expect(advised).toBeLessThan(of(p10));
    expect(advised).toBeLessThan(2 * of(off10) + 1);
  });
  it('never pays less than the clairvoyant', () => {
    for (const episode of episodes.slice(0, 20))
      expect(model(episode, 0.001)).toBeGreaterThanOrEqual(clairvoyant(episode, 0.001) - 1e-6);
  });
});

describe('what is stated', () => {
  it('is calibrated at home, better than the rate known afterwards, and its intervals cover', () => {
    const { stated, coverLeast, coverEnd, savingCame, savingStated } = forecastsOf(
      [201, 202].flatMap((seed) => episodesOf(home, seed, 120)),
      600,
    );
    expect(calibrationError(stated)).toBeLessThan(0.07);
    expect(brier(stated)).toBeLessThan(1.03 * climatology(stated));
    expect(coverLeast).toBeGreaterThan(0.76);
    expect(coverEnd).toBeGreaterThan(0.7);
    expect(savingCame).toBeGreaterThan(0.7 * savingStated);
  });
  it.each(OTHER_WORLDS)('still holds in a market that it was not built for: %s', (_, world) => {
    const { stated, coverLeast } = forecastsOf(episodesOf(world, 201, 80), 500);
    expect(calibrationError(stated)).toBeLessThan(0.2);
    expect(coverLeast).toBeGreaterThan(0.62);
  });
  it.each(HABITS)('still holds at the demo’s shops, whose habits it does not know: %s', (habit) => {
    const { stated, coverLeast } = forecastsOf(demoEpisodes(habit, 30), 400);
    expect(calibrationError(stated)).toBeLessThan(0.2);
    expect(coverLeast).toBeGreaterThan(0.62);
  });
  it('covers on the S&P 500, 2000 to 2020, with real gaps and no sales', () => {
    const closes = realSeries();
    expect(closes.length).toBeGreaterThan(5000);
    const { coverLeast, coverEnd } = forecastsOf(windowsOf(closes, sampleOf(120), 3), 500);
    expect(coverLeast).toBeGreaterThan(0.6);
    expect(coverEnd).toBeGreaterThan(0.6);
  });
  it('is better by offers than by the least of each day, and steady from seed to seed', () => {
    const { perOffer, merged } = fourShops(5, 60);
    expect(brier(perOffer)).toBeLessThan(brier(merged));
    expect(jitter(20)).toBeLessThan(0.006);
  });
});

describe('looking back on a history', () => {
  const prices = run(home, 31, 150).prices;
  const observations = prices.map((price, day) => ({
    day: day - 149,
    price: price === Infinity ? null : Math.round(price * 100),
  }));
  const part = {
    id: 'p',
    kind: null,
    offers: [{ id: 'o', kind: 'shop' as const, observations, rate: 1, extraMinor: 0, off: [] }],
  };
  const wish = { today: 0, days: 21, every: 14, waitPerDay: 0, events: [], prior: SHIPPED_PRIOR };
  const rows = finish(backtest([part], wish));
  it('gives foresight its due: nothing pays less, and every price was really seen', () => {
    expect(rows.length).toBeGreaterThan(5);
    const seen = new Set(observations.map((look) => look.price));
    for (const row of rows) {
      for (const paid of [row.atOnce, row.advised, row.tenthOff])
        expect(paid).toBeGreaterThanOrEqual(row.foresight);
      expect(seen.has(row.advised)).toBe(true);
    }
    const summary = backtestSummary(rows);
    expect(summary.couldSave).toBeGreaterThanOrEqual(summary.saved);
  });
  it('knows nothing of the future: other prices after a start change no advice before them', () => {
    const cut = observations.map((look) => (look.day > -60 ? { ...look, price: 99_999 } : look));
    const again = finish(backtest([{ ...part, offers: [{ ...part.offers[0], observations: cut }] }], wish));
    rows
      .filter((row) => row.start + 21 < -60)
      .forEach((row) => expect(again.find((each) => each.start === row.start)).toEqual(row));
  });
  it('stops when it is told to', () => {
    const search = backtest([part], wish);
    search.next();
    expect(search.next(true)).toMatchObject({ done: true });
  });
});
