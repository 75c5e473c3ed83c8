import type { Brief, Catalogue, Extra, Lock, Offer, Part } from '@ripe-pick/core/parts';
import { prepare } from '@ripe-pick/core/search';
import { openSession } from '@ripe-pick/core/session';
import { finish } from '@ripe-pick/core/work';
import { drawsOf } from '@ripe-pick/demo/random';
import { BRIEF } from '../../packages/core/src/test/fixtures.ts';
import { describe, expect, it } from 'vitest';
import { atLeast, sampleOf } from '../sample.ts';
import { bruteForce, byRank } from './brute.ts';
import { tinyCase } from './tiny.ts';

const extra = (n: number, watts: number): Extra => ({
  ...{ id: `extras-${n}`, kind: 'extras', brand: 'Maker', name: `extra ${n}` },
  ...{ purpose: 'fan', watts, fans: 1 },
});

/** Most tiny markets have no build at all: here processors sit on every board, and are cooled and fed. */
function fitting(part: Part): Part {
  const socket = 'S1';
  if (part.kind === 'cpu')
    return { ...part, socket, stockCooler: { heatWatts: 200, heightMm: 50, noiseDb: 30 } };
  if (part.kind === 'motherboard')
    return { ...part, socket, vrmWatts: 200, biosVersion: 9, cpuPowerConnectors: 1, sataPorts: 4 };
  return part;
}

/** A tiny market with two extras on sale, and a brief that holds some of them, and now and then a third drive. */
function withAdded(seed: number): { catalogue: Catalogue; brief: Brief } {
  const tiny = tinyCase(seed);
  const d = drawsOf(seed * 6151 + 3);
  const extras = [extra(0, d.int(0, 40)), extra(1, 3)];
  const offers = extras.flatMap((part) =>
    Array.from({ length: d.int(1, 2) }, (_, n): Offer => {
      const shop = d.pick(tiny.catalogue.shops);
      const isUsed = shop.kind === 'used-market';
      return {
        ...{ id: `${part.id}-offer-${n}`, part: part.id, shop: shop.id, priceMinor: d.int(300, 4000) },
        ...{ shippingMinor: isUsed ? d.int(0, 900) : undefined, condition: isUsed ? 'used' : 'new' },
        ...{ inStock: true, seenOn: '2026-11-20', ...(d.chance(0.4) ? { stock: d.int(1, 2) } : {}) },
      };
    }),
  );
  // The same part twice asks whether there are pieces enough.
  const held = d.pick([
    ['extras-0'],
    ['extras-0', 'extras-1'],
    ['extras-1', 'extras-1', 'extras-0'],
  ] as const);
  const slots = ['extras', 'extras2', 'extras3'] as const;
  const drives = tiny.catalogue.parts.filter(({ kind }) => kind === 'storage');
  const locks: Lock[] = [
    ...held.map((part, n) => ({ slot: slots[n], part, offer: null })),
    ...(d.chance(0.5) ? [{ slot: 'tertiaryStorage' as const, part: d.pick(drives).id, offer: null }] : []),
  ];
  return {
    catalogue: {
      ...tiny.catalogue,
      parts: [...tiny.catalogue.parts.map(fitting), ...extras],
      offers: [...tiny.catalogue.offers, ...offers],
    },
    // Money is no object in every other one.
    brief: {
      ...tiny.brief,
      locks,
      needs: { ...BRIEF.needs, fastStorageGb: 0, totalStorageGb: 0, wireless: tiny.brief.needs.wireless },
      planned: BRIEF.planned,
      whereToBuy: { ...tiny.brief.whereToBuy, conditions: ['new', 'used'], conditionsBySlot: {} },
      play: { ...tiny.brief.play, objective: { ...tiny.brief.play.objective, balanceLimit: null } },
      money: { ...tiny.brief.money, ...(d.chance(0.5) ? { budgetMinor: 500_000 } : {}) },
    },
  };
}

describe('what the user adds', () => {
  it('is in the best of every build there is, paid with the rest of its order, and never more often than in stock', () => {
    let feasible = 0;
    let withDrive = 0;
    for (let seed = 90_000; seed < 90_000 + sampleOf(120); seed++) {
      const { catalogue, brief } = withAdded(seed);
      const { limit } = openSession(catalogue, brief);
      const expected = bruteForce(catalogue, brief)
        .filter(({ cost }) => cost <= limit)
        .sort(byRank)
        .at(0);
      const found = finish(prepare(openSession(catalogue, brief)).solve(limit)).answers.at(0);
      expect({ seed, score: found?.score, cost: found?.cost }).toEqual({
        seed,
        score: expected?.score,
        cost: expected?.cost,
      });
      if (!found) continue;
      feasible++;
      for (const { slot, part } of brief.locks) expect(found.picks[slot]?.part).toBe(part ?? undefined);
      if (found.picks.tertiaryStorage) withDrive++;
    }
    expect(feasible).toBeGreaterThan(atLeast(20));
    expect(withDrive).toBeGreaterThan(atLeast(10));
  });
});
