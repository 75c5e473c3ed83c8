import { describe, expect, it } from 'vitest';
import { openSession } from '../session/index.ts';
import { summaryFor, type Summary } from '../swaps/index.ts';
import type { Picks } from '../parts/index.ts';
import { BRIEF, CATALOGUE } from '../test/fixtures.ts';
import { meansOf } from '../stats/index.ts';
import { byHand, perAddedFrame } from './by-hand.ts';

const FULL: Picks = Object.fromEntries(
  ['cpu', 'motherboard', 'memory', 'gpu', 'storage', 'cooler', 'case', 'psu'].map((part) => [
    part,
    { part, offer: `${part}.near` },
  ]),
);
const summary = summaryFor(openSession(CATALOGUE, BRIEF)).summarise(FULL);

describe('figures that people work out by hand', () => {
  const figures = byHand(summary, BRIEF);
  const spent = (slot: string) =>
    summary.cost.lines
      .filter((line) => line.slot === slot && line.kind === 'part')
      .reduce((sum, line) => sum + line.amount, 0);
  it('money for a frame, a gigabyte and a watt', () => {
    if (summary.rates.status !== 'known') throw new Error('the fixture has rates');
    expect(figures.perFrame).toBeCloseTo(summary.cost.counted / summary.rates.objective.value, 9);
    // Two modules of 8 GB; the supply by its rating.
    expect(figures.perMemoryGb).toBeCloseTo(spent('memory') / 16, 9);
    expect(figures.perPsuWatt).toBeCloseTo(spent('psu') / (summary.set.psu?.ratedWatts ?? NaN), 9);
  });
  it('shares of the budget, and over or under in per cent', () => {
    const budget = BRIEF.money.budgetMinor;
    expect(figures.overShare).toBeCloseTo((summary.cost.counted - budget) / budget, 9);
    const sum = figures.shares.reduce((so, { share }) => so + share, 0);
    const goods = summary.cost.lines
      .filter(({ kind }) => kind === 'part')
      .reduce((so, { amount }) => so + amount, 0);
    expect(sum).toBeCloseTo(goods / budget, 9);
  });
  it('kilowatt hours of a month: 100 W at the wall for 12 hours a week are 5.2 kWh', () => {
    const working = {
      share: 0.25,
      efficiency: 0.8,
      curve: [
        [0.2, 0.82],
        [0.5, 0.88],
        [1, 0.85],
      ],
      curveMains: 230,
      wallWatts: 100,
      yearlyMinor: 1200,
    } as const;
    const running = { ...BRIEF.money.running, hoursPerWeek: 12 };
    const told = byHand({ ...summary, working }, { ...BRIEF, money: { ...BRIEF.money, running } });
    // 12 × 52 / 12 = 52 hours.
    expect(told.kwhMonth).toBeCloseTo(5.2, 9);
    expect(told.monthlyMinor).toBe(100);
    expect([told.loadShare, told.bestLoadShare]).toEqual([0.25, 0.5]);
  });
  it('what is not known stays so', () => {
    const bare = summaryFor(openSession(CATALOGUE, BRIEF)).summarise({});
    const told = byHand(bare, BRIEF);
    expect([told.perFrame, told.perStorageGb, told.perPsuWatt, told.loadShare, told.kwhMonth]).toEqual([
      null,
      null,
      null,
      null,
      null,
    ]);
  });
  it('money for each frame more: 30.00 for 12 frames are 2.50 a frame, and nothing where it is cheaper', () => {
    if (summary.rates.status !== 'known') throw new Error('the fixture has rates');
    const { rates, cost } = summary;
    const better: Summary = {
      ...summary,
      rates: { ...rates, objective: { ...rates.objective, value: rates.objective.value + 12 } },
      cost: { ...cost, counted: (cost.counted + 3000) as typeof cost.counted },
    };
    expect(perAddedFrame(better, summary, BRIEF)).toBeCloseTo(250, 9);
    expect(perAddedFrame(summary, better, BRIEF)).toBeNull();
  });
});

describe('means of frame rates', () => {
  it('are the three that people name', () => {
    // By hand: of 60 and 30: 45; the root of 1800, 42.43; 2 / (1/60 + 1/30) = 40.
    const means = meansOf([60, 30]);
    expect(means?.arithmetic).toBe(45);
    expect(means?.geometric).toBeCloseTo(42.4264, 4);
    expect(means?.harmonic).toBeCloseTo(40, 10);
    expect(meansOf([])).toBeNull();
  });
});
