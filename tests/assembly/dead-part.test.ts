import { briefFileSchema, briefOf, briefSchema, catalogueFileSchema, catalogueOf } from '@ripe-pick/contract';
import { deadPart } from '@ripe-pick/core/bring-up';
import { checkBuild } from '@ripe-pick/core/compatibility';
import { costOf } from '@ripe-pick/core/money';
import type { Brief, Picks, Slot } from '@ripe-pick/core/parts';
import { prepare } from '@ripe-pick/core/search';
import { openSession } from '@ripe-pick/core/session';
import { partsForRules } from '@ripe-pick/core/swaps';
import { finish } from '@ripe-pick/core/work';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

const json = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../packages/demo/files/${name}`, import.meta.url), 'utf8'));
const catalogue = catalogueOf(catalogueFileSchema.parse(json('catalogue.json')));
const brief = briefSchema.parse(briefOf(briefFileSchema.parse(json('brief-league-seat.json')))) as Brief;
const session = openSession(catalogue, brief);
const picks = finish(prepare(session).solve(session.limit)).answers[0].picks as Picks;
const SLOTS: readonly Slot[] = ['psu', 'motherboard', 'memory', 'cpu', 'gpu'];

describe('a dead part', () => {
  it.each(SLOTS)(
    '%s: each substitute fits the build, is for sale, and moves the totals by what it costs',
    (slot) => {
      const found = deadPart(session, picks, slot, []);
      expect(found?.part.id).toBe(picks[slot]?.part);
      const before = costOf(picks, session.priceIndex);
      expect(found?.substitutes.length).toBeGreaterThan(0);
      for (const { part, offer, dueNow, expected, after } of found?.substitutes ?? []) {
        const swapped = { ...picks, [slot]: { part: part.id, offer: offer.id } };
        const checks = checkBuild(partsForRules(swapped, session.priceIndex), session.rules);
        expect(checks.filter(({ verdict }) => verdict === 'block')).toEqual([]);
        expect(offer.part).toBe(part.id);
        const now = costOf(swapped, session.priceIndex);
        expect([dueNow, expected, after]).toEqual([
          now.dueNow - before.dueNow,
          now.expected - before.expected,
          now.after - before.after,
        ]);
      }
      const cheapest = found?.substitutes.find(({ why }) => why.includes('cheapest'));
      const others = found?.substitutes.filter(({ why }) => !why.includes('same')) ?? [];
      for (const each of others) expect(each.dueNow).toBeGreaterThanOrEqual(cheapest?.dueNow ?? Infinity);
    },
  );
  it('is not replaced by itself where it stood as owned', () => {
    const gpu = picks.gpu?.part ?? '';
    const owned = openSession(catalogue, { ...brief, owned: [gpu] });
    const found = deadPart(owned, { ...picks, gpu: { part: gpu, offer: null } }, 'gpu', []);
    expect(found?.substitutes.length).toBeGreaterThan(0);
    for (const { offer } of found?.substitutes ?? []) expect(offer).not.toBeNull();
  });
  it('names the order that it came with, unless it went back', () => {
    const part = picks.gpu?.part ?? '';
    const line = {
      ...{
        slot: 'gpu' as const,
        part,
        name: 'card',
        plannedMinor: 20_000,
        paidMinor: 19_900,
        backMinor: null,
        reserveMinor: 0,
      },
      ...{
        state: 'arrived',
        arrivedOn: '2026-11-20',
        returnBy: '2026-12-04',
        warrantyUntil: null,
        serial: '',
      },
    } as const;
    const order = {
      ...{
        id: 'o1',
        candidate: null,
        shop: 'Some shop',
        number: '',
        placedOn: '2026-11-18',
        expectedOn: null,
        currency: 'EUR',
      },
      codes: [],
    };
    const bought = (state: 'arrived' | 'returned') =>
      deadPart(session, picks, 'gpu', [{ ...order, lines: [{ ...line, state }] }])?.bought;
    expect(bought('arrived')).toMatchObject({ order: 'o1', paidMinor: 19_900, returnBy: '2026-12-04' });
    expect(bought('returned')).toBeNull();
  });
});
