import { readFileSync } from 'node:fs';
import {
  briefOf,
  briefSchema,
  catalogueFileSchema,
  catalogueOf,
  crossCheckCatalogue,
  writeRecordsTable,
  type BenchKept,
} from '@ripe-pick/contract';
import { assemblyInputOf, assemblySteps } from '@ripe-pick/core/assembly';
import { checkBuild } from '@ripe-pick/core/compatibility';
import { costOf } from '@ripe-pick/core/money';
import type { Brief, Picks } from '@ripe-pick/core/parts';
import { openSession } from '@ripe-pick/core/session';
import { partsForRules } from '@ripe-pick/core/swaps';
import { machineStates, nextStep } from '@ripe-pick/core/tuning';
import { describe, expect, it } from 'vitest';
import { SEAT_BRIEF } from './briefs.ts';
import { makeDemo } from './demo.ts';
import { makeCatalogue } from './make.ts';
import { drawsOf } from './random.ts';
import type { SeatTwo } from './seat-two.ts';

const committed = readFileSync(new URL('../files/catalogue.json', import.meta.url), 'utf8');
const catalogue = makeCatalogue({ seed: 640 });
const parts = new Map(catalogue.parts.map((part) => [part.id, part]));

describe('the demo’s market', () => {
  it('is what its script makes from its seed (npm run demo:generate)', () => {
    const made = makeDemo();
    const { frameModel: model, ...market } = made.catalogue;
    const { frameModel: kept, ...stored } = catalogueFileSchema.parse(JSON.parse(committed));
    expect(market).toEqual(stored);
    // Logarithms may differ in the last digit from one engine to another, so the fit is held to a tolerance.
    for (const list of ['cpus', 'gpus', 'integrated'] as const)
      model[list].forEach((rate, n) => {
        expect(rate.part).toBe(kept[list][n].part);
        expect(rate.rateLn).toBeCloseTo(kept[list][n].rateLn, 3);
        expect(rate.sdLn).toBeCloseTo(kept[list][n].sdLn, 3);
      });
    expect(model.games.map((game) => game.id)).toEqual(kept.games.map((game) => game.id));
    expect(model.fit?.basedOn).toBe(kept.fit?.basedOn);
    expect(model.fit?.heldOut?.medianError).toBeCloseTo(kept.fit?.heldOut?.medianError ?? NaN, 3);
    expect(writeRecordsTable(made.records)).toBe(
      readFileSync(new URL('../files/records.csv', import.meta.url), 'utf8'),
    );
  });
  it('has about 300 parts over all slots, a dozen with gaps, about 1 000 offers in six shops and a used market, 12 games', () => {
    expect(catalogue.parts.length).toBeGreaterThan(280);
    expect(catalogue.parts.length).toBeLessThan(360);
    expect(new Set(catalogue.parts.map((part) => part.kind)).size).toBe(11);
    expect(catalogue.offers.length).toBeGreaterThan(900);
    expect(catalogue.offers.length).toBeLessThan(1300);
    expect(catalogue.shops.filter((shop) => shop.kind === 'shop')).toHaveLength(6);
    expect(catalogue.shops.filter((shop) => shop.kind === 'used-market')).toHaveLength(1);
    expect(catalogue.shops.some((shop) => shop.currency === 'SEK')).toBe(true);
    expect(catalogue.frameModel.games).toHaveLength(12);
  });
  it('passes the same reader as a file from outside, at any size', () => {
    for (const size of [150, 300, 1200])
      expect(crossCheckCatalogue(catalogueFileSchema.parse(makeCatalogue({ seed: 3, parts: size })))).toEqual(
        [],
      );
  });
  it('has a price against performance that bends: the next tenth of speed costs more at the top', () => {
    const cheapest = (id: string) =>
      Math.min(
        ...catalogue.offers
          .filter((offer) => offer.part === id && offer.condition === 'new' && offer.shop !== 'skarvholm')
          .map((offer) => offer.priceMinor),
      );
    const points = catalogue.frameModel.gpus
      .map((rate) => ({ rate: rate.rateLn, price: cheapest(rate.part) }))
      .filter((point) => Number.isFinite(point.price));
    const mean = (from: number, to: number) => {
      const inside = points.filter((point) => point.rate >= from && point.rate < to);
      return inside.reduce((sum, point) => sum + point.price, 0) / inside.length;
    };
    const steps = [mean(-0.7, -0.2), mean(-0.2, 0.3), mean(0.3, 0.8), mean(0.8, 1.3)];
    expect(steps[1] - steps[0]).toBeLessThan(steps[2] - steps[1]);
    expect(steps[2] - steps[1]).toBeLessThan(steps[3] - steps[2]);
  });
  it('has tempting cards that are too long for the given case, and some that fit', () => {
    const given = parts.get('given-office-case');
    const lengths = catalogue.parts.flatMap((part) =>
      part.kind === 'gpu' && part.lengthMm !== null ? [part.lengthMm] : [],
    );
    const limit = given?.kind === 'case' ? (given.maxGpuLengthMm ?? 0) : 0;
    expect(lengths.filter((length) => length > limit).length).toBeGreaterThan(10);
    expect(lengths.filter((length) => length <= limit).length).toBeGreaterThan(10);
  });
  it('gives every part an id and a name of its own', () => {
    expect(new Set(catalogue.parts.map((part) => `${part.brand} ${part.name}`)).size).toBe(
      catalogue.parts.length,
    );
  });
});

