import { describe, expect, it } from 'vitest';
import { priceIndexOf } from '../money/index.ts';
import type { Deal } from '../parts/index.ts';
import { BRIEF, CATALOGUE } from '../test/fixtures.ts';
import { withHousehold, type ClaimState } from './index.ts';
import type { RebateClaim } from './types.ts';

const deal: Deal = {
  id: 'd',
  kind: 'rebate',
  name: 'Twenty back',
  from: null,
  to: null,
  source: null,
  seenOn: '2026-11-20',
  shops: null,
  parts: ['gpu'],
  form: 'cash',
  payoutDays: 0,
  chance: null,
  amountMinor: 2000,
  currency: 'EUR',
  postmarkDays: null,
  postmarkBy: null,
  householdLimit: 2,
  papers: [],
};
const slip = (id: string, state: ClaimState, more: Partial<RebateClaim> = {}): RebateClaim => ({
  id,
  order: null,
  deal: 'd',
  name: 'Twenty back',
  part: 'gpu',
  partName: 'Graphics card',
  kind: 'rebate',
  currency: 'EUR',
  faceMinor: 2000,
  expectedMinor: 1400,
  form: 'cash',
  payoutDays: 0,
  lastPurchase: null,
  sendBy: null,
  boughtOn: null,
  remindDays: 7,
  papers: [],
  state,
  sentOn: null,
  paidOn: null,
  paidMinor: null,
  ...more,
});
const backs = (slips: readonly RebateClaim[]) => {
  const market = priceIndexOf({ ...CATALOGUE, deals: [deal] }, withHousehold(BRIEF, slips));
  const offer = market.offers.get('gpu.near');
  return offer ? (market.priced(offer)?.backs ?? []) : [];
};

describe('what the slips say of a household', () => {
  it('is the brief itself while there are none', () => expect(withHousehold(BRIEF, [])).toBe(BRIEF));
  it('uses up the limit with claims on their way or paid, and with no others', () => {
    expect(backs([])[0].left).toBe(2);
    expect(backs([slip('a', 'sent')])[0].left).toBe(1);
    expect(backs([slip('a', 'sent'), slip('b', 'paid')])).toEqual([]);
    expect(backs([slip('a', 'eligible'), slip('b', 'missed'), slip('c', 'refused')])[0].left).toBe(2);
    expect(backs([slip('a', 'paid', { kind: 'review' })])[0].left).toBe(2);
  });
  it('adds to claims that the brief states already', () => {
    const claims = { ...BRIEF.money.claimHabits, used: [{ deal: 'd', times: 1 }] };
    const brief = withHousehold({ ...BRIEF, money: { ...BRIEF.money, claimHabits: claims } }, [
      slip('a', 'bought'),
    ]);
    expect(brief.money.claimHabits.used).toEqual([{ deal: 'd', times: 2 }]);
  });
  it('expects less after refusals and misses, more after payouts', () => {
    const expected = (slips: readonly RebateClaim[]) => backs(slips)[0]?.expected ?? 0;
    const many = (state: ClaimState) =>
      Array.from({ length: 8 }, (_, n) => slip(`${n}`, state, { deal: 'other' }));
    expect(expected(many('refused'))).toBeLessThan(expected([]));
    expect(expected(many('missed'))).toBeLessThan(expected([]));
    expect(expected(many('paid'))).toBeGreaterThan(expected([]));
  });
});