describe('seeded dice', () => {
  it('fall the same way for the same seed, evenly enough, within their bounds', () => {
    const [a, b] = [drawsOf(5), drawsOf(5)];
    const counts = [0, 0, 0, 0, 0, 0];
    for (let n = 0; n < 6000; n++) {
      const value = a.int(1, 6);
      expect(value).toBe(b.int(1, 6));
      counts[value - 1]++;
    }
    for (const each of counts) expect(Math.abs(each - 1000)).toBeLessThan(150);
  });
});

describe('the second seat', () => {
  const kept = (name: string): unknown =>
    JSON.parse(readFileSync(new URL(`../files/${name}`, import.meta.url), 'utf8'));
  const { candidate, orders, assembly, tunings } = kept('seat-two.json') as SeatTwo;
  const session = openSession(
    catalogueOf(catalogueFileSchema.parse(JSON.parse(committed))),
    briefSchema.parse(briefOf(SEAT_BRIEF)) as Brief,
  );
  it('was bought within the sum, to the cent of its own total', () => {
    const cost = costOf(candidate.picks as Picks, session.priceIndex);
    const paid = orders.flatMap(({ lines }) => lines.map(({ paidMinor }) => paidMinor ?? NaN));
    expect(paid.reduce((sum, minor) => sum + minor, 0)).toBe(cost.dueNow);
    expect(cost.dueNow).toBeLessThanOrEqual(session.limit);
  });
  it('fits, but for the firmware that kept it from starting, and every step of its day is told', () => {
    const found = checkBuild(partsForRules(candidate.picks as Picks, session.priceIndex), session.rules);
    expect(found.filter(({ verdict }) => verdict === 'block')).toEqual([]);
    expect(assembly.start).toMatchObject({ atFirstPress: false, cured: 'firmware' });
    const input = assemblyInputOf(session, candidate.picks as Picks, orders, assembly.choices);
    expect(assembly.steps.map(({ code }) => code)).toEqual(assemblySteps(input).map(({ code }) => code));
  });
  it('was tuned to the end of both stages, and measured as shipped, with its profile and as tuned', () => {
    for (const { plan, attempts } of tunings) expect(nextStep(plan, attempts).kind).toBe('done');
    const bench = kept('bench-seat-two.json') as BenchKept;
    const states = machineStates(session.catalogue, session.brief, candidate.picks as Picks, tunings, bench);
    expect(states.map(({ code, measured }) => [code, measured.size])).toEqual([
      ['shipped', 3],
      ['profile', 3],
      ['raised', 0],
      ['undervolted', 0],
      ['tuned', 3],
    ]);
    // What was measured lies near what is expected: no fault is hidden in this one.
    for (const { expected, measured } of states)
      for (const game of measured.size > 0 ? (expected?.games ?? []) : []) {
        const ratio = (measured.get(game.game)?.summary?.average ?? 0) / game.average;
        expect(Math.abs(Math.log(ratio))).toBeLessThan(3 * game.sdLn);
      }
  });
});
